<?php

declare(strict_types=1);

namespace App\Standards;

use App\Accounts\Audit;
use App\Accounts\User;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\Acts;
use App\Records\Entry;
use App\Records\Ids;
use App\Records\RecordReader;
use App\Records\RecordWriter;
use App\Records\Tables;
use App\Support\Lists;
use Illuminate\Database\Connection;
use Illuminate\Database\Query\Builder;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Checker;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Gifts\Splits;
use PineSieve\Core\Standards\BaseFields;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\PickList;
use PineSieve\Core\Standards\Target;

/** Pick lists and the records that use their values. */
final readonly class PickLists
{
    /** Records that are written together. */
    private const CHUNK = 500;

    public function __construct(
        private Connection $db,
        private RecordWriter $writer,
        private RecordReader $reader,
        private Checker $checker,
        private Acts $acts,
        private Ids $ids,
    ) {}

    /** Whether a field can have a pick list. */
    public static function areFor(Field $field): bool
    {
        return in_array($field->type, [FieldType::Choice, FieldType::Choices], true) ||
            in_array(
                $field->key,
                ['gift.fund', 'gift.campaign', 'gift.appeal', 'address.state', 'name.title', 'name.suffix', 'groups', 'tags', 'role'],
                true,
            ) ||
            ($field->isCustom() && $field->type === FieldType::Text);
    }

    /** @return array<string, int> value in use to the number of records that have it, the most frequent first */
    public function used(Field $field): array
    {
        $place = FieldPlace::of($field->key);
        if ($place === null) {
            return [];
        }
        $counts = [];
        foreach ([$this->holding($field), ...$this->furtherParts($field)] as $holding) {
            $rows = $holding
                ->groupBy($place->column)
                ->orderByDesc('n')
                ->limit(5000)
                ->get([$place->column . ' as value', $this->db->raw('count(*) as n')]);
            foreach ($rows as $row) {
                foreach (explode("\n", (string) $row->value) as $value) {
                    $counts[$value] = ($counts[$value] ?? 0) + $row->n;
                }
            }
        }
        arsort($counts);

        return $counts;
    }

    /**
     * Puts one value in place of another in every record that has it: one act, that can be taken back. All records are
     * checked before the first is written; they are written some at a time, and one that was cut off goes on when it is asked again.
     *
     * @return int records that were changed
     *
     * @throws UnusableMerge if records would fall short of a rule then; nothing is changed
     */
    public function merge(Field $field, string $from, string $to, ?User $user): int
    {
        foreach ($this->chunks($field, $from, $to) as $entries) {
            $this->check($entries);
        }
        $act = Act::goOn(ActKind::ListMerge, $user?->id, "Merged \"{$from}\" into \"{$to}\" of \"{$field->label}\"");
        $changed = 0;
        foreach ($this->chunks($field, $from, $to) as $entries) {
            $this->db->transaction(function () use ($entries, $act): void {
                $this->ids->queueUp();
                $this->writer->write($entries, $act);
            });
            $changed += count($entries);
        }
        $this->acts->end($act, Audit::STANDARDS);

        return $changed;
    }

    /** @return \Generator<int, non-empty-list<Entry>> what the merge changes, some hundred records at a time */
    private function chunks(Field $field, string $from, string $to): \Generator
    {
        foreach (self::subjects($field) as $subject) {
            $after = 0;
            do {
                $rows = $this->having($field, $subject, $from)->where('id', '>', $after)->orderBy('id')->limit(self::CHUNK)->get();
                $after = $rows->last()->id ?? $after;
                $entries = $this->entries($field, $subject, Lists::of($rows), $from, $to);
                if ($entries !== []) {
                    yield $entries;
                }
            } while ($rows->count() === self::CHUNK);
        }
    }

    /** @return list<Subject> what has values of the field: what waits in a batch has those of a gift, and promises are for the same */
    private static function subjects(Field $field): array
    {
        $subject = Subject::from((FieldPlace::of($field->key) ?? throw new \LogicException("Nothing is kept for {$field->key}."))->subject);

        $shared = array_filter(BaseFields::all(), static fn(Field $other): bool => $other->nature->listOf === $field->key);

        return $subject->isGift() ? [Subject::Gift, Subject::Entry, ...$shared === [] ? [] : [Subject::Promise]] : [$subject];
    }

    /** @param  non-empty-list<Entry>  $entries */
    private function check(array $entries): void
    {
        $ids = array_values(array_unique(array_map(static fn(Entry $entry): int => (int) $entry->owner, $entries)));
        [$stored, $gifts] = [$this->reader->read($ids), $this->reader->gifts($ids)];
        foreach ($entries as $entry) {
            $id = (int) $entry->owner;
            $isWaiting = $entry->changes[0]->subject === Subject::Entry;
            $waiting = $isWaiting ? $this->reader->entries([$id])[$id] ?? [] : [];
            $problems = $this->checker->blocking(
                $stored[$id],
                $entry->changes,
                ($gifts[$id] ?? []) +
                    array_combine(array_map(static fn(int $number): string => "entry:{$number}", array_keys($waiting)), $waiting),
            );
            if ($problems !== []) {
                throw UnusableMerge::of($stored[$id]->field('display_name'), $problems[0]->reason);
            }
        }
    }

    private function having(Field $field, Subject $subject, string $value): Builder
    {
        $place = FieldPlace::of($field->key) ?? throw new \LogicException("Nothing is kept for {$field->key}.");

        $isSplit = self::isSplit($field, $subject);

        return $this->holding($field, $subject)
            ->where(static function (Builder $query) use ($place, $value, $field, $isSplit): void {
                $query->where($place->column, $value);
                if ($isSplit) {
                    $query->orWhere('splits', 'like', '%| ' . addcslashes($value, '\\%_') . '%');
                }
                if ($field->type === FieldType::Choices) {
                    $query->orWhereRaw("concat('\n', {$place->column}, '\n') like ?", ["%\n" . addcslashes($value, '\\%_') . "\n%"]);
                }
            })
            ->select(['id', 'supporter_id', $place->column . ' as value', ...$isSplit ? ['splits'] : []]);
    }

    /**
     * @param  list<\stdClass>  $rows
     * @return list<Entry>
     */
    private function entries(Field $field, Subject $subject, array $rows, string $from, string $to): array
    {
        $place = FieldPlace::of($field->key) ?? throw new \LogicException("Nothing is kept for {$field->key}.");
        $entries = [];
        foreach ($rows as $row) {
            $change = $subject->isGift()
                ? self::ofGift($subject, $place, $row, $from, $to)
                : $this->change($field, $subject, $place, $row, $from, $to);
            if ($change !== null) {
                $entries[] = new Entry($row->supporter_id, [$change]);
            }
        }

        return $entries;
    }

    private function change(Field $field, Subject $subject, FieldPlace $place, \stdClass $row, string $from, string $to): ?Change
    {
        $values = explode("\n", (string) $row->value);
        $merged = implode(
            "\n",
            array_unique(
                array_map(static fn(string $value): string => mb_strtolower($value) === mb_strtolower($from) ? $to : $value, $values),
            ),
        );
        if ($merged === $row->value) {
            return null;
        }
        $isThere =
            $place->subject === 'membership' &&
            $this->holding($field)->where('supporter_id', $row->supporter_id)->where('name', $to)->where('id', '<>', $row->id)->exists();

        return $isThere
            ? new Change(Subject::Membership, $row->id, Action::Delete, [
                'list' => [$field->nature->list, null],
                'name' => [$row->value, null],
            ])
            : new Change($subject, $row->id, Action::Update, [$place->column => [$row->value, $merged]]);
    }

    private static function isSplit(Field $field, Subject $subject): bool
    {
        return $subject->isGift() && in_array($field->key, Target::OF_PART, true);
    }

    /** A gift may be for it as a whole, or with one of its parts. */
    private static function ofGift(Subject $subject, FieldPlace $place, \stdClass $row, string $from, string $to): ?Change
    {
        $column = $place->column;
        $fields =
            mb_strtolower((string) $row->value) === mb_strtolower($from) && $row->value !== $to ? [$column => [$row->value, $to]] : [];
        $splits = in_array($column, ['fund', 'campaign', 'appeal'], true)
            ? Splits::stored($row->splits ?? '')
                ->renamed($column, $from, $to)
                ->written()
            : '';
        if ($splits !== '' && $splits !== $row->splits) {
            $fields['splits'] = [$row->splits, $splits];
        }

        return $fields === [] ? null : new Change($subject, $row->id, Action::Update, $fields);
    }

    /** @return list<Builder> parts of gifts beyond the first, which the gift itself has */
    private function furtherParts(Field $field): array
    {
        $column = FieldPlace::of($field->key)?->column;

        return $column !== null && in_array($field->key, Target::OF_PART, true)
            ? [$this->db->table('gift_splits')->where('place', '>', 0)->where($column, '<>', '')]
            : [];
    }

    private function holding(Field $field, ?Subject $subject = null): Builder
    {
        $place = FieldPlace::of($field->key) ?? throw new \LogicException("Nothing is kept for {$field->key}.");
        // A part of a gift may be for something though the first is for nothing.
        $isSplit = $subject !== null && self::isSplit($field, $subject);

        return $this->db
            ->table(Tables::of($subject ?? Subject::from($place->subject)))
            ->when(!$isSplit, static fn(Builder $query) => $query->whereNotNull($place->column)->where($place->column, '<>', ''))
            ->when($place->subject === 'custom', static fn(Builder $query) => $query->where('field', $field->key))
            ->when($place->subject === 'membership', static fn(Builder $query) => $query->where('list', $field->nature->list));
    }

    /** @param  list<array{value: string, code?: ?string, retired?: bool, spellings?: list<string>}>  $values  in order */
    public function replace(string $field, array $values): void
    {
        $this->db->transaction(static function () use ($field, $values): void {
            ListValue::query()->where('field', $field)->delete();
            foreach ($values as $place => $value) {
                ListValue::query()->create([
                    'field' => $field,
                    'value' => trim($value['value']),
                    'code' => trim((string) ($value['code'] ?? '')),
                    'place' => $place,
                    'is_retired' => $value['retired'] ?? false,
                    'spellings' => array_values(
                        array_filter(
                            array_map(trim(...), $value['spellings'] ?? []),
                            static fn(string $spelling): bool => $spelling !== '',
                        ),
                    ),
                ]);
            }
        });
    }

    /** @return list<array{values: array{string, string}, why: string}> */
    public static function near(PickList $list): array
    {
        return array_map(static fn(array $pair): array => ['values' => [$pair[0], $pair[1]], 'why' => $pair[2]], $list->nearDuplicates());
    }
}
