<?php

declare(strict_types=1);

namespace Tests\Core\Columns;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Columns\ColumnChoice;
use PineSieve\Core\Columns\ColumnProfile;
use PineSieve\Core\Columns\ColumnProfiler;
use PineSieve\Core\Columns\Proposer;
use PineSieve\Core\Standards\FieldCatalog;

/** Sheets as different people lay them out: header, a value or two, and the field that must be proposed (null for none). */
final class LayoutsTest extends TestCase
{
    /** @return iterable<string, array{list<array{string, list<string>, ?string}>}> */
    public static function layouts(): iterable
    {
        yield 'an old database' => [[
            ['LegacyID', ['A-1', 'A-2'], 'id.old'], ['LastName', ['Lee', 'Park'], 'name.last'], ['FirstName', ['Ann', 'Bo'], 'name.first'], ['MI', ['M', ''], 'name.middle'],
            ['Addr1', ['12 Elm St', '4 Oak Rd'], 'address.line1'], ['Addr2', ['Apt 4', ''], 'address.line2'], ['City', ['Dover', 'Saco'], 'address.city'], ['ST', ['NH', 'ME'], 'address.state'], ['ZIP', ['03820', '04072'], 'address.postal_code'],
        ]];
        yield 'a sign-up sheet' => [[
            ['Name', ['Ann Lee', 'Bo Park'], 'name.full'], ['Email address', ['a@example.org', 'b@example.org'], 'email'], ['Cell', ['207-555-0143', '(603) 555-0144'], 'phone.mobile'], ['T-shirt', ['M', 'L'], null],
        ]];
        yield 'gifts alone' => [[
            ['Donor ID', ['17', '18'], 'id.old'], ['Date received', ['12/25/2020', '1/3/2021'], 'gift.date'], ['Donation amount', ['$25.00', '$1,000'], 'gift.amount'], ['Designation', ['Boat', 'General'], 'gift.fund'], ['Payment method', ['Visa', 'Check'], 'gift.kind'], ['Check #', ['101', ''], 'gift.reference'],
        ]];
        yield 'an online giving page' => [[
            ['Transaction ID', ['tx_1', 'tx_2'], 'gift.reference'], ['First name', ['Ann', 'Bo'], 'name.first'], ['Last name', ['Lee', 'Park'], 'name.last'], ['Email', ['a@example.org', 'b@example.org'], 'email'], ['Amount', ['25.00', '30.00'], 'gift.amount'], ['Paid on', ['2024-01-02T10:00:00Z', '2024-01-03T11:30:00Z'], 'gift.date'],
        ]];
        yield 'Canada' => [[
            ['Surname', ['Tremblay', 'Côté'], 'name.last'], ['Given name', ['Élise', 'Luc'], 'name.first'], ['Street', ['5 Rue Ste-Anne', '9 King St W'], 'address.line1'], ['Town', ['Moncton', 'Toronto'], 'address.city'], ['Province', ['NB', 'Ontario'], 'address.state'], ['Postal Code', ['E1C 4Z1', 'M5V 2T6'], 'address.postal_code'], ['Country', ['Canada', 'CA'], 'address.country'],
        ]];
        yield 'organizations' => [[
            ['Company', ['Acme, Inc.', 'Larkspur Foundation'], 'organization.name'], ['Mailing address', ['1 Main St, Dover, NH 03820', '2 Main St, Saco, ME 04072'], 'address.mailing.block'], ['Tel. no', ['603-555-0100', '207-555-0101'], 'phone'], ['Member since', ['2001-05-06', '2010-01-01'], 'first_known'],
        ]];
        yield 'capitals and underscores' => [[
            ['FIRST_NAME', ['ANN', 'BO'], 'name.first'], ['LAST_NAME', ['LEE', 'PARK'], 'name.last'], ['HOME_PHONE', ['2075550143', '2075550144'], 'phone.home'], ['E_MAIL', ['A@EXAMPLE.ORG', 'B@EXAMPLE.ORG'], 'email'], ['GIFT_DT', ['20240102', '20240103'], 'gift.date'], ['GIFT_AMT', ['25', '30'], 'gift.amount'],
        ]];
        yield 'headers that lie' => [[
            ['Email', ['yes', 'no'], null], ['Phone', ['a@example.org', 'b@example.org'], 'email'], ['Zip', ['Dover', 'Saco'], null], ['Amount', ['two', 'three'], null], ['Date', ['Monday', 'Tuesday'], null], ['State', ['active', 'lapsed'], null],
        ]];
        yield 'no words at all' => [[
            ['Unnamed 1', ['a@example.org', 'b@example.org'], 'email'], ['Unnamed 2', ['(207) 555-0143', '(603) 555-0144'], 'phone'], ['Unnamed 3', ['Ann', 'Bo'], null], ['Unnamed 4', ['2024-01-02', '2024-01-03'], null],
        ]];
        yield 'the same thing twice' => [[
            ['Email', ['a@example.org', 'b@example.org'], 'email'], ['Email 2', ['c@example.org', ''], 'email.2'], ['Phone 1', ['207-555-0143', '207-555-0144'], 'phone'], ['Phone 2', ['207-555-0145', ''], 'phone.2'],
        ]];
        yield 'held rows that come back' => [[
            ['Last name', ['Lee', 'Park'], 'name.last'], ['Row in the source', ['12', '19'], null], ['Held because', ['No date', 'No name'], null],
        ]];
    }

    /** @param  list<array{string, list<string>, ?string}>  $columns */
    #[DataProvider('layouts')]
    public function test_layouts(array $columns): void
    {
        $profiles = array_map(static function (array $column): ColumnProfile {
            $profiler = new ColumnProfiler(2026);
            array_map($profiler->add(...), $column[1]);

            return $profiler->profile($column[0]);
        }, $columns);
        $plan = (new Proposer(FieldCatalog::builtIn(), 2026))->propose($profiles);

        self::assertSame(array_column($columns, 2, 0), array_combine(array_column($columns, 0), array_map(static fn (ColumnChoice $choice): ?string => $choice->target(), $plan->choices)));
        $fed = array_filter(array_map(static fn (ColumnChoice $choice): ?string => $choice->target(), $plan->choices));
        self::assertSame($fed, array_unique($fed), 'A field is fed by one column.');
        foreach ($plan->choices as $choice) {
            self::assertMatchesRegularExpression('/[.!]$/', trim($choice->evidence), 'Evidence is a sentence.');
        }
    }
}
