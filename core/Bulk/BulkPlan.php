<?php

declare(strict_types=1);

namespace PineSieve\Core\Bulk;

use PineSieve\Core\Changes\Change;

/** What the steps come to for one supporter. */
final readonly class BulkPlan
{
    /**
     * @param  list<Effect>  $effects  step by step
     * @param  list<Change>  $changes  to the supporter
     * @param  array<int, list<Change>>  $ofOthers  to those that are linked to it, or get its gifts
     */
    public function __construct(public array $effects, public array $changes, public array $ofOthers = []) {}

    /** Equal for plans that come to the same, step by step: "comes|same". */
    public function key(): string
    {
        return implode('|', array_map(static fn(Effect $effect): string => $effect->value, $this->effects));
    }
}
