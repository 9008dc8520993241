<?php

declare(strict_types=1);

namespace App\Matching;

use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Foundation\Queue\Queueable;

/** Makes the keys for match rules that are to be used, and then uses them. */
final class TakeOverRules implements ShouldQueue
{
    use Dispatchable;
    use Queueable;

    public int $timeout = 7200;

    public function __construct()
    {
        $this->onQueue('long');
    }

    public function handle(TakeOver $takeOver): void
    {
        $takeOver->announceOutdated();
        $takeOver->run();
    }
}
