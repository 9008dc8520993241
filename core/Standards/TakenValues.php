<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

/** Who has values that only one may have. */
interface TakenValues
{
    /**
     * @param  array<string, list<string>>  $values  field to values in small letters
     * @return array<string, array<array-key, list<int|string>>> field to value in small letters to those that have it: their numbers, or what stands for them
     */
    public function of(array $values): array;

    /** @param  int|string  $owner  one of those */
    public function name(int|string $owner): string;
}
