<?php

declare(strict_types=1);

namespace App\Intakes;

use Illuminate\Contracts\Queue\Job;
use Illuminate\Queue\Jobs\DatabaseJob;
use Illuminate\Support\Facades\DB;

/** A worker's sign of life, for the health check; while it works on a long job, also the queue's word that the job is not lost. */
final class Heartbeat
{
    private float $last = 0.0;

    private ?Job $job = null;

    public function working(?Job $job): void
    {
        $this->job = $job;
        $this->beat();
    }

    public function beat(): void
    {
        if (microtime(true) - $this->last < 2) {
            return;
        }
        if ($this->last === 0.0) {
            DB::table('worker_signs')->where('seen_at', '<', now()->subDay())->delete();
        }
        $this->last = microtime(true);
        DB::table('worker_signs')->upsert(['worker' => gethostname() . ':' . getmypid(), 'seen_at' => now()], 'worker');
        if ($this->job instanceof DatabaseJob) {
            DB::table('jobs')
                ->where('id', $this->job->getJobId())
                ->whereNotNull('reserved_at')
                ->update(['reserved_at' => now()->getTimestamp()]);
        }
    }
}
