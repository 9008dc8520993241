<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Rules;

/** What speaks against a pair, whatever its rules say. */
enum Sign: string
{
    /** Both have a birth date, and they are not the same day, nor one with day and month swapped. */
    case BirthDate = 'birth date';
    /** One is Jr., the other Sr. or III. */
    case Generation = 'generation';
    /** One is Jr., the other says nothing: father and son, or a suffix left out. */
    case GenerationLeftOut = 'generation left out';
    case MiddleName = 'middle name';
    /** The same system has them as two. */
    case OtherId = 'other id';
    /** Different first names at one address, phone or email: a household rather than a duplicate. */
    case FirstName = 'first name';

    /** Both have an email and a phone, and neither is the same: of two who share a name and an address, father and son. */
    case OtherContacts = 'other contacts';

    public function effect(): SignEffect
    {
        return match ($this) {
            self::BirthDate, self::Generation, self::FirstName => SignEffect::Apart,
            self::GenerationLeftOut, self::MiddleName, self::OtherId, self::OtherContacts => SignEffect::Review,
        };
    }
}
