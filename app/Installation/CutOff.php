<?php

declare(strict_types=1);

namespace App\Installation;

/** A restore that did not come to its end. */
final readonly class CutOff
{
    /**
     * @param  string  $point  name of what was to be restored
     * @param  string  $before  name of what was there before
     */
    public function __construct(public string $point, public string $before) {}
}
