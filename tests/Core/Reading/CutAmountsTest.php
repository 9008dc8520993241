<?php

declare(strict_types=1);

namespace Tests\Core\Reading;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Reading\Text\CutAmounts;

final class CutAmountsTest extends TestCase
{
    /** @return iterable<string, array{string, string}> cells below a header of four, with bars between */
    public static function rows(): iterable
    {
        yield 'a sign' => ['Ann|Lee|$1|250|Boat', 'Ann|Lee|$1,250|Boat'];
        yield 'cents' => ['Ann|Lee|2|500.00|Boat', 'Ann|Lee|2,500.00|Boat'];
        yield 'a million' => ['Ann|Lee|1|234|567.89|Boat', 'Ann|Lee|1,234,567.89|Boat'];
        yield 'in parentheses' => ['Ann|Lee|($1|000)|Boat', 'Ann|Lee|($1,000)|Boat'];
        yield 'two of them' => ['$1|000|$2|500.00|x|y', '$1,000|$2,500.00|x|y'];
        yield 'blank to the end' => ['Ann|Lee|$1|250.00|Boat||', 'Ann|Lee|$1,250.00|Boat'];
        yield 'as wide as the header' => ['Ann|$1|250.00|Boat', 'Ann|$1|250.00|Boat'];
        yield 'two numbers, and nothing says money' => ['Ann|Lee|12|345|Boat', 'Ann|Lee|12|345|Boat'];
        yield 'something else is over' => ['Ann|Lee|$1|Boat|x', 'Ann|Lee|$1|Boat|x'];
        yield 'more is over than was cut' => ['Ann|Lee|$1|250.00|Boat|x', 'Ann|Lee|$1|250.00|Boat|x'];
        yield 'no thousands' => ['Ann|Lee|$1234|250.00|Boat', 'Ann|Lee|$1234|250.00|Boat'];
        yield 'nothing' => ['', ''];
    }

    #[DataProvider('rows')]
    public function test_an_amount_that_a_comma_cut_is_one_again(string $cells, string $whole): void
    {
        self::assertSame(explode('|', $whole), CutAmounts::mended(explode('|', $cells), 4));
    }

    public function test_without_a_header_nothing_is_known(): void
    {
        self::assertSame(['$1', '250.00'], CutAmounts::mended(['$1', '250.00'], 0));
    }
}
