<?php

declare(strict_types=1);

namespace Tests\Core\Standards;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Formats\ConsentFormat;
use PineSieve\Core\Standards\Formats\DateOrder;
use PineSieve\Core\Standards\Formats\Formats;
use PineSieve\Core\Standards\Formats\PhoneFormat;
use PineSieve\Core\Standards\Limits;
use PineSieve\Core\Standards\UnknownField;

final class FormatsTest extends TestCase
{
    /** @return iterable<string, array{FieldType, string, string}> type, written, value or code of the fault */
    public static function values(): iterable
    {
        $table = [
            [FieldType::Email, 'ann@example.org', 'ann@example.org'],
            [FieldType::Email, 'ANN.Lee+x@Example.ORG', 'ann.lee+x@example.org'],
            [FieldType::Email, 'Ann Lee <ann@example.org>', 'ann@example.org'],
            [FieldType::Email, 'mailto:ann@example.org;', 'ann@example.org'],
            [FieldType::Email, "o'brien@example.org", "o'brien@example.org"],
            [FieldType::Email, 'ann at example.org', '!email.form'],
            [FieldType::Email, 'ann@example', '!email.form'],
            [FieldType::Email, 'ann @example.org', '!email.form'],
            [FieldType::Email, 'ann(work)@example.org', '!email.form'],
            [FieldType::Email, 'ann@ example.org', '!email.form'],
            [FieldType::Email, 'ann@@example.org', '!email.form'],
            [FieldType::Email, 'a@example.org, b@example.org', '!email.form'],
            [FieldType::Email, '.ann@example.org', '!email.form'],
            [FieldType::Phone, '(207) 555-0143', '+12075550143'],
            [FieldType::Phone, '207.555.0143 x12', '+12075550143;ext=12'],
            [FieldType::Phone, '+44 20 7946 0018', '+442079460018'],
            [FieldType::Phone, '555-0143', '!phone.form'],
            [FieldType::Phone, '207-555-0143, 0144', '!phone.form'],
            [FieldType::Phone, '207-555-0143, x12', '+12075550143;ext=12'],
            [FieldType::Phone, '999-999-9999', '!phone.form'],
            [FieldType::Phone, 'call me', '!phone.form'],
            [FieldType::Phone, '207-555-0143 / 207-555-0144', '!phone.form'],
            [FieldType::Amount, '$25', '25.00'],
            [FieldType::Amount, 'two', '!amount.form'],
            [FieldType::Amount, '1.500', '!amount.thousands'],
            [FieldType::Amount, '-12.500', '!amount.thousands'],
            [FieldType::Amount, '0.500', '0.50'],
            [FieldType::Amount, '25.0000', '25.00'],
            [FieldType::Number, '7.5%', '7.5'],
            [FieldType::Number, '7,5 %', '!number.form'],
            [FieldType::Number, '%', '!number.form'],
            [FieldType::GiftKind, 'Visa', 'card'],
            [FieldType::GiftKind, 'barter', '!kind.unknown'],
            [FieldType::GiftKind, 'E-check', 'transfer'],
            [FieldType::GiftKind, 'Online', '!kind.unknown'],
            [FieldType::RecordKind, 'Ind.', 'person'],
            [FieldType::RecordKind, 'Individual donor', 'person'],
            [FieldType::RecordKind, 'Household (2 people)', '!kind.unknown'],
            [FieldType::RecordKind, 'Family', 'household'],
            [FieldType::RecordKind, 'Family foundation', 'organization'],
            [FieldType::RecordKind, 'Private school', 'organization'],
            [FieldType::RecordKind, 'Non-profit', 'organization'],
            [FieldType::RecordKind, 'Business contact', '!kind.unknown'],
            [FieldType::RecordKind, 'Individual/household', '!kind.unknown'],
            [FieldType::RecordKind, 'B', '!kind.unknown'],
            [FieldType::State, 'Mass.', 'MA'],
            [FieldType::State, 'NH - New Hampshire', 'NH'],
            [FieldType::State, 'New Hampshire (NH)', 'NH'],
            [FieldType::State, 'New Hampshire, USA', 'NH'],
            [FieldType::State, 'ON, USA', 'ON, USA'],
            [FieldType::State, 'OR/WA', 'OR/WA'],
            [FieldType::PostalCode, '041011234', '04101-1234'],
            [FieldType::Country, 'Canada', 'CA'],
            [FieldType::Country, 'Narnia', '!country.unknown'],
            [FieldType::Text, str_repeat('x', 191), '!text.length'],
        ];
        foreach ($table as [$type, $written, $value]) {
            yield "{$type->value}: {$written}" => [$type, $written, $value];
        }
    }

    #[DataProvider('consents')]
    public function test_what_sounds_like_a_consent_is_none_where_it_says_so(string $written, ?bool $meaning): void
    {
        self::assertSame($meaning, ConsentFormat::meaning($written));
    }

