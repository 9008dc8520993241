<?php

declare(strict_types=1);

namespace Tests\Core\Addresses;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressBlock;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Addresses\Countries;
use PineSieve\Core\Addresses\PostalCode;
use PineSieve\Core\Addresses\Regions;

final class AddressesTest extends TestCase
{
    /** @return iterable<string, array{Address, Address, list<string>}> written, standard, codes of faults */
    public static function addresses(): iterable
    {
        yield 'zero put back' => [
            new Address('1 Elm St', '', 'DOVER', 'N.H.', '3820'),
            new Address('1 Elm St', '', 'Dover', 'NH', '03820', 'US'),
            [],
        ];
        yield 'nine digits' => [
            new Address('1 Elm St', '', 'Saco', 'Maine', '040721234'),
            new Address('1 Elm St', '', 'Saco', 'ME', '04072-1234', 'US'),
            [],
        ];
        yield 'four digits of another state' => [
            new Address('1 Elm St', '', 'Reno', 'NV', '3820'),
            new Address('1 Elm St', '', 'Reno', 'NV', '3820', 'US'),
            ['postal_code.form'],
        ];
        yield 'ZIP of another state' => [
            new Address('1 Elm St', '', 'Dover', 'ME', '03820'),
            new Address('1 Elm St', '', 'Dover', 'ME', '03820', 'US'),
            ['postal_code.state'],
        ];
        yield 'letter where a digit belongs' => [
            new Address('1 Elm St', '', 'Saco', 'ME', 'o4110'),
            new Address('1 Elm St', '', 'Saco', 'ME', 'o4110', 'US'),
            ['postal_code.form'],
        ];
        yield 'no such state' => [
            new Address('1 Elm St', '', 'Saco', 'Mainland', ''),
            new Address('1 Elm St', '', 'Saco', 'Mainland', '', 'US'),
            ['state.unknown'],
        ];
        yield 'Canada by province' => [
            new Address('5 Rue Ste-Anne', '', 'Moncton', 'nb', 'e1c4z1'),
            new Address('5 Rue Ste-Anne', '', 'Moncton', 'NB', 'E1C 4Z1', 'CA'),
            [],
        ];
        yield 'Canadian code of another province' => [
            new Address('5 Rue X', '', 'Moncton', 'NB', 'M5V 2T6'),
            new Address('5 Rue X', '', 'Moncton', 'NB', 'M5V 2T6', 'CA'),
            ['postal_code.state'],
        ];
        yield 'a code that was taken for a number' => [
            new Address('1 Elm St', '', 'Dover', 'NH', '3820.0'),
            new Address('1 Elm St', '', 'Dover', 'NH', '03820', 'US'),
            [],
        ];
        yield 'four digits elsewhere' => [
            new Address('1 George St', '', 'Sydney', 'NSW', '2000', 'Australia'),
            new Address('1 George St', '', 'Sydney', 'NSW', '2000', 'Australia'),
            [],
        ];
        yield 'military post' => [
            new Address('PSC 3 BOX 1', '', 'APO', 'AE', '09012'),
            new Address('PSC 3 Box 1', '', 'APO', 'AE', '09012', 'US'),
            [],
        ];
        yield 'elsewhere stays' => [
            new Address('Hauptstr. 5', '', 'berlin', 'x', '10115', 'DE'),
            new Address('Hauptstr. 5', '', 'berlin', 'x', '10115', 'DE'),
            [],
        ];
        yield 'a unit moves to the second line' => [
            new Address('12 Elm Street, Apartment 4', '', 'Saco', 'ME', '04072'),
            new Address('12 Elm St', 'Apt 4', 'Saco', 'ME', '04072', 'US'),
            [],
        ];
        yield 'a unit stays where another stands' => [
            new Address('12 Elm Street, Apartment 4', 'Rear', 'Saco', 'ME', '04072'),
            new Address('12 Elm St Apt 4', 'Rear', 'Saco', 'ME', '04072', 'US'),
            [],
        ];
        yield 'the street comes first' => [
            new Address('Suite 4', '12 Elm Street', 'Saco', 'ME', '04072'),
            new Address('12 Elm St', 'Ste 4', 'Saco', 'ME', '04072', 'US'),
            [],
        ];
        yield 'a place in the street line' => [
            new Address('12 Elm Street, Saco ME 04072', '', '', '', ''),
            new Address('12 Elm St', '', 'Saco', 'ME', '04072', 'US'),
            [],
        ];
        yield 'the same place in the street line' => [
            new Address('12 Elm Street Apt 4, Saco, Maine', '', 'SACO', 'ME', '04072'),
            new Address('12 Elm St', 'Apt 4', 'Saco', 'ME', '04072', 'US'),
            [],
        ];
        yield 'another place in the street line stays' => [
            new Address('12 Elm Street, Saco, Maine', '', 'Dover', 'NH', '03820'),
            new Address('12 Elm Street, Saco, Maine', '', 'Dover', 'NH', '03820', 'US'),
            [],
        ];
        yield 'nothing' => [new Address(), new Address(), []];
        yield 'empty extension' => [
            new Address('1 Elm St', '', 'Saco', 'ME', '04072-0000'),
            new Address('1 Elm St', '', 'Saco', 'ME', '04072', 'US'),
            [],
        ];
    }

    /** @param  list<string>  $faults */
    #[DataProvider('addresses')]
    public function test_addresses_in_postal_form(Address $written, Address $standard, array $faults): void
    {
        $result = (new AddressStandardizer())->standardize($written);

        self::assertEquals($standard, $result->standard);
        self::assertSame($faults, array_column($result->faults, 'code'));
        self::assertSame($written, $result->original);
        foreach ($result->changes as $change) {
            self::assertNotSame('', $change->reason);
            self::assertSame($written->parts()[$change->part], $change->before);
        }
    }

