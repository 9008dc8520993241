<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

use PineSieve\Core\Text\Fold;

/** City, state and code that stand where they do not belong: "12 Elm St, Dover NH 03820" in the street line, "Dover, NH" in the city. */
final class MisplacedPlace
{
    /** A place in a street line ends in its code, or in its state behind a comma. */
    private const IN_LINE = '/\p{L}[\s,.)]+(?:\d{5}(?:-?\d{4})?|[A-Z]\d[A-Z] ?\d[A-Z]\d)$|,.*\p{L}{2}\.?$/iDu';

    /** A state in the city stands behind a comma, in parentheses, in two capitals, or before a code. */
    private const IN_CITY = '/,|\)$|\s\p{Lu}{2}$|\d/Du';

    private function __construct() {}

    /** @return bool whether something was taken out: only where the parts that it belongs to are blank or say the same */
    public static function takeOut(AddressSheet $sheet): bool
    {
        $isTaken = false;
        foreach (['line1', 'line2'] as $line) {
            $isTaken = (self::mayBeInLine($sheet->part($line)) && self::outOfLine($sheet, $line)) || $isTaken;
        }

        return (self::mayBeInCity($sheet->part('city')) && self::outOfCity($sheet)) || $isTaken;
    }

    /** Whether a place may stand in a street line, at a first look. */
    public static function mayBeInLine(string $text): bool
    {
        if ($text === '') {
            return false;
        }
        // Without a comma it ends in its code: in four digits, or in a digit, a letter and a digit.
        $mayBe =
            str_contains($text, ',') ||
            (strlen($text) > 12 &&
                ctype_digit($text[-1]) &&
                (ctype_digit(substr($text, -4)) || (ctype_alpha($text[-2]) && ctype_digit($text[-3]))));

        return $mayBe && preg_match(self::IN_LINE, $text) === 1;
    }

    /** Whether more than the city may stand where it does, at a first look. */
    public static function mayBeInCity(string $city): bool
    {
        return $city !== '' && preg_match(self::IN_CITY, $city) === 1;
    }

    private static function outOfLine(AddressSheet $sheet, string $line): bool
    {
        $text = $sheet->part($line);
        $read = AddressBlock::parse($text);
        // A second line may be nothing but the place.
        if ($line === 'line2' && preg_match('/^\D+\d{5}(?:-?\d{4})?$/D', $text) === 1) {
            $read = AddressBlock::parse(AddressBlock::STREET . "\n{$text}");
        }
        $place = self::place($read);
        if ($read->line1 === '' || !isset($place['state']) || count($place) < 2 || !self::agree($sheet, $place)) {
            return false;
        }
        $street = $read->line1 === AddressBlock::STREET && !str_starts_with($text, AddressBlock::STREET) ? '' : $read->line1;
        $hasRoom = $line === 'line1' && $sheet->part('line2') === '';
        $reason = [new Reason(AddressRule::PlaceApart)];
        $sheet->write($line, $hasRoom || $read->line2 === '' ? $street : "{$street}, {$read->line2}", $reason);
        if ($hasRoom) {
            $sheet->write('line2', $read->line2, $reason);
        }
        self::fill($sheet, $place);

        return true;
    }

    private static function outOfCity(AddressSheet $sheet): bool
    {
        $read = AddressBlock::parse(AddressBlock::STREET . "\n{$sheet->part('city')}");
        $place = self::place($read);
        unset($place['city']);
        if (
            $read->line1 !== AddressBlock::STREET ||
            $read->line2 !== '' ||
            $read->city === '' ||
            $place === [] ||
            !self::agree($sheet, $place)
        ) {
            return false;
        }
        $sheet->write('city', $read->city, [new Reason(AddressRule::PlaceApart)]);
        self::fill($sheet, $place);

        return true;
    }

    /** @return array<string, string> the parts that are there; none if they can't be right */
    private static function place(Address $read): array
    {
        $code = PostalCode::normalize($read->postalCode) ?? '';
        $state = Regions::find($read->state)['code'] ?? '';
        $isOne =
            preg_match('/\d/', $read->city) !== 1 &&
            ($code === '' || $state === '' || in_array($state, Regions::ofPostalCode($code), true));

        return $isOne
            ? array_filter(
                ['city' => $read->city, 'state' => $read->state, 'postal_code' => $read->postalCode],
                static fn(string $value): bool => $value !== '',
            )
            : [];
    }

    /** @param  array<string, string>  $place */
    private static function fill(AddressSheet $sheet, array $place): void
    {
        foreach ($place as $part => $value) {
            if ($sheet->part($part) === '') {
                $sheet->write($part, $value, [new Reason(AddressRule::PlaceApart)]);
            }
        }
    }

    /** @param  array<string, string>  $place */
    private static function agree(AddressSheet $sheet, array $place): bool
    {
        foreach ($place as $part => $value) {
            $there = $sheet->part($part);
            if ($there !== '' && !self::isSame($part, $there, $value)) {
                return false;
            }
        }

        return true;
    }

    /** Whether two say the same of one part. */
    public static function isSame(string $part, string $one, string $other): bool
    {
        return match ($part) {
            'state' => (Regions::find($one)['code'] ?? $one) === (Regions::find($other)['code'] ?? $other),
            'postal_code' => substr($one, 0, 5) === substr($other, 0, 5),
            'country' => (Countries::code($one) ?? $one) === (Countries::code($other) ?? $other),
            default => Fold::words($one) === Fold::words($other),
        };
    }
}
