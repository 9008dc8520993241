<?php

declare(strict_types=1);

namespace Tests\Core\Columns;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Columns\ColumnChoice;
use PineSieve\Core\Columns\ColumnPlan;
use PineSieve\Core\Columns\ColumnProfile;
use PineSieve\Core\Columns\ColumnProfiler;
use PineSieve\Core\Columns\ColumnState;
use PineSieve\Core\Columns\Feed;
use PineSieve\Core\Columns\FieldTaken;
use PineSieve\Core\Columns\MappedRow;
use PineSieve\Core\Columns\Proposals\Proposer;
use PineSieve\Core\Columns\RowAddresses;
use PineSieve\Core\Columns\RowMapper;
use PineSieve\Core\Columns\RowName;
use PineSieve\Core\Columns\Steps\Blank;
use PineSieve\Core\Columns\Steps\ImpliedDecimals;
use PineSieve\Core\Columns\Steps\ReadDate;
use PineSieve\Core\Columns\Steps\Steps;
use PineSieve\Core\Columns\ValueLook;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\ContactPoint;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\Formats\DateOrder;
use PineSieve\Core\Standards\Formats\Formats;
use PineSieve\Core\Standards\Limits;
use PineSieve\Core\Standards\Standards;

final class ColumnsTest extends TestCase
{
    /** @param  list<string>  $values */
    private static function profile(string $header, array $values): ColumnProfile
    {
        $profiler = new ColumnProfiler(2026);
        foreach ($values as $value) {
            $profiler->add($value);
        }

        return $profiler->profile($header);
    }

    /** @param  array<string, list<string>>  $columns */
    private static function propose(array $columns): ColumnPlan
    {
        return (new Proposer(FieldCatalog::builtIn(), '2026-11-30'))->propose(
            array_map(self::profile(...), array_keys($columns), array_values($columns)),
        );
    }

    public function test_a_name_and_an_address_in_one_cell_are_taken_apart(): void
    {
        $labels = ["Ann Lee\n12 Elm St\nDover NH 03820", 'Bo Park, PO Box 4, Saco ME 04072', 'Cy Dahl'];
        $feeds = static fn(array $columns, int $of): array => array_column(self::propose($columns)->choices[$of]->feeds, 'target');

        self::assertSame(['name.full', 'address.block'], $feeds(['Mailing label' => $labels], 0));
        self::assertSame(['name.full', 'address.block'], $feeds(['Donor' => $labels], 0));
        self::assertSame(['name.envelope', 'address.block'], $feeds(['Last' => ['Lee', 'Park', 'Dahl'], 'Label' => $labels], 1));
        self::assertSame(['name.envelope'], $feeds(['Last' => ['Lee', 'Park', 'Dahl'], 'Label' => $labels, 'Street' => ['1 Elm']], 1));
        // Beside a name an address may begin with a building.
        $buildings = ['The Gables, 12 Elm St, Dover NH 03820', 'Lenox Towers, 4 Oak St, Saco ME 04072'];
        self::assertNotContains('name.envelope', $feeds(['Name' => ['Ann Lee', 'Bo Park'], 'Address' => $buildings], 1));
        self::assertSame([], $feeds(['Notes on it' => ['12 Elm St', 'sent to 4 Oak St']], 0));

        $plan = self::propose(['Donor' => $labels]);
        self::assertNull((new RowAddresses($plan))->cells(new Address('1 Ash St', '', 'Saco', 'ME', '04072')), 'The name would be lost.');
        self::assertSame('Lee', (new RowName($plan))->of([$labels[0]])->last);
        $mapper = new RowMapper($plan, new Standards(FieldCatalog::builtIn(), new Formats('2026-11-30')));
        $record = $mapper->map([$labels[0]])->parties[0]->record;
        self::assertSame(
            ['Ann', 'Lee', '12 Elm St', 'Dover'],
            [$record->name->first, $record->name->last, $record->addresses[0]->stored->line1, $record->addresses[0]->stored->city],
        );
        self::assertSame(['name.odd'], array_column($mapper->map(["Joan Lee, Sexton\n4 Oak St\nSaco ME 04072"])->problems, 'code'));
    }

