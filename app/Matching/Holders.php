<?php

declare(strict_types=1);

namespace App\Matching;

/** Who has some match keys. */
final readonly class Holders
{
    /**
     * @param  array<int, list<int>>  $of  hash of a key to those who have it; of one that very many have, the first ones
     * @param  array<int, int>  $many  hash of a name that too many have for it to say anything to how many they are; they are not among the others
     */
    public function __construct(public array $of, public array $many = []) {}

    /** @return list<int> each once */
    public function all(): array
    {
        return array_values(array_unique(array_merge(...array_values($this->of))));
    }
}
