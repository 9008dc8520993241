<?php

declare(strict_types=1);

namespace Tests\Core\Exports;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Exports\CannotWrite;
use PineSieve\Core\Exports\CsvForm;
use PineSieve\Core\Exports\CsvWriter;
use PineSieve\Core\Exports\ExportColumn;
use PineSieve\Core\Exports\JsonWriter;
use PineSieve\Core\Exports\SheetWriter;
use PineSieve\Core\Reading\FormulaGuard;
use PineSieve\Core\Reading\SourceFile;

/** Rows written to files, and read again. */
final class WritersTest extends TestCase
{
    private string $path;

    protected function setUp(): void
    {
        $this->path = (string) tempnam(sys_get_temp_dir(), 'export');
    }

    protected function tearDown(): void
    {
        @unlink($this->path);
    }

    /** @return list<ExportColumn> */
    private static function columns(): array
    {
        return [new ExportColumn('name', 'Name'), new ExportColumn('amount', 'Amount', true), new ExportColumn('notes', 'Notes')];
    }

    /** @return array<string, array{string}> cells that a spreadsheet would run, and some that look like it */
    public static function cells(): array
    {
        return [
            'a formula' => ['=1+1'],
            'an at sign' => ['@SUM(A1)'],
            'a plus before words' => ['+cmd'],
            'a minus before a number' => ['-12.50'],
            'a sign behind a semicolon' => ['x;=1'],
            'a sign behind a line break' => ["x\n=1"],
            'a guarded one' => ["'=1"],
            'a sign in full width' => ['＝1'],
            'a comma and quotation marks' => ['a, "b"'],
            'a day' => ['2026-01-31'],
            'nothing' => [''],
        ];
    }

    #[DataProvider('cells')]
    public function test_a_cell_comes_back_as_it_was(string $cell): void
    {
        $writer = new CsvWriter($this->path, self::columns());
        $writer->row(['Ann', '5.00', $cell]);
        $writer->end();
        $rows = iterator_to_array(SourceFile::open($this->path)->reader()->rows());

        self::assertSame(FormulaGuard::on($cell), $rows[2][2] ?? '');
        self::assertSame($cell, FormulaGuard::off($rows[2][2] ?? ''));
    }

    public function test_text_has_its_mark_its_header_and_its_line_ends(): void
    {
        $writer = new CsvWriter($this->path, self::columns(), new CsvForm(';'));
        $writer->row(['Zoë', '5.00', 'a;b']);
        $writer->end();

        self::assertSame("\xEF\xBB\xBFName;Amount;Notes\r\nZoë;5.00;\"a;b\"\r\n", file_get_contents($this->path));
    }

    /** @return iterable<string, array{array<string, string>, string}> what is asked, and the bytes of a header and a row */
    public static function forms(): iterable
    {
        $utf16 = static fn(string $text): string => mb_convert_encoding($text, 'UTF-16LE', 'UTF-8');
        yield 'as usual' => [[], "\xEF\xBB\xBFName,Amount,Notes\r\nZoë,5.00,a;b\r\n"];
        yield 'tabs, without a mark' => [['delimiter' => 'tab', 'mark' => 'no'], "Name\tAmount\tNotes\r\nZoë\t5.00\ta;b\r\n"];
        yield 'line ends' => [['line_ends' => 'lf', 'delimiter' => 'pipe'], "\xEF\xBB\xBFName|Amount|Notes\nZoë|5.00|a;b\n"];
        yield 'one byte a sign' => [['encoding' => 'windows-1252'], "Name,Amount,Notes\r\nZo\xEB,5.00,a;b\r\n"];
        yield 'two bytes a sign' => [['encoding' => 'utf-16'], "\xFF\xFE" . $utf16("Name,Amount,Notes\r\nZoë,5.00,a;b\r\n")];
    }

    /** @param  array<string, string>  $asked */
    #[DataProvider('forms')]
    public function test_text_is_written_as_another_program_wants_it(array $asked, string $bytes): void
    {
        $writer = new CsvWriter($this->path, self::columns(), CsvForm::of($asked));
        $writer->row(['Zoë', '5.00', 'a;b']);
        $writer->end();

        self::assertSame($bytes, file_get_contents($this->path));
    }

    public function test_what_an_encoding_has_no_sign_for_is_told_and_not_replaced(): void
    {
        $writer = new CsvWriter($this->path, self::columns(), CsvForm::of(['encoding' => 'windows-1252']));
        $this->expectExceptionObject(CannotWrite::sign('Ł', 'Windows-1252', 'Łukasz,5.00,'));
        $writer->row(['Łukasz', '5.00', '']);
    }

    public function test_a_form_that_there_is_not(): void
    {
        $this->expectExceptionMessage('There is no encoding "ebcdic": it is utf-8, utf-16, windows-1252.');
        CsvForm::of(['encoding' => 'ebcdic']);
    }

    public function test_objects_have_what_is_filled_and_amounts_stay_text(): void
    {
        $writer = new JsonWriter($this->path, self::columns());
        $writer->row(['Zoë', '1234567890123.10', '']);
        $writer->row(['', '', '']);
        $writer->end();

        self::assertSame(
            [['name' => 'Zoë', 'amount' => '1234567890123.10'], []],
            json_decode((string) file_get_contents($this->path), true, flags: JSON_THROW_ON_ERROR),
        );
    }

    public function test_nothing_is_an_empty_list(): void
    {
        (new JsonWriter($this->path, self::columns()))->end();
        self::assertSame([], json_decode((string) file_get_contents($this->path), true, flags: JSON_THROW_ON_ERROR));
    }

    public function test_a_workbook_has_amounts_as_numbers(): void
    {
        $writer = new SheetWriter($this->path, self::columns());
        $writer->row(['007', '12.50', '=1+1']);
        $writer->row(['<&>', 'much', "a\x01b"]);
        $writer->end();
        $rows = iterator_to_array(SourceFile::open($this->path)->reader()->rows());

        self::assertSame([['Name', 'Amount', 'Notes'], ['007', '12.5', '=1+1'], ['<&>', 'much', 'ab']], array_values($rows));
        $zip = new \ZipArchive();
        $zip->open($this->path);
        self::assertStringContainsString('<c r="B2"><v>12.50</v></c>', (string) $zip->getFromName('xl/worksheets/sheet1.xml'));
    }

    public function test_a_folder_that_is_not_there_is_said(): void
    {
        $this->expectException(CannotWrite::class);
        new CsvWriter('/nowhere/at/all.csv', self::columns());
    }
}
