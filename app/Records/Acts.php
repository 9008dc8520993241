<?php

declare(strict_types=1);

namespace App\Records;

use App\Accounts\Audit;
use App\Accounts\User;
use App\Support\Lists;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
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
        [$restored, $kept, $after] = [0, 0, 0];
        $undo = Act::goOn(ActKind::PutBack, $user?->id, "Taking back \"{$act->what}\"");
        do {
            $ids = Lists::ints(
                JournalEntry::query()
                    ->where('act_id', $act->id)
                    ->where('owner_kind', Subject::Supporter)
                    ->where('owner_id', '>', $after)
                    ->distinct()
                    ->orderBy('owner_id')
                    ->limit(self::CHUNK)
                    ->pluck('owner_id'),
            );
            DB::transaction(function () use ($act, $undo, $ids, &$restored, &$kept): void {
                $this->ids->queueUp();
                $entries = [];
                foreach ($this->reversals($act, $ids) as $id => $reversal) {
                    $kept += count($reversal->kept);
                    if ($reversal->changes !== []) {
                        $entries[] = new Entry($id, $reversal->changes);
                        $restored++;
                    }
                }
                if ($entries !== []) {
                    $this->writer->write($entries, $undo);
                }
            });
            $after = $ids === [] ? $after : max($ids);
        } while (count($ids) === self::CHUNK);
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
                } elseif (isset($done[$entry->owner_id])) {
                    $since[$entry->owner_id]["{$change->subject->value}:{$change->ref}"] = true;
                }
            }
        }
        $reversals = [];
        foreach ($done as $id => $changes) {
            $reversals[$id] = isset($things[$id])
                ? Reversal::of($changes, $things[$id], $since[$id] ?? [])
                : Reversal::impossible("supporter:{$id}", 'It is not there any more');
        }

        return $reversals;
    }
}
