<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

/**
 * Puts an address of the United States or Canada into its postal form. Addresses elsewhere stay as written; the form of their postal code is
 * checked.
 */
final readonly class AddressStandardizer
{
    /**
     * @param  string  $home  country of addresses that name none and that nothing else tells: ISO 3166-1 alpha-2
     * @param  ?PlaceCheck  $places  what proposes city, state and ZIP code; null if nothing does
     */
    public function __construct(private string $home = 'US', private ?PlaceCheck $places = null) {}

    public function standardize(Address $original): StandardizedAddress
    {
        $place = PlaceForm::of($original, $this->home);
        if ($original->isBlank() || !$place->isStandardized()) {
            return new StandardizedAddress($original, $original, [], $place->faults);
        }

        return $this->usual($original, $place) ?? $this->partByPart($original, $place);
    }

    /** Most are a house in a street, with its place where it belongs: nothing of it has to be looked at part by part. */
    private function usual(Address $original, PlaceForm $place): ?StandardizedAddress
    {
        // What stands below is a unit, or is read part by part in any case.
        if ($place->mayHoldMore($original) || MisplacedPlace::mayBeInLine($original->line1)) {
            return null;
        }
        $written = StreetLines::usual($original->line1, $original->line2, $place->country);
        if ($written === null) {
            return null;
        }
        [$street, $unit, $reasons, $isUnread] = $written;
        $changes = $street === $original->line1 ? [] : [new AddressChange('line1', $original->line1, $street, $reasons)];
        if ($unit !== '') {
            $changes[] = new AddressChange('line2', '', $unit, [StreetLines::moved()]);
        }
        foreach ($place->told($original) as $change) {
            $changes[] = $change;
        }
        $isAsWritten = $changes === [] && $original->country === $place->country;
        $standard = $isAsWritten ? $original : $place->with($street, $unit, $original);
        if ($this->places !== null && $this->places->of($standard) !== []) {
            return null;
        }

        return new StandardizedAddress($original, $standard, $changes, $place->faults, $isUnread ? ['line1'] : []);
    }

    private function partByPart(Address $original, PlaceForm $place): StandardizedAddress
    {
        $sheet = new AddressSheet($original->parts());
        if (MisplacedPlace::takeOut($sheet)) {
            $place = PlaceForm::of(Address::fromParts($sheet->parts()), $this->home);
        }
        $unread = StreetLines::standardize($sheet, $place->country);
        foreach ($place->changes as [$part, $value, $reason]) {
            $sheet->write($part, $value, [$reason]);
        }

        $remarks = $this->proposePlace($sheet, $place->country);
        $changes = $sheet->changes();
        $isAsWritten = $changes === [] && $original->country === $place->country;

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
            } else {
                $open[] = $remark;
            }
        }

        return $open;
    }

    /** The country's code: as written, or else as state or postal code tell; the organization's own if nothing does. */
    public static function country(Address $address, string $home = 'US'): string
    {
        return PlaceForm::of($address, $home)->country;
    }
}
