<?php

declare(strict_types=1);

namespace Tests\Core\Reading;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\FormulaGuard;
use PineSieve\Core\Reading\HeaderRow;
use PineSieve\Core\Reading\ReadAs;
use PineSieve\Core\Reading\SourceFile;
use PineSieve\Core\Reading\Text\Dialect;
use PineSieve\Core\Reading\Text\DialectDetector;
use PineSieve\Core\Reading\Text\Encoding;
use PineSieve\Core\Reading\Text\EncodingGuess;
use Tests\Support\Xlsx;

final class ReadingTest extends TestCase
{
    private string $path;

    protected function setUp(): void
    {
        $this->path = (string) tempnam(sys_get_temp_dir(), 'sieve');
    }

    protected function tearDown(): void
    {
        @unlink($this->path);
    }

    /** @return array<int, list<string>> */
    private function rows(string $content, ?Dialect $dialect = null): array
    {
        file_put_contents($this->path, $content);

        return iterator_to_array(SourceFile::open($this->path)->reader(new ReadAs(dialect: $dialect))->rows());
    }

    /** @return iterable<string, array{string, Encoding, string}> */
    public static function texts(): iterable
    {
        $utf8 = "Name;Città\nJosé;Forlì\n";
        yield 'UTF-8' => [$utf8, Encoding::Utf8, ';'];
        yield 'UTF-8 with mark' => ["\xEF\xBB\xBF{$utf8}", Encoding::Utf8, ';'];
        yield 'UTF-16 little end' => ["\xFF\xFE" . mb_convert_encoding($utf8, 'UTF-16LE'), Encoding::Utf16LittleEndian, ';'];
        yield 'UTF-16 big end' => ["\xFE\xFF" . mb_convert_encoding($utf8, 'UTF-16BE'), Encoding::Utf16BigEndian, ';'];
        yield 'UTF-16 without mark' => [mb_convert_encoding($utf8, 'UTF-16LE'), Encoding::Utf16LittleEndian, ';'];
        yield 'Windows-1252' => [mb_convert_encoding($utf8, 'Windows-1252', 'UTF-8'), Encoding::Windows1252, ';'];
        yield 'a Macintosh' => [iconv('UTF-8', 'MACINTOSH', $utf8), Encoding::MacRoman, ';'];
        yield 'a Macintosh, with its line ends' => [strtr(iconv('UTF-8', 'MACINTOSH', $utf8), "\n", "\r"), Encoding::MacRoman, ';'];
        yield 'DOS' => [iconv('UTF-8', 'CP850', $utf8), Encoding::Dos850, ';'];
        yield 'tab' => ["Name\tCittà\nJosé\tForlì\n", Encoding::Utf8, "\t"];
        yield 'pipe' => ["Name|Città\nJosé|Forlì\n", Encoding::Utf8, '|'];
        yield 'comma, with semicolons in the text' => ["Name,Città\n\"José\",Forlì\n\"a;b;c\",x\n", Encoding::Utf8, ','];
    }

    #[DataProvider('texts')]
    public function test_detects_and_reads_text(string $content, Encoding $encoding, string $delimiter): void
    {
        $rows = $this->rows($content);
        $dialect = SourceFile::open($this->path)->dialect();

        self::assertSame($encoding, $dialect?->encoding);
        self::assertSame($delimiter, $dialect->delimiter);
        self::assertSame(['Name', 'Città'], $rows[1]);
        self::assertSame(['José', 'Forlì'], $rows[2]);
    }

    public function test_the_first_letter_beyond_ascii_may_stand_far_down(): void
    {
        $rows = $this->rows(str_repeat("Ann;Saco\n", 40_000) . "Jos\xE9;Saco\n");

        self::assertSame('José', $rows[40_001][0]);
    }

