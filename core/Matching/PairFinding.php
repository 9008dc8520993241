<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching;

/** Two records compared: what it amounts to, with the reasons for and against in sentences. */
final readonly class PairFinding
{
    /**
     * @param  int|string  $ref  of the record that the row was compared with
     * @param  list<string>  $for
     * @param  list<string>  $against
     */
    public function __construct(
        public int|string $ref,
        public PairStrength $strength,
        public array $for,
        public array $against,
    ) {
    }

    /** @return array{ref: int|string, strength: int, for: list<string>, against: list<string>} */
    public function toArray(): array
    {
        return ['ref' => $this->ref, 'strength' => $this->strength->value, 'for' => $this->for, 'against' => $this->against];
    }
}
