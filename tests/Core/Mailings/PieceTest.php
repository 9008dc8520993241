<?php

declare(strict_types=1);

namespace Tests\Core\Mailings;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Mailings\LabelSheet;
use PineSieve\Core\Mailings\LeftOut;
use PineSieve\Core\Mailings\Per;
use PineSieve\Core\Mailings\Piece;
use PineSieve\Core\Mailings\Recipient;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;

/** Who gets mail, by which name, and with whom together. */
final class PieceTest extends TestCase
{
    /** @return array{id: int, rank: int, envelope: string, greeting: string, first: string, last: string, lines: list<string>} */
    private static function one(int $id, string $first, string $last, string $envelope = '', int $rank = 1): array
    {
        $envelope = $envelope === '' ? "{$first} {$last}" : $envelope;

        return [
            'id' => $id,
            'rank' => $rank,
            'envelope' => $envelope,
            'greeting' => $first === '' ? $envelope : $first,
            'first' => $first,
            'last' => $last,
            'lines' => ["{$id} Elm St"],
        ];
    }

    /** @return iterable<string, array{list<array<string, mixed>>, string, string}> */
    public static function pieces(): iterable
    {
        yield 'one' => [[self::one(1, 'Ann', 'Lee', 'Dr. Ann Lee')], 'Dr. Ann Lee', 'Ann'];
        yield 'of one name' => [[self::one(1, 'Ann', 'Lee'), self::one(2, 'Bo', 'lee')], 'Ann & Bo Lee', 'Ann and Bo'];
        yield 'of two names' => [[self::one(1, 'Ann', 'Lee'), self::one(2, 'Bo', 'Park')], 'Ann Lee & Bo Park', 'Ann and Bo'];
        yield 'three' => [
            [self::one(1, 'Ann', 'Lee'), self::one(2, 'Bo', 'Lee'), self::one(3, 'Cy', 'Lee')],
            'Ann, Bo & Cy Lee',
            'Ann, Bo and Cy',
        ];
        yield 'more than a line holds' => [
            [self::one(1, 'Ann', 'Lee'), self::one(2, 'Bo', 'Ray'), self::one(3, 'Cy', 'Oh'), self::one(4, 'Di', 'Ek')],
            'Ann Lee, Bo Ray, Cy Oh & others',
            'Ann, Bo, Cy and others',
        ];
        yield 'a household speaks for its members' => [
            [self::one(9, '', '', 'The Lee Family', 0), self::one(1, 'Ann', 'Lee')],
            'The Lee Family',
            'The Lee Family',
        ];
        yield 'without a first name' => [
            [self::one(1, '', 'Lee', 'Mr. Lee'), self::one(2, 'Bo', 'Lee')],
            'Mr. Lee & Bo Lee',
            'Mr. Lee and Bo',
        ];
    }

    /** @param  non-empty-list<array{id: int, rank: int, envelope: string, greeting: string, first: string, last: string, lines: list<string>}>  $people */
    #[DataProvider('pieces')]
    public function test_a_piece_names_those_who_get_it(array $people, string $envelope, string $greeting): void
    {
        $piece = Piece::of($people);
        self::assertSame(
            [$envelope, $greeting, $people[0]['lines'], array_column($people, 'id')],
            [$piece->envelope, $piece->greeting, $piece->lines, $piece->supporters],
        );
    }

    public function test_a_letter_has_the_fields_of_its_piece_and_nothing_is_put_in_twice(): void
    {
        $piece = Piece::of([self::one(1, '{date}', 'Lee')]);
        self::assertSame("May 1\n1 Elm St\nDear {date}, {other}", $piece->letter("{date}\n{address}\nDear {greeting}, {other}", 'May 1'));
    }

    /** @return iterable<string, array{array<string, string>, list<array<string, string>>, bool, LeftOut|string}> */
    public static function people(): iterable
    {
        $good = [
            'line1' => '1 Elm St',
            'city' => 'Saco',
            'state' => 'ME',
            'postal_code' => '04072',
            'country' => 'US',
            'is_primary' => '1',
            'condition' => 'good',
        ];
        yield 'as usual' => [[], [$good], false, '1 Elm St'];
        yield 'has died' => [['status' => 'deceased'], [$good], false, LeftOut::Deceased];
        yield 'is not active' => [['status' => 'inactive'], [$good], false, LeftOut::NotActive];
        yield 'refused' => [['consent_mail' => 'no'], [$good], false, LeftOut::Refused];
        yield 'said nothing' => [[], [$good], true, LeftOut::NotAgreed];
        yield 'agreed' => [['consent_mail' => 'yes'], [$good], true, '1 Elm St'];
        yield 'no address' => [[], [], false, LeftOut::NoAddress];
        yield 'a place alone' => [[], [[...$good, 'line1' => '']], false, LeftOut::NoAddress];
        yield 'a former one' => [[], [[...$good, 'condition' => 'former']], false, LeftOut::NotReached];
        yield 'not to be used' => [[], [[...$good, 'condition' => 'not to be used']], false, LeftOut::NotToBeUsed];
        yield 'the second is good' => [
            [],
            [[...$good, 'condition' => 'undeliverable'], [...$good, 'line1' => '2 Oak St', 'is_primary' => '0']],
            false,
            '2 Oak St',
        ];
        yield 'one for mail' => [
            [],
            [$good, [...$good, 'line1' => 'PO Box 7', 'kind' => 'mailing', 'is_primary' => '0']],
            false,
            'PO Box 7',
        ];
    }

    /**
     * @param  array<string, string>  $fields
     * @param  list<array<string, string>>  $addresses
     */
    #[DataProvider('people')]
    public function test_who_gets_mail_and_where(array $fields, array $addresses, bool $mustAgree, LeftOut|string $expected): void
    {
        $record = new SupporterRecord(
            5,
            1,
            [
                'kind' => 'person',
                'first_name' => 'Ann',
                'last_name' => 'Lee',
                'display_name' => 'Ann Lee',
                'status' => 'active',
                ...$fields,
            ],
            array_map(static fn(array $values): RecordPart => new RecordPart(1, $values), $addresses),
        );
        $one = Recipient::of($record, Per::Supporter, null, $mustAgree, 'US');
        self::assertSame($expected, $one instanceof Recipient ? $one->lines[0] : $one);
    }

    public function test_every_sheet_lies_on_its_paper(): void
    {
        foreach (LabelSheet::cases() as $sheet) {
            $at = $sheet->layout();
            [$width, $height] = $sheet->paper() === 'a4' ? [595.28, 841.89] : [612.0, 792.0];
            self::assertLessThanOrEqual($width + 0.5, $at['left'] + ($at['columns'] - 1) * $at['across'] + $at['width'], $sheet->value);
            self::assertLessThanOrEqual($height + 0.5, $at['top'] + ($at['rows'] - 1) * $at['down'] + $at['height'], $sheet->value);
            self::assertGreaterThanOrEqual($at['width'], $at['across']);
        }
    }
}
