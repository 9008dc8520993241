<?php

declare(strict_types=1);

namespace Tests\Core\Addresses;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Addresses\Lines\LineKind;
use PineSieve\Core\Addresses\Lines\StreetLine;

/** By chapter of USPS Publication 28, and the Addressing Guidelines of Canada Post. */
final class StreetLineTest extends TestCase
{
    /** What is written, to its postal form. */
    private const UNITED_STATES = [
        'directions' => [
            '12 NORTH ELM STREET' => '12 N Elm St',
            '100 Main St. SW' => '100 Main St SW',
            '55 Elm Street North' => '55 Elm St N',
            '7450 North West 23rd Court' => '7450 NW 23rd Ct',
            '1412 S.W. 12th Ave.' => '1412 SW 12th Ave',
            '4 N. E. 5th Ave' => '4 NE 5th Ave',
            '12 Main St N W' => '12 Main St NW',
            '99 North Avenue' => '99 North Ave',
            '12 E St' => '12 E St',
            '455 East North Street' => '455 E North St',
            '812 South East Street' => '812 S East St',
            '44 North Street Northeast' => '44 North St NE',
            '8 North South Road' => '8 North South Rd',
            '1 East West Highway' => '1 East West Hwy',
            '100 Bay West Drive' => '100 Bay West Dr',
            '100 Bay W Drive' => '100 Bay West Dr',
            '120 South Broadway' => '120 S Broadway',
            '120 Broadway North' => '120 Broadway N',
            '12 East' => '12 East',
            '12 West Park' => '12 West Park',
            '77 Avenue B' => '77 Avenue B',
            '12 Ave N' => '12 Avenue N',
            '842 East 1700 South' => '842 E 1700 S',
            '15 Northwest Passage' => '15 Northwest Psge',
            '12 Elm E' => '12 Elm E',
        ],
        'suffixes' => [
            '400 42ND AVENUE' => '400 42nd Ave',
            '12 Park' => '12 Park',
            '12 Park Place' => '12 Park Pl',
            '410 Court Street' => '410 Court St',
            '9 Center Court' => '9 Center Ct',
            '12B Quarry Hill Road' => '12B Quarry Hill Rd',
            '789 Main Ave Drive' => '789 Main Avenue Dr',
            '4513 3rd St Circle West' => '4513 3rd Street Cir W',
            '400 Beach Street Extension' => '400 Beach Street Ext',
            '12 Grand Crk Rd' => '12 Grand Creek Rd',
            '3 Mt Hope Avenue' => '3 Mt Hope Ave',
            '12 St James Street' => '12 St James St',
            '12 St. James Ct.' => '12 St James Ct',
            '10 La Salle St.' => '10 La Salle St',
            '72 Old County Road' => '72 Old County Rd',
            '67 Twin Coves' => '67 Twin Cvs',
            '90 Sandy Shoals' => '90 Sandy Shls',
            '6 The Green' => '6 The Green',
            '1421 avenue of the americas' => '1421 Avenue of the Americas',
            '2300 Calle Sol' => '2300 Calle Sol',
            '12 Calle de la Rosa' => '12 Calle de la Rosa',
            '5 Camino Real Court' => '5 Camino Real Court',
            'Three Penn Plaza' => 'Three Penn Plz',
            'Elm Street' => 'Elm St',
            '101 1/2 Second Avenue' => '101 1/2 Second Ave',
            '12½ Elm St' => '12 1/2 Elm St',
            '39-12 Queens Boulevard' => '39-12 Queens Blvd',
            '39.2 Road' => '39.2 Rd',
            '1234 b Oak Street' => '1234 B Oak St',
            'N6W23001 Bluemound Road' => 'N6W23001 Bluemound Rd',
            '9 MCBRIDE LANE' => '9 McBride Ln',
            '9 McBride Lane' => '9 McBride Ln',
            '3 KING\'S COURT' => '3 King\'s Ct',
            '2 O\'BRIEN TER' => '2 O\'Brien Ter',
        ],
        'units' => [
            '12 north elm street apartment 4' => '12 N Elm St Apt 4',
            '100 Main St. SW, Unit 4b' => '100 Main St SW Unit 4B',
            '12 Elm St #4' => '12 Elm St # 4',
            '12 Elm St Apt4B' => '12 Elm St Apt 4B',
            '12 Elm St., Apt. No. 4' => '12 Elm St Apt 4',
            '12 Elm St, Number 4' => '12 Elm St # 4',
            '5 ELM ST APT #B' => '5 Elm St Apt B',
            '350 5th Ave, 34th Floor, Suite 3400' => '350 5th Ave Fl 34 Ste 3400',
            '12 Elm St, First Floor' => '12 Elm St Fl 1',
            'Suite 200' => 'Ste 200',
            '3rd Floor' => 'Fl 3',
            '12 Elm St Rear' => '12 Elm St Rear',
            '12 Elm St Rear Apt 2' => '12 Elm St Rear Apt 2',
            '12 Elm St, Upper' => '12 Elm St Uppr',
            '12 Harbor Front' => '12 Harbor Front',
            '10 Upper Lake Road' => '10 Upper Lake Rd',
            '10 Pier Avenue' => '10 Pier Ave',
            '8 Key Largo Lane' => '8 Key Largo Ln',
            '45 Mobile Home Park Road Lot 7' => '45 Mobile Home Park Rd Lot 7',
            '15 Sunset Trailer Court Trailer 8' => '15 Sunset Trailer Ct Trlr 8',
            '77 Harbor Walk, Building C, Apartment 12' => '77 Harbor Walk Bldg C Apt 12',
            '10 Main Street Suite 11 PMB 234' => '10 Main St Ste 11 PMB 234',
            '#4 12 Elm St' => '12 Elm St # 4',
            'Apt 4, 12 Elm St' => '12 Elm St Apt 4',
        ],
        'highways' => [
            'CR 1185' => 'County Road 1185',
            '1805 County Rd 441' => '1805 County Road 441',
            '25 Co Rd 5 North' => '25 County Road 5 N',
            'County Road K' => 'County Road K',
            '5 ST HWY 303' => '5 State Highway 303',
            '9920 State Hwy 60 West' => '9920 State Highway 60 W',
            '14 St Rt 9' => '14 State Route 9',
            'SR 220' => 'State Road 220',
            'US HWY 44' => 'US Highway 44',
            '2740 US 41 SW' => '2740 US Highway 41 SW',
            'US Route 1' => 'US Route 1',
            '14 I-10 Frontage Road' => '14 Interstate 10 Frontage Rd',
            'IH280' => 'Interstate 280',
            '3120 Farm to Market Road 1960 West' => '3120 FM 1960 W',
            '5 Ranch Rd 620' => '5 Ranch Road 620',
            '210 Highway 3 Bypass' => '210 Highway 3 Byp',
            'HIGHWAY 3 BYP ROAD' => 'Highway 3 Bypass Rd',
            'RT 88' => 'Route 88',
            '2 Old Hwy 10' => '2 Old Highway 10',
            'KY 1207' => 'KY Highway 1207',
            'CALIFORNIA COUNTY ROAD 555' => 'California County Road 555',
            '12 N Hwy 3' => '12 N Highway 3',
            '600 Loop 410' => '600 Loop 410',
            '19 State Road' => '19 State Rd',
            '1 Washington St' => '1 Washington St',
        ],
        'without a street' => [
            'P.O. Box 12b' => 'PO Box 12B',
            'post office box 7' => 'PO Box 7',
            'PO Box 7' => 'PO Box 7',
            'P O BOX 00145' => 'PO Box 00145',
            'POB 12' => 'PO Box 12',
            'Drawer 12' => 'PO Box 12',
            'Caller Box 300' => 'PO Box 300',
            '250 Box Elder Lane' => '250 Box Elder Ln',
            '1 Post Office Square' => '1 Post Office Sq',
            'R.R. 2, Box 5' => 'RR 2 Box 5',
            'RR03 BOX 98D' => 'RR 3 Box 98D',
            'Rural Route 4 Box 19-A' => 'RR 4 Box 19-A',
            'RFD ROUTE 4 #87A' => 'RR 4 Box 87A',
            'Box 5, Route 2' => 'RR 2 Box 5',
            '16 Rural Lane' => '16 Rural Ln',
            'HCR 33 Box 12' => 'HC 33 Box 12',
            'Star Route 2 Box 77' => 'HC 2 Box 77',
            'PSC 3 BOX 1' => 'PSC 3 Box 1',
            'unit 45013 box 2666' => 'Unit 45013 Box 2666',
            'USS HAMILTON' => 'USS Hamilton',
            'Gen. Del.' => 'General Delivery',
            'URB LAS GLADIOLAS 150 CALLE A' => 'Urb Las Gladiolas 150 Calle A',
        ],
        'not understood' => [
            'c/o John Lane' => 'c/o John Lane',
            'C/O JOHN LANE' => 'C/O JOHN LANE',
            'Attn: Mary Hill' => 'Attn: Mary Hill',
            '% Mary Hill' => '% Mary Hill',
            'ACME HARDWARE, INC.' => 'ACME HARDWARE, INC.',
            'The Old Mill' => 'The Old Mill',
            'Mary Lane' => 'Mary Lane',
            'Lot 12 Shady Acres' => 'Lot 12 Shady Acres',
            'N 123 County Rd' => 'N 123 County Rd',
            '123' => '123',
            'The Crescent' => 'The Crescent',
            '12 Elm Street, Saco, Maine' => '12 Elm Street, Saco, Maine',
            '12 Elm Street, 4B' => '12 Elm Street, 4B',
        ],
    ];

