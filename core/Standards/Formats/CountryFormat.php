<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

use PineSieve\Core\Addresses\Countries;

/** A country as its ISO 3166-1 alpha-2 code. */
final class CountryFormat implements Format
{
    public function read(string $written): Understood
    {
        $code = Countries::code($written);

        return $code === null
            ? Understood::not('country.unknown', "\"{$written}\" is not a country", 'Write its name in English or its two letters')
            : Understood::as($code, $code === $written ? '' : 'code of the country');
    }
}
