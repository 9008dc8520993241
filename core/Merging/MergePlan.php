<?php

declare(strict_types=1);

namespace PineSieve\Core\Merging;

use PineSieve\Core\Changes\Change;
use PineSieve\Core\Records\SupporterRecord;

/** What a merge writes, and what becomes of it. */
final readonly class MergePlan
{
    /**
     * @param  array<int, list<Change>>  $changes  supporter to its changes: the survivor, those who become part of it, and others that are linked to them
     * @param  SupporterRecord  $merged  the survivor as it will be
     */
    public function __construct(public int $survivor, public array $changes, public SupporterRecord $merged) {}
}