    private const CANADA = [
        '1230 Boulevard Laurier Ouest, bureau 400' => '1230 boul Laurier O bureau 400',
        '1230 BOULEVARD LAURIER OUEST' => '1230 boul Laurier O',
        '45 av. du Parc app. 3' => '45 av du Parc app 3',
        '45 AV DU PARC' => '45 av du Parc',
        '5 Rue Ste-Anne' => '5 Rue Ste-Anne',
        '12 4e Rue' => '12 4e Rue',
        '8 Route 132 Ouest' => '8 rte 132 O',
        '88 Wellington Court' => '88 Wellington Crt',
        '15 Lakeshore Park Unit 4' => '15 Lakeshore Pk Unit 4',
        '1000 Bay Street, Ste. 2300' => '1000 Bay St Suite 2300',
        '30 Avenue Road' => '30 Avenue Rd',
        '123 Main Street North West' => '123 Main St NW',
        '10-123 Elgin Street' => '10-123 Elgin St',
        '4 Highway 7 East' => '4 Hwy 7 E',
        'C.P. 4001 Succursale A' => 'CP 4001 Succ A',
        'P.O. Box 99 Station Main' => 'PO Box 99 Stn Main',
        'R.R. #6' => 'RR 6',
        'RR 2 Station Main' => 'RR 2 Stn Main',
        'S.S. 1' => 'SS 1',
        'General Delivery' => 'GD',
        'Poste restante' => 'PR',
        '9 Hill Parkway' => '9 Hill Pky',
    ];

