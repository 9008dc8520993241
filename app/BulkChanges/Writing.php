<?php

declare(strict_types=1);

namespace App\BulkChanges;

use App\Accounts\Audit;
use App\Accounts\Message;
use App\Accounts\User;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\Acts;
use App\Records\Entry;
use App\Records\Ids;
use App\Records\RecordWriter;
use App\Records\Supporter;
use App\Support\Lists;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Standards\Standards;

/**
 * Writes a change of many as one act, some hundred records a transaction. Each is planned again under the lock: what comes to something
 * else than a person saw is left, and told.
 */
final readonly class Writing
{
    private const CHUNK = 300;

    /** Seconds above which whoever waits is told. */
    private const PATIENCE = 20;

    public function __construct(
        private Standards $standards,
        private Planning $planning,
        private RecordWriter $writer,
        private Acts $acts,
        private Ids $ids,
    ) {}

    public function begin(BulkChange $change, ?User $user): void
    {
        DB::transaction(function () use ($change, $user): void {
            $act = Act::begin(ActKind::Bulk, $user?->id, $change->sentence($this->standards));
            $change
                ->fill([
                    'state' => BulkState::Writing,
                    'act_id' => $act->id,
                    'position' => 0,
                    'done' => 0,
                    'outcome' => ['written' => 0, 'refused' => 0, 'changed' => 0],
                ])
                ->save();
        });
        RunBulkChange::dispatch($change->id);
    }

    public function step(BulkChange $change): void
    {
        $act = Act::resumed($change->act_id, ActKind::Bulk, $change->user_id, $change->sentence($this->standards));
        $change->act_id = $act->id;
        $rows = $change
            ->records()
            ->where('writes', true)
            ->where('supporter_id', '>', $change->position)
            ->orderBy('supporter_id')
            ->limit(self::CHUNK)
            ->pluck('effect', 'supporter_id');
        if ($rows->isEmpty()) {
            $this->end($change, $act);

            return;
        }
        $ids = Lists::ints($rows->keys());
        DB::transaction(function () use ($change, $act, $ids, $rows): void {
            $this->ids->queueUp();
            $sum = $change->outcome ?? throw new \LogicException('Nothing is being written.');
            [$entries, $ofOthers, $plans] = [[], [], $this->planning->plans($change, $ids)];
            foreach ($ids as $id) {
                [$plan, $refusal] = $plans[$id] ?? [null, ''];
                if ($plan !== null && $refusal !== '') {
                    $sum['refused']++;
                } elseif ($plan === null || $plan->changes === [] || $plan->key() !== $rows[$id]) {
                    $sum['changed']++;
                } else {
                    $entries[$id] = new Entry($id, $plan->changes);
                    foreach ($plan->ofOthers as $owner => $changes) {
                        $ofOthers[$owner] = [...$ofOthers[$owner] ?? [], ...$changes];
                    }
                    $sum['written']++;
                }
            }
            // Whoever goes too takes its own links along.
            foreach (array_diff_key($ofOthers, $entries) as $owner => $changes) {
                $entries[$owner] = new Entry($owner, $changes);
            }
            if ($entries !== []) {
                $this->writer->write(array_values($entries), $act);
            }
            $change->fill(['outcome' => $sum, 'position' => $rows->keys()->max(), 'done' => $change->done + count($ids)])->save();
        });
    }

    private function end(BulkChange $change, Act $act): void
    {
        DB::transaction(function () use ($change, $act): void {
            $this->acts->end($act, Audit::MANY);
            $change->fill(['state' => BulkState::Done, 'act_id' => $act->exists ? $act->id : null, 'ended_at' => now()])->save();
        });
        if ($act->at->diffInSeconds(now()) > self::PATIENCE) {
            $written = $change->outcome['written'] ?? 0;
            Message::to(
                $change->user_id,
                'done',
                "{$act->what}: {$written} " . ($written === 1 ? 'record is' : 'records are') . ' written.',
            );
        }
    }

    /** It can't be carried on: what was written stands, and can be taken back. */
    public function stop(BulkChange $change, string $why): void
    {
        $act = Act::query()->find($change->act_id);
        if ($act !== null) {
            $this->acts->end($act, Audit::MANY);
        }
        $change
            ->fill([
                'state' => BulkState::Failed,
                'act_id' => $act?->exists === true ? $act->id : null,
                'error' => $why,
                'ended_at' => now(),
            ])
            ->save();
    }

    /** Whether whoever is to get the gifts of others is there. */
    public static function isThere(string $supporter): bool
    {
        return Supporter::query()->whereKey((int) $supporter)->exists();
    }
}
