<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Pairs;

/** What so many records share that a rule does not look at their pairs. */
final readonly class TooCommon
{
    public function __construct(
        public string $rule,
        public string $value,
        public int $records,
    ) {
    }
}
