<?php

declare(strict_types=1);

namespace App\Supporters;

use App\Accounts\User;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\Entry;
use App\Records\Ids;
use App\Records\RecordReader;
use App\Records\RecordWriter;
use App\Standards\FieldAccess;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Checker;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Forms\PlacedProblem;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Gifts\GiftMoney;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\Problem;
use PineSieve\Core\Standards\Requirements;
use PineSieve\Core\Standards\Standards;
use PineSieve\Core\Text\Tidy;

/** Gifts as people write them by hand: given at once, or entries of a batch. */
final readonly class GiftForms
{
    public const TWICE = 'gift.twice';

    /** What stands for a new one until it is kept. */
    private const NEW = 'form:gift';

    public function __construct(
        private Standards $standards,
        private RecordReader $reader,
        private RecordWriter $writer,
        private Checker $checker,
        private Ids $ids,
    ) {}

    /**
     * @param  array<string, string>  $written  field, such as "gift.amount", to what is written
     * @param  ?int  $gift  null for a new one
     * @param  ?int  $batch  the batch that it waits in; null if it is given at once
     * @return list<PlacedProblem>
     */
    public function problems(int $supporter, ?int $gift, array $written, FieldAccess $sight, ?int $batch = null): array
    {
        return $this->read($supporter, $gift, $written, $sight, $batch)[1];
    }

    /**
     * The gift as it is understood, whatever is wrong with it.
     *
     * @param  array<string, string>  $written
     */
    public function understand(array $written, FieldAccess $sight): Gift
    {
        return new Gift(...$this->understood(null, $written, $sight)[0]);
    }

    /**
     * @param  array<string, string>  $written
     * @param  array<string, string>  $base  as the person saw the gift
     * @param  bool  $again  whether someone has said that a like gift was given twice
     * @param  ?int  $batch  the batch that it waits in
     * @return int id of the gift
     *
     * @throws NotKept if something is wrong with it, or someone else changed it meanwhile
     */
    public function keep(
        int $supporter,
        ?int $gift,
        array $written,
        array $base,
        ?User $user,
        FieldAccess $sight,
        bool $again = false,
        ?int $batch = null,
    ): int {
        return DB::transaction(function () use ($supporter, $gift, $written, $base, $user, $sight, $again, $batch): int {
            $this->ids->queueUp();
            [$change, $problems, $stored] = $this->read($supporter, $gift, $written, $sight, $batch);
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
                return (int) $gift;
            }
            $ids = $this->writer->write([new Entry($supporter, [$change])], Act::once(ActKind::Edit, $user?->id));

            return $gift ?? $ids[self::NEW];
        });
    }

    /** Takes a gift away; its history can bring it back. */
    public function remove(int $supporter, int $gift, ?User $user, FieldAccess $sight, ?int $batch = null): void
    {
        DB::transaction(function () use ($supporter, $gift, $user, $sight, $batch): void {
            $this->ids->queueUp();
            $stored = $this->stored($supporter, $batch)[$gift] ?? throw NotKept::gone();
            foreach (array_keys($stored->fields()) as $column) {
                if (!$sight->editsColumn('gift', $column)) {
                    throw NotKept::becauseOf(
                        'This gift has a field that you may not change, so you may not delete it. Ask someone who may.',
                    );
                }
            }
            $this->writer->write(
                [
                    new Entry($supporter, [
                        new Change(
                            self::subject($batch),
                            $gift,
                            Action::Delete,
                            array_map(static fn(string $value): array => [$value, null], $stored->fields()),
                        ),
                    ]),
                ],
                Act::once(ActKind::Edit, $user?->id),
            );
        });
    }

    /**
     * @param  array<string, string>  $written
     * @return array{Change, list<PlacedProblem>, ?Gift} what would be written, what is wrong with it, and the gift as stored
     */
    private function read(int $supporter, ?int $gift, array $written, FieldAccess $sight, ?int $batch): array
    {
        $record = $this->reader->read([$supporter])[$supporter] ?? throw NotKept::gone();
        $gifts = $this->stored($supporter, $batch);
        $stored = $gift === null ? null : $gifts[$gift] ?? throw NotKept::gone();
        [$values, $problems] = $this->understood($stored, $written, $sight);
        $faulty = array_fill_keys(array_map(static fn(PlacedProblem $placed): string => $placed->problem->field, $problems), true);
        $read = new Gift(...$values);
        $read = $gift === null ? $this->standards->defaults->fillGift($read) : $read;
        $change = self::change($gift, $stored, $read, $batch);
        $found = (new Requirements())->check(
            new IncomingRecord(SupporterKind::Person, new PersonName(last: 'there'), gifts: [$read]),
            [],
            $faulty,
        );
        if ($problems === [] && $found === []) {
            $found = $this->checker->problems($record, [$change], $batch === null ? $gifts : self::asEntries($gifts));
        }
        // What only warns of it hides no twin.
        $isFaulty = $problems !== [] || array_filter($found, static fn(Problem $problem): bool => $problem->blocks) !== [];
        if ($gift === null && !$isFaulty && ($record->gifts[$read->sameness()] ?? 0) > 0) {
            $found[] = new Problem(
                self::TWICE,
                'gift.amount',
                null,
                $read->amount,
                'There is the very same gift already: same date, amount, fund, kind and reference',
                'Save it once more if it was given twice',
            );
        }
        $placed = array_map(static fn(Problem $problem): PlacedProblem => new PlacedProblem($problem->field, $problem), $found);

        return [$change, [...$problems, ...$placed], $stored];
    }

    /**
     * @param  array<string, string>  $written
     * @return array{array<string, string>, list<PlacedProblem>} parts of the gift to their values, and what can't be read
     */
    private function understood(?Gift $stored, array $written, FieldAccess $sight): array
    {
        $columns = FieldPlace::columns('gift');
        $values = array_map(static fn(string $column): string => $stored?->value($column) ?? '', $columns);
        $problems = [];
        foreach (array_intersect_key($written, $columns) as $field => $text) {
            if (!$sight->edits($field)) {
                continue;
            }
            $text = $field === 'gift.notes' ? Tidy::block($text) : Tidy::line($text);
            $format = $this->standards->formats->byHand()->of($this->standards->catalog->field($field));
            $understood = $text === '' ? null : $format->read($text);
            $values[$field] = $understood->value ?? '';
            if ($understood?->fault !== null) {
                $fault = $understood->fault;
                $problems[] = new PlacedProblem($field, new Problem($fault->code, $field, null, $text, $fault->reason, $fault->remedy));
            }
        }
        $money = GiftMoney::of($values['gift.amount'], $values['gift.currency'], $this->standards->formats->home->currency);
        if ($money->doubt !== '') {
            $remedy = 'Choose the currency beside it, or correct the amount';
            $problems[] = new PlacedProblem(
                'gift.amount',
                new Problem('amount.currency', 'gift.amount', null, $values['gift.amount'], $money->doubt, $remedy),
            );
        }
        [$values['gift.amount'], $values['gift.currency']] = [$money->amount, $money->currency];
        $parts = array_map(static fn(string $field): string => substr($field, strlen('gift.')), array_keys($values));

        return [array_combine($parts, $values), $problems];
    }

    /** @return array<int, Gift> by number */
    private function stored(int $supporter, ?int $batch): array
    {
        return ($batch === null ? $this->reader->gifts([$supporter]) : $this->reader->entries([$supporter]))[$supporter] ?? [];
    }

    private static function subject(?int $batch): Subject
    {
        return $batch === null ? Subject::Gift : Subject::Entry;
    }

    /**
     * @param  array<int, Gift>  $gifts
     * @return array<string, Gift> as Projection calls them
     */
    private static function asEntries(array $gifts): array
    {
        return array_combine(array_map(static fn(int $number): string => "entry:{$number}", array_keys($gifts)), $gifts);
    }

    private static function change(?int $gift, ?Gift $stored, Gift $read, ?int $batch): Change
    {
        $own = $stored?->columns() ?? ['intake_id' => null, 'batch_id' => $batch === null ? null : (string) $batch];
        $will = [...$read->columns(), 'intake_id' => $own['intake_id'], 'batch_id' => $own['batch_id']];
        $fields = [];
        foreach ($will as $column => $value) {
            $before = $stored?->columns()[$column];
            if ($before !== $value) {
                $fields[$column] = [$before, $value];
            }
        }

        return new Change(self::subject($batch), $gift ?? self::NEW, $gift === null ? Action::Create : Action::Update, $fields);
    }
}
