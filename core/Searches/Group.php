<?php

declare(strict_types=1);

namespace PineSieve\Core\Searches;

/** Conditions and further groups, all or any of which must hold; or none, if it is turned round. */
final readonly class Group
{
    /** @param  list<self|Condition>  $of */
    public function __construct(public array $of, public bool $any = false, public bool $not = false) {}

    /** @return list<Condition> of it and of all groups in it */
    public function conditions(): array
    {
        $all = [];
        foreach ($this->of as $one) {
            array_push($all, ...$one instanceof self ? $one->conditions() : [$one]);
        }

        return $all;
    }

    /** @return array{any: bool, not: bool, of: list<array<string, mixed>>} */
    public function toArray(): array
    {
        return [
            'any' => $this->any,
            'not' => $this->not,
            'of' => array_map(static fn(self|Condition $one): array => $one->toArray(), $this->of),
        ];
    }
}
