<?php

declare(strict_types=1);

namespace App\Records;

use App\Account\Audit;
use App\Models\Act;
use App\Models\JournalEntry;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Reversal;

/** What one person does to many records at once: journalled as one act, in the audit list, and taken back as one as far as nobody changed it since. */
final readonly class Acts
{
    private const CHUNK = 300;

    public function __construct(
        private RecordWriter $writer,
        private RecordReader $reader,
        private Ids $ids,
    ) {
    }

    /** Begins an act; what is written with its cause belongs to it. */
    public function begin(string $what, ?User $user): Act
    {
        return Act::query()->create(['what' => mb_substr($what, 0, 500), 'user_id' => $user?->id, 'at' => now()]);
    }

    /** The act is done; one that changed nothing leaves no trace. */
    public function end(Act $act, string $kind): void
    {
        $act->records = JournalEntry::query()->where('act_id', $act->id)->distinct()->count('supporter_id');
        if ($act->records === 0) {
            $act->delete();

            return;
        }
        $act->save();
        Audit::note($kind, "{$act->what}: {$act->records} ".($act->records === 1 ? 'record' : 'records'), actId: $act->id);
    }

    /** @return array{restored: int, kept: int} records that are as they were before, and things that were changed since and stay */
    public function undo(Act $act, ?User $user): array
    {
        [$restored, $kept, $after] = [0, 0, 0];
        do {
            $ids = JournalEntry::query()->where('act_id', $act->id)->where('supporter_id', '>', $after)->distinct()->orderBy('supporter_id')->limit(self::CHUNK)->pluck('supporter_id')->all();
            DB::transaction(function () use ($act, $ids, $user, &$restored, &$kept): void {
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
                    $this->writer->write($entries, Cause::putBack($user?->id));
                }
            });
            $after = $ids === [] ? $after : max($ids);
        } while (count($ids) === self::CHUNK);
        $act->fill(['undone_at' => now(), 'undone_by' => $user?->id])->save();
        Audit::note(Audit::UNDO, "Undid \"{$act->what}\": {$restored} ".($restored === 1 ? 'record' : 'records').($kept > 0 ? ", {$kept} things stay, since they were changed meanwhile" : ''), actId: $act->id);

        return ['restored' => $restored, 'kept' => $kept];
    }

    /**
     * @param  list<int>  $ids
     * @return array<int, Reversal> by supporter
     */
    private function reversals(Act $act, array $ids): array
    {
        $things = $this->reader->things($ids);
        [$done, $since] = [[], []];
        foreach ($ids === [] ? [] : JournalEntry::query()->whereIn('supporter_id', $ids)->orderBy('id')->get() as $entry) {
            foreach ($entry->changeList() as $change) {
                if ($entry->act_id === $act->id) {
                    $done[$entry->supporter_id][] = $change;
                } elseif (isset($done[$entry->supporter_id])) {
                    $since[$entry->supporter_id]["{$change->subject->value}:{$change->ref}"] = true;
                }
            }
        }
        $reversals = [];
        foreach ($done as $id => $changes) {
            $reversals[$id] = isset($things[$id]) ? Reversal::of($changes, $things[$id], $since[$id] ?? []) : Reversal::impossible("supporter:{$id}", 'It is not there any more');
        }

        return $reversals;
    }
}