    /** @return iterable<string, array{string, list<string>, ?string, ColumnState}> */
    public static function headers(): iterable
    {
        $table = [
            ['FName', ['Ann', 'Bo'], 'name.first', ColumnState::Sure],
            ['Given name', ['Ann', 'Bo'], 'name.first', ColumnState::Sure],
            ['LAST_NAME', ['Lee', "O'Brien"], 'name.last', ColumnState::Sure],
            ['Donor Name', ['Ann Lee', 'Bo Park'], 'name.full', ColumnState::Look],
            ['E-Mail (1)', ['a@example.org', 'b@example.org'], 'email', ColumnState::Sure],
            ['Contact info', ['a@example.org', 'b@example.org'], 'email', ColumnState::Sure],
            ['Mobile', ['(207) 555-0143'], 'phone.mobile', ColumnState::Sure],
            ['MailZIP', ['04101', '4102'], 'address.mailing.postal_code', ColumnState::Sure],
            ['Province', ['ON', 'Quebec'], 'address.state', ColumnState::Sure],
            ['Legacy No', ['TH-1', 'TH-2'], 'id.old', ColumnState::Sure],
            ['Gift Dt', ['12/25/2020', '1/3/2021'], 'gift.date', ColumnState::Sure],
            ['Gift Dt', ['1/2/2020', '3/4/2021'], 'gift.date', ColumnState::Look],
            ['Amt', ['$25.00', '30'], 'gift.amount', ColumnState::Sure],
            ['Payment method', ['Visa', 'check'], 'gift.kind', ColumnState::Sure],
            // The values contradict the header.
            ['Email', ['yes', 'no', 'yes'], null, ColumnState::Open],
            ['Date', ['spring', 'fall'], null, ColumnState::Open],
            ['Amount', ['two tickets', 'table'], null, ColumnState::Open],
            ['Phone', ['a@example.org', 'b@example.org'], 'email', ColumnState::Sure],
            // Whose it is, nobody knows.
            ['Teacher email', ['a@example.org', 'b@example.org'], 'email', ColumnState::Look],
            ['Poppy donation', ['$25.00', '30'], 'gift.amount', ColumnState::Look],
            ['Poppy donation', ['red', 'blue'], null, ColumnState::Open],
            ['Matching gift', ['$25.00', '30'], null, ColumnState::Open],
            ['Shipping Amount', ['$25.00', '30'], null, ColumnState::Open],
            ['Backer UID', ['2075550143', '6035550144'], null, ColumnState::Open],
            ['Sponsor name', ['Hollis, Marian', 'Garden Club', 'Ann Lee'], 'name.full', ColumnState::Look],
            ['Sponsor name', ['Pell Hardware', 'Garden Club'], 'organization.name', ColumnState::Sure],
            ['Walker name', ['Ann Lee', 'Bo Park'], 'name.full', ColumnState::Look],
            ['Primary Member', ['Ann Lee', 'Bo Park'], 'name.full', ColumnState::Look],
            ['Primary Member', ['Y', 'N'], null, ColumnState::Open],
            ['Donor/Store', ['Ann Lee', 'Hanley Market'], 'name.full', ColumnState::Look],
            ['Pet name', ['Big Rex', 'Bella Ann'], null, ColumnState::Open],
            ['Singer', ['Ann Lee', 'Bo Park'], 'name.full', ColumnState::Look],
            ['Occasion', ['Spring Gala', 'Spring Gala', 'Spring Gala', 'Fall Walk'], null, ColumnState::Open],
            // Nothing is known of it.
            ['Mailing Code', ['A', 'B'], null, ColumnState::Open],
            ['Spare', ['', ' '], null, ColumnState::LeftBehind],
            ['Held because', ['No name'], null, ColumnState::LeftBehind],
            ['Address', ['12 Elm St, Dover, NH 03820', "4 Oak Rd\nSaco ME 04072"], 'address.block', ColumnState::Look],
            ['Address', ["12 north elm street\nDOVER, N.H. 3820", "4 Oak Rd\nSaco"], 'address.block', ColumnState::Look],
            ['C/S/Z', ['Dover, NH 03820', 'Saco ME 04072'], 'address.block', ColumnState::Look],
            ['City/State/Zip', ['Dover, NH 03820', 'Saco ME 04072'], 'address.block', ColumnState::Look],
            ['City, State', ['Dover, NH', 'Saco ME'], 'address.block', ColumnState::Look],
            ['Address', ['12 Elm St', '4 Oak Rd'], 'address.line1', ColumnState::Sure],
            // Yes and no are no street, and of one they say nothing of the other.
            ['Seasonal', ['Y', 'N'], null, ColumnState::Open],
            ['Envelope', ['101', '102'], null, ColumnState::Open],
            ['Envelope', ['Ann & Bo Lee', 'Dr. Cy Dahl'], 'name.envelope', ColumnState::Sure],
            ['Home', ['Y', 'N'], null, ColumnState::Open],
            // With no other name beside it, that is whom a row is about.
            ['Household', ['The Lee Family', 'Ann & Bo Park'], 'name.full', ColumnState::Look],
            ['Household', ['Y', 'N'], null, ColumnState::Open],
            ['Bad Address', ['Y', 'N'], 'address.undeliverable', ColumnState::Sure],
            ['Work email bounced', ['X', ''], 'email.work.undeliverable', ColumnState::Sure],
            ['Wrong number', ['Y', ''], 'phone.undeliverable', ColumnState::Sure],
            ['Bounced', ['a@example.org', 'b@example.org'], 'email', ColumnState::Sure],
            ['Office', ['Acme Inc.', 'Dover Library'], null, ColumnState::Open],
            ['Home value', ['250000', '310000'], null, ColumnState::Open],
            ['Other amount', ['25', '31'], 'gift.amount', ColumnState::Sure],
            ['Spouse gift amount', ['25', '31'], null, ColumnState::Open],
            ['Wife company', ['Acme Inc.', 'Dover Library'], null, ColumnState::Open],
            ['Spouse Deceased', ['Y', 'N'], 'spouse.status', ColumnState::Look],
            ['Husband no mail', ['Y', 'N'], 'spouse.consent.mail', ColumnState::Look],
            ['Child Deceased', ['Y', 'N'], null, ColumnState::Open],
            ['Contact Inactive', ['Y', 'N'], null, ColumnState::Open],
            ['Deceased', ['Y', 'N'], 'status', ColumnState::Look],
            ['Living', ['Y', 'N'], 'status', ColumnState::Look],
            ['Date of Death', ['1/2/2024', ''], 'status', ColumnState::Look],
            ['Deceased', ['2019', '1/13/2020'], 'status', ColumnState::Look],
            ['Died', ['suddenly', 'in May'], null, ColumnState::Open],
            ['Do Not Contact', ['Y', 'N'], 'consent.mail', ColumnState::Look],
            ['Remove from mailing list', ['Y', 'N'], 'consent.mail', ColumnState::Look],
            // The key of a field, in each of its forms.
            ['address.2.line1', ['x', 'y'], 'address.2.line1', ColumnState::Sure],
            ['Gift.Credit.1.ID', ['7', '8'], 'gift.credit.id', ColumnState::Sure],
            ['gift.credit.2.share', ['50%', '20%'], 'gift.credit.2.share', ColumnState::Sure],
        ];
        foreach ($table as $i => $line) {
            yield "{$i} {$line[0]}" => $line;
        }
    }

    /** @param  list<string>  $values */
    #[DataProvider('headers')]
    public function test_proposals_rest_on_header_and_values(string $header, array $values, ?string $target, ColumnState $state): void
    {
        $choice = self::propose([$header => $values])->choices[0];

        self::assertSame($target, $choice->target());
        self::assertSame($state, $choice->state);
        self::assertNotSame('', $choice->evidence);
    }

    public function test_a_column_can_be_proposed_for_several_fields(): void
    {
        $plan = self::propose([
            'Last name' => ['Lee', 'Park', 'Oak'],
            'Do not contact' => ['Y', '', 'N'],
            'No mail' => ['', 'Y', ''],
            'DOD' => ['', '1/13/2024', '2019'],
        ]);
        self::assertSame(['consent.mail', 'consent.email', 'consent.phone'], array_column($plan->choices[1]->feeds, 'target'));
        self::assertSame(['consent.mail'], array_column($plan->choices[2]->feeds, 'target'), 'Whichever refuses counts.');
        $mapper = new RowMapper($plan, new Standards(FieldCatalog::builtIn(), new Formats('2026-01-31')));
        $further = static fn(string ...$cells): array => $mapper->map(array_values($cells))->record()->further;

        self::assertSame(['consent_mail' => 'no', 'consent_email' => 'no', 'consent_phone' => 'no'], $further('Lee', 'Y', '', ''));
        self::assertSame(
            ['status' => 'deceased', 'notes' => 'Died 1/13/2024', 'consent_mail' => 'no'],
            $further('Park', '', 'Y', '1/13/2024'),
        );
        self::assertSame([], $further('Oak', 'N', 'N', 'no'));
    }