    /** @return iterable<array{string, Address}> */
    public static function blocks(): iterable
    {
        yield ['12 Elm St, Dover, NH 03820', new Address('12 Elm St', '', 'Dover', 'NH', '03820')];
        yield ["12 Elm St\nApt 4\nDover NH 03820\nUSA", new Address('12 Elm St', 'Apt 4', 'Dover', 'NH', '03820', 'USA')];
        yield ['12 Elm St, Dover, New Hampshire, 03820', new Address('12 Elm St', '', 'Dover', 'New Hampshire', '03820')];
        yield ['PO Box 4, Gannet Cove, Maine', new Address('PO Box 4', '', 'Gannet Cove', 'Maine')];
        yield ['12 Elm St, Moncton NB E1C 4Z1', new Address('12 Elm St', '', 'Moncton', 'NB', 'E1C 4Z1')];
        yield ['12 Elm St', new Address('12 Elm St')];
        yield ['12 Maple Ct', new Address('12 Maple Ct')];
        yield ['12 Maple Ct, Dover, CT', new Address('12 Maple Ct', '', 'Dover', 'CT')];
        yield ['', new Address()];
    }

    #[DataProvider('blocks')]
    public function test_an_address_in_one_cell(string $written, Address $address): void
    {
        self::assertEquals($address, AddressBlock::parse($written));
    }

    public function test_sameness_needs_a_street_and_a_place(): void
    {
        self::assertSame('', (new Address('12 Elm St'))->sameness());
        self::assertSame('', (new Address('', '', 'Dover', 'NH', '03820'))->sameness());
        self::assertSame(
            (new Address('12 Elm St', '', 'Dover', 'NH', '03820-1234'))->sameness(),
            (new Address('12 ELM ST', '', 'Dover N.', 'NH', '03820'))->sameness(),
        );
        self::assertNotSame(
            (new Address('12 Elm St', 'Apt 1', '', '', '03820'))->sameness(),
            (new Address('12 Elm St', 'Apt 2', '', '', '03820'))->sameness(),
        );
    }

    public function test_regions_and_countries(): void
    {
        self::assertSame('MA', Regions::find('Mass.')['code'] ?? null);
        self::assertSame('QC', Regions::find('Québec')['code'] ?? null);
        self::assertNull(Regions::find('Atlantis'));
        self::assertSame(['ME'], Regions::ofPostalCode('04101'));
        self::assertSame(['NB'], Regions::ofPostalCode('E1C 4Z1'));
        self::assertSame(['US', 'CA', 'GB', 'DE', null], array_map(Countries::code(...), ['U.S.A.', 'canada', 'UK', 'Germany', 'Narnia']));
    }

    public function test_postal_codes_that_can_not_be(): void
    {
        foreach (['123', '123456', 'D1A 1A1', 'K1A 0O1', 'ABCDE'] as $code) {
            self::assertNull(PostalCode::normalize($code), $code);
        }
        self::assertSame('00501', PostalCode::withLeadingZero('501', 'NY'));
    }

    /** @return iterable<string, array{string, string, bool}> two streets, each "line 1|line 2" in Dover, NH 03820, and whether they are one door */
    public static function doors(): iterable
    {
        yield 'as it is' => ['12 Elm St', '12 Elm Street', true];
        yield 'a unit on its own line' => ['12 Elm St|Apt 4', '12 Elm St Apt 4', true];
        yield 'other words for a unit' => ['12 Elm St|Unit 4', '12 Elm St|Suite 4', true];
        yield 'a sign for a unit' => ['12 Elm St #4', '12 Elm St, Apartment 4', true];
        yield 'the sign apart' => ['12 Elm St # 4', '12 Elm St Unit #4', true];
        yield 'letters and numbers' => ['12 Elm St|Apt 7-A', '12 Elm St|#7A', true];
        yield 'letters apart' => ['12 Elm St|Apt 7 A', '12 Elm St|Unit 7A', true];
        yield 'small letters' => ['12 elm st apt b', '12 ELM ST APT B', true];
        yield 'another unit' => ['12 Elm St|Apt 4', '12 Elm St|Apt 5', false];
        yield 'another letter' => ['12 Elm St|Apt 4A', '12 Elm St|Apt 4B', false];
        yield 'none' => ['12 Elm St|Apt 4', '12 Elm St', false];
        yield 'a floor is no apartment' => ['12 Elm St|Fl 4', '12 Elm St|Apt 4', false];
        yield 'a building and a unit' => ['12 Elm St|Bldg 2 Apt 4', '12 Elm St Bldg 2|Unit 4', true];
        yield 'another building' => ['12 Elm St|Bldg 2 Apt 4', '12 Elm St|Bldg 3 Apt 4', false];
        yield 'a street that is called so' => ['12 Lot St', '12 Lot St', true];
        yield 'a box' => ['PO Box 12', 'P.O. Box 12', true];
        yield 'another box' => ['PO Box 12', 'PO Box 21', false];
        yield 'another house' => ['12 Elm St', '21 Elm St', false];
        yield 'another way' => ['12 Elm St', '12 Elm Ave', false];
        yield 'another direction' => ['12 N Elm St', '12 S Elm St', false];
    }

    #[DataProvider('doors')]
    public function test_one_door_is_one_however_it_is_written(string $one, string $other, bool $is): void
    {
        $sameness = static function (string $street): string {
            [$line1, $line2] = [...explode('|', $street), ''];

            return (new AddressStandardizer())
                ->standardize(new Address($line1, $line2, 'Dover', 'NH', '03820', 'US'))
                ->standard->sameness();
        };

        self::assertSame($is, $sameness($one) === $sameness($other), "{$sameness($one)} / {$sameness($other)}");
    }
}
