<?php

declare(strict_types=1);

namespace Tests\Core\Gifts;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Gifts\Amount;
use PineSieve\Core\Gifts\Split;
use PineSieve\Core\Gifts\Splits;
use PineSieve\Core\Gifts\UnevenSplit;

final class SplitsTest extends TestCase
{
    /** @return iterable<string, array{list<array{string, string}>, string, string}> amounts and funds, the whole, and what is kept or what is wrong */
    public static function splits(): iterable
    {
        yield 'two parts' => [[['60.00', 'Roof'], ['40.00', 'Kitchen']], '100.00', "60.00 | Roof\n40.00 | Kitchen"];
        yield 'a part for nothing in particular' => [[['60.00', 'Roof'], ['40.00', '']], '100.00', "60.00 | Roof\n40.00"];
        yield 'the first is for nothing in particular' => [[['60.00', ''], ['40.00', 'Roof']], '100.00', "60.00\n40.00 | Roof"];
        yield 'one has the rest' => [[['60.00', 'Roof'], ['', 'Kitchen']], '100.00', "60.00 | Roof\n40.00 | Kitchen"];
        yield 'the whole is what the parts come to' => [[['0.10', 'Roof'], ['0.20', 'Kitchen']], '', "0.10 | Roof\n0.20 | Kitchen"];
        yield 'one part is none' => [[['100.00', 'Roof']], '100.00', ''];
        yield 'one part without an amount is the whole' => [[['', 'Roof']], '100.00', ''];
        yield 'parts that are not there' => [[['100.00', 'Roof'], ['0.00', 'Kitchen'], ['', '']], '100.00', ''];
        yield 'the same fund twice' => [[['1.00', 'Roof'], ['2.00', 'Roof']], '3.00', "1.00 | Roof\n2.00 | Roof"];
        yield 'money that goes back' => [[['-6.00', 'Roof'], ['-4.00', 'Kitchen']], '-10.00', "-6.00 | Roof\n-4.00 | Kitchen"];
        yield 'nothing' => [[], '100.00', ''];
        yield 'a cent is missing' => [
            [['60.00', 'Roof'], ['39.99', 'Kitchen']],
            '100.00',
            'The parts come to 99.99, and the gift is 100.00',
        ];
        yield 'one alone that is not the whole' => [[['60.00', 'Roof']], '100.00', 'The parts come to 60.00, and the gift is 100.00'];
        yield 'two without an amount' => [[['', 'Roof'], ['', 'Kitchen']], '100.00', 'Of the parts of the gift 2 have no amount'];
        yield 'no rest is left' => [
            [['100.00', 'Roof'], ['', 'Kitchen']],
            '100.00',
            'The other parts come to 100.00 already, and the gift is 100.00',
        ];
        yield 'more than the whole' => [
            [['120.00', 'Roof'], ['', 'Kitchen']],
            '100.00',
            'The other parts come to 120.00 already, and the gift is 100.00',
        ];
        yield 'a rest of nothing' => [[['60.00', 'Roof'], ['', 'Kitchen']], '', 'A part of the gift has no amount, and the gift has none'];
        yield 'the mark in a name' => [
            [['60.00', 'Roof | North'], ['40.00', 'Kitchen']],
            '100.00',
            '"Roof | North" has a "|" in it, which a part of a gift can\'t have in its name',
        ];
        yield 'the mark where nothing is split' => [[['100.00', 'Roof | North']], '100.00', ''];
    }

    /** @param  list<array{string, string}>  $parts */
    #[DataProvider('splits')]
    public function test_parts_come_to_the_whole(array $parts, string $whole, string $expected): void
    {
        try {
            $splits = Splits::of(array_map(static fn(array $part): Split => new Split(...$part), $parts), $whole);
        } catch (UnevenSplit $error) {
            self::assertSame($expected, $error->getMessage());

            return;
        }

        self::assertSame($expected, $splits->written());
        self::assertEquals($splits, Splits::stored($splits->written()));
        self::assertTrue($splits->sum() === '' || $whole === '' || Amount::equal($splits->sum(), $whole));
    }

    /** @return iterable<string, array{string, list<string>, list<string>}> an amount, a proportion, and its shares */
    public static function shares(): iterable
    {
        yield 'in halves' => ['10.00', ['60.00', '60.00'], ['5.00', '5.00']];
        yield 'a cent over goes to the first' => ['0.01', ['1.00', '1.00'], ['0.01', '0.00']];
        yield 'thirds' => ['100.00', ['1.00', '1.00', '1.00'], ['33.34', '33.33', '33.33']];
        yield 'to whom most is missing' => ['1.00', ['1.00', '1.00', '4.00'], ['0.17', '0.17', '0.66']];
        yield 'back' => ['-100.00', ['1.00', '1.00', '1.00'], ['-33.34', '-33.33', '-33.33']];
        yield 'of what goes back' => ['-5.00', ['-60.00', '-40.00'], ['-3.00', '-2.00']];
        yield 'large' => ['999999999999.99', ['0.01', '0.02'], ['333333333333.33', '666666666666.66']];
    }

    /**
     * @param  non-empty-list<string>  $weights
     * @param  list<string>  $shares
     */
    #[DataProvider('shares')]
    public function test_an_amount_is_divided_to_the_cent(string $amount, array $weights, array $shares): void
    {
        self::assertSame($shares, Amount::divided($amount, $weights));
        self::assertSame($amount, Amount::sum($shares));
    }

    public function test_a_smaller_amount_has_the_parts_of_the_whole(): void
    {
        $splits = Splits::stored("60.00 | Roof | Spring | Mail\n40.00 | Kitchen");

        self::assertSame("-6.00 | Roof | Spring | Mail\n-4.00 | Kitchen", $splits->share('-10.00')->written());
        self::assertSame('-0.01 | Roof | Spring | Mail', $splits->share('-0.01')->written());
        self::assertSame("60.00 | Tower | Spring | Mail\n40.00 | Kitchen", $splits->renamed('fund', 'ROOF', 'Tower')->written());
        self::assertSame($splits->written(), $splits->renamed('campaign', 'Roof', 'Tower')->written());
        self::assertSame('', Splits::none()->share('-5.00')->written());
    }

    public function test_what_people_write_in_one(): void
    {
        $expected = [new Split('$60', 'Roof', 'Spring'), new Split('40', 'Kitchen')];

        self::assertEquals($expected, Splits::lines("\$60|Roof|Spring\n\n 40 | Kitchen \n"));
        self::assertEquals($expected, Splits::lines('$60 | Roof | Spring; 40 | Kitchen'));
    }
}