    public function test_neighbours_tell_currencies_and_postal_codes_of_other_countries(): void
    {
        $codes = ['T12 X7K8', '0155', 'sw1a 1aa', '3820.0', '03820', 'B3H 4R2', 'C1084'];
        $countries = ['Ireland', 'Norway', 'UK', '', 'US', 'Canada', 'Argentina'];
        $targets = static fn(array $columns): array => array_map(
            static fn($choice): array => [$choice->target(), $choice->state],
            self::propose($columns)->choices,
        );

        self::assertSame(['address.postal_code', ColumnState::Look], $targets(['Zip' => $codes, 'Country' => $countries])[0]);
        self::assertSame(
            ['address.postal_code', ColumnState::Look],
            $targets(['Postcode' => $codes, 'Town' => ['Cork', 'Oslo', 'London', 'Dover', 'Dover', 'Halifax', 'Salta']])[0],
        );
        self::assertSame([null, ColumnState::Open], $targets(['Zip' => $codes])[0], 'Nothing says that it is not of one country.');
        self::assertSame(
            [null, ColumnState::Open],
            $targets(['Zip' => ['Cork', 'Oslo', 'Leeds'], 'Country' => ['Ireland', 'Norway', 'UK']])[0],
        );
        self::assertSame(['gift.currency', ColumnState::Look], $targets(['Money' => ['EUR', 'JPY', ''], 'Amount' => ['5', '6', '7']])[0]);
        self::assertSame([null, ColumnState::Open], $targets(['Money' => ['EUR', 'JPY', 'much'], 'Amount' => ['5', '6', '7']])[0]);
        self::assertSame(
            [null, ColumnState::Open],
            $targets(['Code' => ['ALL', 'TOP', 'CUP'], 'Last name' => ['Lee', 'Park', 'Dahl']])[0],
            'Without money there is no currency.',
        );
    }

    public function test_what_a_header_may_mean_beside_other_columns_is_looked_at(): void
    {
        $state = static fn(array $columns): ColumnState => self::propose($columns)->choices[0]->state;
        $names = ['Last name' => ['Lee', 'Park'], 'First name' => ['Ann', 'Bo']];

        self::assertSame(ColumnState::Look, $state(['School' => ['Arts', 'Science'], ...$names]));
        self::assertSame(ColumnState::Sure, $state(['School' => ['Dover High School', 'Saco Academy'], ...$names]));
        self::assertSame(ColumnState::Sure, $state(['Company' => ['Arts', 'Science'], ...$names]));
        self::assertSame(ColumnState::Look, $state(['Vendor' => ['Rosebud Farm', 'Ida Nunn']]));
        self::assertSame(ColumnState::Look, $state(['Company' => ['Gannet Marine, Inc.', 'Mrs. E. Pruitt']]));
        self::assertSame(ColumnState::Sure, $state(['Company' => ['Rosebud Farm', 'Ida Nunn Bakery', 'Dr. Pell Foundation']]));
        $gifts = ['Donation' => ['10', '25'], 'Last name' => ['Lee', 'Park']];
        self::assertSame(ColumnState::Look, $state(['Fee pd' => ['40', '40'], 'Fee due' => ['40', '40'], ...$gifts]));
        self::assertSame(ColumnState::Sure, $state(['Fee' => ['0.59', '1.03'], ...$gifts]));
        self::assertSame(ColumnState::Look, $state(['Total paid' => ['118.50', '46.75'], 'Add-on' => ['25.00', '0.00']]));
        self::assertSame(ColumnState::Sure, $state(['Total paid' => ['118.50', '46.75'], 'Fee' => ['2.50', '1.00']]));
        self::assertSame(ColumnState::Sure, $state(['Donation amount' => ['118.50', '46.75'], 'Add-on' => ['25.00', '0.00']]));
        self::assertSame(ColumnState::Look, $state(['Pledge 26' => ['1200', '600'], ...$names]));
        self::assertSame('promise.amount', self::propose(['Pledge 26' => ['1200', '600'], ...$names])->choices[0]->target());
        self::assertSame(ColumnState::Look, $state(['Her email' => ['a@example.org', 'b@example.org'], ...$names]));
        self::assertSame(ColumnState::Open, $state(["I'd like to (check all)" => ['Volunteer, Donate', 'Donate'], ...$names]));
        self::assertSame(ColumnState::Open, $state(['Emergency phone' => ['207-555-0143', '207-555-0144']]));
    }

    public function test_evidence_is_in_words_and_numbers(): void
    {
        $values = [...array_fill(0, 1190, 'a@example.org'), ...array_fill(0, 14, 'none at all'), ''];

        self::assertSame('1,190 of 1,204 values are email addresses', self::profile('E', $values)->evidence(ValueLook::Email));
    }

    public function test_a_field_is_fed_by_one_column_unless_it_can_have_several_values(): void
    {
        $plan = self::propose([
            'City' => ['Dover'],
            'Town' => ['Saco'],
            'Groups' => ['Board'],
            'Interests' => ['Birds'],
            'Email' => ['a@example.org'],
            'E-Mail 1' => ['b@example.org'],
        ]);

        self::assertSame(
            ['address.city', null, 'groups', 'groups', 'email', 'email.2'],
            array_map(static fn(ColumnChoice $choice): ?string => $choice->target(), $plan->choices),
        );
        self::assertStringContainsString('"City" becomes City already', $plan->choices[1]->evidence);
        $this->expectException(FieldTaken::class);
        $plan->with(1, new ColumnChoice('Town', ColumnState::Sure, '', [new Feed('address.city')]), FieldCatalog::builtIn());
    }

