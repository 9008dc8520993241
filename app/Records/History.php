<?php

declare(strict_types=1);

namespace App\Records;

use App\Models\JournalEntry;
use App\Models\User;
use App\Standards\Sight;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Reversal;
use PineSieve\Core\Changes\Subject;

/** Every change to a supporter, with before and after; a single one can be put back. */
final readonly class History
{
    private const PAGE = 60;

    public function __construct(
        private RecordReader $reader,
        private RecordWriter $writer,
        private ChangeWords $words,
        private Ids $ids,
    ) {
    }

    /**
     * @param  int  $before  id of the entry that the page before ended with; 0 for the latest
     * @return array{entries: list<array<string, mixed>>, more: bool}
     */
    public function of(int $supporter, int $before, Sight $sight): array
    {
        $entries = JournalEntry::query()->with(['intake', 'user'])->where('supporter_id', $supporter)->when($before > 0, static fn ($query) => $query->where('id', '<', $before))->orderByDesc('id')->limit(self::PAGE)->get();
        $things = $this->reader->things([$supporter])[$supporter] ?? [];

        return [
            'entries' => $entries->map(fn (JournalEntry $entry): array => [
                'id' => $entry->id,
                'at' => $entry->at,
                'cause' => $entry->cause,
                'by' => $entry->user?->name,
                'intake' => $entry->intake === null ? null : ['id' => $entry->intake->id, 'name' => $entry->intake->name],
                'row' => $entry->row_number,
                'changes' => $this->shown($entry->changeList(), $things, $sight),
            ])->all(),
            'more' => $entries->count() === self::PAGE,
        ];
    }

    /**
     * @param  list<Change>  $changes
     * @param  array<string, array<string, ?string>>  $things
     * @return list<array<string, mixed>>
     */
    private function shown(array $changes, array $things, Sight $sight): array
    {
        $shown = [];
        foreach ($changes as $i => $change) {
            $thing = "{$change->subject->value}:{$change->ref}";
            $seen = $sight->ofChange($change, $things[$thing] ?? []);
            if ($seen !== null && $seen->fields !== []) {
                $shown[] = ['change' => $i, ...$this->words->of($seen, null, $things[$thing] ?? []), 'can_be_put_back' => Reversal::of([$change], $things, [])->changes !== [] && ! ($change->subject === Subject::Supporter && $change->action === Action::Create)];
            }
        }

        return $shown;
    }

    /**
     * Puts one change of one entry back, as far as it was not changed since.
     *
     * @throws NotKept if it was
     */
    public function putBack(JournalEntry $entry, int $number, ?User $user, Sight $sight): void
    {
        DB::transaction(function () use ($entry, $number, $user, $sight): void {
            $this->ids->queueUp();
            $change = $entry->changeList()[$number] ?? throw NotKept::gone();
            if ($change->subject === Subject::Supporter && $change->action === Action::Create) {
                throw NotKept::becauseOf('A supporter is not taken away from its own history. Undo the intake that made it.');
            }
            $things = $this->reader->things([$entry->supporter_id])[$entry->supporter_id] ?? throw NotKept::gone();
            foreach (array_keys($change->fields) as $column) {
                if (! $sight->seesColumn($change->subject->value, $column, $things["{$change->subject->value}:{$change->ref}"] ?? array_map(static fn (array $pair): ?string => $pair[1] ?? $pair[0], $change->fields))) {
                    throw NotKept::becauseOf('You may not change this field.');
                }
            }
            $since = [];
            foreach (JournalEntry::query()->where('supporter_id', $entry->supporter_id)->where('id', '>', $entry->id)->get() as $later) {
                foreach ($later->changeList() as $one) {
                    $since["{$one->subject->value}:{$one->ref}"] = true;
                }
            }
            $reversal = Reversal::of([$change], $things, $since);
            if ($reversal->changes === []) {
                throw NotKept::becauseOf(($reversal->kept[0]->reason ?? 'It is as it was before').', so it is not put back.');
            }
            $this->writer->write([new Entry($entry->supporter_id, $reversal->changes)], Cause::putBack($user?->id));
        });
    }
}
