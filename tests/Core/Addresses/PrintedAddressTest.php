<?php

declare(strict_types=1);

namespace Tests\Core\Addresses;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\PrintedAddress;

/** Addresses in lines, in the order of their country. */
final class PrintedAddressTest extends TestCase
{
    /** @return array<string, array{list<string>, string}> parts of the address, and its lines with " / " between */
    public static function addresses(): array
    {
        return [
            'United States' => [['12 Elm St', 'Apt 4', 'Portland', 'ME', '04101', 'US'], '12 Elm St / Apt 4 / Portland, ME 04101'],
            'whose hands it goes through' => [
                ['12 Elm St', 'c/o Ann Lee', 'Portland', 'ME', '04101', 'US'],
                'c/o Ann Lee / 12 Elm St / Portland, ME 04101',
            ],
            'Canada' => [['4 Main St', '', 'Moncton', 'NB', 'E1C 4Z1', 'CA'], '4 Main St / Moncton, NB E1C 4Z1 / CA'],
            'Germany' => [['Hauptstr. 5', '', 'Berlin', '', '10115', 'DE'], 'Hauptstr. 5 / 10115 Berlin / DE'],
            'a country that is not listed' => [['Karl Johans gate 1', '', 'Oslo', '', '0154', 'NO'], 'Karl Johans gate 1 / 0154 Oslo / NO'],
            'United Kingdom' => [['1 High St', '', 'Ludlow', '', 'SY8 1AA', 'GB'], '1 High St / Ludlow / SY8 1AA / GB'],
            'Ireland, with a county' => [['2 Quay', '', 'Sligo', 'Co. Sligo', 'F91 X', 'IE'], '2 Quay / Sligo / Co. Sligo / F91 X / IE'],
            'Italy' => [['Via Roma 1', '', 'Roma', 'RM', '00184', 'IT'], 'Via Roma 1 / 00184 Roma RM / IT'],
            'Brazil' => [['Rua A 1', '', 'Santos', 'SP', '11010-000', 'BR'], 'Rua A 1 / Santos - SP / 11010-000 / BR'],
            'New Zealand' => [['3 Kea Rd', '', 'Nelson', '', '7010', 'NZ'], '3 Kea Rd / Nelson 7010 / NZ'],
            'no country' => [['12 Elm St', '', 'Portland', 'ME', '', ''], '12 Elm St / Portland, ME'],
            'a city alone' => [['', '', 'Portland', '', '', 'US'], 'Portland'],
            'a code alone' => [['', '', '', '', '04101', 'US'], '04101'],
            'nothing' => [['', '', '', '', '', ''], ''],
        ];
    }

    /** @param  list<string>  $parts */
    #[DataProvider('addresses')]
    public function test_lines_stand_in_the_order_of_the_country(array $parts, string $lines): void
    {
        self::assertSame($lines, implode(' / ', PrintedAddress::lines(new Address(...$parts))));
    }
}
