<?php

declare(strict_types=1);

namespace App\Records;

use Illuminate\Database\Connection;
use LogicException;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Projection;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Gifts\Credits;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Records\SupporterRecord;

/**
 * The one door: every write to supporters, what hangs on them, and gifts goes through here and is journalled.
 * Loads, undos and the demo use it alike; nothing else writes these tables.
 */
final class RecordWriter
{
    /** @var array<string, int> reference to id */
    private array $ids = [];

    /** @var array<string, array<int, array<string, mixed>>> subject to id to columns */
    private array $inserts = [];

    /** @var array<string, array<int, array<string, mixed>>> subject to id to columns */
    private array $updates = [];

    /** @var array<string, list<int>> */
    private array $deletes = [];

    /** @var array<int, ?SupporterRecord> supporters that this call creates, as they become */
    private array $created = [];

    /** @param  iterable<FollowsWrites>  $followers  told of each writing, in their order */
    public function __construct(
        private readonly Connection $db,
        private readonly Bulk $bulk,
        private readonly Ids $sequence,
        private readonly RecordReader $reader,
        private readonly iterable $followers,
    ) {}

    /**
     * @param  list<Entry>  $entries
     * @param  array<string, int>  $known  references that stand for records made before
     * @return array<string, int> every reference in the entries to the id that it got
     *
     * @throws LogicException outside of a transaction
     * @throws Erased if it is about someone who was erased
     */
    public function write(array $entries, Act $act, array $known = []): array
    {
        if ($this->db->transactionLevel() === 0) {
            throw new LogicException('Records are written in a transaction.');
        }
        $this->sequence->queueUp();
        [$this->ids, $this->inserts, $this->updates, $this->deletes, $this->created] = [$known, [], [], [], []];
        $this->giveIds($entries);
        $journal = [];
        $touched = [];
        $ofSupporters = [];
        foreach ($entries as $entry) {
            $owner = $this->id($entry->owner);
            $changes = array_map($this->resolved(...), $entry->changes);
            if ($entry->kind === Subject::Supporter) {
                $ofSupporters[$owner] = [...$ofSupporters[$owner] ?? [], ...$changes];
            }
            foreach ($changes as $change) {
                $this->collect($change, $entry->kind, $owner, $act);
            }
            if ($entry->kind === Subject::Supporter) {
                $this->project($owner, $changes, $touched);
            }
            $journal[] = [$entry->kind, $owner, $entry->row, $changes];
        }
        if ($act->kind !== ActKind::Erase) {
            Erased::mustStay($ofSupporters);
        }
        $before = $this->reader->read(array_keys($touched));
        $gift = Subject::Gift->value;
        $gifts = $this->reader->giftsOf([...array_keys($this->updates[$gift] ?? []), ...$this->deletes[$gift] ?? []]);
        $this->apply();
        $this->journal($journal, $act);
        $this->tell($before, $gifts, $act);

        return $this->ids;
    }

    /** @param  list<Entry>  $entries */
    private function giveIds(array $entries): void
    {
        $wanted = [];
        foreach ($entries as $entry) {
            foreach ($entry->changes as $change) {
                if ($change->action === Action::Create && is_string($change->ref)) {
                    $wanted[$change->subject->value][] = $change->ref;
                }
            }
        }
        foreach ($wanted as $subject => $refs) {
            $next = $this->sequence->reserve($subject, count($refs));
            foreach ($refs as $ref) {
                $this->ids[$ref] = $next++;
            }
        }
    }

    private function id(int|string $ref): int
    {
        return is_int($ref) ? $ref : $this->ids[$ref] ?? throw new UnknownReference($ref);
    }

    /** The change with ids in place of what stands for records that are made here. */
    private function resolved(Change $change): Change
    {
        $fields = $change->fields;
        foreach (['other_id', 'corrects_id', 'promise_id', 'tribute_id'] as $column) {
            if (isset($fields[$column][1])) {
                $ref = $fields[$column][1];
                $fields[$column][1] = (string) $this->id(ctype_digit($ref) ? (int) $ref : $ref);
            }
        }

        if (isset($fields['credits'][1])) {
            $credits = Credits::stored($fields['credits'][1]);
            $ids = array_map(fn(string $ref): int => $this->id(ctype_digit($ref) ? (int) $ref : $ref), $credits->supporters());
            // Who is credited can turn out to be one and the same.
            $fields['credits'][1] = $credits->becoming(array_combine($credits->supporters(), $ids), '', '')->written();
        }

        return new Change($change->subject, $this->id($change->ref), $change->action, $fields);
    }

