<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Fields;

use PineSieve\Core\Records\Identifier;

/** Compares the ids that other systems have for two records: the same system and the same id. */
final readonly class IdComparer implements FieldComparer
{
    public function preparation(): string
    {
        return 'id';
    }

    public function values(Traits $traits): array
    {
        return array_map(
            static fn(Identifier $identifier): array => [
                $identifier->value,
                $identifier->sameness(),
                mb_strtolower($identifier->system),
                $identifier->system,
            ],
            $traits->identifiers,
        );
    }

    public function compare(array $one, array $other): ?Agreement
    {
        return $one[1] === $other[1] ? new Agreement(1.0, "Same id in {$one[3]}: {$other[0]}") : null;
    }

    public function traces(array $value): array
    {
        return [$value[1]];
    }

    public function selectivity(): int
    {
        return 100;
    }
}
