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
        yield 'a street and a box in one line' => [
            new Address('123 Main Street PO Box 45', '', 'Saco', 'ME', '04072'),
            new Address('123 Main St', 'PO Box 45', 'Saco', 'ME', '04072', 'US'),
            [],
        ];
        yield 'a box in the second line' => [
            new Address('', 'P.O. Box 45', 'Saco', 'ME', '04072'),
            new Address('PO Box 45', '', 'Saco', 'ME', '04072', 'US'),
            [],
        ];
        yield 'a unit that stands twice' => [
            new Address('12 Elm St, Apt 4', 'Apartment 4', 'Saco', 'ME', '04072'),
            new Address('12 Elm St', 'Apt 4', 'Saco', 'ME', '04072', 'US'),
            [],
        ];
        yield 'a line that stands twice' => [
            new Address('12 Elm St', '12 Elm Street', 'Saco', 'ME', '04072'),
            new Address('12 Elm St', '', 'Saco', 'ME', '04072', 'US'),
            [],
        ];
        $inElmSt = static fn(string $line1, string $line2 = ''): Address => new Address($line1, $line2, 'Dover', 'NH', '03820', 'US');
        foreach (
            [
                '12 Elm Street c/o Ann Lee' => ['12 Elm St', 'c/o Ann Lee'],
                '12 Elm Street Apt 4, Attn: Ann Lee' => ['12 Elm St Apt 4', 'Attn: Ann Lee'],
                'c/o Ann Lee, 12 Elm Street' => ['12 Elm St', 'c/o Ann Lee'],
                'c/o Ann Lee 12 Elm Street' => ['12 Elm St', 'c/o Ann Lee'],
                'c/o 3rd Street Church, 12 Elm St' => ['12 Elm St', 'c/o 3rd Street Church'],
                '% Ann Lee, PO Box 12' => ['PO Box 12', '% Ann Lee'],
                '12 Attention Way' => ['12 Attention Way', ''],
                '12 1/2 Elm Street' => ['12 1/2 Elm St', ''],
                'Care of Ann Lee' => ['Care of Ann Lee', ''],
            ]
            as $line => $lines
        ) {
            yield "whose hands it goes through, in one line: {$line}" => [$inElmSt((string) $line), $inElmSt(...$lines), []];
        }
        yield 'and a unit below, for which there is no line left' => [
            $inElmSt('12 Elm Street c/o Ann Lee', 'Apt 4'),
            $inElmSt('12 Elm Street c/o Ann Lee', 'Apt 4'),
            [],
        ];
        yield 'whose hands it goes through, above' => [
            new Address('ATTN Jo Rowe', '12 Elm Street', 'Saco', 'ME', '04072'),
            new Address('ATTN Jo Rowe', '12 Elm St', 'Saco', 'ME', '04072', 'US'),
            [],
        ];
        yield 'a place in the second line' => [
            new Address('12 Elm St', 'Saco ME 04072', '', '', ''),
            new Address('12 Elm St', '', 'Saco', 'ME', '04072', 'US'),
            [],
        ];
        yield 'state and code in the city' => [
            new Address('12 Elm St', '', 'Saco, ME 04072', '', ''),
            new Address('12 Elm St', '', 'Saco', 'ME', '04072', 'US'),
            [],
        ];
        yield 'the state in the city' => [
            new Address('12 Elm St', '', 'Saco ME', '', '04072'),
            new Address('12 Elm St', '', 'Saco', 'ME', '04072', 'US'),
            [],
        ];
        yield 'a city that ends like a state' => [
            new Address('12 Elm St', '', 'Port Washington', '', ''),
            new Address('12 Elm St', '', 'Port Washington', '', '', 'US'),
            [],
        ];
        yield 'another state in the city stays' => [
            new Address('12 Elm St', '', 'Saco, NH', 'ME', '04072'),
            new Address('12 Elm St', '', 'Saco, NH', 'ME', '04072', 'US'),
            [],
        ];
        yield 'a floor is no place in Florida' => [
            new Address('One Financial Center, 20th Fl', '', '', '', ''),
            new Address('One Financial Ctr', 'Fl 20', '', '', '', 'US'),
            [],
        ];
        yield 'nor is a direction one in Nebraska' => [
            new Address('12 Main Street NE', '', 'Saco', '', ''),
            new Address('12 Main St NE', '', 'Saco', '', '', 'US'),
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
        yield 'what everybody calls a city' => [
            new Address('1 Elm St', '', 'N.Y.C.', 'New York', '10003'),
            new Address('1 Elm St', '', 'New York', 'NY', '10003', 'US'),
            [],
        ];
        yield 'the same letters elsewhere' => [
            new Address('1 Elm St', '', 'L.A.', 'TX', '75001'),
            new Address('1 Elm St', '', 'L.A.', 'TX', '75001', 'US'),
            [],
        ];
        yield 'a state written half' => [
            new Address('1 Elm St', '', 'Wilson', 'N. Carolina', '27893'),
            new Address('1 Elm St', '', 'Wilson', 'NC', '27893', 'US'),
            [],
        ];
        yield 'a province in parentheses' => [
            new Address('1200, rue Luc, bureau 4', '', 'Montréal (Québec)', '', 'H2X 1A1'),
            new Address('1200 rue Luc', 'bureau 4', 'Montréal', 'QC', 'H2X 1A1', 'CA'),
            [],
        ];
        yield 'the same in one cell' => [
            new Address('1200, rue Luc, bureau 4, Montréal (Québec) H2X 1A1'),
            new Address('1200 rue Luc', 'bureau 4', 'Montréal', 'QC', 'H2X 1A1', 'CA'),
            [],
        ];
        yield 'no state in parentheses' => [
            new Address('1 Elm St', '', 'Saco (village)', 'ME', '04072'),
            new Address('1 Elm St', '', 'Saco (village)', 'ME', '04072', 'US'),
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

    /** @return iterable<string, array{0: string, 1: string, 2: string, 3?: string}> two lines; in postal form, and which are not understood; country */
    public static function halves(): iterable
    {
        yield 'a rural route and its box' => ['RR 2', 'Box 9', 'RR 2 Box 9|'];
        yield 'with signs' => ['R.R. #2', 'Box #14-A', 'RR 2 Box 14-A|'];
        yield 'a route of which the box tells that it is rural' => ['Rt. 1', 'Box 66', 'RR 1 Box 66|'];
        yield 'the box above' => ['Box 66', 'Rt 1', 'RR 1 Box 66|'];
        yield 'a contract route' => ['HC 1', 'Box 4', 'HC 1 Box 4|'];
        yield 'military post' => ['PSC 3', 'Box 44', 'PSC 3 Box 44|'];
        yield 'a military unit' => ['Unit 2050', 'Box 4190', 'Unit 2050 Box 4190|'];
        yield 'a box of the post office beside a highway' => ['Route 9', 'PO Box 12', 'Route 9|PO Box 12'];
        yield 'a number and its street' => ['12', 'Elm Street Apt 4', '12 Elm St|Apt 4'];
        yield 'rural delivery' => ['R.D. #2', 'Box 117B', 'RR 2 Box 117B|'];
        yield 'a street and its direction' => ['12 E Street', 'N.W.', '12 E St NW|'];
        yield 'a home without a word' => ['12 Elm Street', '4B', '12 Elm St|# 4B'];
        yield 'a number alone' => ['12 Elm Street', '204', '12 Elm St|# 204'];
        yield 'a letter alone' => ['12 Elm Street', 'c', '12 Elm St|# C'];
        yield 'beside a box nobody knows' => ['PO Box 7', '4', 'PO Box 7|4 line2'];
        yield 'beside another home' => ['12 Elm St Apt 3', '4', '12 Elm St Apt 3|4 line2'];
        yield 'five digits are a ZIP code' => ['12 Elm St', '03820', '12 Elm St|03820 line2'];
        yield 'a letter that may be a home' => ['12 Elm Street', 'N', '12 Elm St|N line2'];
        yield 'a number and a unit' => ['12', 'Apt 4', '12|Apt 4 line1'];
        yield 'a number and a city' => ['12', 'Dover', '12|Dover line1,line2'];
        yield 'a box that may be of a campus' => ['12 Elm Street', 'Box 4', '12 Elm St|Box 4 line2'];
        yield 'above too' => ['Box 4', '12 Elm St', 'Box 4|12 Elm St line1'];
        yield 'another home' => ['12 Elm St Apt 4', 'Apt 5', '12 Elm St Apt 4|Apt 5 line2'];
        yield 'another house' => ['12 Elm St', '14 Elm St', '12 Elm St|14 Elm St line2'];
        yield 'the same home' => ['12 Elm St Apt 4', 'Apt. #4', '12 Elm St|Apt 4'];
        yield 'a home and its building' => ['12 Elm St Apt 4', 'Bldg B', '12 Elm St Apt 4|Bldg B'];
        yield 'a box on a site of Canada' => ['Box 12', 'Site 4 RR 1', 'Box 12 Site 4 RR 1|', 'CA'];
        yield 'with a comma' => ['Box 12, Site 4', 'RR #1', 'Box 12 Site 4 RR 1|', 'CA'];
        yield 'a compartment' => ['Site 4 Comp. 5', 'R.R. 1', 'Site 4 Comp 5 RR 1|', 'CA'];
        yield 'a box and its station' => ['P.O. Box 12', 'Station A', 'PO Box 12 Stn A|', 'CA'];
    }

    #[DataProvider('halves')]
    public function test_two_lines_that_say_nothing_alone_are_one(
        string $above,
        string $below,
        string $expected,
        string $country = 'US',
    ): void {
        $place = $country === 'US' ? ['Dover', 'NH', '03820'] : ['Olds', 'AB', 'T4H 1P4'];
        $result = (new AddressStandardizer())->standardize(new Address($above, $below, ...[...$place, $country]));

        self::assertSame($expected, rtrim("{$result->standard->line1}|{$result->standard->line2} " . implode(',', $result->unread)));
    }

    public function test_a_line_that_names_someone_and_a_street_beside_a_unit_is_said_not_to_be_understood(): void
    {
        $written = new Address('12 Elm Street c/o Ann Lee', 'Apt 4', 'Dover', 'NH', '03820', 'US');
        self::assertSame(['line1'], (new AddressStandardizer())->standardize($written)->unread);
    }

    /** @return iterable<array{string, Address}> */
    public static function blocks(): iterable
    {
        yield ['12 Elm St, Dover, NH 03820', new Address('12 Elm St', '', 'Dover', 'NH', '03820')];
        yield ["12 Elm St\nApt 4\nDover NH 03820\nUSA", new Address('12 Elm St', 'Apt 4', 'Dover', 'NH', '03820', 'USA')];
        yield ['12 Elm St, Dover, New Hampshire, 03820', new Address('12 Elm St', '', 'Dover', 'New Hampshire', '03820')];
        yield ['PO Box 4, Gannet Cove, Maine', new Address('PO Box 4', '', 'Gannet Cove', 'Maine')];
        yield ['12 Elm St, Moncton NB E1C 4Z1', new Address('12 Elm St', '', 'Moncton', 'NB', 'E1C 4Z1')];
        yield ['12 Elm St / Dover / NH / 03820', new Address('12 Elm St', '', 'Dover', 'NH', '03820')];
        yield ['12 Elm St | Dover, NH 03820', new Address('12 Elm St', '', 'Dover', 'NH', '03820')];
        yield ['12 1/2 Elm St; Dover; NH 03820', new Address('12 1/2 Elm St', '', 'Dover', 'NH', '03820')];
        yield ['12 Elm St - Dover, NH 03820', new Address('12 Elm St', '', 'Dover', 'NH', '03820')];
        yield ['39-17 Elm St, Winston-Salem, NC 27101', new Address('39-17 Elm St', '', 'Winston-Salem', 'NC', '27101')];
        yield ['12 E Street, N.W., Washington, DC 20004', new Address('12 E Street N.W.', '', 'Washington', 'DC', '20004')];
        yield ['12 Elm St, Omaha, NE, 68102', new Address('12 Elm St', '', 'Omaha', 'NE', '68102')];
        yield ['12 Elm St #3 S. Boston MA 02127', new Address('12 Elm St #3', '', 'S. Boston', 'MA', '02127')];
        yield ['12 Elm St Apt 3S Boston MA 02127', new Address('12 Elm St Apt 3S', '', 'Boston', 'MA', '02127')];
        yield ['P.O. Box 7 - Mt. Vernon, WA 98273', new Address('P.O. Box 7', '', 'Mt. Vernon', 'WA', '98273')];
        yield ['12 Elm St (Strafford), Dover NH 03820', new Address('12 Elm St (Strafford)', '', 'Dover', 'NH', '03820')];
        yield ['12 Elm St', new Address('12 Elm St')];
        yield ['12 Maple Ct', new Address('12 Maple Ct')];
        // Of other countries the postal code stands before the town, or behind it.
        yield ['12 High St, Bath BA1 5AQ, UK', new Address('12 High St', '', 'Bath', '', 'BA1 5AQ', 'GB')];
        yield ['12 High St, Bath BA1 5AQ', new Address('12 High St', '', 'Bath', '', 'BA1 5AQ', 'GB')];
        yield ["Flat 2\n4 Market Pl\nEly\nCB7 4NT", new Address('Flat 2', '4 Market Pl', 'Ely', '', 'CB7 4NT', 'GB')];
        yield ['10 Downing St London SW1A 2AA England', new Address('10 Downing St', '', 'London', '', 'SW1A 2AA', 'GB')];
        yield ['Hauptstr. 12, D-10115 Berlin, Germany', new Address('Hauptstr. 12', '', 'Berlin', '', '10115', 'DE')];
        yield ['Keizersgracht 12, 1015 CN Amsterdam, Netherlands', new Address('Keizersgracht 12', '', 'Amsterdam', '', '1015 CN', 'NL')];
        yield ['5 George St, Sydney NSW 2000, Australia', new Address('5 George St', '', 'Sydney NSW', '', '2000', 'AU')];
        yield ['1-2-3 Ginza, Chuo-ku, Tokyo 104-0061, Japan', new Address('1-2-3 Ginza', 'Chuo-ku', 'Tokyo', '', '104-0061', 'JP')];
        yield ['12 Main St, Dublin 2, Ireland', new Address('12 Main St', '', 'Dublin 2', '', '', 'IE')];
        yield ['77 King St E, Toronto ON M5C 1G6', new Address('77 King St E', '', 'Toronto', 'ON', 'M5C 1G6')];
        yield ['B12 4TT', new Address(city: 'B12 4TT')];
        yield ['12 Maple Ct, Dover, CT', new Address('12 Maple Ct', '', 'Dover', 'CT')];
        yield ['', new Address()];
    }

    #[DataProvider('blocks')]
    public function test_an_address_in_one_cell(string $written, Address $address): void
    {
        self::assertEquals($address, AddressBlock::parse($written));
    }

    /** In one cell, most of them without commas: to street and unit, city, state and code. */
    private const CELLS = [
        '12 Elm St Apt 4 Dover NH 03820' => '12 Elm St Apt 4|Dover|NH|03820',
        '1600 Pennsylvania Ave NW Washington DC 20500' => '1600 Pennsylvania Ave NW|Washington|DC|20500',
        '12 Lake Shore Dr Chicago IL 60611' => '12 Lake Shore Dr|Chicago|IL|60611',
        '100 Main St Kittiwake ME 04999' => '100 Main St|Kittiwake|ME|04999',
        '100 Main St Apt 4 North Kittiwake, ME 04999' => '100 Main St Apt 4|North Kittiwake|ME|04999',
        '5 Park Ave W Mansfield OH 44902' => '5 Park Ave W|Mansfield|OH|44902',
        '12 Highway 5 Moscow ID 83843' => '12 Highway 5|Moscow|ID|83843',
        '33 Harbor Falls Rd Little Falls MN 56345' => '33 Harbor Falls Rd|Little Falls|MN|56345',
        'P.O. Box 7 Kittiwake Me 04999' => 'PO Box 7|Kittiwake|ME|04999',
        'RR 1 Box 22 Tern Harbor ME 04998' => 'RR 1 Box 22|Tern Harbor|ME|04998',
        '22 Court St Center Harbor NH 03226' => '22 Court St|Center Harbor|NH|03226',
        '12 Park Place Dr Dover DE 19901' => '12 Park Place Dr|Dover|DE|19901',
        '77 Broadway Kittiwake ME' => '77 Broadway Kittiwake||ME|',
        '77 Broadway Portland ME' => '77 Broadway|Portland|ME|',
        '9 Court Sq Montgomery Alabama 36104' => '9 Court Sq|Montgomery|AL|36104',
        '8 N Main St Suite 200 Salt Lake City Utah 84101 USA' => '8 N Main St Ste 200|Salt Lake City|UT|84101',
        '8 Elm St #4 Saint Paul MN 55101' => '8 Elm St # 4|Saint Paul|MN|55101',
        '8 Elm St St. Paul MN 55101' => '8 Elm St|St. Paul|MN|55101',
        '88 Wellington Court Unit 5 Guelph ON N1H 3R6' => '88 Wellington Crt Unit 5|Guelph|ON|N1H 3R6',
        '12 Elm Street, Kittiwake, Maine 4999' => '12 Elm St|Kittiwake|ME|04999',
        '12 Elm Street Kittiwake Maine' => '12 Elm St|Kittiwake|ME|',
        '100 W 5th St New York NY 10001-1234' => '100 W 5th St|New York|NY|10001-1234',
        '55 Route 9W Palisades NY 10964' => '55 Route 9W|Palisades|NY|10964',
        '12 Oak Hill Rd North Conway NH' => '12 Oak Hill Rd|North Conway|NH|',
        '12 Oak Hill Rd W North Conway NH' => '12 Oak Hill Rd W|North Conway|NH|',
        'Gen Delivery Talkeetna AK 99676' => 'General Delivery|Talkeetna|AK|99676',
        '1 Elm St Rear Dover NH 03820' => '1 Elm St Rear|Dover|NH|03820',
        '350 5th Ave 34th Floor New York NY 10118' => '350 5th Ave Fl 34|New York|NY|10118',
        '12 Mill St Bldg 2 Apt 5 Tern Harbor ME 04998' => '12 Mill St Bldg 2 Apt 5|Tern Harbor|ME|04998',
        '12 Elm St., Dover, N.H. 03820' => '12 Elm St|Dover|NH|03820',
        '12 Elm St; Dover; NH; 03820' => '12 Elm St|Dover|NH|03820',
        '12 Elm St Dover New Hampshire 03820-1234 United States' => '12 Elm St|Dover|NH|03820-1234',
        '4500 Yonge St Toronto ON M2N 5S3' => '4500 Yonge St|Toronto|ON|M2N 5S3',
        '1200 16th Street NW Washington, D.C. 20036' => '1200 16th St NW|Washington|DC|20036',
        '123 Main Street Apt 4B Springfield Illinois 62701' => '123 Main St Apt 4B|Springfield|IL|62701',
        '77 N East St Amherst MA 01002' => '77 N East St|Amherst|MA|01002',
        'N6W23001 Bluemound Rd Waukesha WI 53188' => 'N6W23001 Bluemound Rd|Waukesha|WI|53188',
        '8 Deer Crossing Sandwich NH 03227' => '8 Deer Xing|Sandwich|NH|03227',
        '15 High St Fort Lauderdale Florida 33301' => '15 High St|Fort Lauderdale|FL|33301',
        '15 High St Ft Lauderdale FL 33301' => '15 High St|Ft Lauderdale|FL|33301',
        '500 S Grand Ave Fl 20 Los Angeles CA 90071' => '500 S Grand Ave Fl 20|Los Angeles|CA|90071',
        'HC 63 Box 45 Mill Creek WV 26280' => 'HC 63 Box 45|Mill Creek|WV|26280',
        'Rt 3 Box 99 Plains GA 31780' => 'RR 3 Box 99|Plains|GA|31780',
        '1600 Avenue U Brooklyn NY 11229' => '1600 Avenue U|Brooklyn|NY|11229',
        '12 Oak Ridge Road Tern Harbor Maine' => '12 Oak Ridge Rd|Tern Harbor|ME|',
        '12 Oak Ridge Road Unit 6 Tern Harbor ME 04998-1234' => '12 Oak Ridge Rd Unit 6|Tern Harbor|ME|04998-1234',
        '9 The Circle Gannet Cove ME' => '9 The Circle|Gannet Cove|ME|',
        '88 Harbor View Terrace East Kittiwake NH' => '88 Harbor View Ter|East Kittiwake|NH|',
        '33 Bay Street Lake Placid NY 12946' => '33 Bay St|Lake Placid|NY|12946',
        '33 Bay Street, Lake Placid, New York' => '33 Bay St|Lake Placid|NY|',
        'PO Box 12, Dunlin ME 04029' => 'PO Box 12|Dunlin|ME|04029',
        'POB 12 Dunlin ME 04029' => 'PO Box 12|Dunlin|ME|04029',
        '5 Elm Street, #3, Dunlin, ME, 04029' => '5 Elm St # 3|Dunlin|ME|04029',
        '5 Elm Street' => '5 Elm St|||',
        '5 Elm Street Dunlin' => '5 Elm St|Dunlin||',
        '20 West End Ave Dunlin ME 04029' => '20 W End Ave|Dunlin|ME|04029',
        '1 Old County Road West Dunlin ME 04029' => '1 Old County Rd|West Dunlin|ME|04029',
        '70 State Route 9 Dunlin ME 04029' => '70 State Route 9|Dunlin|ME|04029',
        '70 US Highway 1 South Dunlin ME' => '70 US Highway 1|South Dunlin|ME|',
        '2 St James Pl Saint Albans VT 05478' => '2 St James Pl|Saint Albans|VT|05478',
        '2 Park Dunlin ME 04029' => '2 Park Dunlin||ME|04029',
        '100 Broadway Fl 3 Dunlin ME 04029' => '100 Broadway Fl 3|Dunlin|ME|04029',
        '100 Broadway Dunlin ME 04029' => '100 Broadway Dunlin||ME|04029',
        '14 Main St, Peterborough, Nh., 03458.' => '14 Main St|Peterborough|NH|03458',
        '14 Main St, Peterborough NH 03458 1234' => '14 Main St|Peterborough|NH|03458-1234',
        '14 Maryland Ave NE Washington D.C. 20002' => '14 Maryland Ave NE|Washington|DC|20002',
        '1215 19th St, NW Washington DC 20036' => '1215 19th St NW|Washington|DC|20036',
        '14 N Main St No. Adams MA 01247' => '14 N Main St|No. Adams|MA|01247',
        '11 Pine St.Hope,ME 04847' => '11 Pine St|Hope|ME|04847',
        '22 Bay Street St. George, ME 04860' => '22 Bay St|St. George|ME|04860',
        '9 Main Avenue Ste Genevieve MO 63670' => '9 Main Ave|Ste Genevieve|MO|63670',
        '12 Park St Dover NH 03820' => '12 Park St|Dover|NH|03820',
        '11 Broadway NYC 10004' => '11 Broadway NYC 10004|||',
        '345 rue Sherbrooke O Montréal QC H3A 1A1' => '345 rue Sherbrooke O|Montréal|QC|H3A 1A1',
        '345 rue Champlain Gatineau (Québec) J8X 3R1' => '345 rue Champlain|Gatineau|QC|J8X 3R1',
        '345 rue Champlain Kittiwake QC J8X 3R1' => '345 rue Champlain Kittiwake||QC|J8X 3R1',
        '12 Lake St North Bay ON P1B 1A1' => '12 Lake St|North Bay|ON|P1B 1A1',
        'PO Box 5 Stn Main Banff AB T1L 1A1' => 'PO Box 5 Stn Main|Banff|AB|T1L 1A1',
        '12 Elm St, Dover, NH, United States 03820' => '12 Elm St|Dover|NH|03820',
        '12 Elm St, Dover, NH 03820 (new!)' => '12 Elm St (new!)|Dover|NH|03820',
        '12 Elm St Dover NH 03820 603-555-0143' => '12 Elm St 603-555-0143|Dover|NH|03820',
        '12 Elm St, Dover, NH 03820, Attn: Ann Lee' => '12 Elm St Attn: Ann Lee|Dover|NH|03820',
        'APO AE 09012 PSC 3 Box 44' => 'PSC 3 Box 44|APO|AE|09012',
        'Dover NH 03820' => '|Dover|NH|03820',
        '12 Elm St, Dover NH03820' => '12 Elm St|Dover|NH|03820',
        '12 Elm St, Dover NH 03820-' => '12 Elm St|Dover|NH|03820',
        '12 Elm St, Dover NH O3820' => '12 Elm St|Dover|NH|O3820',
        '12 Elm St (Dover, NH 03820)' => '12 Elm St|Dover|NH|03820',
        'P.O. Box 91/Dover/NH/03820' => 'PO Box 91|Dover|NH|03820',
        '12 1/2 Elm St/Apt 4/Dover/NH/03820' => '12 1/2 Elm St Apt 4|Dover|NH|03820',
        '5 E 72 St NY NY 10021' => '5 E 72 St|New York|NY|10021',
        '12 King St W Toronto Canada' => '12 King St W|Toronto||',
        '12 Elm St La Canada CA 91011' => '12 Elm St|La Canada|CA|91011',
        '2050, rue University, Montréal, QC, H3A 2A1' => '2050 rue University|Montréal|QC|H3A 2A1',
        'Rt. 1, Box 66, Mena, AR 71953' => 'RR 1 Box 66|Mena|AR|71953',
        '12 Elm St., Dover, NH  03820 - 2214' => '12 Elm St|Dover|NH|03820-2214',
        '18 Harborview Ct St Pete FL 33701' => '18 Harborview Ct|St Petersburg|FL|33701',
        'RR 2 Stn Main Bracebridge ON P1L 1W9' => 'RR 2 Stn Main|Bracebridge|ON|P1L 1W9',
        '88 Lakeshore Road East, Mississauga, Ontario, Canada, L5G 1E1' => '88 Lakeshore Rd E|Mississauga|ON|L5G 1E1',
        'B.P. 12, Moncton NB E1C 8K6' => 'CP 12|Moncton|NB|E1C 8K6',
        'Box 12 Site 5 RR 2 Gibsons BC V0N 1V0' => 'Box 12 Site 5 RR 2|Gibsons|BC|V0N 1V0',
        '12 Elm St, NYC 10001' => '12 Elm St|NYC||10001',
        "12 Elm St O'Fallon IL 62269" => "12 Elm St|O'Fallon|IL|62269",
        "RR 2 Box 118 Coeur d'Alene ID 83814" => "RR 2 Box 118|Coeur d'Alene|ID|83814",
        '8929 Valley Court Unit 2B, Cleveland, OH United States' => '8929 Valley Ct Unit 2B|Cleveland|OH|',
        '9 Mountain View Rd Northeast Unit 28 Butler, PA' => '9 Mountain View Rd NE Unit 28|Butler|PA|',
        '9 E 112th Ct Apt C-4 Washington, DC' => '9 E 112th Ct Apt C-4|Washington|DC|',
        '9 Meadow Lark Cir Fargo North Dakota' => '9 Meadow Lark Cir|Fargo|ND|',
        '12 Main St, La Canada' => '12 Main St|La Canada||',
        '44 Larch Ln 97701' => '44 Larch Ln|||97701',
        '44 Larch Ln, Bend, OR 97701; ann@example.org' => '44 Larch Ln ann@example.org|Bend|OR|97701',
        '44 Larch Ln, Bend, OR 97701, tel. (541) 555-0100' => '44 Larch Ln tel. (541) 555-0100|Bend|OR|97701',
        'Box 12, Site 4, RR 1, Olds, Alberta T4H 1P4' => 'Box 12 Site 4 RR 1|Olds|AB|T4H 1P4',
    ];

    public function test_a_cell_beside_columns_of_its_parts_loses_nothing(): void
    {
        $beside = static fn(string $cell, string ...$written): array => AddressBlock::beside($cell, $written);
        $parts = static fn(string $cell, string ...$written): string => implode('|', $beside($cell, ...$written)[0]);

        self::assertSame('12 Elm St||Bend|OR|97701|', $parts('Bend, OR 97701', line1: '12 Elm St'));
        self::assertSame('12 Elm St||||97701|', $parts('97701', line1: '12 Elm St'));
        self::assertSame('12 Elm St|Apt 4|Bend|OR|97701|', $parts('Apt 4, Bend, OR 97701', line1: '12 Elm St'));
        self::assertSame('12 Elm St|9 Oak Rd|Bend|OR|97701|', $parts('9 Oak Rd, Bend, OR 97701', line1: '12 Elm St'));
        self::assertSame('9 Oak Rd||Bend|OR|97701|', $parts('9 Oak Rd, Bend, Oregon 97701-1234', state: 'OR', postal_code: '97701'));
        self::assertSame(
            ['city' => 'Salem', 'postal_code' => '97301'],
            $beside('Salem, Ore. 97301', line1: '12 Elm St', city: 'Bend', state: 'OR', postal_code: '97701')[1],
        );
    }

    public function test_what_stands_behind_the_place_of_a_cell_is_not_lost_and_said_not_to_be_understood(): void
    {
        $standard = (new AddressStandardizer())->standardize(AddressBlock::parse('12 Elm St, Dover, NH 03820 (call first)'));
        self::assertSame(['(call first)', ['line2']], [$standard->standard->line2, $standard->unread]);
    }

    public function test_a_cell_without_commas_is_split_where_the_street_ends(): void
    {
        foreach (self::CELLS as $cell => $expected) {
            $standard = (new AddressStandardizer())->standardize(AddressBlock::parse($cell))->standard;

            self::assertSame(
                $expected,
                implode('|', [trim("{$standard->line1} {$standard->line2}"), $standard->city, $standard->state, $standard->postalCode]),
                $cell,
            );
        }
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
        self::assertSame(
            ['NL', 'DE', 'CZ', 'TR', 'CI', 'HK', null],
            array_map(Countries::code(...), [
                'The Netherlands',
                'Deutschland',
                'Czech Republic',
                'Türkiye',
                'Ivory Coast',
                'Hong Kong',
                'Holland',
            ]),
        );
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