    /** @return iterable<string, array{list<string>, ?DateOrder, bool}> */
    public static function dateColumns(): iterable
    {
        yield 'only month first' => [['12/25/2020', '1/2/2021'], DateOrder::MonthDayYear, false];
        yield 'two digits of the year first' => [['24/11/30', '25/03/07', '26/01/19', '25/12/02'], DateOrder::YearMonthDay, false];
        yield 'days first, of few years' => [['24/11/25', '25/03/26', '26/01/25', '30/12/26', '13/02/25'], DateOrder::DayMonthYear, false];
        yield 'too few to tell' => [['24/11/30', '25/03/07'], DateOrder::DayMonthYear, false];
        yield 'only day first' => [['25.12.2020', '1.2.2021'], DateOrder::DayMonthYear, false];
        yield 'nothing tells' => [['1/2/2020', '3/4/2021'], null, true];
        yield 'both orders' => [['12/25/2020', '25/12/2020', '1/2/2020'], null, true];
        yield 'equal numbers' => [['3/3/2020'], null, false];
        yield 'years first' => [['2020-01-02'], null, false];
    }

    /** @param  list<string>  $values */
    #[DataProvider('dateColumns')]
    public function test_the_order_of_dates_is_proved_or_asked_for(array $values, ?DateOrder $order, bool $asks): void
    {
        $profile = self::profile('Date', $values);

        self::assertSame($order, $profile->dateOrder());
        self::assertSame($asks, $profile->needsDateOrder());
    }

    public function test_a_profile_survives_being_kept(): void
    {
        $profile = self::profile('Zip', ['04101', '4101', '', '04101']);

        self::assertEquals($profile, ColumnProfile::fromArray(json_decode((string) json_encode($profile->toArray()), true)));
        self::assertSame([3, 2, 4], [$profile->filled, $profile->distinct, $profile->rows]);
    }

    /** @param  array<string, string>  $row field key to cell */
    private static function map(array $row, ?DateOrder $order = DateOrder::MonthDayYear): MappedRow
    {
        $choices = array_map(
            static fn(string $key): ColumnChoice => new ColumnChoice(
                $key,
                ColumnState::Sure,
                '',
                [new Feed($key)],
                new Steps([new Blank(['word']), ...$key === 'gift.date' ? [new ReadDate($order)] : []]),
            ),
            array_keys($row),
        );

        return (new RowMapper(new ColumnPlan($choices), new Standards(FieldCatalog::builtIn(), new Formats('2026-01-31'))))->map(
            array_values($row),
        );
    }

    public function test_a_gift_with_all_its_parts(): void
    {
        $row = self::map([
            'name.last' => 'Lee',
            'gift.date' => '3/4/2020',
            'gift.kind' => 'stock',
            'gift.description' => 'Larch Mills',
            'gift.units' => '12.5',
            'gift.split.amount' => '60',
            'gift.fund' => 'Boat',
            'gift.split.2.amount' => '40.50',
            'gift.split.2.fund' => 'Nets',
            'gift.split.2.appeal' => 'Mail',
            'gift.split.3.amount' => '0',
            'gift.split.3.fund' => 'Roof',
            'gift.tribute' => 'Bo Park',
            'gift.tribute_kind' => 'In Memory Of',
            'gift.receipt' => 'R-7',
            'gift.receipt_date' => '2020-03-05',
            'gift.benefit' => '$5',
            'gift.fee' => '(1.20)',
            'gift.id' => 'TX 9',
        ]);
        $gift = $row->record()->gifts[0];

        self::assertSame([], $row->problems);
        self::assertSame(['100.50', 'Boat', "60.00 | Boat\n40.50 | Nets |  | Mail"], [$gift->amount, $gift->fund, $gift->splits]);
        self::assertSame(['12.5', 'Larch Mills', 'in memory'], [$gift->units, $gift->description, $gift->tributeKind]);
        self::assertSame(
            ['R-7', '2020-03-05', '5.00', '1.20', '99.30'],
            [$gift->receipt, $gift->receiptDate, $gift->benefit, $gift->fee, $gift->net()],
        );
        self::assertSame('TX 9', $gift->sourceId);
    }

    public function test_a_gift_of_which_one_part_has_an_amount_is_for_that_part(): void
    {
        $row = [
            'name.last' => 'Lee',
            'gift.date' => '3/4/2020',
            'gift.campaign' => 'Spring',
            'gift.split.amount' => '0',
            'gift.fund' => 'Boat',
            'gift.split.2.amount' => '20',
            'gift.split.2.fund' => 'Nets',
        ];
        foreach ([$row, [...$row, 'gift.amount' => '20']] as $written) {
            $gift = self::map($written)->record()->gifts[0];
            self::assertSame(['20.00', 'Nets', 'Spring', ''], [$gift->amount, $gift->fund, $gift->campaign, $gift->splits]);
        }
        $one = self::map(['name.last' => 'Lee', 'gift.date' => '3/4/2020', 'gift.splits' => '20 | Nets'])->record()->gifts[0];
        self::assertSame(['20.00', 'Nets'], [$one->amount, $one->fund]);
    }

    public function test_what_stands_behind_a_last_name_goes_to_the_notes(): void
    {
        $read = static function (string $last): array {
            $record = self::map(['name.first' => 'Ann', 'name.last' => $last, 'email' => 'a@example.org'])->record();

            return [$record->name->last, $record->further['notes'] ?? '', $record->further['status'] ?? ''];
        };

        self::assertSame(['Lee', 'With the name: Treasurer', ''], $read('Lee, Treasurer'));
        self::assertSame(['Lee', 'With the name: IRA', ''], $read('Lee IRA'));
        self::assertSame(['', 'With the name: c/o Bo Park', ''], $read('c/o Bo Park'));
        self::assertSame(['', '', 'deceased'], $read('deceased'));
        self::assertSame(['X Lee', '', ''], $read('X Lee'));
        self::assertSame(['Lee', '', 'deceased'], $read('Lee (deceased)'));
    }

    public function test_headings_that_read_like_funds_are_proposed_as_such(): void
    {
        $of = static fn(array $headings, array $more = []): ?string => self::propose([
            'Name' => ['Ann Lee', 'Bo Park'],
            'Amount' => ['25', '30'],
            'Date' => ['2026-01-25', '2026-01-31'],
            ...$more,
            'Heading above' => $headings,
        ])->choices[3 + count($more)]->target();

        self::assertSame('gift.fund', $of(['Annual Fund', 'Building']));
        self::assertNull($of(['January 2026', 'February 2026']));
        self::assertNull($of(['Annual Fund', 'Building'], ['Fund' => ['Boat', 'Nets']]));
    }

