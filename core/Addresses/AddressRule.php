<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

/** What may be changed of an address so that it stands in postal form. */
enum AddressRule: string
{
    case Blanks = 'blanks';
    case Marks = 'marks';
    case Capitals = 'capitals';
    case Suffix = 'suffix';
    case SuffixMended = 'suffix mended';
    case NameInFull = 'name in full';
    case Direction = 'direction';
    case Unit = 'unit';
    case UnitBehind = 'unit behind';
    case UnitBare = 'unit bare';
    case UnitMoved = 'unit moved';
    case LinesInOrder = 'lines in order';
    case LineTwice = 'line twice';
    case LinesJoined = 'lines joined';
    case Dual = 'dual';
    case Attention = 'attention';
    case NumberWord = 'number word';
    case Fraction = 'fraction';
    case Highway = 'highway';
    case Box = 'box';
    case Route = 'route';
    case Military = 'military';
    case GeneralDelivery = 'general delivery';
    case Urbanization = 'urbanization';
    case Station = 'station';
    case PlaceApart = 'place apart';
    case State = 'state';
    case ZipForm = 'zip form';
    case ZeroBack = 'zero back';
    case Country = 'country';
    case PlaceFilled = 'place filled';
    case CityInFull = 'city in full';
    case CityMended = 'city mended';
    case ZipFilled = 'zip filled';

    /** What is done, in words that stand for many addresses too. */
    public function words(): string
    {
        return match ($this) {
            self::Blanks => 'blanks',
            self::Marks => 'full stops and commas are not used',
            self::Capitals => 'capitals and small letters',
            self::Suffix => 'street suffix written short',
            self::SuffixMended => 'a slip in the street suffix mended',
            self::NameInFull => 'a suffix or direction that belongs to the name is written out',
            self::Direction => 'direction written short',
            self::Unit => 'word for a unit in its postal form',
            self::UnitBehind => 'the unit stands behind the street',
            self::UnitBare => 'a number behind the street is a unit, and has the sign #',
            self::UnitMoved => 'unit moved to the second line',
            self::LinesInOrder => 'the street stands in the first line',
            self::LineTwice => 'the same line stood twice',
            self::LinesJoined => 'a route and its box, a number and its street stand on one line',
            self::Attention => 'whose hands it goes through stands on a line of its own',
            self::Dual => 'a street and a box each stand on a line: mail goes to the lower one',
            self::NumberWord => 'the number of the house goes without a word for it',
            self::Fraction => 'the fraction stands apart from the number',
            self::Highway => 'highway or county road in its postal form',
            self::Box => 'post office box in its postal form',
            self::Route => 'rural or contract route in its postal form',
            self::Military => 'military address in its postal form',
            self::GeneralDelivery => 'general delivery in its postal form',
            self::Urbanization => 'urbanization in its postal form',
            self::Station => 'station in its postal form',
            self::PlaceApart => 'city, state and ZIP code put where they belong',
            self::State => 'postal code of the state or province',
            self::ZipForm => 'form of the ZIP code or postal code',
            self::ZeroBack => 'zero put back',
            self::Country => 'code of the country',
            self::PlaceFilled => 'blank city or state filled in by the ZIP code',
            self::CityInFull => 'name of the city written out',
            self::CityMended => 'city corrected by the ZIP code',
            self::ZipFilled => 'ZIP code filled in: the city has just one',
        };
    }

    /** Where it is laid down: a section of USPS Publication 28, or the Addressing Guidelines of Canada Post. */
    public function source(): string
    {
        return match ($this) {
            self::Blanks, self::Capitals, self::Marks => 'Publication 28, 221 to 222',
            self::Suffix, self::SuffixMended, self::NameInFull => 'Publication 28, 234 and appendix C1; Canada Post, street types',
            self::Direction => 'Publication 28, 233; Canada Post, street directions',
            self::Unit,
            self::UnitBehind,
            self::UnitBare,
            self::UnitMoved
                => 'Publication 28, 213 and appendix C2; Canada Post, unit designators',
            self::LinesInOrder,
            self::LineTwice,
            self::LinesJoined,
            self::Dual,
            self::Attention,
            self::PlaceApart
                => 'Publication 28, 211 to 212',
            self::NumberWord, self::Fraction => 'Publication 28, 232',
            self::Highway => 'Publication 28, appendix F',
            self::Box => 'Publication 28, 28; Canada Post, lock boxes',
            self::Route => 'Publication 28, 24 and 25; Canada Post, rural routes',
            self::Military => 'Publication 28, 238',
            self::GeneralDelivery => 'Publication 28, 26; Canada Post, general delivery',
            self::Urbanization => 'Publication 28, 29',
            self::Station => 'Canada Post, stations and retail outlets',
            self::CityInFull => 'Publication 28, 223',
            self::State => 'Publication 28, appendix B',
            self::ZipForm, self::ZeroBack => 'Publication 28, 225',
            self::Country => 'ISO 3166-1',
            self::PlaceFilled, self::CityMended, self::ZipFilled => 'the directory of places',
        };
    }
}
