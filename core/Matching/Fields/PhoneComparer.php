<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Fields;

use PineSieve\Core\Matching\Rules\Comparison;
use PineSieve\Core\Matching\Rules\How;

/** Compares any phone of one record with any of the other, by their digits, without extensions. Alike: the last seven digits, as a number without its area code has them. */
final readonly class PhoneComparer implements FieldComparer
{
    private const LOCAL = 7;

    public function __construct(private Comparison $comparison) {}

    public function preparation(): string
    {
        return 'phone ' . ($this->comparison->options->asWritten ? 'as written' : 'digits');
    }

    public function values(Traits $traits): array
    {
        $values = array_map(
            fn(string $phone): array => [$phone, $this->comparison->options->asWritten ? $phone : self::digits($phone)],
            $traits->phones,
        );

        return array_values(array_filter($values, static fn(array $value): bool => strlen($value[1]) >= self::LOCAL));
    }

    public function compare(array $one, array $other): ?Agreement
    {
        return match (true) {
            $one[1] === $other[1] => new Agreement(1.0, "Same phone: {$other[0]}"),
            $this->comparison->how === How::Alike && substr($one[1], -self::LOCAL) === substr($other[1], -self::LOCAL) => new Agreement(
                0.8,
                "Phones end alike: {$one[0]}, {$other[0]}",
            ),
            default => null,
        };
    }

    public function traces(array $value): array
    {
        return [$this->comparison->how === How::Alike ? substr($value[1], -self::LOCAL) : $value[1]];
    }

    public function selectivity(): int
    {
        return 85;
    }

    private static function digits(string $phone): string
    {
        // RFC 3966 writes an extension behind a semicolon; in North America the country's 1 may be missing.
        return ltrim((string) preg_replace('/(?:;|\bext\b|x\s*\d).*|\D/i', '', $phone), '1');
    }
}