    private function collect(Change $change, Subject $kind, int $owner, Act $act): void
    {
        $subject = $change->subject->value;
        $id = (int) $change->ref;
        if ($change->action === Action::Delete) {
            $this->deletes[$subject][] = $id;

            return;
        }
        $values = array_intersect_key($change->after(), array_flip(Tables::columns($subject)));
        if ($change->action === Action::Create) {
            $row = ['id' => $id, ...$change->subject === $kind ? [] : ["{$kind->value}_id" => $owner]];
            foreach (Tables::columns($subject) as $column) {
                $row[$column] = $values[$column] ?? (Tables::DEFAULTS[$subject][$column] ?? null);
            }
            if ($change->subject->knowsIntake()) {
                // One that is put back keeps the intake that brought it.
                $row['intake_id'] ??= $act->intake_id;
            }
            $this->inserts[$subject][$id] = $row;

            return;
        }
        if (isset($this->inserts[$subject][$id])) {
            $this->inserts[$subject][$id] = [...$this->inserts[$subject][$id], ...$values];
        } else {
            $this->updates[$subject][$id] = [...$this->updates[$subject][$id] ?? [], ...$values];
        }
    }

    /**
     * @param  list<Change>  $changes
     * @param  array<int, true>  $touched
     */
    private function project(int $supporter, array $changes, array &$touched): void
    {
        $first = $changes[0] ?? null;
        if ($first !== null && $first->subject === Subject::Supporter && $first->action === Action::Create) {
            $this->created[$supporter] = null;
        }
        if (array_key_exists($supporter, $this->created)) {
            $this->created[$supporter] = Projection::after($this->created[$supporter], $changes);
        } else {
            $touched[$supporter] = true;
        }
    }

    private function apply(): void
    {
        foreach (array_reverse(Tables::NAMES) as $subject => $table) {
            $this->bulk->delete($table, $this->deletes[$subject] ?? []);
        }
        foreach (Tables::NAMES as $subject => $table) {
            if (isset($this->inserts[$subject])) {
                $rows = array_values($this->inserts[$subject]);
                $this->bulk->insert($table, array_keys($rows[0]), array_map(array_values(...), $rows));
            }
            $this->bulk->update($table, $this->updates[$subject] ?? []);
        }
    }

    /**
     * @param  array<int, SupporterRecord>  $before  supporters that were there
     * @param  array<int, Gift>  $gifts  that are changed or deleted, as they were
     */
    private function tell(array $before, array $gifts, Act $act): void
    {
        $after = array_filter($this->created);
        foreach (array_chunk(array_keys($before), 1000) as $chunk) {
            $this->db->update('update supporters set version = version + 1 where id in (' . implode(',', $chunk) . ')');
            $after += $this->reader->read($chunk);
        }
        $stored = array_map(array_keys(...), $this->inserts);
        foreach ($this->updates as $subject => $changed) {
            $stored[$subject] = [...$stored[$subject] ?? [], ...array_keys($changed)];
        }
        $written = new Written($act, $before, $after, array_fill_keys(array_keys($this->created), true), $stored, $this->deletes, $gifts);
        foreach ($this->followers as $follower) {
            $follower->follow($written);
        }
    }

    /** @param  list<array{Subject, int, ?int, list<Change>}>  $entries kind and id of the owner, row, changes */
    private function journal(array $entries, Act $act): void
    {
        if ($entries === []) {
            return;
        }
        $next = $this->sequence->reserve('journal', count($entries));
        $now = now()->format('Y-m-d H:i:s.v');
        [$rows, $things] = [[], []];
        foreach ($entries as [$kind, $owner, $row, $changes]) {
            $json = json_encode(
                array_map(static fn(Change $change): array => $change->toArray(), $changes),
                JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR,
            );
            $rows[] = [$next, $now, $act->id, $row, $kind->value, $owner, $json];
            foreach ($changes as $change) {
                $thing = [$change->subject->value, (int) $change->ref, $next, $change->action->value];
                $things["{$thing[0]}:{$thing[1]}:{$thing[2]}"] ??= $thing;
            }
            $next++;
        }
        $this->bulk->insert('journal', ['id', 'at', 'act_id', 'row_number', 'owner_kind', 'owner_id', 'changes'], $rows);
        $this->bulk->insert('journal_things', ['kind', 'thing_id', 'entry_id', 'action'], array_values($things));
    }
}
