<?php

declare(strict_types=1);

namespace App\Duplicates;

use PineSieve\Core\Matching\Pairs\Pair;

/** Pairs on their way to a list, some hundred at a time. */
final class FoundPairs
{
    private const HEIGHT = 500;

    /** @var list<Pair> */
    private array $pairs = [];

    /** @param  ?\Closure(list<Pair>): list<Pair>  $sift  says which of them go on; null for all */
    public function __construct(private readonly DuplicateList $list, private readonly ?\Closure $sift = null) {}

    public function put(Pair $pair): void
    {
        $this->pairs[] = $pair;
        if (count($this->pairs) === self::HEIGHT) {
            $this->clear();
        }
    }

    public function clear(): void
    {
        $this->list->add($this->sift === null ? $this->pairs : ($this->sift)($this->pairs));
        $this->pairs = [];
    }
}