    public function test_amounts_that_may_be_cents(): void
    {
        $amount = static fn(array $columns, string $header): ColumnChoice => self::propose([...$columns, $header => ['2500', '100000']])
            ->choices[count($columns)];

        self::assertTrue($amount(['currency' => ['usd', 'usd']], 'amount_cents')->steps->has(ImpliedDecimals::NAME));
        self::assertSame(ColumnState::Look, $amount(['currency' => ['usd', 'usd']], 'amount')->state);
        self::assertStringContainsString('may be cents', $amount(['currency' => ['usd', 'usd']], 'amount')->evidence);
        self::assertStringNotContainsString('may be cents', $amount(['currency' => ['USD', 'USD']], 'amount')->evidence);
        self::assertFalse($amount(['Name' => ['Ann Lee', 'Bo Park']], 'amount')->steps->has(ImpliedDecimals::NAME));
    }

    public function test_what_is_said_of_whose_names_are_guessed_is_theirs(): void
    {
        $feeds = static fn(array $columns): array => array_map(
            static fn(ColumnChoice $choice): ?string => $choice->target(),
            self::propose($columns)->choices,
        );
        $phones = ['603-555-0101', '603-555-0102'];

        self::assertSame(
            ['name.first', 'name.last', 'phone.mobile'],
            $feeds(['Owner First' => ['Ann', 'Bo'], 'Owner Last' => ['Lee', 'Park'], 'Owner Cell' => $phones]),
        );
        $preferred = ['Preferred name' => ['Ann', 'Bo'], 'Surname' => ['Lee', 'Park'], 'Spouse name' => ['Cy Lee', 'Di Park']];
        self::assertSame(['name.first', 'name.last', 'spouse.name.full'], $feeds($preferred));
        self::assertContains('name.nickname', $feeds(['First name' => ['Anna', 'Robert'], ...$preferred]));
        self::assertSame(
            ['name.full', 'address.line1', 'gift.amount', 'gift.date'],
            $feeds([
                'From' => ['Ann Lee', 'Bo Park'],
                'From address' => ['12 Elm St', '4 Oak St'],
                'Stewardship gift' => ['25', '30'],
                'Stewardship gift date' => ['2026-01-25', '2026-01-31'],
            ]),
        );
        self::assertSame(
            ['name.full', 'promise.amount'],
            $feeds(['Landowner(s)' => ['Ann Lee', 'Bo Park', 'Roe Family Trust'], 'Roof commitment' => ['25', '30', '35']]),
        );
        $seconds = ['Name' => ['Ann Lee', 'Bo Park'], 'created' => ['1767571200', '1767657600']];
        self::assertSame(['name.full', 'gift.date', 'gift.amount'], $feeds([...$seconds, 'amount' => ['25', '30']]));
        self::assertSame(['name.full', 'first_known'], $feeds($seconds));
        self::assertSame(['name.full', null], $feeds(['Name' => ['Ann Lee', 'Bo Park'], 'Q7' => ['1767571200', '1767657600']]));
        // Beside the names of others the owner is somebody else.
        self::assertNotContains('phone.mobile', $feeds(['First' => ['Ann', 'Bo'], 'Last' => ['Lee', 'Park'], 'Owner Cell' => $phones]));
    }

    public function test_columns_of_amounts_for_one_purpose_each_are_parts_of_the_gift(): void
    {
        $names = ['Name' => ['Ann Lee', 'Bo Park'], 'Date' => ['2026-01-25', '2026-01-25']];
        $feeds = static fn(array $columns): array => array_map(
            static fn(ColumnChoice $choice): ?string => $choice->target(),
            self::propose([...$names, ...$columns])->choices,
        );
        $parts = ['gift.split.amount', 'gift.split.2.amount'];

        // By their words, or since they come to the total.
        self::assertSame(['name.full', 'gift.date', ...$parts], $feeds(['Tithe' => ['25', '50'], 'Missions' => ['10', '']]));
        self::assertSame(
            ['name.full', 'gift.date', ...$parts, 'gift.amount'],
            $feeds(['Kelp' => ['25', '50'], 'Terns' => ['10', ''], 'Total' => ['35', '$50.00']]),
        );
        $slip = ['Tithe' => ['25', '50', '30'], 'Missions' => ['10', '', '5'], 'Total' => ['35', '50', '36']];
        self::assertSame(['gift.split.amount', 'gift.split.2.amount', 'gift.amount'], array_slice($feeds($slip), 2));
        foreach (
            [
                'a total that they do not come to' => ['Kelp' => ['25', '50'], 'Terns' => ['10', ''], 'Total' => ['36', '50']],
                'words, and a total of something else' => ['Tithe' => ['25', '50'], 'Missions' => ['10', ''], 'Total' => ['90', '50']],
                'what was bought' => ['Kelp' => ['25', '50'], 'Tickets' => ['10', ''], 'Total' => ['35', '50']],
                'a donation beside something else' => ['Donation' => ['25', '50'], 'Kelp' => ['10', ''], 'Grand total' => ['35', '50']],
                'no known words' => ['Kelp' => ['25', '50'], 'Terns' => ['10', '']],
                'what is counted' => ['Fund count' => ['25', '50'], 'Missions no' => ['10', '']],
                'a column for the purpose' => ['Tithe' => ['25', '50'], 'Missions' => ['10', ''], 'Fund' => ['Boat', 'Nets']],
            ]
            as $why => $columns
        ) {
            self::assertNotContains('gift.split.amount', $feeds($columns), $why);
        }

        $plan = self::propose([...$names, 'Tithe' => ['25', '50'], 'Missions' => ['10', ''], 'Total' => ['35', '50']]);
        $mapper = new RowMapper($plan, new Standards(FieldCatalog::builtIn(), new Formats('2026-11-30')));
        $gift = static fn(string ...$cells): Gift => $mapper->map(['Ann Lee', '2026-01-25', ...$cells])->record()->gifts[0];
        self::assertSame("25.00 | Tithe\n10.00 | Missions", $gift('25', '10', '35')->splits);
        self::assertSame(
            ['20.00', 'Missions', ''],
            [$gift('', '20', '20')->amount, $gift('', '20', '20')->fund, $gift('', '20', '20')->splits],
        );
        self::assertSame(['splits.uneven'], array_column($mapper->map(['Ann Lee', '2026-01-25', '25', '10', '40'])->problems, 'code'));
        self::assertSame([], $mapper->map(['Ann Lee', '2026-01-25', '', '', ''])->record()->gifts);
    }