    public function test_what_a_few_of_many_lines_have_is_no_delimiter(): void
    {
        $delimiter = static fn(string ...$lines): string => (new DialectDetector())->detect(implode("\n", $lines))->delimiter;
        $streets = array_fill(0, 9, '12 Elm Street');
        self::assertSame(',', $delimiter('Address', ...$streets));
        self::assertSame(',', $delimiter('Address', '14 Elm Street; Saco', ...$streets));
        self::assertSame(';', $delimiter('Address', '14 Elm Street, Saco', ...$streets));
        // Below much else it is one all the same.
        self::assertSame(';', $delimiter('A list', 'of those', 'who come', 'Name;City', 'Ann;Saco'));
    }

    public function test_rows_keep_their_numbers_and_their_raggedness(): void
    {
        $rows = $this->rows("a,b,c\n\n1,\"two\nlines\",\"he said \"\"no\"\"\"\n,,\n2\n3,4,5,6\n");

        self::assertSame([1, 3, 5, 6], array_keys($rows));
        self::assertSame(['1', "two\nlines", 'he said "no"'], $rows[3]);
        self::assertSame(['2'], $rows[5]);
        self::assertCount(4, $rows[6]);
    }

    public function test_windows_bytes_without_meaning_do_not_cut_the_file_short(): void
    {
        self::assertCount(3, $this->rows("a,b\nx\x81,caf\xE9\ny,z\n"));
    }

    public function test_utf16_is_whole_across_blocks(): void
    {
        $lines = str_repeat("né,\u{1F333}pine\n", 120_000);
        $rows = $this->rows("\xFF\xFE" . mb_convert_encoding($lines, 'UTF-16LE', 'UTF-8'));

        self::assertCount(120_000, $rows);
        self::assertSame([['né', "\u{1F333}pine"]], array_values(array_unique($rows, SORT_REGULAR)));
    }

    /** @return iterable<string, array{string, string, Encoding}> text, what it is written as, and as what it is read */
    public static function encodings(): iterable
    {
        foreach (
            [
                ['José Muñoz, García', 'CP1252', Encoding::Windows1252],
                ['Müller – “Buddy” O’Brien', 'CP1252', Encoding::Windows1252],
                ['Naïma Søren Kjær Ibáñez', 'CP1252', Encoding::Windows1252],
                ['2 × 50 €, ½ dozen ©', 'CP1252', Encoding::Windows1252],
                ['• first • second Acme™', 'CP1252', Encoding::Windows1252],
                ['José Muñoz', 'MACINTOSH', Encoding::MacRoman],
                ['María García', 'MACINTOSH', Encoding::MacRoman],
                ['Jönsson & Schröder', 'MACINTOSH', Encoding::MacRoman],
                ['RAMÓN NÚÑEZ', 'MACINTOSH', Encoding::MacRoman],
                ['L’été – Québec', 'MACINTOSH', Encoding::MacRoman],
                ['José Muñoz', 'CP850', Encoding::Dos850],
                ['Günther Léon', 'CP850', Encoding::Dos850],
                ['Łukasz Wiśniewski', 'CP1250', Encoding::CentralEuropean],
                ['Dvořák', 'CP1250', Encoding::CentralEuropean],
                ['Kovačević', 'CP1250', Encoding::CentralEuropean],
                ['Иван Петров', 'CP1251', Encoding::Cyrillic],
                ['Γιώργος Παπαδόπουλος', 'CP1253', Encoding::Greek],
            ]
            as [$text, $written, $encoding]
        ) {
            yield "{$text} in {$written}" => [$text, $written, $encoding];
        }
    }

    #[DataProvider('encodings')]
    public function test_an_encoding_is_the_one_in_which_letters_stand_where_letters_do(string $text, string $as, Encoding $encoding): void
    {
        $guessed = EncodingGuess::of((string) iconv('UTF-8', $as, $text));

        self::assertSame([$encoding, $text], [$guessed, $guessed->decode((string) iconv('UTF-8', $as, $text))]);
        self::assertTrue(EncodingGuess::isSense($encoding, (string) iconv('UTF-8', $as, $text)));
    }

