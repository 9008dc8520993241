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
use App\Standards\UniqueValues;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Forms\PlacedProblem;
use PineSieve\Core\Gifts\GiftMoney;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\IncomingGift;
use PineSieve\Core\Records\IncomingRecord;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\Problem;
use PineSieve\Core\Standards\Requirements;
use PineSieve\Core\Standards\Standards;
use PineSieve\Core\Text\Tidy;

/** Gifts as people write them by hand. */
final readonly class GiftForms
{
    public const TWICE = 'gift.twice';

    public function __construct(
        private Standards $standards,
        private RecordReader $reader,
        private RecordWriter $writer,
        private UniqueValues $taken,
        private Ids $ids,
    ) {}

    /**
     * @param  array<string, string>  $written  field, such as "gift.amount", to what is written
     * @param  ?int  $gift  null for a new one
     * @return list<PlacedProblem>
     */
    public function problems(int $supporter, ?int $gift, array $written, FieldAccess $sight): array
    {
        return $this->read($supporter, $gift, $written, $sight)[1];
    }

    /**
     * @param  array<string, string>  $written
     * @param  array<string, string>  $base  as the person saw the gift
     * @param  bool  $again  whether someone has said that a like gift was given twice
     * @return int id of the gift
     *
     * @throws NotKept if something is wrong with it, or someone else changed it meanwhile
     */
    public function keep(int $supporter, ?int $gift, array $written, array $base, ?User $user, FieldAccess $sight, bool $again = false): int
    {
        return DB::transaction(function () use ($supporter, $gift, $written, $base, $user, $sight, $again): int {
            $this->ids->queueUp();
            [$values, $problems, $stored] = $this->read($supporter, $gift, $written, $sight);
            if ($again) {
                $problems = array_values(
                    array_filter($problems, static fn(PlacedProblem $placed): bool => $placed->problem->code !== self::TWICE),
                );
            }
            if (array_filter($problems, static fn(PlacedProblem $placed): bool => $placed->problem->blocks) !== []) {
                throw NotKept::faulty($problems);
            }
            $fields = [];
            foreach ($values as $column => $value) {
                $before = $stored[$column] ?? null;
                if ((string) $before === $value) {
                    continue;
                }
                $field = (string) array_search($column, FieldPlace::columns('gift'), true);
                if ($gift !== null && isset($base[$field]) && $base[$field] !== (string) $before) {
                    throw NotKept::becauseOf(
                        "Someone else changed this gift meanwhile: {$this->standards->catalog->field(
                            $field,
                        )->label} is now \"{$before}\". Nothing of yours is lost; look at it again and save.",
                    );
                }
                $fields[$column] = [$before, $value === '' ? null : $value];
            }
            if ($fields === []) {
                return (int) $gift;
            }
            $change = new Change(Subject::Gift, $gift ?? 'form:gift', $gift === null ? Action::Create : Action::Update, $fields);
            $ids = $this->writer->write([new Entry($supporter, [$change])], Act::once(ActKind::Edit, $user?->id));

            return $gift ?? $ids['form:gift'];
        });
    }

    /** Takes a gift away; its history can bring it back. */
    public function remove(int $supporter, int $gift, ?User $user, FieldAccess $sight): void
    {
        DB::transaction(function () use ($supporter, $gift, $user, $sight): void {
            $this->ids->queueUp();
            $stored = $this->reader->things([$supporter])[$supporter]["gift:{$gift}"] ?? throw NotKept::gone();
            foreach (array_keys(array_filter($stored, static fn(?string $value): bool => $value !== null && $value !== '')) as $column) {
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
                            Subject::Gift,
                            $gift,
                            Action::Delete,
                            array_map(
                                static fn(?string $value): array => [$value, null],
                                array_filter($stored, static fn(?string $value): bool => $value !== null),
                            ),
                        ),
                    ]),
                ],
                Act::once(ActKind::Edit, $user?->id),
            );
        });
    }

    /**
     * @param  array<string, string>  $written
     * @return array{array<string, string>, list<PlacedProblem>, array<string, ?string>} column to value, problems, the gift as stored
     */
    private function read(int $supporter, ?int $gift, array $written, FieldAccess $sight): array
    {
        $record = $this->reader->read([$supporter])[$supporter] ?? throw NotKept::gone();
        $stored = $gift === null ? [] : $this->reader->things([$supporter])[$supporter]["gift:{$gift}"] ?? throw NotKept::gone();
        $values = array_map(static fn(string $column): string => (string) ($stored[$column] ?? ''), FieldPlace::columns('gift'));
        $problems = [];
        $faulty = [];
        foreach ($written as $field => $text) {
            if (!isset(FieldPlace::columns('gift')[$field]) || !$sight->edits($field)) {
                continue;
            }
            $text = $field === 'gift.notes' ? Tidy::block($text) : Tidy::line($text);
            $understood =
                $text === ''
                    ? null
                    : $this->standards->formats
                        ->byHand()
                        ->of($this->standards->catalog->field($field))
                        ->read($text);
            $values[$field] = $understood->value ?? '';
            if ($understood?->fault !== null) {
                $faulty[$field] = true;
                $problems[] = new PlacedProblem(
                    $field,
                    new Problem($understood->fault->code, $field, null, $text, $understood->fault->reason, $understood->fault->remedy),
                );
            }
        }
        $money = GiftMoney::of($values['gift.amount'], $values['gift.currency'], $this->standards->formats->home->currency);
        if ($money->doubt !== '') {
            $faulty['gift.amount'] = true;
            $problems[] = new PlacedProblem(
                'gift.amount',
                new Problem(
                    'amount.currency',
                    'gift.amount',
                    null,
                    $values['gift.amount'],
                    $money->doubt,
                    'Choose the currency beside it, or correct the amount',
                ),
            );
        }
        [$values['gift.amount'], $values['gift.currency']] = [$money->amount, $money->currency];
        $incoming = new IncomingGift(
            ...array_combine(array_map(static fn(string $field): string => substr($field, 5), array_keys($values)), $values),
        );
        $incoming = $gift === null ? $this->standards->defaults->fillGift($incoming) : $incoming;
        $found = (new Requirements())->check(
            new IncomingRecord(SupporterKind::Person, new PersonName(last: 'there'), gifts: [$incoming]),
            [],
            $faulty,
        );
        $columns = array_map(
            static fn(string $value): ?string => $value === '' ? null : $value,
            array_combine(
                array_values(FieldPlace::columns('gift')),
                array_map(static fn(string $field): string => $incoming->{substr($field, 5)}, array_keys(FieldPlace::columns('gift'))),
            ),
        );
        if ($problems === [] && $found === []) {
            $found = [
                ...$this->newly(
                    $this->standards->problems($record, $record, [$columns]),
                    $gift === null ? [] : $this->standards->problems($record, $record, [$stored]),
                ),
                ...($stored['reference'] ?? null) === $columns['reference']
                    ? []
                    : $this->taken->problems($this->standards->catalog, $record, $record, [$columns]),
            ];
        }
        if ($gift === null && $problems === [] && $found === [] && ($record->gifts[$incoming->sameness()] ?? 0) > 0) {
            $found[] = new Problem(
                self::TWICE,
                'gift.amount',
                null,
                $incoming->amount,
                'There is the very same gift already: same date, amount, fund, kind and reference',
                'Save it once more if it was given twice',
            );
        }
        foreach ($found as $problem) {
            $problems[] = new PlacedProblem($problem->field, $problem);
        }

        return [array_map(strval(...), $columns), $problems, $stored];
    }

    /**
     * What the gift fell short of already is on the worklist.
     *
     * @param  list<Problem>  $after
     * @param  list<Problem>  $before
     * @return list<Problem>
     */
    private function newly(array $after, array $before): array
    {
        return array_values(array_filter($after, static fn(Problem $problem): bool => !in_array($problem, $before, false)));
    }
}
