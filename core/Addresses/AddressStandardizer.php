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
        $parts = $original->parts();
        $place = PlaceForm::of($parts, $this->home);
        if ($original->isBlank() || !$place->isStandardized()) {
            return new StandardizedAddress($original, $original, [], $place->faults);
        }
        $sheet = new AddressSheet($parts);
        if (MisplacedPlace::takeOut($sheet)) {
            $place = PlaceForm::of($sheet->parts(), $this->home);
        }
        $unread = StreetLines::standardize($sheet, $place->country);
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
}
