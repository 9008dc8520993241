<?php

declare(strict_types=1);

namespace Tests\Core\Text;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Text\Fold;
use PineSieve\Core\Text\Tidy;

final class TextTest extends TestCase
{
    /** @return iterable<array{string, string}> */
    public static function folded(): iterable
    {
        yield ['José García', 'jose garcia'];
        yield ["O'Brien", 'obrien'];
        yield ["O\u{2019}Brien", 'obrien'];
        yield ['Müller-Lüdenscheidt', 'muller ludenscheidt'];
        yield ['Ørsted', 'orsted'];
        yield ['Straße', 'strasse'];
        yield ['J.R.  Smith, ', 'jr smith'];
        yield ['Łukasz', 'lukasz'];
        yield ['---', ''];
        yield ['', ''];
    }

    #[DataProvider('folded')]
    public function test_folding_makes_spellings_equal(string $written, string $words): void
    {
        self::assertSame($words, Fold::words($written));
    }

    /** @return iterable<array{string, string}> */
    public static function tidied(): iterable
    {
        yield ['plain text', 'plain text'];
        yield ["  both ends\t", 'both ends'];
        yield ["no\u{A0}break", 'no break'];
        yield ["line\r\nbreak", 'line break'];
        yield ["zero\u{200B}width\u{FEFF}", 'zerowidth'];
        yield ['two  blanks', 'two blanks'];
        yield ["\u{A0}\u{A0}", ''];
        yield [' x', 'x'];
    }

    #[DataProvider('tidied')]
    public function test_tidying_removes_what_nobody_sees(string $written, string $tidy): void
    {
        self::assertSame($tidy, Tidy::line($written));
    }

    public function test_a_block_keeps_its_lines(): void
    {
        self::assertSame("12 Elm St\nDover", Tidy::block(" 12 Elm  St \r\n\r\n Dover "));
    }

    public function test_placeholders(): void
    {
        foreach (['n/a', 'N/A', 'None', '-', 'unknown', '#N/A'] as $placeholder) {
            self::assertTrue(Tidy::isPlaceholder($placeholder), $placeholder);
        }
        foreach (['Nana', '0', 'Noneman'] as $value) {
            self::assertFalse(Tidy::isPlaceholder($value), $value);
        }
    }
}
