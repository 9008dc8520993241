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
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\PickList;

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
        foreach (
            $this->holding($field)
                ->groupBy($place->column)
                ->orderByDesc('n')
                ->limit(5000)
                ->get([$place->column . ' as value', $this->db->raw('count(*) as n')])
            as $row
        ) {
            foreach (explode("\n", (string) $row->value) as $value) {
                $counts[$value] = ($counts[$value] ?? 0) + $row->n;
            }
        }

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
        $after = 0;
        do {
            $rows = $this->having($field, $from)->where('id', '>', $after)->orderBy('id')->limit(self::CHUNK)->get();
            $after = $rows->last()->id ?? $after;
            $entries = $this->entries($field, Lists::of($rows), $from, $to);
            if ($entries !== []) {
                yield $entries;
            }
        } while ($rows->count() === self::CHUNK);
    }

    /** @param  non-empty-list<Entry>  $entries */
    private function check(array $entries): void
    {
        $ids = array_values(array_unique(array_map(static fn(Entry $entry): int => (int) $entry->owner, $entries)));
        [$stored, $gifts] = [$this->reader->read($ids), $this->reader->gifts($ids)];
        foreach ($entries as $entry) {
            $id = (int) $entry->owner;
            $problems = $this->checker->blocking($stored[$id], $entry->changes, $gifts[$id] ?? []);
            if ($problems !== []) {
                throw UnusableMerge::of($stored[$id]->field('display_name'), $problems[0]->reason);
            }
        }
    }

    private function having(Field $field, string $value): Builder
    {
        $place = FieldPlace::of($field->key) ?? throw new \LogicException("Nothing is kept for {$field->key}.");

        return $this->holding($field)
            ->where(static function (Builder $query) use ($place, $value, $field): void {
                $query->where($place->column, $value);
                if ($field->type === FieldType::Choices) {
                    $query->orWhereRaw("concat('\n', {$place->column}, '\n') like ?", ["%\n" . addcslashes($value, '\\%_') . "\n%"]);
                }
            })
            ->select(['id', 'supporter_id', $place->column . ' as value']);
    }

    /**
     * @param  list<\stdClass>  $rows
     * @return list<Entry>
     */
    private function entries(Field $field, array $rows, string $from, string $to): array
    {
        $place = FieldPlace::of($field->key) ?? throw new \LogicException("Nothing is kept for {$field->key}.");
        $entries = [];
        foreach ($rows as $row) {
            $change = $this->change($field, $place, $row, $from, $to);
            if ($change !== null) {
                $entries[] = new Entry($row->supporter_id, [$change]);
            }
        }

        return $entries;
    }

    private function change(Field $field, FieldPlace $place, \stdClass $row, string $from, string $to): ?Change
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
            : new Change(Subject::from($place->subject), $row->id, Action::Update, [$place->column => [$row->value, $merged]]);
    }

    private function holding(Field $field): Builder
    {
        $place = FieldPlace::of($field->key) ?? throw new \LogicException("Nothing is kept for {$field->key}.");

        return $this->db
            ->table(Tables::NAMES[$place->subject])
            ->whereNotNull($place->column)
            ->where($place->column, '<>', '')
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
