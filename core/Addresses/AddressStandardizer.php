<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

use PineSieve\Core\Addresses\Lines\LineKind;
use PineSieve\Core\Addresses\Lines\StreetLine;
use PineSieve\Core\Text\Fold;

/** Puts an address of the United States or Canada into its postal form. Addresses elsewhere stay as written; the form of their postal code is checked. */
final readonly class AddressStandardizer
{
    /** A place in a street line ends in its code, or in its state behind a comma. */
    private const PLACE_IN_LINE = '/\p{L}[\s,.]+(?:\d{5}(?:-?\d{4})?|[A-Z]\d[A-Z] ?\d[A-Z]\d)$|,.*\p{L}{2}\.?$/iDu';

    /**
     * @param  string  $home  country of addresses that name none and that nothing else tells: ISO 3166-1 alpha-2
     * @param  ?PlaceCheck  $places  what proposes city, state and ZIP code; null if nothing does
     */
    public function __construct(private string $home = 'US', private ?PlaceCheck $places = null) {}

    public function standardize(Address $original): StandardizedAddress
    {
        $parts = $original->parts();
        $place = PlaceForm::of($parts, $this->home);
        if ($original->isBlank() || !$place->isStandardized()) {
            return new StandardizedAddress($original, $original, [], $place->faults);
        }
        $sheet = new AddressSheet($parts);
        $isTaken = self::takePlaceOut($sheet, 'line1');
        if (self::takePlaceOut($sheet, 'line2') || $isTaken) {
            $place = PlaceForm::of($sheet->parts(), $this->home);
        }
        $unread = self::lines($sheet, $place->country);
        foreach ($place->changes as [$part, $value, $reason]) {
            $sheet->write($part, $value, [$reason]);
        }

        $remarks = $this->proposePlace($sheet, $place->country);
        $changes = $sheet->changes();
        $isAsWritten = $changes === [] && $parts['country'] === $place->country;

        return new StandardizedAddress(
            $original,
            $isAsWritten ? $original : Address::fromParts([...$sheet->parts(), 'country' => $place->country]),
            $changes,
            $place->faults,
            $unread,
            $remarks,
        );
    }

    /** @return list<PlaceRemark> what must be looked at: for what else there is to say of the place, a proposal is written */
    private function proposePlace(AddressSheet $sheet, string $country): array
    {
        $open = [];
        foreach ($this->places?->of(Address::fromParts([...$sheet->parts(), 'country' => $country])) ?? [] as $remark) {
            $rule = $remark->doubt->rule();
            if ($rule !== null && $remark->proposal !== '') {
                $sheet->write($remark->part, $remark->proposal, [new Reason($rule, $remark->words)]);
            } elseif ($rule === null) {
                $open[] = $remark;
            }
        }

        return $open;
    }

    /** The country's code: as written, or else as state or postal code tell; the organization's own if nothing does. */
    public static function country(Address $address, string $home = 'US'): string
    {
        return PlaceForm::of($address->parts(), $home)->country;
    }

    /** "12 Elm St, Dover NH 03820" in the street line, where the parts for the place are blank or say the same. */
    private static function takePlaceOut(AddressSheet $sheet, string $line): bool
    {
        $text = $sheet->part($line);
        $mayBe = $text !== '' && (str_contains($text, ',') || strlen($text) > 12);
        if (!$mayBe || preg_match(self::PLACE_IN_LINE, $text) !== 1) {
            return false;
        }
        $read = AddressBlock::parse($text);
        $place = array_filter(
            ['city' => $read->city, 'state' => $read->state, 'postal_code' => $read->postalCode],
            static fn(string $value): bool => $value !== '',
        );
        $isPlace = $read->line1 !== '' && isset($place['state']) && count($place) > 1 && preg_match('/\d/', $read->city) !== 1;
        if (!$isPlace || !self::agree($sheet, $place)) {
            return false;
        }
        $reason = new Reason(AddressRule::PlaceApart);
        $hasRoom = $line === 'line1' && $sheet->part('line2') === '';
        $sheet->write($line, $hasRoom || $read->line2 === '' ? $read->line1 : "{$read->line1}, {$read->line2}", [$reason]);
        if ($hasRoom) {
            $sheet->write('line2', $read->line2, [$reason]);
        }
        foreach ($place as $part => $value) {
            if ($sheet->part($part) === '') {
                $sheet->write($part, $value, [$reason]);
            }
        }

        return true;
    }

    /** @param  array<string, string>  $place  parts of a place */
    private static function agree(AddressSheet $sheet, array $place): bool
    {
        foreach ($place as $part => $value) {
            $there = $sheet->part($part);
            $isSame = match (true) {
                $there === '' => true,
                $part === 'state' => (Regions::find($there)['code'] ?? $there) === (Regions::find($value)['code'] ?? $value),
                $part === 'postal_code' => substr($there, 0, 5) === substr($value, 0, 5),
                default => Fold::words($there) === Fold::words($value),
            };
            if (!$isSame) {
                return false;
            }
        }

        return true;
    }

    /** @return list<string> lines of which nothing was understood */
    private static function lines(AddressSheet $sheet, string $country): array
    {
        [$first, $second] = [StreetLine::parse($sheet->part('line1'), $country), StreetLine::parse($sheet->part('line2'), $country)];
        $order = [];
        if ($first->kind === LineKind::Unit && $second->kind->isDelivered() && $second->units === []) {
            [$first, $second] = [$second, $first];
            $order = [new Reason(AddressRule::LinesInOrder)];
        }
        if ($first->units !== [] && $first->kind->isDelivered() && $second->kind === LineKind::Blank) {
            $moved = new Reason(AddressRule::UnitMoved);
            $sheet->write('line1', $first->withoutUnits(), [...$first->reasons, $moved]);
            $sheet->write('line2', $first->unitsText(), [$moved]);
        } else {
            $sheet->write('line1', $first->text(), [...$order, ...$first->reasons]);
            $sheet->write('line2', $second->text(), [...$order, ...$second->reasons]);
        }

        $unread = $first->kind === LineKind::Unread ? ['line1'] : [];

        return $second->kind === LineKind::Unread ? [...$unread, 'line2'] : $unread;
    }
}
