<?php

declare(strict_types=1);

namespace App\Merging;

use App\Accounts\Audit;
use App\Accounts\User;
use App\Duplicates\Decisions;
use App\Duplicates\Neighbors;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\Entry;
use App\Records\Erased;
use App\Records\GiftSums;
use App\Records\Ids;
use App\Records\JournalEntry;
use App\Records\Merge;
use App\Records\PromiseSums;
use App\Records\RecordReader;
use App\Records\RecordWriter;
use App\Records\Snapshot;
use App\Records\Tables;
use Illuminate\Database\Connection;
use LogicException;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Checker;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Gifts\Credits;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Merging\CannotMerge;
use PineSieve\Core\Merging\MergeCandidate;
use PineSieve\Core\Merging\MergePlan;
use PineSieve\Core\Merging\MergePolicy;
use PineSieve\Core\Merging\Merger;
use PineSieve\Core\Merging\Unmerge;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Problem;
use PineSieve\Core\Standards\Standards;

/** Makes several supporters one, and takes them apart again. */
final readonly class Merges
{
    /** Supporters that can become one in one go. */
    public const MOST = 20;

    public function __construct(
        private Connection $db,
        private RecordReader $reader,
        private RecordWriter $writer,
        private Ids $ids,
        private Neighbors $neighbors,
        private Decisions $decisions,
        private Standards $standards,
        private Checker $checker,
    ) {}

    /**
     * @param  list<int>  $supporters
     * @return list<MergeCandidate> in the order of their ids
     *
     * @throws CannotMerge if one is not there
     */
    public function candidates(array $supporters): array
    {
        $records = $this->reader->read($supporters);
        $missing = array_diff($supporters, array_keys($records));
        if ($missing !== []) {
            $merge = Merge::ofGone(reset($missing));
            throw new CannotMerge(
                'Supporter ' .
                    reset($missing) .
                    ($merge === null ? ' is not there any more.' : " was merged into supporter {$merge->survivor_id}."),
            );
        }
        if (Erased::among($supporters) !== []) {
            throw new CannotMerge('Someone who was erased can\'t become one with another.');
        }
        ksort($records);
        [$gifts, $entries] = [$this->reader->gifts($supporters), $this->reader->entries($supporters)];
        $histories = $this->histories($supporters);

        return array_values(
            array_map(
                static fn(SupporterRecord $record): MergeCandidate => new MergeCandidate(
                    $record,
                    $gifts[(int) $record->ref] ?? [],
                    ...[...$histories[(int) $record->ref] ?? [], 'entries' => $entries[(int) $record->ref] ?? []],
                ),
                $records,
            ),
        );
    }

    /**
     * @param  list<MergeCandidate>  $candidates
     * @param  array<string, string>  $typed
     */
    public function plan(array $candidates, MergePolicy $policy, ?int $survivor, array $typed): MergePlan
    {
        $ids = array_map(static fn(MergeCandidate $one): int => $one->id(), $candidates);

        return (new Merger($policy, $this->single()))->plan($candidates, $survivor, $typed, $this->linksTo($ids), $this->creditedTo($ids));
    }

    /**
     * @param  list<int>  $supporters
     * @param  array<string, string>  $typed  column or custom field to the value that a person chose or wrote
     *
     * @throws CannotMerge if they can't become one; nothing is written then
     */
    public function merge(array $supporters, MergePolicy $policy, ?int $survivor, array $typed, ?User $user): Merge
    {
        return $this->db->transaction(function () use ($supporters, $policy, $survivor, $typed, $user): Merge {
            $this->ids->queueUp();
            $candidates = $this->candidates($supporters);
            $plan = $this->plan($candidates, $policy, $survivor, $typed);
            $this->mustBeValues($plan, $candidates);
            $this->mustKeepTheRules($plan, $candidates);
            $before = $this->given($supporters);
            $act = Act::once(ActKind::Merge, $user?->id);
            $this->writer->write($this->entries($plan->changes), $act);
            if ($this->given([$plan->survivor]) !== $before) {
                throw new LogicException("The gifts of supporter {$plan->survivor} are not those of all who were merged into it.");
            }
            $gone = array_values(array_filter($candidates, static fn(MergeCandidate $one): bool => $one->id() !== $plan->survivor));
            $merge = Merge::query()->create([
                'survivor_id' => $plan->survivor,
                'gone' => array_map(
                    static fn(MergeCandidate $one): array => ['id' => $one->id(), 'name' => $one->record->field('display_name')],
                    $gone,
                ),
                'records' => array_map(static fn(MergeCandidate $one): array => Snapshot::of($one->record), $candidates),
                'act_id' => $act->id,
                'user_id' => $user?->id,
            ]);
            $this->decisions->inherit($merge);
            // Whoever was like those who are gone may be like the one that they became.
            $this->neighbors->lookAgain([$plan->survivor]);
            Audit::note(
                Audit::MERGE,
                'Merged ' .
                    implode(
                        ', ',
                        array_map(static fn(MergeCandidate $one): string => "{$one->record->field('display_name')} ({$one->id()})", $gone),
                    ) .
                    " into {$plan->merged->field('display_name')} ({$plan->survivor})",
            );

            return $merge;
        });
    }

    /**
     * What came to the survivor after the merge: whose it is, a person says.
     *
     * @return array<string, array<string, ?string>> "subject:id" to its columns
     */
    public function since(Merge $merge): array
    {
        $things = $this->reader->things([$merge->survivor_id])[$merge->survivor_id] ?? [];
        $since = [];
        foreach (
            JournalEntry::ofSupporters([$merge->survivor_id])
                ->where('id', '>', $merge->lastEntry())
                ->get()
            as $entry
        ) {
            foreach ($entry->act->kind->moves() ? [] : $entry->changeList() as $change) {
                $thing = "{$change->subject->value}:{$change->ref}";
                // What takes a gift back goes where the gift goes.
                if ($change->action === Action::Create && isset($things[$thing]) && !isset($things[$thing]['corrects_id'])) {
                    $since[$thing] = $things[$thing];
                }
            }
        }

        return $since;
    }

    /**
     * @param  array<string, int>  $given  "subject:id" of what came since to whose it is, where that is not the survivor
     *
     * @throws CannotMerge if it can't be taken apart; nothing is written then
     */
    public function apart(Merge $merge, array $given, ?User $user): Unmerge
    {
        return $this->db->transaction(function () use ($merge, $given, $user): Unmerge {
            $this->ids->queueUp();
            $merge->refresh();
            if ($merge->undone_at !== null) {
                throw new CannotMerge('They were taken apart already.');
            }
            if (Erased::among([$merge->survivor_id, ...$merge->goneIds()]) !== []) {
                throw new CannotMerge('They were erased, and can\'t be taken apart any more.');
            }
            if (array_diff_key($given, $this->since($merge)) !== []) {
                throw new CannotMerge('Only what came after the merge can be given to one of those who come back.');
            }
            $done = $merge->done();
            $before = $this->given([$merge->survivor_id]);
            $unmerge = Unmerge::plan(
                $merge->survivor_id,
                $done,
                $this->reader->things(array_values(array_unique([$merge->survivor_id, ...array_keys($done)]))),
                $given,
            );
            $this->writer->write($this->entries($unmerge->changes), Act::once(ActKind::Unmerge, $user?->id));
            if ($this->given([$merge->survivor_id, ...$merge->goneIds()]) !== $before) {
                throw new LogicException("The gifts of supporter {$merge->survivor_id} were not divided without rest.");
            }
            $this->decisions->disinherit($merge);
            $this->neighbors->lookAgain([$merge->survivor_id, ...$merge->goneIds()]);
            $merge->forceFill(['undone_at' => now(), 'undone_by' => $user?->id])->save();
            $merge->act->markUndone($user?->id);
            Audit::note(
                Audit::MERGE,
                "Took supporter {$merge->survivor_id} apart again: " .
                    implode(', ', array_map(static fn(array $one): string => "{$one['name']} ({$one['id']})", $merge->gone)) .
                    ' came back',
            );

            return $unmerge;
        });
    }

    /**
     * @param  array<int, list<Change>>  $changes
     * @return list<Entry>
     */
    private function entries(array $changes): array
    {
        return array_map(static fn(int $supporter, array $of): Entry => new Entry($supporter, $of), array_keys($changes), $changes);
    }

    /** @return list<string> columns and custom fields in which several values can't be joined */
    private function single(): array
    {
        $customs = array_filter(
            $this->standards->catalog->all(),
            static fn(Field $field): bool => $field->isCustom() && !$field->type->isList() && $field->type !== FieldType::Text,
        );

        return ['birth_date', ...array_values(array_map(static fn(Field $field): string => $field->key, $customs))];
    }

    /**
     * A value that none of them had, such as several that are joined, must be one that its field can hold.
     *
     * @param  list<MergeCandidate>  $candidates
     */
    private function mustBeValues(MergePlan $plan, array $candidates): void
    {
        foreach (MergePolicy::columns() as $column) {
            $value = $plan->merged->field($column);
            $own = array_map(static fn(MergeCandidate $one): string => $one->record->field($column), $candidates);
            $field = FieldPlace::field('supporter', $column);
            if ($field === null || in_array($value, ['', ...$own], true)) {
                continue;
            }
            $fault = $this->standards->formats->of($this->standards->catalog->field($field))->read($value)->fault;
            if ($fault !== null) {
                throw new CannotMerge(
                    "{$this->standards->catalog->field($field)->label}: {$fault->reason}. Choose one of the values, or write it.",
                );
            }
        }
    }

    /**
     * Nothing gets around the organization's rules: what none of them broke, the one that they become does not break either.
     *
     * @param  list<MergeCandidate>  $candidates
     */
    private function mustKeepTheRules(MergePlan $plan, array $candidates): void
    {
        $records = array_column(array_map(static fn(MergeCandidate $one): array => [$one->id(), $one->record], $candidates), 1, 0);
        $problems = $this->checker->blocking(
            $records[$plan->survivor],
            $plan->changes[$plan->survivor] ?? [],
            array_replace(...array_map(static fn(MergeCandidate $one): array => $one->gifts, $candidates)),
            array_values(array_diff_key($records, [$plan->survivor => true])),
        );
        if ($problems !== []) {
            throw new CannotMerge(
                implode('. ', array_map(static fn(Problem $problem): string => $problem->reason, $problems)) .
                    '. Choose the value that fulfils it.',
            );
        }
    }

    /**
     * @param  list<int>  $supporters
     * @return array<int, array{int, array<string, string>}> number of their gifts, and what they amount to by currency; of those that wait in batches; and of their promises
     */
    private function given(array $supporters): array
    {
        $promised = PromiseSums::of($this->db->table('promises')->whereIn('supporter_id', $supporters));

        return array_map(
            function (Subject $subject) use ($supporters): array {
                $sums = GiftSums::of($this->db->table(Tables::of($subject))->whereIn('supporter_id', $supporters));

                return [$sums->gifts + $sums->promises, $sums->given->plus($sums->promised)->toArray()];
            },
            [Subject::Gift, Subject::Entry],
        ) + [2 => [$promised->promises, $promised->promised->toArray()]];
    }

    /**
     * @param  list<int>  $supporters
     * @return array<int, array{changed: array<string, string>, intake: ?int}> supporter to when the values of its columns were written, and the intake that brought it
     */
    private function histories(array $supporters): array
    {
        $histories = [];
        foreach (JournalEntry::ofSupporters($supporters)->get() as $entry) {
            // A supporter that came back from an undo or a merge is still whom its first entry made.
            $histories[$entry->owner_id] ??= ['changed' => [], 'intake' => $entry->act->intake_id];
            foreach ($entry->changeList() as $change) {
                foreach ($change->subject === Subject::Supporter ? array_keys($change->fields) : [] as $column) {
                    $histories[$entry->owner_id]['changed'][$column] = (string) $entry->at;
                }
            }
        }

        return $histories;
    }

    /**
     * @param  list<int>  $supporters
     * @return array<int, array<string, Gift>> gifts of others that are credited to any of them or honor them, by whose they are
     */
    private function creditedTo(array $supporters): array
    {
        $in = implode(',', $supporters);
        $credited = [];
        foreach (
            [
                'gift' => "select * from gifts where id in (select gift_id from gift_credits where supporter_id in ({$in}))
                    union select * from gifts where tribute_id in ({$in})",
                'entry' => "select * from batch_entries where credits is not null or tribute_id in ({$in})",
            ]
            as $subject => $query
        ) {
            foreach ($this->db->select($query) as $row) {
                $gift = Gift::stored((array) $row);
                $others = [...Credits::stored($gift->credits)->supporters(), (string) $gift->honored];
                if (
                    !in_array($row->supporter_id, $supporters, true) &&
                    array_intersect($others, array_map(strval(...), $supporters)) !== []
                ) {
                    $credited[$row->supporter_id]["{$subject}:{$row->id}"] = $gift;
                }
            }
        }

        return $credited;
    }

    /**
     * @param  list<int>  $supporters
     * @return array<int, list<RecordPart>> links of others to any of them, by whose they are
     */
    private function linksTo(array $supporters): array
    {
        $in = implode(',', $supporters);
        $links = [];
        foreach (
            $this->db->select(
                "select id, supporter_id, kind, other_id, role from links where other_id in ({$in}) and supporter_id not in ({$in}) order by id",
            )
            as $link
        ) {
            $links[$link->supporter_id][] = new RecordPart($link->id, [
                'kind' => $link->kind,
                'other_id' => (string) $link->other_id,
                'role' => $link->role,
            ]);
        }

        return $links;
    }
}