    public function test_what_no_encoding_makes_sense_of_is_told(): void
    {
        file_put_contents($this->path, "Name,City\n" . iconv('UTF-8', 'CP932', "山田,東京\n") . "Ann,Saco\n");
        $reader = SourceFile::open($this->path)->reader();

        self::assertCount(3, iterator_to_array($reader->rows()));
        self::assertSame(['other encoding' => 1], $reader->marks()->counts);
        self::assertSame(2, $reader->marks()->examples['other encoding'][0][0]);
        self::assertSame(['山田', '東京'], $this->rows((string) file_get_contents($this->path), new Dialect(Encoding::Japanese, ','))[2]);
    }

    public function test_an_encoding_that_was_guessed_is_told_with_what_was_read(): void
    {
        file_put_contents($this->path, "Name,City\nAnn,Saco\nMu\x96oz,Saco\nJos\x8E,Saco\n");
        $reader = SourceFile::open($this->path)->reader();
        iterator_to_array($reader->rows());

        self::assertSame(['guessed encoding' => 2], $reader->marks()->counts);
        self::assertSame([[3, 'Muñoz'], [4, 'José']], $reader->marks()->examples['guessed encoding']);
    }

    public function test_two_byte_encodings_are_whole_across_blocks(): void
    {
        $lines = str_repeat("王,北京路\n", 120_000);
        $rows = $this->rows(mb_convert_encoding($lines, 'GB18030', 'UTF-8'), new Dialect(Encoding::Chinese, ','));

        self::assertCount(120_000, $rows);
        self::assertSame([['王', '北京路']], array_values(array_unique($rows, SORT_REGULAR)));
    }

    public function test_a_line_of_two_byte_characters_can_be_longer_than_a_block(): void
    {
        $cell = str_repeat('王', 700_000);
        $rows = $this->rows(mb_convert_encoding("a,{$cell}\nb,北京\n", 'GB18030', 'UTF-8'), new Dialect(Encoding::Chinese, ','));

        self::assertTrue($rows === [1 => ['a', $cell], ['b', '北京']]);
    }

    public function test_what_is_quoted_in_a_file_of_a_macintosh_keeps_its_line_ends(): void
    {
        $rows = $this->rows("a,b\r\"two\nlines\",\"said \"\"no\"\"\rtwice\"\r3,4\r");

        self::assertSame([1 => ['a', 'b'], ["two\nlines", "said \"no\"\rtwice"], ['3', '4']], $rows);
    }

    public function test_a_letter_cut_in_half_does_not_keep_the_file_out(): void
    {
        file_put_contents($this->path, "Name,City\nJosé,Saco\nMu\xC3,Saco\nJosé,Caf\xE9\nJosé,Saco\n");
        $reader = SourceFile::open($this->path)->reader();
        $rows = iterator_to_array($reader->rows());

        self::assertSame(['José', 'Saco'], $rows[2]);
        self::assertSame('Café', $rows[4][1]);
        self::assertSame(['stray bytes' => [[3, 'A3'], [4, 'B4']]], $reader->marks()->examples);
    }

    public function test_a_chosen_encoding_that_does_not_fit_is_told(): void
    {
        file_put_contents($this->path, "a,b\ncaf\xE9,x\n");
        $reader = SourceFile::open($this->path)->reader(new ReadAs(dialect: new Dialect(Encoding::Utf8, ',')));

        self::assertSame(['café', 'x'], iterator_to_array($reader->rows())[2]);
        self::assertSame(['stray bytes' => 1], $reader->marks()->counts);
    }

