<?php

declare(strict_types=1);

namespace App\Duplicates;

/** Puts pairs together that hang together: the cluster of a supporter is the lowest number of all that it hangs together with. */
final class Clusters
{
    /** @var array<int, int> */
    private array $parents = [];

    public function join(int $one, int $other): void
    {
        [$a, $b] = [$this->of($one), $this->of($other)];
        $this->parents[max($a, $b)] = min($a, $b);
    }

    public function of(int $supporter): int
    {
        $root = $supporter;
        while (($this->parents[$root] ?? $root) !== $root) {
            $root = $this->parents[$root];
        }
        // The next who asks has a shorter way.
        while ($supporter !== $root) {
            [$supporter, $this->parents[$supporter]] = [$this->parents[$supporter], $root];
        }

        return $root;
    }
}