    public static function consents(): iterable
    {
        foreach (
            [
                true => ['yes', 'Opt in', 'Opt-in: Yes', 'subscribed', 'consented by form', 'double opt in', 'agreed'],
                false => [
                    'no',
                    'Opt in: No',
                    'opt-in = false',
                    'consent withdrawn',
                    'Consent: refused',
                    'subscribed: no',
                    'unsubscribed',
                    'Unsubscribed: Yes',
                    'opted out',
                    'do not mail',
                    'agreed - later revoked',
                ],
            ]
            as $meaning => $written
        ) {
            foreach ($written as $one) {
                yield $one => [$one, (bool) $meaning];
            }
        }
        foreach (
            ['Unsubscribed: No', 'Opted out - no', 'consent requested', 'opt in pending', 'consent expired', 'consent unknown', 'perhaps']
            as $one
        ) {
            yield $one => [$one, null];
        }
    }

    #[DataProvider('values')]
    public function test_values_as_people_write_them(FieldType $type, string $written, string $value): void
    {
        $read = (new Formats('2026-01-31'))->for($type)->read($written);

        self::assertSame($value, $read->fault === null ? $read->value : "!{$read->fault->code}");
        if ($read->fault !== null) {
            self::assertNotSame('', $read->fault->reason);
            self::assertNotSame('', $read->fault->remedy);
        } else {
            self::assertSame($written !== $value, $read->note !== '', 'What differs from the cell is explained.');
        }
    }

    /** @return iterable<string, array{?DateOrder, string, string}> */
    public static function dates(): iterable
    {
        $mdy = DateOrder::MonthDayYear;
        $dmy = DateOrder::DayMonthYear;
        $table = [
            [null, '2016-03-04', '2016-03-04'],
            [null, '20160304', '2016-03-04'],
            [null, '2016/3/4 10:22 PM', '2016-03-04'],
            [null, '2016-03-04T10:22:00Z', '2016-03-04'],
            [null, '2016-03-04 10:22:00 UTC', '2016-03-04'],
            [null, '2016-03-04 10:22 PM EST', '2016-03-04'],
            [null, '2016-03-04 10:22:00 (UTC)', '2016-03-04'],
            [null, '2016-03-04 10:22:00 +0000', '2016-03-04'],
            [null, '2016-03-04 10:22 BEST', '!date.form'],
            [null, '4 Mar 2016', '2016-03-04'],
            [null, 'March 4th, 2016', '2016-03-04'],
            [null, 'Sept. 9 2016', '2016-09-09'],
            [null, 'Fri, 4-Mar-16', '2016-03-04'],
            [null, '03/04/2016', '!date.ambiguous'],
            [null, '03/03/2016', '2016-03-03'],
            [null, '25/12/2016', '2016-12-25'],
            [$mdy, '03/04/2016', '2016-03-04'],
            [$dmy, '03/04/2016', '2016-04-03'],
            [$mdy, '25/12/2016', '!date.order'],
            [$dmy, '12/25/2016', '!date.order'],
            [$mdy, '3.4.16', '2016-03-04'],
            [$mdy, '3/4/27', '1927-03-04'],
            [$mdy, '3/4/26', '!date.bounds'],
            [$mdy, '2/29/2020', '2020-02-29'],
            [$mdy, '2/29/2019', '!date.form'],
            [null, '31/31/2020', '!date.form'],
            [null, '2027-01-01', '!date.bounds'],
            [null, '1/1/1900', '!date.bounds'],
            [null, 'Marble 4 2016', '!date.form'],
            [null, 'last spring', '!date.form'],
            [null, '05MAR2016', '2016-03-05'],
            [null, '1451649600', '2016-01-01'],
            [null, '1451649600123', '2016-01-01'],
            [null, '2451649600', '!date.form'],
            [null, '05-MAR-16 10.30.00.000 AM', '2016-03-05'],
            [null, '5th of March 2016', '2016-03-05'],
            [null, 'Thu Mar 05 10:00:00 EST 2016', '2016-03-05'],
            [null, '1er août 2016', '2016-08-01'],
            [null, 'le 5 févr. 2016', '2016-02-05'],
            [null, '12 juil. 2016', '2016-07-12'],
            [null, '5 jui 2016', '!date.form'],
            [null, '5 de enero de 2016', '2016-01-05'],
            [null, '5 Sunday 2016', '!date.form'],
            [null, 'Mon 05.03.16', '!date.form'],
            [DateOrder::YearMonthDay, '16/03/04', '2016-03-04'],
            [DateOrder::YearMonthDay, '3/4/2016', '!date.order'],
            [DateOrder::YearMonthDay, '16/13/04', '!date.form'],
            [DateOrder::YearMonthDay, '27/01/04', '1927-01-04'],
            [null, '16/03/04', '2004-03-16'],
            [null, '44927', '!date.form'],
            [null, '2016 Mar 4', '2016-03-04'],
            [null, '2016-Mar-04', '2016-03-04'],
            [null, 'Mar-04-2016', '2016-03-04'],
            [null, 'Mar/4/2016', '2016-03-04'],
            [null, 'March, 4 2016', '2016-03-04'],
            [null, 'Mar 4,2016', '2016-03-04'],
            [null, 'Mar4,2016', '2016-03-04'],
            [null, 'Mar 42016', '!date.form'],
            [null, '4 Mar 2016, 3:07 PM', '2016-03-04'],
            [null, 'Mar 4, 2016 at 3:07pm', '2016-03-04'],
            [null, '3 / 14 / 2016', '2016-03-14'],
            [null, '14. 3. 2016', '2016-03-14'],
            [null, '3/14/2016.', '2016-03-14'],
            [null, '2016 Marble 4', '!date.form'],
        ];
        foreach ($table as [$order, $written, $value]) {
            yield ($order->value ?? 'no order') . ": {$written}" => [$order, $written, $value];
        }
    }

