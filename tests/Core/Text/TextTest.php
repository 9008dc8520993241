<?php

declare(strict_types=1);

namespace Tests\Core\Text;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Text\Ditto;
use PineSieve\Core\Text\Fold;
use PineSieve\Core\Text\LostLetters;
use PineSieve\Core\Text\MailDomain;
use PineSieve\Core\Text\Mojibake;
use PineSieve\Core\Text\Placeholders;
use PineSieve\Core\Text\StrayBytes;
use PineSieve\Core\Text\Tidy;
use PineSieve\Core\Text\WebCodes;

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

    /** @return iterable<string, array{string, ?string}> */
    public static function placeholders(): iterable
    {
        foreach (
            [
                ['n/a', 'word'],
                ['N/A', 'word'],
                ['None', 'word'],
                ['-', 'word'],
                ['unknown', 'word'],
                ['TBD', 'word'],
                ['#N/A', 'error'],
                ['#REF!', 'error'],
                ['#DIV/0!', 'error'],
                ['test', 'test'],
                ['asdf', 'test'],
                ['none@none.com', 'test'],
                ['noemail@lighthouse-friends.example', 'test'],
                ['Unknown@example.org', 'test'],
                ['nona@example.org', null],
                ['x@x.com', 'test'],
                ['abc@abc.com', 'test'],
                ['abc@example.org', null],
                ['DoNotEmail@example.org', 'test'],
                ['anonymous@example.org', 'test'],
                ['tester@example.org', null],
                ['999-999-9999', 'number'],
                ['(000) 000-0000', 'number'],
                ['1111111', 'number'],
                ['123-456-7890', 'number'],
                ['1/1/1900', 'date'],
                ['0000-00-00', 'date'],
                ['1.23457E+11', 'scientific'],
                ['5E+15', 'scientific'],
                ['Nana', null],
                ['0', null],
                ['Noneman', null],
                ['04101', null],
                ['99999', null],
                ['207-555-0143', null],
                ['#12', null],
                ['E1C 4Z1', null],
                ['1/2/1900', null],
                ['', null],
                ['12.5', null],
            ]
            as [$value, $kind]
        ) {
            yield $value => [$value, $kind];
        }
    }

    #[DataProvider('placeholders')]
    public function test_placeholders(string $value, ?string $kind): void
    {
        self::assertSame($kind, Placeholders::kind($value));
    }

    public function test_endings_of_emails_that_are_slips(): void
    {
        foreach (
            [
                'gmial.com' => 'gmail.com',
                'gmail.co' => 'gmail.com',
                'gmail.con' => 'gmail.com',
                'gmail.net' => 'gmail.com',
                'Yahooo.com' => 'yahoo.com',
                'yhaoo.ca' => 'yahoo.ca',
                'hotmal.co.uk' => 'hotmail.co.uk',
                'comcast.nt' => 'comcast.net',
                'verison.net' => 'verizon.net',
                'aol.con' => 'aol.com',
                'bowdoin.eud' => 'bowdoin.edu',
                'st-anne.ogr' => 'st-anne.org',
                'example.com.com' => 'example.com',
                'example.org.com' => '',
                'gmail.com' => '',
                'mail.com' => '',
                'ymail.com' => '',
                'gmx.net' => '',
                'yahoo.com.mx' => '',
                'live.ca' => '',
                'love.com' => '',
                'carter.net' => '',
                'aim.com' => '',
                'maine.rr.com' => '',
                'example.co' => '',
                'no domain' => '',
            ]
            as $domain => $meant
        ) {
            self::assertSame($meant, MailDomain::meant("ann@{$domain}"), $domain);
        }
        self::assertSame('', MailDomain::meant('nothing'));
    }

    public function test_what_stands_for_another_cell(): void
    {
        foreach (['"', ' " ', "''", '〃', 'ditto', 'Do.', '-do-', '”'] as $mark) {
            self::assertTrue(Ditto::isMark($mark), $mark);
            self::assertFalse(Ditto::isMark("{$mark}x"), $mark);
        }
        foreach (['', 'Do', '-', 'dittos', '5"', "'"] as $value) {
            self::assertFalse(Ditto::isMark($value), $value);
        }
        foreach (
            [
                'same',
                'SAME AS HOME',
                'same as above',
                'see above',
                '(same)',
                'Same.',
                'same as mailing address',
                'see notes',
                'as above',
                'same as Lund',
            ]
            as $reference
        ) {
            self::assertTrue(Ditto::isReference($reference), $reference);
        }
        foreach (['', 'Same Day Fund', '12 Same St', 'See', 'Seabrook', 'Above St', 'Left', 'home', 'same house as Bo'] as $value) {
            self::assertFalse(Ditto::isReference($value), $value);
        }
    }

    public function test_signs_where_a_letter_belongs(): void
    {
        foreach (
            ['Mu?oz', 'Jos?', '?sa Berg', "Jos\u{FFFD}", 'JosŽ', 'Mu¤oz', 'Malm”', '£ukasz', 'Wi³niewski', 'Mu–oz', 'Ïåòðîâ', 'MŽxico']
            as $lost
        ) {
            self::assertTrue(LostLetters::areIn($lost), $lost);
        }
        foreach (
            [
                'José Muñoz',
                'ŠKODA',
                'Žaneta',
                'Smith–Jones',
                'O’Brien',
                'Is he well?',
                'Who? Ann',
                'https://example.org/?a=b',
                '“Buddy” Lee',
                '50 €',
                '£50',
                'Acme™',
                '½ cup',
                'Well–known to the board since 1999, see the letters',
                'ÉLÉONORE',
                'McÉwan',
                'Lee†',
                '?',
            ]
            as $right
        ) {
            self::assertFalse(LostLetters::areIn($right), $right);
        }
    }

    public function test_codes_of_web_pages_are_read(): void
    {
        foreach (
            [
                'Tom &amp; Ann' => 'Tom & Ann',
                'O&#39;Brien' => "O'Brien",
                'Jos&eacute;' => 'José',
                'Jos&#xE9;' => 'José',
                'Jos\u00e9 \ud83c\udf33' => 'José 🌳',
                '12 Elm St<br />Unit 4' => "12 Elm St\nUnit 4",
                '<p>Dear <b>Ann</b>,</p><p>thanks</p>' => "Dear Ann,\nthanks",
                'Ann Lee <a@example.org>' => 'Ann Lee <a@example.org>',
                'AT&T; R&D' => 'AT&T; R&D',
                'a < b' => 'a < b',
                'C:\users' => 'C:\users',
                'Jos\ud83c' => 'Jos\ud83c',
                'Lee' => 'Lee',
            ]
            as $written => $meant
        ) {
            self::assertSame($meant, WebCodes::read($written));
            self::assertSame($written !== $meant, WebCodes::areIn($written), $written);
        }
    }

    public function test_bytes_that_are_no_utf_8_are_read_among_those_that_are(): void
    {
        self::assertSame('José Café €', StrayBytes::read("José Caf\xE9 \x80"));
        self::assertSame([1, 2], StrayBytes::count("José Caf\xE9 \x80"));
        self::assertSame([2, 0], StrayBytes::count('é🌳'));
        self::assertSame([0, 3], StrayBytes::count("\xED\xA0\x80"), 'Half a pair of UTF-16 is no character.');
    }

    /** @return iterable<string, array{string, string}> */
    public static function decodings(): iterable
    {
        foreach (
            [
                ['JosÃ©', 'José'],
                ['Ã‰lise CÃ´tÃ©', 'Élise Côté'],
                ['DÃ¼sseldorf â€“ SÃ¼d', 'Düsseldorf – Süd'],
                ['Oâ€™Brien', 'O’Brien'],
                ["â€œxâ€\u{9D}", '“x”'],
                ['José', 'José'],
                ['Ã', 'Ã'],
                ['São Paulo', 'São Paulo'],
                ['Ann', 'Ann'],
                ['10 €', '10 €'],
            ]
            as [$written, $meant]
        ) {
            yield $written => [$written, $meant];
        }
    }

    #[DataProvider('decodings')]
    public function test_letters_that_were_decoded_wrongly_are_mended(string $written, string $meant): void
    {
        self::assertSame($meant, Mojibake::mend($written));
    }
}
