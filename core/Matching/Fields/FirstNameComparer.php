<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Fields;

use PineSieve\Core\Matching\Rules\Comparison;

/** Compares the first names of people alone, as NameComparer does: for those who have changed their last name. */
final readonly class FirstNameComparer implements FieldComparer, Sketched
{
    private NameComparer $names;

    public function __construct(Comparison $comparison)
    {
        $this->names = new NameComparer($comparison);
    }

    public function preparation(): string
    {
        return $this->names->preparation();
    }

    public function values(Traits $traits): array
    {
        return $this->names->values($traits);
    }

    public function compare(array $one, array $other): ?Agreement
    {
        $first = $this->names->first($one, $other);

        return match (true) {
            $first === null => null,
            $first[1] === '' => new Agreement(1.0, "Same first name: {$one[0]}, {$other[0]}"),
            default => new Agreement($first[0], "First names agree, {$first[1]}: {$one[0]}, {$other[0]}"),
        };
    }

    public function traces(array $value): array
    {
        return $this->names->firstTraces($value);
    }

    public function sketch(array $value): array
    {
        return $this->traces($value);
    }

    public function selectivity(): int
    {
        return 30;
    }
}
