<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

use PineSieve\Core\Addresses\Lines\StreetLine;
use PineSieve\Core\Text\Fold;

/** A postal address; a part that is not known is ''. Country is an ISO 3166-1 alpha-2 code, or what was written. */
final readonly class Address
{
    public const PARTS = ['line1', 'line2', 'city', 'state', 'postal_code', 'country'];

    public function __construct(
        public string $line1 = '',
        public string $line2 = '',
        public string $city = '',
        public string $state = '',
        public string $postalCode = '',
        public string $country = '',
    ) {}

    /** @param  array<string, ?string>  $parts by the names in PARTS; others are ignored */
    public static function fromParts(array $parts): self
    {
        return new self(
            $parts['line1'] ?? '',
            $parts['line2'] ?? '',
            $parts['city'] ?? '',
            $parts['state'] ?? '',
            $parts['postal_code'] ?? '',
            $parts['country'] ?? '',
        );
    }

    /** @return array{line1: string, line2: string, city: string, state: string, postal_code: string, country: string} */
    public function parts(): array
    {
        return [
            'line1' => $this->line1,
            'line2' => $this->line2,
            'city' => $this->city,
            'state' => $this->state,
            'postal_code' => $this->postalCode,
            'country' => $this->country,
        ];
    }

    /** The whole address in one line. */
    public function line(): string
    {
        return implode(
            ', ',
            array_filter(
                [$this->line1, $this->line2, $this->city, trim("{$this->state} {$this->postalCode}"), $this->country],
                static fn(string $part): bool => $part !== '',
            ),
        );
    }

    public function isBlank(): bool
    {
        return $this->line1 === '' && $this->line2 === '' && $this->city === '' && $this->state === '' && $this->postalCode === '';
    }

    /** The same without the line that says whose hands it goes through: the door is the same. */
    public function withoutAttention(): self
    {
        return match (true) {
            StreetLine::isAttention($this->line2) => self::fromParts([...$this->parts(), 'line2' => '']),
            StreetLine::isAttention($this->line1) => self::fromParts([...$this->parts(), 'line1' => $this->line2, 'line2' => '']),
            default => $this,
        };
    }

    /**
     * Equal for the same delivery point, once both are in standard form; '' if there is too little to tell one by.
     * Street and unit, and the five-digit ZIP or postal code, or else city and state.
     */
    public function sameness(): string
    {
        [$street, $unit, $place] = $this->door();

        return $street === '' || $place === '' ? '' : self::doorKey($street, $unit, $place);
    }

    /** What is equal for two addresses of one door, of its parts as door() gives them. */
    public static function doorKey(string $street, string $unit, string $place): string
    {
        return ($unit === '' ? $street : "{$street} {$unit}") . "|{$place}";
    }

    /**
     * Street, unit and place, folded; the place is the postal code, without what follows the five digits of a ZIP, or city and state.
     * "Apt 7-A", "Unit 7A" and "#7A" are one door, and so are "Lot 7" and "#7": where the word is not known, "#" stands for any
     * (USPS Publication 28, 213).
     *
     * @return array{string, string, string}
     */
    public function door(): array
    {
        $place =
            $this->postalCode !== ''
                ? strtolower(substr($this->postalCode, 0, ctype_digit($this->postalCode[0]) ? 5 : 7))
                : Fold::words("{$this->city} {$this->state}");
        $street = Fold::words(str_replace('#', ' unit ', "{$this->line1} {$this->line2}"));
        // Most have none.
        if (
            preg_match('/ (?:apt|unit|ste|rm|fl|spc|lot|bldg) /', $street) !== 1 ||
            preg_match('/^(\S+ \S.*?)((?: (?:apt|unit|ste|rm|fl|spc|lot|bldg)(?: unit)? \w+(?: [a-z0-9])?)+)$/D', $street, $parts) !== 1
        ) {
            return [$street, '', $place];
        }
        preg_match_all('/ (apt|unit|ste|rm|fl|spc|lot|bldg)(?: unit)? (\w+)(?: ([a-z0-9])(?= |$))?/', $parts[2], $units, PREG_SET_ORDER);

        return [
            $parts[1],
            implode(
                ' ',
                array_map(
                    static fn(array $unit): string => (in_array($unit[1], ['apt', 'unit', 'ste', 'lot', 'spc'], true)
                        ? ''
                        : "{$unit[1]} ") .
                        $unit[2] .
                        ($unit[3] ?? ''),
                    $units,
                ),
            ),
            $place,
        ];
    }
}
