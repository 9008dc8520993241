<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

/** What may be wrong with city, state and ZIP code of an address, by the directory of places. */
enum PlaceDoubt: string
{
    case UnknownCode = 'postal_code.unknown';
    case OtherState = 'place.state';
    case NotACity = 'city.form';
    case OtherCity = 'city.other';
    case Misspelled = 'city.misspelled';
    case NoCity = 'city.blank';
    case NoState = 'state.blank';
    case NoCode = 'postal_code.blank';

    /** In words that stand for many addresses. */
    public function words(): string
    {
        return match ($this) {
            self::UnknownCode => 'a ZIP code that the directory does not have',
            self::OtherState => 'the ZIP code is of another state',
            self::NotACity => 'a city with a number in it',
            self::OtherCity => 'the ZIP code is of another city',
            self::Misspelled => 'the city may be misspelled',
            self::NoCity => 'the city is blank',
            self::NoState => 'the state is blank',
            self::NoCode => 'there is no ZIP code',
        };
    }

    /** The rule by which what is proposed may be taken; null where a person must look. */
    public function rule(): ?AddressRule
    {
        return match ($this) {
            self::Misspelled => AddressRule::CityMended,
            self::NoCity, self::NoState => AddressRule::PlaceFilled,
            self::NoCode => AddressRule::ZipFilled,
            default => null,
        };
    }
}
