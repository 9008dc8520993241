<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

/** Why a written value can't be read. */
final readonly class Fault
{
    public function __construct(public string $code, public string $reason, public string $remedy) {}
}
