<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Fields;

use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Matching\Rules\Comparison;
use PineSieve\Core\Matching\Rules\How;
use PineSieve\Core\Text\Fold;

/**
 * Compares any address of one record with any of the other: the same delivery point.
 * Alike: the same house number and postal code, streets spelled alike, a unit that one of them leaves out. A postal code has slips, or is left out: then the same street in the same city and state will do.
 */
final readonly class AddressComparer implements FieldComparer
{
    private const SHOWN = 0;

    private const SAMENESS = 1;

    private const NUMBER = 2;

    private const STREET = 3;

    private const UNIT = 4;

    public const PLACE = 5;

    /** City and state with the street. */
    private const TOWN = 6;

    public function __construct(private Comparison $comparison) {}

    public function preparation(): string
    {
        return 'address ' . ($this->comparison->options->asWritten ? 'as written' : 'standard');
    }

    public function values(Traits $traits): array
    {
        $values = [];
        foreach ($traits->addresses as [$written, $standard]) {
            $address = $this->comparison->options->asWritten ? $written : $standard;
            [$street, $unit, $place] = $address->withoutAttention()->door();
            if ($street !== '' && $place !== '') {
                $number = preg_match('/^(?:po box |(?:rr|hc) \w+ box )?\d\S*/', $street, $found) === 1 ? $found[0] : '';
                $way = trim(substr($street, strlen($number)));
                $town = Fold::words("{$address->city} {$address->state}");
                $values[] = [
                    $written->line(),
                    Address::doorKey($street, $unit, $place),
                    $number,
                    $way,
                    $unit,
                    $place,
                    $town === '' ? '' : "{$town}|{$way}",
                ];
            }
        }

        return $values;
    }

    public function compare(array $one, array $other): ?Agreement
    {
        if ($one[self::SAMENESS] === $other[self::SAMENESS]) {
            return new Agreement(
                1.0,
                $this->comparison->options->asWritten
                    ? "Same address: {$other[self::SHOWN]}"
                    : 'Same address once both are in standard form',
            );
        }
        if ($this->comparison->how === How::Starts) {
            return substr($one[self::SAMENESS], 0, $this->comparison->characters) ===
                substr($other[self::SAMENESS], 0, $this->comparison->characters)
                ? new Agreement(0.7, "Addresses begin alike: {$one[self::SHOWN]}; {$other[self::SHOWN]}")
                : null;
        }
        if ($this->comparison->how === How::Exact || $one[self::NUMBER] === '' || $one[self::NUMBER] !== $other[self::NUMBER]) {
            return null;
        }
        $isPlace = $one[self::PLACE] === $other[self::PLACE];
        if (!$isPlace && ($one[self::TOWN] === '' || $one[self::TOWN] !== $other[self::TOWN])) {
            return null;
        }
        $units = array_filter([$one[self::UNIT], $other[self::UNIT]], static fn(string $unit): bool => $unit !== '');
        if (count($units) === 2 && $one[self::UNIT] !== $other[self::UNIT]) {
            return null;
        }
        $likeness = Spelling::likeness($one[self::STREET], $other[self::STREET], $this->comparison->strictness);

        return $likeness === null
            ? null
            : new Agreement(
                0.9 * $likeness,
                match (true) {
                    count($units) === 1 => 'Same house, one without the unit: ',
                    !$isPlace => 'Same street and town, but not the same postal code: ',
                    default => 'Addresses spelled alike: ',
                } . "{$one[self::SHOWN]}; {$other[self::SHOWN]}",
            );
    }

    public function traces(array $value): array
    {
        return match ($this->comparison->how) {
            How::Exact => [$value[self::SAMENESS]],
            How::Starts => [substr($value[self::SAMENESS], 0, $this->comparison->characters)],
            How::Alike => $value[self::NUMBER] === ''
                ? [$value[self::SAMENESS]]
                : [
                    $value[self::SAMENESS],
                    "{$value[self::NUMBER]}|{$value[self::PLACE]}",
                    ...$value[self::TOWN] === '' ? [] : ["{$value[self::NUMBER]}|{$value[self::TOWN]}"],
                ],
        };
    }

    public function selectivity(): int
    {
        return $this->comparison->how === How::Starts ? 20 : 80;
    }
}
