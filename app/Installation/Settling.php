<?php

declare(strict_types=1);

namespace App\Installation;

use Illuminate\Support\Facades\DB;

/** Work that a restored database remembers as under way: each area ends or begins its own again; jobs that waited were for the records that were there before. */
final readonly class Settling
{
    private const SAID = 'This was under way when the restore point was taken.';

    /** @param  iterable<UnderWay>  $works */
    public function __construct(private iterable $works) {}

    /** @return ?string what is being worked on at this moment, as a sentence; null if nothing is */
    public function underWay(): ?string
    {
        foreach ($this->works as $work) {
            $now = $work->now();
            if ($now !== null) {
                return $now;
            }
        }

        return null;
    }

    public function settle(): void
    {
        foreach (['jobs', 'cache', 'cache_locks'] as $table) {
            DB::table($table)->delete();
        }
        foreach ($this->works as $work) {
            $work->settle(self::SAID);
        }
    }
}