    #[DataProvider('dates')]
    public function test_dates_are_never_guessed(?DateOrder $order, string $written, string $value): void
    {
        $read = (new Formats('2026-01-31'))->for(FieldType::Date, $order)->read($written);

        self::assertSame($value, $read->fault === null ? $read->value : "!{$read->fault->code}");
    }

    #[TestWith(['Ann and Bo', 'Ann and Bo'])]
    #[TestWith(['Dear Ann and Bo,', 'Ann and Bo'])]
    #[TestWith(['DEAR MS. LEE:', 'MS. LEE'])]
    #[TestWith(['My dear, Ann', 'Ann'])]
    #[TestWith(['Dr. Park', 'Dr. Park'])]
    #[TestWith(['Dear', 'Dear'])]
    #[TestWith(['Deary Ann', 'Deary Ann'])]
    #[TestWith([',', ','])]
    public function test_letters_say_dear_themselves(string $written, string $greeting): void
    {
        $understood = (new Formats('2026-11-30'))->of(FieldCatalog::builtIn()->field('name.greeting'))->read($written);

        self::assertSame([$greeting, $written !== $greeting], [$understood->value, $understood->note !== '']);
    }

    public function test_a_phone_belongs_to_its_country(): void
    {
        self::assertSame('+442079460018', (new PhoneFormat('GB'))->read('020 7946 0018')->value);
        self::assertNotNull((new PhoneFormat('US'))->read('020 7946 0018')->fault);
    }

    public function test_the_catalog_knows_its_fields(): void
    {
        $catalog = FieldCatalog::builtIn();

        self::assertSame('Gift amount', $catalog->field('gift.amount')->label);
        self::assertSame(
            ['Work address: City', 'Email 2', 'Gift 3 date', 'Spouse: First name', 'Child 2: Last name', 'Mobile phone', 'Employer: Name'],
            array_map(static fn(string $key): string => $catalog->field($key)->label, [
                'address.work.city',
                'email.2',
                'gift.3.date',
                'spouse.name.first',
                'child.2.name.last',
                'phone.mobile',
                'employer.organization.name',
            ]),
        );
        foreach (
            [
                'address.moon.city',
                'email.0',
                'spouse.gift.date',
                'gift.1.date',
                'spouse',
                'email.99',
                'name',
                '',
                'employer.name.first',
                'role',
            ]
            as $none
        ) {
            self::assertFalse($catalog->has($none), $none);
        }
        $this->expectException(UnknownField::class);
        $catalog->field('shoe.size');
    }

    /** @return iterable<array{string, bool}> pattern, whether comparing with it can take for ever */
    public static function patterns(): iterable
    {
        foreach (
            [
                '(a+)+',
                '(a|a)*',
                '(a|aa)+',
                '([a-z]+)*\d',
                '(\w+\s?)*',
                '^(\d+)+$',
                '(.*)*x',
                '(x+x+)+y',
                'M-(a+)+',
                '((ab)*)*c',
                '(\p{L}+[ -]?)+',
            ]
            as $pattern
        ) {
            yield $pattern => [$pattern, true];
        }
        foreach (
            [
                '[A-Z]{2}\d{4}',
                '\d{3}-\d{2}-\d{4}',
                '.*',
                '.*=.*',
                '.*a.*b.*',
                '(foo|bar)*baz',
                '([A-Z][a-z]+ ?)+',
                '(?:\d{1,3}\.){3}\d{1,3}',
                '[^@]+@[^@]+\.[a-z]{2,}',
                'M-\d+(\/\d+)*',
                '(?:Q[1-4] )?FY\d\d',
                'é+',
                '',
            ]
            as $pattern
        ) {
            yield $pattern => [$pattern, false];
        }
    }

    #[DataProvider('patterns')]
    public function test_a_pattern_that_backtracks_is_told(string $pattern, bool $does): void
    {
        $before = [ini_get('pcre.jit'), ini_get('pcre.backtrack_limit')];

        self::assertTrue(Limits::isPattern($pattern));
        self::assertSame($does, Limits::backtracks($pattern));
        self::assertSame($before, [ini_get('pcre.jit'), ini_get('pcre.backtrack_limit')]);
    }
}
