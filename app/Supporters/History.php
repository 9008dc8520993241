<?php

declare(strict_types=1);

namespace App\Supporters;

use App\Accounts\User;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\Entry;
use App\Records\Ids;
use App\Records\JournalEntry;
use App\Records\RecordReader;
use App\Records\RecordWriter;
use App\Records\RowSources;
use App\Standards\FieldAccess;
use App\Support\Lists;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Checker;
use PineSieve\Core\Changes\Projection;
use PineSieve\Core\Changes\Reversal;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Records\NameForms;
use PineSieve\Core\Records\SupporterRecord;

/**
 * Every change to a supporter, with before and after; a single one can be put back.
 *
 * @phpstan-type HistoryField array{column: string, label: string, before: ?string, after: ?string, can_be_put_back: bool}
 * @phpstan-type HistoryChange array{subject: value-of<Subject>, action: value-of<Action>, change: int, fields: list<HistoryField>}
 * @phpstan-type SourceLabel array{id: int, name: string, file: string, sheet: string}
 * @phpstan-type HistoryEntry array{
 *     id: int, at: string, cause: value-of<ActKind>, by: ?string, intake: ?SourceLabel, row: ?int, changes: list<HistoryChange>,
 * }
 * @phpstan-type HistoryPage array{entries: list<HistoryEntry>, more: bool}
 */
