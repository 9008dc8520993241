<?php

declare(strict_types=1);

namespace App\Installation\Console;

use App\Installation\RestorePoints;
use App\Installation\Schedule;
use Illuminate\Console\Command;

/** Takes a restore point, or the one that is due. */
final class RestorePointCommand extends Command
{
    protected $signature = 'sieve:restore-point {--scheduled : only if the schedule asks for one now}';

    protected $description = 'Takes a restore point of the database';

    public function handle(RestorePoints $points): int
    {
        $point = $this->option('scheduled') === true ? $points->onSchedule(Schedule::kept()) : $points->take(RestorePoints::BY_HAND);
        if ($point !== null) {
            $this->line("{$point->name}, {$point->bytes} bytes");
        }

        return self::SUCCESS;
    }
}
