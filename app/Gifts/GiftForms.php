<?php

declare(strict_types=1);

namespace App\Gifts;

use App\Accounts\User;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\Entry;
use App\Records\Ids;
use App\Records\RecordReader;
use App\Records\RecordWriter;
use App\Records\Supporter;
use App\Standards\FieldAccess;
use App\Standards\WrittenByHand;
use App\Supporters\NotKept;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Checker;
use PineSieve\Core\Forms\PlacedProblem;
use PineSieve\Core\Gifts\Corrections;
use PineSieve\Core\Gifts\Credits;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Gifts\SameGifts;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\GiftReader;
use PineSieve\Core\Standards\Problem;
use PineSieve\Core\Standards\Requirements;
use PineSieve\Core\Standards\Standards;

/** Gifts as people write them by hand: given at once, or entries of a batch; and what takes one back or corrects it. */
final readonly class GiftForms
{
    public const TWICE = 'gift.twice';

    /** Stands among the values for the number of the promise that a gift pays; '' for none. */
    public const PROMISE = 'gift.promise';

    /** And this for the number of the supporter whom it honors or remembers. */
    public const HONORED = 'gift.honored';

    /** What stands for a new one until it is kept. */
    private const NEW = 'form:gift';

    private GiftReader $read;

    public function __construct(
        private Standards $standards,
        private RecordReader $reader,
        private RecordWriter $writer,
        private Checker $checker,
        private Ids $ids,
        private WrittenByHand $byHand,
    ) {
        $this->read = new GiftReader($standards, 'Choose the currency beside it, or correct the amount');
    }

    /**
     * @param  array<string, string>  $written  field, such as "gift.amount", to what is written
     * @return list<PlacedProblem>
     */
    public function problems(GiftAt $at, array $written, FieldAccess $sight): array
    {
        return $this->planned($at, $written, $sight)[1];
    }

    /**
     * The gift as it is understood, whatever is wrong with it.
     *
     * @param  array<string, string>  $written
     */
    public function understand(array $written, FieldAccess $sight): Gift
    {
        return $this->understood(null, $written, $sight)[0];
    }

    /**
     * @param  array<string, string>  $written
     * @param  array<string, string>  $base  as the person saw the gift
     * @param  bool  $again  whether someone has said that a like gift was given twice
     * @return int id of the gift
     *
     * @throws NotKept if something is wrong with it, or someone else changed it meanwhile
     */
    public function keep(GiftAt $at, array $written, array $base, ?User $user, FieldAccess $sight, bool $again = false): int
    {
        return DB::transaction(function () use ($at, $written, $base, $user, $sight, $again): int {
            $this->ids->queueUp();
            [$change, $problems, $stored] = $this->planned($at, $written, $sight);
            if ($again) {
                $problems = array_values(
                    array_filter($problems, static fn(PlacedProblem $placed): bool => $placed->problem->code !== self::TWICE),
                );
            }
            if (array_filter($problems, static fn(PlacedProblem $placed): bool => $placed->problem->blocks) !== []) {
                throw NotKept::faulty($problems);
            }
            foreach ($stored === null ? [] : array_keys($change->fields) as $column) {
                $field = (string) array_search($column, FieldPlace::columns('gift'), true);
                $now = $stored?->value($column);
                if (isset($base[$field]) && $base[$field] !== $now) {
                    $label = $this->standards->catalog->field($field)->label;
                    throw NotKept::becauseOf(
                        "Someone else changed this gift meanwhile: {$label} is now \"{$now}\". " .
                            'Nothing of yours is lost; look at it again and save.',
                    );
                }
            }
            if ($change->fields === []) {
                return (int) $at->gift;
            }
            $ids = $this->writer->write([new Entry($at->supporter, [$change])], Act::once(ActKind::Edit, $user?->id));

            return $at->gift ?? $ids[self::NEW];
        });
    }

    /** Takes a gift away; its history can bring it back. */
    public function remove(GiftAt $at, ?User $user, FieldAccess $sight): void
    {
        DB::transaction(function () use ($at, $user, $sight): void {
            $this->ids->queueUp();
            $gifts = $this->stored($at);
            $stored = $gifts[(int) $at->gift] ?? throw NotKept::gone();
            foreach (array_keys($stored->fields()) as $column) {
                if (!$sight->editsColumn('gift', $column)) {
                    throw NotKept::becauseOf(
                        'This gift has a field that you may not change, so you may not delete it. Ask someone who may.',
                    );
                }
            }
            if ($at->batch === null && Corrections::of((int) $at->gift, $gifts) !== []) {
                throw NotKept::becauseOf('This gift was taken back or corrected. Delete what does that first.');
            }
            $gone = array_map(static fn(string $value): array => [$value, null], $stored->fields());
            $this->writer->write(
                [new Entry($at->supporter, [new Change($at->subject(), (int) $at->gift, Action::Delete, $gone)])],
                Act::once(ActKind::Edit, $user?->id),
            );
        });
    }

    /**
     * @param  array<string, string>  $written
     * @return array{Change, list<PlacedProblem>, ?Gift} what would be written, what is wrong with it, and the gift as stored
     */
    private function planned(GiftAt $at, array $written, FieldAccess $sight): array
    {
        $record = $this->reader->read([$at->supporter])[$at->supporter] ?? throw NotKept::gone();
        $gifts = $this->stored($at);
        $stored = $at->gift === null ? null : $gifts[$at->gift] ?? throw NotKept::gone();
        [$gift, $problems] = $this->understood($stored, $written, $sight);
        $faulty = array_fill_keys(array_map(static fn(PlacedProblem $placed): string => $placed->problem->field, $problems), true);
        if ($at->corrects !== null) {
            [$gift, $more] = self::correction($gift, $at->corrects, $gifts[$at->corrects] ?? throw NotKept::gone(), $gifts, $faulty);
            array_push($problems, ...$more);
        } elseif ($at->gift === null) {
            $gift = $this->standards->defaults->fillGift($gift);
        }
        $gift = isset($written[self::PROMISE]) ? $gift->with(['promise_id' => (int) $written[self::PROMISE] ?: null]) : $gift;
        $gift = isset($written[self::HONORED]) ? $gift->with(['tribute_id' => (int) $written[self::HONORED] ?: null]) : $gift;
        array_push($problems, ...$this->uncreditable($at, $gift, $stored), ...self::promised($at, $gift, $stored));
        $change = self::change($at, $stored, $gift);
        $found = (new Requirements())->check(
            new IncomingRecord(SupporterKind::Person, new PersonName(last: 'there'), gifts: [$gift]),
            [],
            $faulty,
        );
        if ($problems === [] && $found === []) {
            $found = $this->checker->problems(
                $record,
                [$change],
                $at->batch === null ? $gifts : self::asEntries($gifts) + ($this->reader->gifts([$at->supporter])[$at->supporter] ?? []),
            );
        }
        // What only warns of it hides no twin.
        $isFaulty = $problems !== [] || array_filter($found, static fn(Problem $problem): bool => $problem->blocks) !== [];
        if ($at->gift === null && !$isFaulty && SameGifts::isThere($gift, $record->gifts, [])) {
            $found[] = new Problem(
                self::TWICE,
                'gift.amount',
                null,
                $gift->amount,
                $at->corrects === null
                    ? 'There is the very same gift already: same date, amount, fund, kind and reference'
                    : 'The same amount went back on that day already',
                'Save it once more if it was given twice',
            );
        }

        return [$change, [...$problems, ...self::placed($found)], $stored];
    }

    /** @return list<PlacedProblem> that what is written as given is a promise */
    private static function promised(GiftAt $at, Gift $gift, ?Gift $stored): array
    {
        $isNew = $at->batch === null && $gift->isPromise() && !($stored?->isPromise() ?? false);

        return $isNew
            ? self::placed([
                new Problem(
                    'gift.pledge',
                    'gift.kind',
                    null,
                    $gift->kind,
                    'A pledge is no gift yet',
                    'Add it as a promise on the supporter\'s page',
                ),
            ])
            : [];
    }

    /** @return list<PlacedProblem> that a gift is credited to its giver, or to nobody, or honors nobody */
    private function uncreditable(GiftAt $at, Gift $gift, ?Gift $stored): array
    {
        $isHonored =
            $gift->honored === null || $gift->honored === $stored?->honored || Supporter::query()->whereKey((int) $gift->honored)->exists();
        if (!$isHonored) {
            $problem = 'Whom the gift honors is not there';

            return self::placed([
                new Problem('tribute.unknown', 'gift.tribute', null, '', $problem, 'Choose someone else, or write a name'),
            ]);
        }
        if ($gift->credits === ($stored->credits ?? '')) {
            return [];
        }
        $supporters = Credits::stored($gift->credits)->supporters();
        $known = array_map(strval(...), Supporter::query()->whereIn('id', $supporters)->pluck('id')->all());
        $fault = match (true) {
            in_array((string) $at->supporter, $supporters, true) => 'The gift is credited to its giver, who has it already',
            array_diff($supporters, $known) !== [] => 'Who the gift is credited to is not there',
            default => '',
        };

        return $fault === ''
            ? []
            : self::placed([new Problem('credits.unusable', 'gift.credits', null, '', $fault, 'Choose who else it is credited to')]);
    }

    /**
     * @param  array<int, Gift>  $gifts  of the supporter
     * @param  array<string, true>  $faulty
     * @return array{Gift, list<PlacedProblem>}
     */
    private static function correction(Gift $written, int $of, Gift $gift, array $gifts, array $faulty): array
    {
        $correction = Corrections::completed($written, $gift)->with(['corrects_id' => $of]);
        $problem = static fn(string $field, string $reason, string $remedy): Problem => new Problem(
            'gift.correction',
            $field,
            null,
            '',
            $reason,
            $remedy,
        );
        $fault = isset($faulty['gift.amount']) ? '' : Corrections::fault($correction, $gift, Corrections::of($of, $gifts));

        return [
            $correction,
            self::placed([
                ...$fault === '' ? [] : [$problem('gift.amount', $fault, 'Correct the amount or the date')],
                ...$correction->reason !== '' ? [] : [$problem('gift.reason', 'Nothing says why', 'Write in a few words what happened')],
            ]),
        ];
    }

    /**
     * @param  array<string, string>  $written
     * @return array{Gift, list<PlacedProblem>} the gift, and what can't be read
     */
    private function understood(?Gift $stored, array $written, FieldAccess $sight): array
    {
        [$values, $problems] = $this->byHand->read('gift', $stored?->columns() ?? [], $written, $sight);
        // What is split says part by part what it is for.
        $values = $values['gift.splits'] === '' ? $values : [...$values, 'gift.fund' => '', 'gift.campaign' => '', 'gift.appeal' => ''];
        [$gift, $found] = $this->read->read($values);
        foreach ($found as $problem) {
            $problems[$problem->field] ??= $problem;
        }

        return [$gift->with(array_intersect_key($stored?->columns() ?? [], array_flip(Gift::NUMBERS))), self::placed($problems)];
    }

    /** @return array<int, Gift> by number */
    private function stored(GiftAt $at): array
    {
        return ($at->batch === null ? $this->reader->gifts([$at->supporter]) : $this->reader->entries([$at->supporter]))[$at->supporter] ??
            [];
    }

    /**
     * @param  array<int, Gift>  $gifts
     * @return array<string, Gift> as Projection calls them
     */
    private static function asEntries(array $gifts): array
    {
        return array_combine(array_map(static fn(int $number): string => "entry:{$number}", array_keys($gifts)), $gifts);
    }

    private static function change(GiftAt $at, ?Gift $stored, Gift $read): Change
    {
        $will = $stored === null ? $read->with(['batch_id' => $at->batch]) : $read;
        $fields = [];
        foreach ($will->columns() as $column => $value) {
            $before = $stored?->columns()[$column];
            if ($before !== $value) {
                $fields[$column] = [$before, $value];
            }
        }

        return new Change($at->subject(), $at->gift ?? self::NEW, $at->gift === null ? Action::Create : Action::Update, $fields);
    }

    /**
     * @param  array<Problem>  $problems
     * @return list<PlacedProblem>
     */
    private static function placed(array $problems): array
    {
        return array_map(
            static fn(Problem $problem): PlacedProblem => new PlacedProblem($problem->field, $problem),
            array_values($problems),
        );
    }
}