    public function test_a_quotation_mark_that_is_never_closed_does_not_swallow_rows(): void
    {
        self::assertCount(3, $this->rows("a,b\n6\" pipe,1\nx,\"y\nz\"\n"));
        file_put_contents($this->path, "a,b\n1,\"never closed\n2,x\n3,\"y\"\n4,\"nor this\n5,z\n");
        $reader = SourceFile::open($this->path)->reader();
        $rows = [1 => ['a', 'b'], ['1', 'never closed'], ['2', 'x'], ['3', 'y'], ['4', 'nor this'], ['5', 'z']];
        self::assertSame($rows, iterator_to_array($reader->rows()));
        self::assertSame(['open quote' => [[2, 'never closed'], [5, 'nor this']]], $reader->marks()->examples);
        // Lines of text within a cell are no rows, whatever marks are in them.
        self::assertCount(2, $this->rows("a,b\nx,\"one, two\nthree, four\nfive, six\"\n"));
        $this->expectExceptionObject(CannotRead::openQuote(2));
        $this->rows("a,b\n1,\"never closed\nsome text\n");
    }

    /** @return iterable<string, array{string, list<string>}> a file, and its last row */
    public static function quotings(): iterable
    {
        yield 'backslashes before marks' => ['Name,Note|Ann,"5 \"gallon\" drum, blue"|', ['Ann', '5 "gallon" drum, blue']];
        yield 'a backslash at the end of a cell' => ['Name,Path,Note|Ann,"C:\data\",|', ['Ann', 'C:\data' . '\\', '']];
        yield 'single marks' => ["Name,City|'Lee, Ann','Saco'|'O''Brien, Pat','York'|", ["O'Brien, Pat", 'York']];
        yield 'single marks in some cells' => ["Name,City|'Ann',Saco|Bo,York|Cy,Bath|", ['Cy', 'Bath']];
        yield 'names that begin with one' => ["Name,City|'Abdu,Saco|'Amr,York|", ["'Amr", 'York']];
        yield 'each line one cell' => ['"Name,City,ZIP"|"Ann,Saco,04072"|', ['Ann', 'Saco', '04072']];
        yield 'one column of names' => ['"Last, First"|"Lee, Ann"|', ['Lee, Ann']];
        yield 'kept from being changed' => ['Name,ZIP|Ann,="03820"|"=""Bo, Jr.""",="04072"|', ['Bo, Jr.', '04072']];
        yield 'a formula' => ['Name,Sum|Ann,=A1|', ['Ann', '=A1']];
    }

    /** @param  list<string>  $last */
    #[DataProvider('quotings')]
    public function test_cells_set_off_as_other_programs_do(string $file, array $last): void
    {
        $rows = $this->rows(str_replace('|', "\n", $file));

        self::assertSame($last, $rows[array_key_last($rows)]);
    }

    /** @return iterable<string, array{string, string}> */
    public static function unusable(): iterable
    {
        yield 'empty' => ['', 'empty'];
        yield 'blanks alone' => ["\n\n  \n", 'empty'];
        yield 'a picture' => ["\x89PNG\r\n\x1a\nxxxx", 'not a spreadsheet'];
        yield 'a document' => ['%PDF-1.7 ...', 'not a spreadsheet'];
        yield 'binary junk' => [random_bytes(4096), 'not a spreadsheet'];
        yield 'an encrypted workbook' => ["\xD0\xCF\x11\xE0\xA1\xB1\x1A\xE1" . str_repeat("\0", 600), 'password'];
        yield 'a cut-off workbook' => ["PK\x03\x04 and then nothing", 'damaged'];
    }

    #[DataProvider('unusable')]
    public function test_unusable_files_are_refused_in_plain_words(string $content, string $says): void
    {
        $this->expectException(CannotRead::class);
        $this->expectExceptionMessageMatches("/{$says}/");
        $this->rows($content);
    }

    public function test_a_missing_file(): void
    {
        $this->expectException(CannotRead::class);
        SourceFile::open('/nowhere/at-all.csv');
    }