    /** @return iterable<string, array{array<string, string>, list<string>}> */
    public static function rows(): iterable
    {
        $whole = ['name.last' => 'Lee', 'gift.date' => '3/4/2020', 'gift.amount' => '25'];
        yield 'a whole row' => [$whole, []];
        yield 'no name' => [['name.last' => ' ', 'email' => 'a@example.org'], ['name.last.required']];
        yield 'an email with a slip' => [[...$whole, 'email' => 'a@gmial.com; b@example.org'], ['email.domain']];
        yield 'a number and a half' => [[...$whole, 'phone' => '207-555-0143 (his) / 555-0144'], ['phone.form']];
        yield 'a ditto mark' => [[...$whole, 'address.city' => '"', 'gift.fund' => 'ditto'], ['ditto', 'ditto']];
        yield 'a ditto mark for a name' => [['name.first' => 'Ann', 'name.last' => '"'], ['ditto']];
        yield 'the same street as another' => [[...$whole, 'address.line1' => '12 Elm St', 'address.mailing.line1' => 'same as home'], []];
        yield 'the same as nothing' => [[...$whole, 'address.mailing.line1' => 'same as home'], ['ditto']];
        yield 'the same city for another street' => [
            [...$whole, 'address.line1' => '12 Elm St', 'address.mailing.line1' => 'PO Box 7', 'address.mailing.city' => 'same'],
            ['ditto'],
        ];
        yield 'a last name and notes' => [['name.last' => 'Same', 'notes' => 'same as above'], []];
        yield 'placeholder for a name' => [['name.last' => 'n/a'], ['name.last.required']];
        yield 'an organization needs no last name' => [['organization.name' => 'Larkspur Foundation'], []];
        yield 'a gift without a date' => [[...$whole, 'gift.date' => ''], ['gift.date.required']];
        yield 'a date alone is no gift' => [[...$whole, 'gift.amount' => ''], []];
        yield 'a gift of a fund without an amount' => [[...$whole, 'gift.fund' => 'Boat', 'gift.amount' => ''], ['gift.amount.required']];
        yield 'a date that can not be, of no gift' => [[...$whole, 'gift.date' => '2020-13-45', 'gift.amount' => ''], []];
        yield 'an amount that is none is wrong, not missing' => [[...$whole, 'gift.amount' => '2 tickets'], ['amount.form']];
        yield 'money that goes back is looked for later' => [[...$whole, 'gift.amount' => '(25)'], []];
        yield 'money that goes back, without its minus' => [[...$whole, 'gift.refund_of' => 'TX 7'], ['amount.not_back']];
        yield 'parts that come to the gift' => [
            [...$whole, 'gift.fund' => 'Boat', 'gift.split.2.amount' => '10', 'gift.split.2.fund' => 'Nets'],
            [],
        ];
        yield 'parts that do not' => [
            [...$whole, 'gift.split.amount' => '10', 'gift.split.2.amount' => '10', 'gift.split.2.fund' => 'Nets'],
            ['splits.uneven'],
        ];
        yield 'a part whose amount is none' => [
            [...$whole, 'gift.split.2.amount' => 'ten', 'gift.split.2.fund' => 'Nets'],
            ['amount.form'],
        ];
        yield 'parts in one' => [[...$whole, 'gift.splits' => '$15 | Boat; 10 | Nets'], []];
        yield 'parts in one that do not come to it' => [[...$whole, 'gift.splits' => '15 | Boat; 9 | Nets'], ['splits.uneven']];
        yield 'a part in another currency' => [[...$whole, 'gift.splits' => '15 | Boat; EUR 10 | Nets'], ['splits.uneven']];
        yield 'a fee in another currency' => [[...$whole, 'gift.fee' => 'EUR 1'], ['amount.currency']];
        yield 'zero without a date is no gift' => [[...$whole, 'gift.amount' => '0.00', 'gift.date' => ''], []];
        yield 'a slip of the century' => [[...$whole, 'gift.date' => '1926-01-02'], ['date.long_ago']];
        yield 'half a century back' => [[...$whole, 'gift.date' => '1976-01-02'], []];
        yield 'zero with a date' => [[...$whole, 'gift.amount' => '0'], ['amount.zero']];
        yield 'in kind, and nothing says what' => [[...$whole, 'gift.amount' => '$0.00', 'gift.kind' => 'in kind'], ['amount.sign']];
        yield 'goods that are worth nothing' => [[...$whole, 'gift.amount' => '$0.00', 'gift.description' => 'Apples'], []];
        yield 'goods without a value' => [[...$whole, 'gift.amount' => '', 'gift.description' => 'Apples'], ['amount.unvalued']];
        yield 'goods whose value can not be read' => [
            [...$whole, 'gift.amount' => 'two boxes', 'gift.description' => 'Apples'],
            ['amount.form'],
        ];
        yield 'what came in return, more than the gift' => [[...$whole, 'gift.benefit' => '25.01'], ['amount.less']];
        yield 'what came in return, as much as the gift' => [[...$whole, 'gift.benefit' => '25'], []];
        yield 'a fee that is more than the gift' => [[...$whole, 'gift.fee' => '(40)'], ['amount.less']];
        yield 'several at once' => [
            ['name.last' => '', 'email' => 'x', 'phone' => '12', 'gift.date' => 'x', 'gift.amount' => 'y'],
            ['email.form', 'phone.form', 'date.form', 'amount.form', 'name.last.required'],
        ];
        yield 'ZIP against state' => [
            ['name.last' => 'Lee', 'address.state' => 'ME', 'address.postal_code' => '03820'],
            ['postal_code.state'],
        ];
        yield 'a name in one cell that says more than the columns of its parts' => [
            ['name.full' => 'Ann & Bo Lee', 'name.first' => 'Ann', 'name.last' => 'Lee'],
            ['name.twice'],
        ];
        yield 'another organization' => [['name.full' => 'Larch Fund', 'organization.name' => 'Elm Fund'], ['name.twice']];
        yield 'the same with a title and a short form' => [
            ['name.full' => 'Mr. Bob M. Lee Jr.', 'name.first' => 'Robert', 'name.last' => 'Lee'],
            [],
        ];
        yield 'both of a couple' => [
            ['name.full' => 'Ann & Bo Lee', 'name.first' => 'Ann', 'name.last' => 'Lee', 'spouse.name.first' => 'Bo'],
            [],
        ];
        yield 'a person of an organization that no column is for' => [
            ['kind' => 'organization', 'organization.name' => 'Larch Fund', 'name.first' => 'Ann', 'name.last' => 'Lee'],
            ['name.twice'],
        ];
        yield 'an organization by its name, a person by its kind' => [['name.full' => 'Joy Books', 'kind' => 'person'], ['kind.twice']];
        yield 'dead by the name, and not by the status' => [['name.full' => 'Ann Lee (deceased)', 'status' => 'active'], ['status.twice']];
        yield 'a title before the first name, a degree behind the last' => [['name.first' => 'Mrs. Ann', 'name.last' => 'Lee, MD'], []];
        yield 'an organization in the columns of a name' => [['name.first' => 'Acme', 'name.last' => 'Inc.'], ['name.organization']];
        yield 'a family in them' => [['name.first' => 'Fenn', 'name.last' => 'Family'], ['name.family']];
        yield 'two people in a last name' => [['name.first' => 'Ann', 'name.last' => 'Lee & Bo Park'], ['name.two people']];
        yield 'a spouse who is none' => [
            ['name.first' => 'Ann', 'name.last' => 'Lee', 'spouse.name.first' => 'The', 'spouse.name.last' => 'Parks'],
            ['name.family'],
        ];
        yield 'the person of an organization, whose name it is' => [
            ['kind' => 'organization', 'organization.name' => 'Larch Inc.', 'name.first' => '', 'name.last' => ''],
            [],
        ];
        yield 'a cell for the place beside a street' => [
            ['name.last' => 'Lee', 'address.line1' => '12 Elm St', 'address.block' => 'Bend, OR 97701'],
            [],
        ];
        yield 'a cell that says otherwise than a column' => [
            ['name.last' => 'Lee', 'address.line1' => '12 Elm St', 'address.city' => 'Bend', 'address.block' => 'Salem, OR 97301'],
            ['address.twice'],
        ];
        yield 'a foreign state is no fault' => [
            ['name.last' => 'Lee', 'address.state' => 'Bavaria', 'address.postal_code' => '80331', 'address.country' => 'Germany'],
            [],
        ];
        yield 'a fund without a gift' => [['name.last' => 'Lee', 'gift.fund' => 'Boat', 'gift.date' => '', 'gift.amount' => ''], []];
    }

