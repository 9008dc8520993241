<?php

declare(strict_types=1);

namespace App\Records;

use App\Accounts\Audit;
use App\Accounts\User;
use App\Support\Lists;
use Illuminate\Database\Eloquent\Builder as EloquentBuilder;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Reversal;
use PineSieve\Core\Changes\Subject;

/** What one person does to many records at once: journalled as one act, in the audit list, and taken back as one as far as nobody changed it since. */
final readonly class Acts
{
    private const CHUNK = 300;

    public function __construct(private RecordWriter $writer, private RecordReader $reader, private Ids $ids) {}

    /** The act is done, and stands in the audit list if it changed anything. */
    public function end(Act $act, string $kind): void
    {
        $act->end();
        if ($act->exists) {
            $records = "{$act->records} " . ($act->records === 1 ? 'record' : 'records');
            Audit::note($kind, "{$act->what}: {$records}", userId: $act->user_id, actId: $act->id);
        }
    }

    /** Ends what nobody has worked on for an hour, so that it stands in the audit list, and can be taken back: the program that did it is gone. */
    public function endCutOff(): void
    {
        $before = now()->subHour();
        $acts = Act::query()
            ->where('state', ActState::UnderWay)
            ->whereIn('kind', ActKind::ofMany())
            ->where('at', '<', $before)
            ->whereNotExists(
                static fn(Builder $query) => $query->from('journal')->whereColumn('act_id', 'acts.id')->where('at', '>=', $before),
            )
            ->get();
        foreach ($acts as $act) {
            $act->end();
            if ($act->exists) {
                Audit::note(
                    Audit::MANY,
                    "Cut off before its end: {$act->what}: {$act->records} " . ($act->records === 1 ? 'record' : 'records'),
                    userId: $act->user_id,
                    actId: $act->id,
                );
            }
        }
    }

    /** @return array{restored: int, kept: int} records that are as they were before, and things that were changed since and stay */
    public function undo(Act $act, ?User $user): array
    {
        $sum = ['restored' => 0, 'kept' => 0];
        $undo = Act::goOn(ActKind::PutBack, $user?->id, "Taking back \"{$act->what}\"");
        // Whoever is there gives back first what came from those who are not.
        foreach ([true, false] as $areThere) {
            $after = 0;
            do {
                $ids = Lists::ints(
                    self::owners($act, $areThere)
                        ->where('owner_id', '>', $after)
                        ->distinct()
                        ->orderBy('owner_id')
                        ->limit(self::CHUNK)
                        ->pluck('owner_id'),
                );
                foreach (DB::transaction(fn(): array => $this->putBack($act, $undo, $ids)) as $what => $count) {
                    $sum[$what] += $count;
                }
                $after = $ids === [] ? $after : max($ids);
            } while (count($ids) === self::CHUNK);
        }
        ['restored' => $restored, 'kept' => $kept] = $sum;
        $undo->end();
        $act->markUndone($user?->id);
        Audit::note(
            Audit::UNDO,
            "Undid \"{$act->what}\": {$restored} " .
                ($restored === 1 ? 'record' : 'records') .
                ($kept > 0 ? ", {$kept} things stay, since they were changed meanwhile" : ''),
            actId: $act->id,
        );

        return ['restored' => $restored, 'kept' => $kept];
    }

    /** @return EloquentBuilder<JournalEntry> entries of supporters that are there, or of those that the act deleted */
    private static function owners(Act $act, bool $areThere): EloquentBuilder
    {
        $there = static fn(Builder $query) => $query->from('supporters')->whereColumn('supporters.id', 'journal.owner_id');

        return JournalEntry::query()
            ->where('act_id', $act->id)
            ->where('owner_kind', Subject::Supporter)
            ->whereExists($there, not: !$areThere);
    }

    /**
     * @param  list<int>  $ids
     * @return array{restored: int, kept: int}
     */
    private function putBack(Act $act, Act $undo, array $ids): array
    {
        $this->ids->queueUp();
        [$entries, $kept] = [[], 0];
        foreach ($this->reversals($act, $ids) as $id => $reversal) {
            $kept += count($reversal->kept);
            if ($reversal->changes !== []) {
                $entries[] = new Entry($id, $reversal->changes);
            }
        }
        if ($entries !== []) {
            $this->writer->write($entries, $undo);
        }

        return ['restored' => count($entries), 'kept' => $kept];
    }

    /**
     * @param  list<int>  $ids
     * @return array<int, Reversal> by supporter
     */
    public function reversals(Act $act, array $ids): array
    {
        $things = $this->reader->things($ids);
        [$done, $since] = [[], []];
        foreach ($ids === [] ? [] : JournalEntry::ofSupporters($ids)->get() as $entry) {
            foreach ($entry->changeList() as $change) {
                if ($entry->act_id === $act->id) {
                    $done[$entry->owner_id][] = $change;
                } elseif (isset($done[$entry->owner_id]) && $entry->act->kind !== ActKind::Erase) {
                    $since[$entry->owner_id]["{$change->subject->value}:{$change->ref}"] = true;
                }
            }
        }
        $reversals = [];
        $erased = Erased::among($ids);
        foreach ($done as $id => $changes) {
            $reversals[$id] = match (true) {
                isset($erased[$id]) => Reversal::impossible("supporter:{$id}", Erased::STAYS),
                isset($things[$id]), self::isDeleted($id, $changes) => Reversal::of($changes, $things[$id] ?? [], $since[$id] ?? []),
                default => Reversal::impossible("supporter:{$id}", 'It is not there any more'),
            };
        }

        return $reversals;
    }

    /** @param  list<Change>  $changes */
    private static function isDeleted(int $id, array $changes): bool
    {
        $last = array_filter(
            $changes,
            static fn(Change $change): bool => $change->subject === Subject::Supporter && (int) $change->ref === $id,
        );

        return end($last) !== false && end($last)->action === Action::Delete;
    }
}