    /** @return iterable<string, array{string, string, string}> */
    public static function lines(): iterable
    {
        foreach (self::UNITED_STATES as $chapter => $lines) {
            foreach ($lines as $written => $standard) {
                yield "{$chapter}: {$written}" => [(string) $written, $standard, 'US'];
            }
        }
        foreach (self::CANADA as $written => $standard) {
            yield "Canada: {$written}" => [$written, $standard, 'CA'];
        }
    }

    #[DataProvider('lines')]
    public function test_lines_in_postal_form(string $written, string $standard, string $country): void
    {
        $line = StreetLine::parse($written, $country);

        self::assertSame($standard, $line->text());
        self::assertSame($written !== $standard, $line->reasons !== [], 'A change has a reason, and only a change has one.');
        self::assertSame($standard, StreetLine::parse($standard, $country)->text(), 'Standard form is stable.');
    }

    /** Every word of the tables, in every place where one can stand. */
    #[TestWith(['US'])]
    #[TestWith(['CA'])]
    public function test_standardizing_twice_changes_nothing(string $country): void
    {
        $data = require __DIR__ . '/../../../core/Addresses/data/streets-' . strtolower($country) . '.php';
        foreach ([...$data['suffixes'], ...$data['directions'], ...$data['units'], ...$data['types'] ?? []] as $short => $others) {
            foreach (array_filter(explode(' ', "{$short} {$others}")) as $word) {
                foreach (self::FORMS as $form) {
                    $once = StreetLine::parse(sprintf($form, $word), $country)->text();
                    self::assertSame($once, StreetLine::parse($once, $country)->text(), sprintf($form, $word));
                }
            }
        }
    }

    private const FORMS = [
        '12 Main %s',
        '12 N Main %s',
        '12 Main St %s',
        '%s',
        '12 %s',
        '12 Main %s Apt 4',
        '100 W %s St',
        '12 %s 4',
        '12 %s Main',
        '%s 4',
    ];

    public function test_a_line_is_read_into_its_parts(): void
    {
        $line = StreetLine::parse('101 1/2 north Mill End avenue south, bldg C, apartment 12');

        self::assertSame(LineKind::Street, $line->kind);
        self::assertSame(
            ['101 1/2', 'N', 'Mill End', 'Ave', 'S'],
            [$line->number, $line->before, $line->name, $line->suffix, $line->after],
        );
        self::assertSame(['Bldg C', 'Apt 12'], array_map(static fn($unit): string => $unit->text(), $line->units));
        $route = StreetLine::parse('rural route 2 box 5');
        self::assertSame([LineKind::Route, 'RR 2', 'Box 5'], [$route->kind, $route->route, $route->box]);
        self::assertSame(LineKind::Unread, StreetLine::parse('The Old Mill')->kind);
        self::assertSame(LineKind::Blank, StreetLine::parse('')->kind);
    }
}