    /**
     * @param  array<string, string>  $row
     * @param  list<string>  $codes
     */
    #[DataProvider('rows')]
    public function test_rows_are_checked(array $row, array $codes): void
    {
        self::assertSame($codes, array_column(self::map($row)->problems, 'code'));
    }

    #[TestWith(['ck 4410', 'check', '4410'])]
    #[TestWith(['Check #881', 'check', '881'])]
    #[TestWith(['CHQ 000123', 'check', '000123'])]
    #[TestWith(['check', 'check', ''])]
    #[TestWith(['Visa', 'card', ''])]
    public function test_the_number_of_a_check_stands_with_the_kind_of_gift(string $written, string $kind, string $number): void
    {
        $row = ['name.last' => 'Lee', 'gift.date' => '2020-01-02', 'gift.amount' => '25', 'gift.kind' => $written];
        $gift = self::map($row)->record()->gifts[0];

        self::assertSame([$kind, $number], [$gift->kind, $gift->reference]);
        self::assertSame('A-1', self::map([...$row, 'gift.reference' => 'A-1'])->record()->gifts[0]->reference);
    }

    public function test_what_stands_beside_an_email_or_a_number_is_kept(): void
    {
        $record = self::map([
            'name.last' => 'Lee',
            'phone.home' => '207-555-0143 (cell) do not call / 207-555-0144 no longer in service',
            'email' => 'a@example.org; b@example.org - work',
            'notes' => 'Likes terns',
        ])->record();

        self::assertSame(
            [['+12075550143', 'mobile', false], ['+12075550144', 'home', true]],
            array_map(static fn(ContactPoint $phone): array => [$phone->value, $phone->kind, $phone->isDead], $record->phones),
        );
        self::assertSame(
            [['a@example.org', ''], ['b@example.org', 'work']],
            array_map(static fn(ContactPoint $email): array => [$email->value, $email->kind], $record->emails),
        );
        self::assertSame('no', $record->further['consent_phone']);
        self::assertSame("With 207-555-0143: do not call\nWith 207-555-0144: no longer in service\nLikes terns", $record->further['notes']);
    }

    /** @param  list<string>  $codes */
    #[TestWith(['failed', '25.00', ['gift.not_paid']])]
    #[TestWith(['Card declined', '25.00', ['gift.not_paid']])]
    #[TestWith(['refunded', '-25.00', []])]
    #[TestWith(['succeeded', '25.00', []])]
    #[TestWith(['failed', '', []])]
    #[TestWith(['Y', '25.00', ['gift.not_paid'], 'Refunded?'])]
    #[TestWith(['1/2/2026', '25.00', ['gift.not_paid'], 'Date Voided'])]
    #[TestWith(['25.00', '25.00', ['gift.not_paid'], 'Refund Amount'])]
    #[TestWith(['No', '25.00', [], 'Refunded?'])]
    #[TestWith(['$0.00', '25.00', [], 'Refund Amount'])]
    #[TestWith(['☐', '25.00', [], 'isCancelled'])]
    #[TestWith(['Y', '25.00', [], 'Cleared'])]
    public function test_a_column_that_becomes_nothing_may_say_that_nothing_was_paid(
        string $status,
        string $amount,
        array $codes,
        string $header = 'Status',
    ): void {
        $choices = [
            new ColumnChoice('Name', ColumnState::Sure, '', [new Feed('name.last')]),
            new ColumnChoice('Date', ColumnState::Sure, '', [new Feed('gift.date')]),
            new ColumnChoice('Amount', ColumnState::Sure, '', [new Feed('gift.amount')]),
            new ColumnChoice($header, ColumnState::LeftBehind, '', []),
        ];
        $mapper = new RowMapper(new ColumnPlan($choices), new Standards(FieldCatalog::builtIn(), new Formats('2026-01-31')));
        $problems = $mapper->map(['Lee', $amount === '' ? '' : '2026-01-02', $amount, $status])->problems;

        self::assertSame($codes, array_column($problems, 'code'));
        self::assertSame([], array_filter(array_column($problems, 'blocks')));
    }

