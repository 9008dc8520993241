<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses\Directory;

/** What a postal directory says of an address. */
enum Outcome: string
{
    case Confirmed = 'confirmed';
    case UnitMissing = 'unit_missing';
    case UnitWrong = 'unit_wrong';
    case UnitNotNeeded = 'unit_not_needed';
    case NumberNotOnStreet = 'number_not_on_street';
    case StreetNotInPlace = 'street_not_in_place';
    case PlaceAndZipDisagree = 'place_and_zip_disagree';
    case Vacant = 'vacant';
    case SeveralFit = 'several_fit';
    case NotVerifiable = 'not_verifiable';
    /** Nobody could be asked. No directory answers so. */
    case NotYetVerified = 'not_yet_verified';

    public function words(): string
    {
        return match ($this) {
            self::Confirmed => 'confirmed',
            self::UnitMissing => 'unit missing',
            self::UnitWrong => 'unit not in this building',
            self::UnitNotNeeded => 'unit not needed',
            self::NumberNotOnStreet => 'number not on this street',
            self::StreetNotInPlace => 'street not in this place',
            self::PlaceAndZipDisagree => 'place and ZIP disagree',
            self::Vacant => 'nobody lives there',
            self::SeveralFit => 'several fit',
            self::NotVerifiable => 'cannot be verified',
            self::NotYetVerified => 'not yet verified',
        };
    }

    /** What to do about it. */
    public function advice(): string
    {
        return match ($this) {
            self::Confirmed => 'Nothing: mail arrives.',
            self::UnitMissing => 'Ask for the apartment or suite. Mail arrives at the building and may stay there.',
            self::UnitWrong => 'Ask for the apartment or suite again: the building has others.',
            self::UnitNotNeeded => 'Nothing: mail arrives without the unit too.',
            self::NumberNotOnStreet => 'Look for a slip of the finger in the house number, or ask. Do not mail it.',
            self::StreetNotInPlace => 'Look for another spelling of the street, or another place. Do not mail it.',
            self::PlaceAndZipDisagree => 'Find out which of the two is right. Do not mail it before.',
            self::Vacant => 'Ask where they live now. Do not mail it.',
            self::SeveralFit => 'Choose the right one of those that fit. Do not mail it before.',
            self::NotVerifiable => 'Nothing: the directory does not know this country. It is left as it is written.',
            self::NotYetVerified => 'Ask the directory later: it did not answer.',
        };
    }

    public function standing(): Standing
    {
        return match ($this) {
            self::Confirmed => Standing::Confirmed,
            self::UnitMissing, self::UnitWrong, self::UnitNotNeeded => Standing::Question,
            self::NotVerifiable, self::NotYetVerified => Standing::NotAsked,
            default => Standing::NotFound,
        };
    }

    /** @return list<string> the codes of those that stand so */
    public static function codes(Standing $standing): array
    {
        return array_values(
            array_map(
                static fn(self $outcome): string => $outcome->value,
                array_filter(self::cases(), static fn(self $outcome): bool => $outcome->standing() === $standing),
            ),
        );
    }
}