    public function test_a_zip_that_is_no_workbook(): void
    {
        $zip = new \ZipArchive();
        $zip->open($this->path, \ZipArchive::OVERWRITE);
        $zip->addFromString('readme.txt', 'hello');
        $zip->close();

        $this->expectExceptionMessageMatches('/no list of sheets/');
        SourceFile::open($this->path);
    }

    public function test_a_workbook_with_every_kind_of_cell(): void
    {
        Xlsx::write(
            $this->path,
            [
                'First' =>
                    '<row r="1"><c r="A1" t="s"><v>0</v></c><c r="C1" t="s"><v>1</v></c></row>' .
                    '<row r="3"><c r="A3"><v>44927</v></c><c r="B3" s="1"><v>44927</v></c><c r="C3" s="2"><v>44927.75</v></c><c r="D3" s="3"><v>12</v></c></row>' .
                    '<row r="4"><c r="A4"><f>1+1</f><v>2</v></c><c r="B4" t="b"><v>1</v></c><c r="C4" t="e"><v>#N/A</v></c><c r="D4"><v>0.30000000000000004</v></c></row>' .
                    '<row r="5"/><row r="6"><c r="B6" t="str"><f>A1</f><v>made</v></c><c r="C6"><v>1.2345678901E+11</v></c></row>',
            ],
            ['<t>Name</t>', '<r><t>rich </t></r><r><rPr><b/></rPr><t>text</t></r><rPh sb="0" eb="1"><t>ふりがな</t></rPh>'],
        );
        $rows = iterator_to_array(SourceFile::open($this->path)->reader()->rows());

        self::assertSame(
            [
                1 => ['Name', '', 'rich text'],
                3 => ['44927', '2023-01-01', '2023-01-01 18:00:00', '12'],
                4 => ['2', 'TRUE', '#N/A', '0.3'],
                6 => ['', 'made', '123456789010'],
            ],
            $rows,
        );
    }

    public function test_the_other_date_system_and_the_leap_day_that_never_was(): void
    {
        Xlsx::write($this->path, ['a' => '<row><c s="1"><v>43466</v></c></row>'], [], true);
        self::assertSame([1 => ['2023-01-02']], iterator_to_array(SourceFile::open($this->path)->reader()->rows()));

        Xlsx::write($this->path, ['a' => '<row><c s="1"><v>1</v></c><c s="1"><v>59</v></c><c s="1"><v>61</v></c></row>']);
        self::assertSame(
            [1 => ['1900-01-01', '1900-02-28', '1900-03-01']],
            iterator_to_array(SourceFile::open($this->path)->reader()->rows()),
        );
    }

    public function test_sheets_are_chosen_by_name(): void
    {
        Xlsx::write($this->path, ['People' => '<row><c t="inlineStr"><is><t>x</t></is></c></row>', '2024' => '<row><c><v>7</v></c></row>']);
        $file = SourceFile::open($this->path);

        self::assertSame(['People', '2024'], $file->sheets());
        self::assertSame([1 => ['7']], iterator_to_array($file->reader(new ReadAs(['2024']))->rows()));
        $this->expectExceptionMessage('The workbook has no sheet "Gifts". It has: People, 2024.');
        $file->reader(new ReadAs(['Gifts']));
    }

    /** @return iterable<string, array{string, string}> rows of a sheet and what is said of it; nothing that stands after the fault is lost unseen */
    public static function damagedSheets(): iterable
    {
        $row = '<row><c t="inlineStr"><is><t>kept</t></is></c></row>';
        yield 'ends in the middle' => ["{$row}<row><c><v>2", 'ends in the middle or is not well formed'];
        yield 'a text longer than the parser takes' => [
            $row . '<row><c t="inlineStr"><is><t>' . str_repeat('x', 11_000_000) . "</t></is></c></row>{$row}",
            'ends in the middle or is not well formed',
        ];
        yield 'a cell put together from many' => [
            $row . '<row><c t="inlineStr"><is>' . str_repeat('<t>' . str_repeat('x', 999) . '</t>', 1100) . "</is></c></row>{$row}",
            'a cell of more than a million',
        ];
        yield 'an entity that nobody defined' => [
            "{$row}<row><c t=\"inlineStr\"><is><t>A&nbsp;B</t></is></c></row>{$row}",
            'ends in the middle or is not well formed',
        ];
        yield 'a root that closes another' => [
            "{$row}</sheetData></worksheet><worksheet><sheetData>{$row}",
            'ends in the middle or is not well formed',
        ];
    }

