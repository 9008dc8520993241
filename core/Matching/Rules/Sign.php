<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Rules;

/** What speaks against a pair, whatever its rules say. */
enum Sign: string
{
    /** Both have a birth date, and they are not the same day, nor one with day and month swapped, nor with a slip. */
    case BirthDate = 'birth date';
    /** Both have a birth date, and of year, month and day one differs. */
    case BirthDateSlip = 'birth date with a slip';
    /** One is Jr., the other Sr. or III. */
    case Generation = 'generation';
    /** One is Jr., the other says nothing: father and son, or a suffix left out. */
    case GenerationLeftOut = 'generation left out';
    case MiddleName = 'middle name';
    /** One is Mr., the other Mrs., Ms. or Miss: a wife who is written with her husband's name, or a wrong title. */
    case Title = 'title';
    /** The same system has them as two. */
    case OtherId = 'other id';
    /** Different first names at one address, phone or email: a household rather than a duplicate. */
    case FirstName = 'first name';

    /** Both have an email and a phone or an address, and neither is the same: of two who share a name and one way to be reached, father and son. */
    case OtherContacts = 'other contacts';

    public function effect(): SignEffect
    {
        return match ($this) {
            self::BirthDate, self::Generation, self::FirstName => SignEffect::Apart,
            self::BirthDateSlip,
            self::GenerationLeftOut,
            self::MiddleName,
            self::Title,
            self::OtherId,
            self::OtherContacts
                => SignEffect::Review,
        };
    }

    /** Whether there are two of one name where everything else says that they are one. */
    public function tellsNamesakes(): bool
    {
        return in_array($this, [self::BirthDate, self::Generation, self::GenerationLeftOut, self::MiddleName], true);
    }
}
