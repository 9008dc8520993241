<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Pairs;

/** What a search for pairs looked at, and what it did not. */
final readonly class SearchReport
{
    /**
     * @param  int  $compared  pairs
     * @param  int  $found  pairs
     * @param  int  $tooCommonCount  values that too many records share
     * @param  list<TooCommon>  $tooCommon  the most frequent of them
     */
    public function __construct(
        public int $records,
        public int $compared,
        public int $found,
        public int $tooCommonCount,
        public array $tooCommon,
    ) {}
}
