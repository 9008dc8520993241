<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses\Directory;

use PineSieve\Core\Addresses\Address;

/**
 * What the directory said of one address.
 *
 * @phpstan-type Parts array<string, string>
 * @phpstan-type AnswerData array{
 *     outcome: string, address: ?Parts, plus4: string, delivery_point: string, use: string, why: string, candidates: list<Parts>,
 *     moves: list<array{first: string, last: string, on: string, to: ?Parts}>,
 * }
 */
final readonly class Answer
{
    /**
     * @param  ?Address  $address  as the directory writes it; null where it knows none
     * @param  string  $plus4  the four digits behind the ZIP code; '' if unknown
     * @param  string  $deliveryPoint  the digits that stand for it in a barcode; '' if unknown
     * @param  string  $use  "residential", "business" or ''
     * @param  string  $why  a sentence
     * @param  list<Address>  $candidates  what may be meant
     * @param  list<Move>  $moves  of those who moved away, the latest first
     */
    public function __construct(
        public Outcome $outcome,
        public ?Address $address = null,
        public string $plus4 = '',
        public string $deliveryPoint = '',
        public string $use = '',
        public string $why = '',
        public array $candidates = [],
        public array $moves = [],
    ) {}

    /**
     * The address as it is to be stored: in the directory's form with ZIP+4 where it arrives, and as it was everywhere else. That someone's
     * house gets another number is never taken from a confirmation.
     */
    public function corrected(Address $asked): Address
    {
        $isOther = $this->address === null || self::number($this->address) !== self::number($asked);
        if ($this->address === null || $isOther || !$this->outcome->standing()->canBeMailed()) {
            return $asked;
        }
        $zip = $this->address->postalCode;

        return Address::fromParts([
            ...$this->address->parts(),
            'postal_code' => $this->plus4 === '' || str_contains($zip, '-') ? $zip : "{$zip}-{$this->plus4}",
        ]);
    }

    private static function number(Address $address): string
    {
        return preg_match('/^\S*\d\S*/', $address->line1, $number) === 1 ? strtoupper($number[0]) : '';
    }

    /** The latest move of someone; null if nobody knows of one. */
    public function moveOf(string $first, string $last): ?Move
    {
        foreach ($this->moves as $move) {
            if ($move->isOf($first, $last)) {
                return $move;
            }
        }

        return null;
    }

    /** @return AnswerData */
    public function toArray(): array
    {
        return [
            'outcome' => $this->outcome->value,
            'address' => $this->address?->parts(),
            'plus4' => $this->plus4,
            'delivery_point' => $this->deliveryPoint,
            'use' => $this->use,
            'why' => $this->why,
            'candidates' => array_map(static fn(Address $address): array => $address->parts(), $this->candidates),
            'moves' => array_map(static fn(Move $move): array => $move->toArray(), $this->moves),
        ];
    }

    /** @param  AnswerData  $data  as toArray() gives it */
    public static function fromArray(array $data): self
    {
        return new self(
            Outcome::from($data['outcome']),
            $data['address'] === null ? null : Address::fromParts($data['address']),
            $data['plus4'],
            $data['delivery_point'],
            $data['use'],
            $data['why'],
            array_map(Address::fromParts(...), $data['candidates']),
            array_map(
                static fn(array $move): Move => new Move(
                    $move['first'],
                    $move['last'],
                    $move['on'],
                    $move['to'] === null ? null : Address::fromParts($move['to']),
                ),
                $data['moves'],
            ),
        );
    }
}