    /** @param  list<string>  $codes */
    #[TestWith(['Written off', ['promise.over']])]
    #[TestWith(['cancelled', ['promise.over']])]
    #[TestWith(['Active', []])]
    public function test_it_may_say_that_a_promise_does_not_stand(string $status, array $codes): void
    {
        $choices = [
            new ColumnChoice('Name', ColumnState::Sure, '', [new Feed('name.last')]),
            new ColumnChoice('Date', ColumnState::Sure, '', [new Feed('promise.date')]),
            new ColumnChoice('Amount', ColumnState::Sure, '', [new Feed('promise.amount')]),
            new ColumnChoice('Status', ColumnState::LeftBehind, '', []),
        ];
        $mapper = new RowMapper(new ColumnPlan($choices), new Standards(FieldCatalog::builtIn(), new Formats('2026-01-31')));

        self::assertSame($codes, array_column($mapper->map(['Lee', '2026-01-02', '600', $status])->problems, 'code'));
    }

    /** @param  list<string>  $codes */
    #[TestWith(['Deceased 3/2026', 'active', '', ['status.aside']])]
    #[TestWith(['Deceased 3/2026', 'deceased', '', []])]
    #[TestWith(['DO NOT MAIL', '', '', ['consent.mail.aside']])]
    #[TestWith(['moved', '', '12 Elm St', ['address.line1.aside']])]
    #[TestWith(['moved', '', '', []])]
    #[TestWith(['likes terns', '', '12 Elm St', []])]
    public function test_a_note_may_say_what_no_column_does(string $note, string $status, string $line, array $codes): void
    {
        foreach ([[new Feed('notes')], []] as $feeds) {
            $choices = [
                new ColumnChoice('Name', ColumnState::Sure, '', [new Feed('name.last')]),
                new ColumnChoice('Status', ColumnState::Sure, '', [new Feed('status')]),
                new ColumnChoice('Street', ColumnState::Sure, '', [new Feed('address.line1')]),
                new ColumnChoice('Remarks', ColumnState::Sure, '', $feeds),
            ];
            $mapper = new RowMapper(new ColumnPlan($choices), new Standards(FieldCatalog::builtIn(), new Formats('2026-01-31')));
            $problems = $mapper->map(['Lee', $status, $line, $note])->problems;
            $asides = array_filter(array_column($problems, 'code'), static fn(string $code): bool => str_ends_with($code, '.aside'));

            self::assertSame($codes, array_values($asides));
            self::assertSame([], array_filter(array_column($problems, 'blocks')));
        }
    }

    public function test_problems_name_column_value_reason_and_remedy(): void
    {
        $problem = self::map(['name.last' => 'Lee', 'email' => ' nobody '])->problems[0];

        self::assertSame([1, 'nobody', '"nobody" is not an email address'], [$problem->column, $problem->value, $problem->reason]);
        self::assertNotSame('', $problem->remedy);
    }

    public function test_a_name_in_one_cell_becomes_parts(): void
    {
        $record = self::map(['name.full' => 'Lee, Dr. Ann M.'])->record();
        self::assertSame(
            ['Ann M. Lee', 'Lee, Ann M.', 'Dr. Ann M. Lee'],
            [$record->fields()['display_name'], $record->fields()['sort_name'], $record->fields()['envelope_name']],
        );

        self::assertSame(SupporterKind::Organization, self::map(['name.full' => 'Larkspur Foundation'])->record()->kind);
        $household = self::map(['name.full' => 'John & Mary Smith'])->record();
        self::assertSame(
            [SupporterKind::Household, 'John & Mary Smith', 'Smith'],
            [$household->kind, $household->display(), $household->name->last],
        );
    }

    public function test_an_initial_behind_a_first_name_is_a_middle_name(): void
    {
        $name = self::map(['name.first' => 'Ann M.', 'name.last' => 'Lee'])->record()->name;
        self::assertSame(['Ann', 'M.'], [$name->first, $name->middle]);

        self::assertSame('Mary Ann', self::map(['name.first' => 'Mary Ann', 'name.last' => 'Lee'])->record()->name->first);
    }

    public function test_money_counts_even_if_the_row_is_held(): void
    {
        $row = self::map(['name.last' => '', 'gift.date' => '3/4/2020', 'gift.amount' => '$25']);

        self::assertSame('25.00', $row->money->in('USD'));
        self::assertNotSame([], $row->problems);
    }

    #[TestWith(['60,000.50', '60000.50', 1])]
    #[TestWith(['-5', '-5.00', 0])]
    #[TestWith(['2 tickets', '0.00', 1])]
    public function test_money_counts_even_if_the_bounds_refuse_it(string $written, string $money, int $problems): void
    {
        $catalog = FieldCatalog::builtIn();
        $standards = new Standards(
            $catalog->with([$catalog->field('gift.amount')->with(null, new Limits(most: '50000'))]),
            new Formats('2026-01-31'),
        );
        $choices = array_map(static fn(string $key): ColumnChoice => new ColumnChoice($key, ColumnState::Sure, '', [new Feed($key)]), [
            'name.last',
            'gift.date',
            'gift.amount',
        ]);
        $row = (new RowMapper(new ColumnPlan($choices), $standards))->map(['Lee', '2020-03-04', $written]);

        self::assertSame($money, $row->money->in('USD'));
        self::assertCount($problems, $row->problems);
    }

    public function test_missing_cells_at_the_end_are_blank(): void
    {
        $plan = new ColumnPlan([
            new ColumnChoice('a', ColumnState::Sure, '', [new Feed('name.last')]),
            new ColumnChoice('b', ColumnState::Sure, '', [new Feed('email')]),
        ]);

        self::assertSame(
            [],
            (new RowMapper($plan, new Standards(FieldCatalog::builtIn(), new Formats('2026-01-31'))))->map(['Lee'])->problems,
        );
    }
}