    #[DataProvider('damagedSheets')]
    public function test_a_damaged_sheet_is_refused(string $rows, string $says): void
    {
        Xlsx::write($this->path, ['a' => $rows]);

        $this->expectException(CannotRead::class);
        $this->expectExceptionMessage($says);
        iterator_to_array(SourceFile::open($this->path)->reader()->rows());
    }

    public function test_a_part_that_is_read_whole_has_a_bound(): void
    {
        Xlsx::write($this->path, ['a' => '<row><c t="s"><v>0</v></c></row>'], [str_repeat('<t/></si><si>', 4_500_000)]);
        $before = memory_get_usage();
        try {
            iterator_to_array(SourceFile::open($this->path)->reader()->rows());
            self::fail('Read without a bound.');
        } catch (CannotRead $error) {
            self::assertStringContainsString('shared texts', $error->getMessage());
        }
        self::assertLessThan(10_000_000, memory_get_usage() - $before);
    }

    /** @return iterable<string, array{array<int, list<string>>, int}> */
    public static function heads(): iterable
    {
        yield 'at once' => [[1 => ['First', 'Last', 'Gift Date'], 2 => ['Ann', 'Lee', '2020-01-02']], 1];
        yield 'below a title' => [[1 => ['Export of 12 October'], 3 => ['First', 'Last', 'Amount'], 4 => ['Ann', 'Lee', '12.00']], 3];
        yield 'below a title and a date' => [
            [
                1 => ['Donors', '', ''],
                2 => ['10/12/2021', '', ''],
                3 => ['Name', 'Email', 'Zip'],
                4 => ['Ann Lee', 'a@example.org', '04101'],
            ],
            3,
        ];
        yield 'years above amounts' => [[1 => ['Donor', '2023', '2024', '2025 Pledge'], 2 => ['Ann Lee', '25', '', '100']], 1];
        yield 'months above amounts' => [[1 => ['Donor', '01/2026', '2026-02'], 2 => ['Ann Lee', '25', '50'], 3 => ['Bo', '5', '5']], 1];
        yield 'days above amounts' => [
            [
                1 => ['Family', '5-Jul', '12-Jul', 'Sun 7/19', '2026-07-26'],
                2 => ['Lee', '20', '', '5', '10'],
                3 => ['Park', '', '50', '5', ''],
            ],
            1,
        ];
        yield 'days above days' => [[1 => ['Ann Lee', '5-Jul', '12-Jul'], 2 => ['Bo Park', '6-Jul', '13-Jul']], 0];
        yield 'streets are no days' => [[1 => ['Ann Lee', '123 May St', '20-30'], 2 => ['Bo Park', '12 Elm St', '40-50']], 0];
        yield 'years above years' => [[1 => ['Ann Lee', '2023'], 2 => ['Bo Park', '2024']], 0];
        yield 'a year alone' => [[1 => ['Ann Lee', '2023']], 0];
        yield 'numbers all through' => [[1 => ['1', '2', '3'], 2 => ['4', '5', '6']], 0];
        yield 'data from the first row on' => [
            [1 => ['Ann', 'a@example.org', '2020-01-02'], 2 => ['Bo', 'b@example.org', '2020-01-03']],
            0,
        ];
    }

