<?php

declare(strict_types=1);

namespace Tests\Core\Gifts;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Gifts\Credit;
use PineSieve\Core\Gifts\Credits;
use PineSieve\Core\Gifts\UnusableCredit;

final class CreditsTest extends TestCase
{
    /** @return iterable<string, array{list<Credit>, string, string}> credits, the gift, and what is kept or what is wrong */
    public static function credits(): iterable
    {
        yield 'all of it' => [[new Credit('7')], '100.00', '7'];
        yield 'an amount' => [[new Credit('7', '50.00')], '100.00', '7 | 50.00'];
        yield 'two, more than the gift together' => [[new Credit('7', '100.00'), new Credit('8')], '100.00', "7 | 100.00\n8"];
        yield 'a share' => [[new Credit('7', share: '33.3')], '100.00', '7 | 33.3%'];
        yield 'of money that goes back' => [[new Credit('7', '-50.00')], '-100.00', '7 | -50.00'];
        yield 'nobody' => [[], '100.00', ''];
        yield 'twice the same' => [[new Credit('7', '50.00'), new Credit('7')], '100.00', 'Someone is credited twice with the same gift'];
        yield 'more than the gift' => [[new Credit('7', '100.01')], '100.00', '100.01 is credited, and the gift is 100.00'];
        yield 'below zero' => [[new Credit('7', '-1.00')], '100.00', '-1.00 is credited, and the gift is 100.00'];
        yield 'nothing' => [[new Credit('7', '0.00')], '100.00', 'A credit has an amount of zero'];
        yield 'more than a whole' => [[new Credit('7', share: '101')], '100.00', '101 % is no share of a gift'];
        yield 'a share of nothing' => [[new Credit('7', share: '0')], '100.00', '0 % is no share of a gift'];
    }

    /** @param  list<Credit>  $credits */
    #[DataProvider('credits')]
    public function test_what_can_be_credited(array $credits, string $gift, string $expected): void
    {
        try {
            $of = Credits::of($credits, $gift);
        } catch (UnusableCredit $error) {
            self::assertSame($expected, $error->getMessage());

            return;
        }

        self::assertSame($expected, $of->written());
        self::assertEquals($of, Credits::stored($of->written()));
    }

    public function test_how_much_it_is(): void
    {
        $of = static fn(Credit $credit): string => $credit->of('100.01');

        self::assertSame(
            ['100.01', '20.00', '33.34', '50.01'],
            array_map($of, [new Credit('7'), new Credit('7', '20.00'), new Credit('7', share: '33.333'), new Credit('7', share: '50')]),
        );
        self::assertSame('-50.00', (new Credit('7', share: '50'))->of('-100.00'));
    }

    public function test_who_becomes_another_is_credited_once_and_never_for_an_own_gift(): void
    {
        $credits = Credits::stored("7 | 30.00\n8 | 20.00\n9 | 50%\n12:supporter");

        self::assertSame("7 | 50.00\n9 | 50%\n5", $credits->becoming([8 => 7, '12:supporter' => 5], '1', '100.00')->written());
        self::assertSame("7 | 30.00\n8 | 20.00\n12:supporter", $credits->becoming([9 => 1], '1', '100.00')->written());
        self::assertSame(
            "7 | 30.00\n8",
            $credits->becoming([9 => 8, '12:supporter' => 8], '1', '100.00')->written(),
            'Never more than the gift.',
        );
        self::assertSame("7 | -3.00\n8 | -2.00\n9 | 50%\n12:supporter", $credits->share('100.00', '-10.00')->written());
    }
}