final readonly class History
{
    private const PAGE = 60;

    public function __construct(
        private RecordReader $reader,
        private RecordWriter $writer,
        private ChangeWords $words,
        private Ids $ids,
        private Checker $checker,
        private RowSources $sources,
    ) {}

    /**
     * @param  int  $before  id of the entry that the page before ended with; 0 for the latest
     * @return HistoryPage
     */
    public function of(int $supporter, int $before, FieldAccess $sight): array
    {
        $entries = JournalEntry::ofSupporters([$supporter])
            ->with('act.user')
            ->when($before > 0, static fn($query) => $query->where('id', '<', $before))
            ->reorder('id', 'desc')
            ->limit(self::PAGE)
            ->get();

        return [
            'entries' => $this->ofMany($entries, $sight)[$supporter] ?? [],
            'more' => $entries->count() === self::PAGE,
        ];
    }

    /**
     * What was done to one gift or one promise, whosever it was then.
     *
     * @return list<HistoryEntry> the latest first
     */
    public function ofThing(Subject $subject, int $id, int $supporter, FieldAccess $sight): array
    {
        $entries = JournalEntry::query()
            ->with('act.user')
            ->whereIn('id', DB::table('journal_things')->where('kind', $subject)->where('thing_id', $id)->select('entry_id'))
            ->orderByDesc('id')
            ->get();
        $isIt = static fn(Change $change): bool => $change->subject === $subject && $change->ref === $id;

        return $this->entries($entries, $this->reader->things([$supporter])[$supporter] ?? [], $isIt, $sight);
    }

    /**
     * Entries of supporters, as far as the person may see what they wrote.
     *
     * @param  Collection<int, JournalEntry>  $entries
     * @return array<int, list<HistoryEntry>> by supporter, in the order of the entries
     */
    public function ofMany(Collection $entries, FieldAccess $sight): array
    {
        $of = $entries->groupBy('owner_id');
        $things = $this->reader->things(Lists::ints($of->keys()));
        $all = static fn(Change $change): bool => true;

        return $of->map(fn(Collection $own, int $id): array => $this->entries($own, $things[$id] ?? [], $all, $sight))->all();
    }

    /**
     * @param  Collection<int, JournalEntry>  $entries
     * @param  array<string, array<string, ?string>>  $things  what is stored of the supporter now
     * @param  callable(Change): bool  $isShown
     * @return list<HistoryEntry>
     */
    private function entries(Collection $entries, array $things, callable $isShown, FieldAccess $sight): array
    {
        $sources = $this->sources->of(JournalEntry::intakesOf($entries));

        return Lists::of(
            $entries->map(
                fn(JournalEntry $entry): array => [
                    'id' => $entry->id,
                    'at' => $entry->at,
                    'cause' => $entry->act->kind->value,
                    'by' => $entry->act->user?->name,
                    'intake' => ($sources[$entry->act->intake_id] ?? null)?->label(),
                    'row' => $entry->row_number,
                    'changes' => $this->shown(array_filter($entry->changeList(), $isShown), $things, $sight),
                ],
            ),
        );
    }

    /**
     * @param  array<int, Change>  $changes  by their place in the entry
     * @param  array<string, array<string, ?string>>  $things
     * @return list<HistoryChange>
     */
    private function shown(array $changes, array $things, FieldAccess $sight): array
    {
        $shown = [];
        foreach ($changes as $i => $change) {
            $thing = "{$change->subject->value}:{$change->ref}";
            $seen = $sight->ofChange($change, $things[$thing] ?? []);
            if ($seen !== null && $seen->fields !== []) {
                $words = $this->words->of($seen, null, $things[$thing] ?? []);
                $shown[] = [
                    ...$words,
                    'change' => $i,
                    'fields' => array_map(
                        static fn(array $field, int $at): array => [
                            ...$field,
                            'can_be_put_back' => match ($change->action) {
                                Action::Update => Reversal::of([$change->only($field['column'])], $things, [])->changes !== [],
                                // What was made or taken away goes or comes back as a whole.
                                default => $at === 0 &&
                                    $change->subject !== Subject::Supporter &&
                                    Reversal::of([$change], $things, [])->changes !== [],
                            },
                        ],
                        $words['fields'],
                        array_keys($words['fields']),
                    ),
                ];
            }
        }

        return $shown;
    }

    /**
     * Puts one change of one entry back, as far as it was not changed since.
     *
     * @param  ?string  $column  null for all that changed of the thing
     *
     * @throws NotKept if it was
     */
    public function putBack(JournalEntry $entry, int $number, ?string $column, ?User $user, FieldAccess $sight): void
    {
        DB::transaction(function () use ($entry, $number, $column, $user, $sight): void {
            $this->ids->queueUp();
            $change = $entry->changeList()[$number] ?? throw NotKept::gone();
            if ($change->subject === Subject::Supporter && $change->action === Action::Create) {
                throw NotKept::becauseOf('A supporter can\'t be removed from its own history. Undo the intake that made it.');
            }
            if ($column !== null && $change->action === Action::Update) {
                $change = isset($change->fields[$column]) ? $change->only($column) : throw NotKept::gone();
            }
            $things = $this->reader->things([$entry->owner_id])[$entry->owner_id] ?? throw NotKept::gone();
            foreach (array_keys($change->fields) as $touched) {
                if (
                    !$sight->editsColumn(
                        $change->subject->value,
                        $touched,
                        $things["{$change->subject->value}:{$change->ref}"] ??
                            array_map(static fn(array $pair): ?string => $pair[1] ?? $pair[0], $change->fields),
                    )
                ) {
                    throw NotKept::becauseOf('You may not change this field.');
                }
            }
            $reversal = Reversal::of([$change], $things, JournalEntry::touchedAfter($entry->id, $entry->owner_id));
            if ($reversal->changes === []) {
                throw NotKept::becauseOf(($reversal->kept[0]->reason ?? 'It is as it was before') . ', so it is not put back.');
            }
            $stored = $this->reader->read([$entry->owner_id])[$entry->owner_id] ?? throw NotKept::gone();
            $changes = $this->withForms($stored, $reversal->changes);
            $problems = $this->checker->blocking($stored, $changes, $this->reader->gifts([$entry->owner_id])[$entry->owner_id] ?? []);
            if ($problems !== []) {
                throw NotKept::becauseOf("{$problems[0]->reason}, so it is not put back. {$problems[0]->remedy}.");
            }
            $this->writer->write([new Entry($entry->owner_id, $changes)], Act::once(ActKind::PutBack, $user?->id));
        });
    }

    /**
     * A name that is put back takes its greeting and the like with it.
     *
     * @param  list<Change>  $changes
     * @return list<Change>
     */
    private function withForms(SupporterRecord $stored, array $changes): array
    {
        if ($changes[0]->subject !== Subject::Supporter || $changes[0]->action !== Action::Update) {
            return $changes;
        }
        foreach (NameForms::following($stored, Projection::after($stored, $changes)) as $column => $form) {
            if ($form !== $stored->field($column) && !isset($changes[0]->fields[$column])) {
                $changes = Change::merged(
                    $changes,
                    new Change(Subject::Supporter, $changes[0]->ref, Action::Update, [
                        $column => [$stored->fields[$column] ?? null, $form],
                    ]),
                );
            }
        }

        return $changes;
    }
}