    /** @param  array<int, list<string>>  $rows */
    #[DataProvider('heads')]
    public function test_the_header_is_found(array $rows, int $number): void
    {
        self::assertSame($number, HeaderRow::detect($rows)->number);
    }

    public function test_header_names_are_whole_and_unique(): void
    {
        $names = HeaderRow::at(1, [1 => ['Name', ' name ', '', 'Email']], 5)->names;

        self::assertSame(['Name', 'name (2)', 'Unnamed 3', 'Email', 'Unnamed 5'], $names);
    }

    public function test_what_stands_above_several_columns_goes_in_front(): void
    {
        $header = ['ID', 'First', 'Email', 'First', 'Email', 'Street', 'Zip'];
        $of = static fn(array $above): array => HeaderRow::at(2, [1 => $above, 2 => $header], 7)->names;

        self::assertSame(
            ['ID', 'Donor First', 'Donor Email', 'Spouse First', 'Spouse Email', 'Home Street', 'Home Zip'],
            $of(['', 'Donor', '', 'Spouse', '', 'Home Address', '']),
        );
        $plain = ['ID', 'First', 'Email', 'First (2)', 'Email (2)', 'Street', 'Zip'];
        self::assertSame($plain, $of(['', 'Our Donors', '', 'Printed 3/1', '', '', '']), 'A title is none.');
        self::assertSame($plain, $of(['', '', '', 'Spouse', '', '', '']), 'One alone may be a title.');
        self::assertSame($plain, $of([]));
        self::assertSame(
            ['ID', 'First', 'Email', 'Spouse First', 'Spouse Email', 'Street', 'Zip'],
            $of(['', 'Contact Information', '', 'Spouse', '', 'Address', '']),
            'What says nothing ends what stood before.',
        );
    }

    /** @return iterable<array{string, bool}> */
    public static function cells(): iterable
    {
        yield ['=SUM(A1)', true];
        yield ['@cmd', true];
        yield ['+cmd|x', true];
        yield ['-2+3+cmd', true];
        yield ["'=x", true];
        yield ['＝SUM(A1)', true];
        yield ['＋1+cmd', true];
        yield ['－cmd', true];
        yield ['＠cmd', true];
        yield ['note;=cmd|x', true];
        yield ['note; =cmd|x', true];
        yield ['a;@b;+c', true];
        yield ["two lines\n=cmd", true];
        yield ["tab\t-cmd", true];
        yield ['note;"=cmd', true];
        yield ["it;'=x;''=y", true];
        yield ["\n=x", true];
        yield ['5; -3', false];
        yield ['-5; -3.20', true];
        yield ['a;b', false];
        yield ['; or so', false];
        yield ['-25.00', false];
        yield ['+1 (207) 555-0143', false];
        yield ['plain', false];
        yield ["O'Brien", false];
    }

    #[DataProvider('cells')]
    public function test_formulas_are_guarded_and_come_back(string $cell, bool $guarded): void
    {
        self::assertSame($guarded, FormulaGuard::on($cell) !== $cell);
        self::assertSame([$cell], FormulaGuard::offAll([FormulaGuard::on($cell)]));
    }

    #[TestWith(["'=x", '=x'])]
    #[TestWith(["'@handle", '@handle'])]
    #[TestWith(["'-25.00 | Nets\n'-5.00 | Boats", "-25.00 | Nets\n-5.00 | Boats"])]
    #[TestWith(["'@home' program", "'@home' program"])]
    #[TestWith(["'tis", "'tis"])]
    #[TestWith(["'03820", '03820'])]
    #[TestWith(["'2075550143", '2075550143'])]
    #[TestWith(["'72", "'72"])]
    #[TestWith(["'1980s'", "'1980s'"])]
    #[TestWith(["O'-Brien", "O'-Brien"])]
    public function test_the_guard_of_any_program_is_taken_off(string $cell, string $bare): void
    {
        self::assertSame(['Lee', $bare], FormulaGuard::offAll(['Lee', $cell]));
    }
}
