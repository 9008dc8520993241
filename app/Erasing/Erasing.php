<?php

declare(strict_types=1);

namespace App\Erasing;

use App\Accounts\Audit;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\Entry;
use App\Records\Erased;
use App\Records\Ids;
use App\Records\Merge;
use App\Records\RecordReader;
use App\Records\RecordWriter;
use App\Support\Lists;
use Illuminate\Database\Connection;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Erasure as WhatStays;
use PineSieve\Core\Changes\Subject;

/**
 * Erases someone: names, ways to reach them, notes and lists go from the records, from the journal, and from whatever else keeps them; what
 * they gave stays, without a name. It is the one exception to the journal: what was written there is rewritten in place.
 */
final readonly class Erasing
{
    private const CHUNK = 500;

    /** @param  iterable<Forgets>  $keepers */
    public function __construct(
        private Connection $db,
        private RecordReader $reader,
        private RecordWriter $writer,
        private Ids $ids,
        private iterable $keepers,
    ) {}

    /** @return array<string, int> what there is of someone, as "addresses", to how many; what stays is "gifts" and "promises" */
    public function about(int $supporter): array
    {
        $counts = Erased::among([$supporter]) === [] ? ['names, dates and consents' => 1] : [];
        foreach (array_keys($this->reader->things([$supporter])[$supporter] ?? []) as $thing) {
            $what = match (explode(':', $thing)[0]) {
                'address' => 'addresses',
                'email' => 'emails',
                'phone' => 'phones',
                'identifier' => 'ids elsewhere',
                'membership' => 'groups and tags',
                'custom' => 'own fields',
                'link', 'link to' => 'links',
                'unread' => 'values that could not be read',
                'note' => 'dated notes',
                'gift' => 'gifts',
                'entry' => 'gifts that wait',
                'promise' => 'promises',
                'credit to' => 'gifts of others for them',
                default => null,
            };
            if ($what !== null) {
                $counts[$what] = ($counts[$what] ?? 0) + 1;
            }
        }
        $who = Forgotten::of($supporter, $this->reader);
        $more = [
            'journal entries' => $this->db->table('journal')->where('owner_kind', 'supporter')->whereIn('owner_id', $who->ids)->count(),
        ];
        foreach ($this->keepers as $keeper) {
            $more = [...$more, ...$keeper->has($who)];
        }

        return array_filter([...$counts, ...$more]);
    }

    /** The records, the journal, and all that is kept in tables, as one. */
    public function write(Erasure $erasure): void
    {
        $this->db->transaction(function () use ($erasure): void {
            $this->ids->queueUp();
            $who = Forgotten::of($erasure->supporter_id, $this->reader);
            $counts = $this->about($erasure->supporter_id);
            $files = [];
            foreach ($this->keepers as $keeper) {
                array_push($files, ...$keeper->forget($who));
            }
            $act = Act::begin(ActKind::Erase, $erasure->user_id, "Erased supporter {$erasure->supporter_id}");
            $honoring = $this->honoring($who);
            // First, so that whoever follows what is written knows it.
            $this->db
                ->table('erased')
                ->insertOrIgnore(array_map(static fn(int $id): array => ['supporter_id' => $id, 'erasure_id' => $erasure->id], $who->ids));
            $this->writer->write($this->entries($erasure->supporter_id, $who, $honoring), $act);
            $act->end();
            $this->rewrite($who, $honoring);
            $this->unname($who);
            $erasure->update([
                'state' => 'written',
                'act_id' => $act->id,
                'counts' => $counts,
                'files' => $files,
                'error' => null,
                'erased_at' => $erasure->asked_by === Erasure::RESTORED ? $erasure->erased_at : now(),
            ]);
            Audit::note(
                Audit::ERASED,
                "Erased supporter {$erasure->supporter_id}, asked for by {$erasure->asked_by}",
                userId: $erasure->user_id,
            );
        });
    }

    /**
     * @param  array<int, list<Change>>  $honoring
     * @return list<Entry>
     */
    private function entries(int $supporter, Forgotten $who, array $honoring): array
    {
        $entries = [new Entry($supporter, WhatStays::of($supporter, $this->reader->things([$supporter])[$supporter] ?? []))];
        foreach ($this->db->table('links')->whereIn('other_id', $who->ids)->get() as $link) {
            $values = ['kind' => $link->kind, 'other_id' => (string) $link->other_id, 'role' => $link->role];
            $entries[] = new Entry((int) $link->supporter_id, [Change::delete(Subject::Link, (int) $link->id, $values)]);
        }
        foreach ($honoring as $giver => $changes) {
            $entries[] = new Entry($giver, $changes);
        }

        return $entries;
    }

    /** @return array<int, list<Change>> giver to what takes the name from gifts that honor them */
    private function honoring(Forgotten $who): array
    {
        $changes = [];
        foreach ([Subject::Gift->value => 'gifts', Subject::Entry->value => 'batch_entries'] as $subject => $table) {
            $gifts = $this->db
                ->table($table)
                ->whereIn('tribute_id', $who->ids)
                ->whereNotIn('supporter_id', $who->ids)
                ->whereNotNull('tribute')
                ->get(['id', 'supporter_id', 'tribute']);
            foreach ($gifts as $gift) {
                $changes[(int) $gift->supporter_id][] = new Change(Subject::from($subject), (int) $gift->id, Action::Update, [
                    'tribute' => [$gift->tribute, null],
                ]);
            }
        }

        return $changes;
    }

    /** @param  array<int, list<Change>>  $honoring */
    private function rewrite(Forgotten $who, array $honoring): void
    {
        $this->db
            ->table('journal')
            ->where('owner_kind', 'supporter')
            ->whereIn('owner_id', $who->ids)
            ->select(['id', 'changes'])
            ->chunkById(self::CHUNK, fn($entries) => $entries->each(fn($entry) => $this->tell($entry, WhatStays::told(...))));
        foreach (array_merge(...array_values($honoring)) as $change) {
            $entries = $this->db
                ->table('journal_things')
                ->where('kind', $change->subject->value)
                ->where('thing_id', $change->ref)
                ->pluck('entry_id');
            $honored = static fn(Change $one): Change => $one->subject === $change->subject && $one->ref === $change->ref
                ? WhatStays::honoring($one)
                : $one;
            foreach (
                $this->db
                    ->table('journal')
                    ->whereIn('id', $entries)
                    ->get(['id', 'changes'])
                as $entry
            ) {
                $this->tell($entry, $honored);
            }
        }
    }

    /** @param  callable(Change): Change  $told */
    private function tell(\stdClass $entry, callable $told): void
    {
        $changes = array_map(static fn(Change $change): array => $told($change)->toArray(), Change::listFrom($entry->changes));
        $this->db
            ->table('journal')
            ->where('id', $entry->id)
            ->update(['changes' => json_encode($changes, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR)]);
    }

    /** Sentences that name them, and what merges remember of them. */
    private function unname(Forgotten $who): void
    {
        $acts = $who->acts();
        $numbers = array_map(static fn(int $id): string => "({$id})", $who->ids);
        foreach (['acts' => ['what', 'id'], 'audit' => ['what', 'act_id'], 'messages' => ['text', null]] as $table => [$column, $act]) {
            foreach ($who->names as $name) {
                $this->db
                    ->table($table)
                    ->where($column, 'like', Lists::within($name))
                    ->when(
                        $act !== null,
                        static fn($query) => $query->where(static function ($of) use ($act, $acts, $column, $numbers): void {
                            $of->whereIntegerInRaw((string) $act, $acts);
                            foreach ($numbers as $number) {
                                $of->orWhere($column, 'like', "%{$number}%");
                            }
                        }),
                    )
                    ->get(['id', $column])
                    ->each(
                        fn(\stdClass $row) => $this->db
                            ->table($table)
                            ->where('id', $row->id)
                            ->update([$column => $who->without($row->{$column})]),
                    );
            }
        }
        $merges = Merge::query()->where(static function ($of) use ($who): void {
            $of->whereIn('survivor_id', $who->ids);
            foreach ($who->ids as $id) {
                $of->orWhereJsonContains('gone', ['id' => $id]);
            }
        });
        foreach ($merges->get() as $merge) {
            $gone = array_map(
                static fn(array $one): array => in_array($one['id'], $who->ids, true) ? [...$one, 'name' => 'Erased'] : $one,
                $merge->gone,
            );
            $merge->update(['gone' => $gone, 'records' => null]);
        }
    }
}
