<?php

declare(strict_types=1);

namespace App\Matching\Console;

use App\Matching\TakeOver;
use Illuminate\Console\Command;

/** Run at each start: the match rules that come with the program may have changed since the last one. */
final class MatchKeysCommand extends Command
{
    protected $signature = 'sieve:match-keys';

    protected $description = 'Makes the keys by which records are compared, where the match rules have changed';

    public function handle(TakeOver $takeOver): int
    {
        $takeOver->announceOutdated();
        $takeOver->run();

        return self::SUCCESS;
    }
}
