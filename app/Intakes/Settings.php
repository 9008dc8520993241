<?php

declare(strict_types=1);

namespace App\Intakes;

use PineSieve\Core\Changes\MatchEffect;

/** What a person chose for a whole intake. */
final readonly class Settings
{
    /**
     * @param  bool  $blanksEmpty  whether a blank cell empties the field of a matched supporter; only together with "replace"
     * @param  string  $system  name of the system that old ids are from
     * @param  bool  $acceptAddresses  whether every address is stored in its postal form without asking
     */
    public function __construct(
        public MatchEffect $effect = MatchEffect::FillBlanks,
        public bool $blanksEmpty = false,
        public string $system = 'old database',
        public bool $acceptAddresses = false,
    ) {
    }

    /** @param  array<string, mixed>  $data as toArray() gives it; what is missing has its default */
    public static function fromArray(array $data): self
    {
        return new self(
            MatchEffect::from($data['effect'] ?? MatchEffect::FillBlanks->value),
            (bool) ($data['blanks_empty'] ?? false),
            (string) ($data['system'] ?? 'old database'),
            (bool) ($data['accept_addresses'] ?? false),
        );
    }

    /** @return array{effect: string, blanks_empty: bool, system: string, accept_addresses: bool} */
    public function toArray(): array
    {
        return ['effect' => $this->effect->value, 'blanks_empty' => $this->blanksEmpty, 'system' => $this->system, 'accept_addresses' => $this->acceptAddresses];
    }
}
