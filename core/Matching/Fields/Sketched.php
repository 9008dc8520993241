<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Fields;

/** A comparer that tells at little cost that two values leave no trace in common: most of those who share an address do not. */
interface Sketched
{
    /**
     * @param  list<string>  $value  as values() gives it
     * @return list<string> short texts of which two values that leave a trace in common have one in common too
     */
    public function sketch(array $value): array;
}
