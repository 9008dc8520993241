<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

use libphonenumber\NumberParseException;
use libphonenumber\PhoneNumber;
use libphonenumber\PhoneNumberFormat;
use libphonenumber\PhoneNumberUtil;

/** A telephone number, kept in the form of E.164, with its extension if it has one ("+12075550143;ext=12", RFC 3966). */
final readonly class PhoneFormat implements Format
{
    /** @param  string  $region where numbers without a country code belong: ISO 3166-1 alpha-2 */
    public function __construct(private string $region = 'US') {}

    public function read(string $written): Understood
    {
        $util = PhoneNumberUtil::getInstance();
        try {
            $number = $util->parse($written, $this->region);
        } catch (NumberParseException) {
            return $this->not($written);
        }
        // Two numbers in a cell would be read as one long one, or the second cut off as noise; of "555-0105, 0106" it is no extension.
        if (!self::isValid($util, $number) || preg_match_all('/\d/', $written) > 18 || preg_match('/\d\s*,\s*\d+\s*$/D', $written) === 1) {
            return $this->not($written);
        }
        $extension = (string) $number->getExtension();
        $value = $util->format($number, PhoneNumberFormat::E164) . ($extension === '' ? '' : ";ext={$extension}");

        return Understood::as($value, $value === $written ? '' : 'international form');
    }

    /** Two dozen countries share the code 1; most numbers need not be held against all of them. */
    private static function isValid(PhoneNumberUtil $util, PhoneNumber $number): bool
    {
        return ($number->getCountryCode() === 1 && $util->isValidNumberForRegion($number, 'US')) || $util->isValidNumber($number);
    }

    private function not(string $written): Understood
    {
        return Understood::not(
            'phone.form',
            "\"{$written}\" is not a telephone number that can exist",
            'Write it with its area code, or leave this value out',
        );
    }
}
