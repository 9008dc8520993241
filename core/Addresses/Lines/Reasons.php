<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses\Lines;

use PineSieve\Core\Addresses\AddressRule;
use PineSieve\Core\Addresses\Reason;

/** Why a line changes, gathered while it is read: each rule once. */
final class Reasons
{
    /** @var array<string, Reason> */
    private array $reasons = [];

    public function add(AddressRule $rule, string $words = ''): void
    {
        $this->reasons[$rule->value] ??= new Reason($rule, $words);
    }

    /** A word that was written in another way: with other capitals only, or as another word. */
    public function replaced(AddressRule $rule, string $what, string $written, string $standard): void
    {
        if ($written === $standard) {
            return;
        }
        mb_strtolower($written) === mb_strtolower($standard)
            ? $this->add(AddressRule::Capitals)
            : $this->add($rule, "{$what} \"{$written}\" is \"{$standard}\" in postal form");
    }

    public function take(self $others): void
    {
        $this->reasons += $others->reasons;
    }

    /** @return array<string, Reason> by rule */
    public function all(): array
    {
        return $this->reasons;
    }
}
