<?php

declare(strict_types=1);

namespace App\Matching;

use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Foundation\Queue\Queueable;
use PineSieve\Core\Names\SupporterKind;

/** Counts anew what supporters are weighed by, once many have come in or gone. */
final class RenewEdition implements ShouldQueue
{
    use Dispatchable;
    use Queueable;

    public int $timeout = 7200;

    public function __construct()
    {
        $this->onQueue('long');
    }

    public function handle(Editions $editions, RuleSets $sets): void
    {
        foreach (SupporterKind::cases() as $kind) {
            $editions->renewIfMany($sets->used($kind), $sets->comparers());
        }
    }
}
