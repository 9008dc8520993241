<?php

declare(strict_types=1);

namespace Tests\Core\Reading;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\ReadAs;
use PineSieve\Core\Reading\SheetMark;
use PineSieve\Core\Reading\SourceFile;
use PineSieve\Core\Reading\SourceFormat;

/** Sources in HTML and XML: what programs call .xls, and records as they give them out. */
final class MarkupTest extends TestCase
{
    private const WORKBOOK =
        '<?xml version="1.0"?><?mso-application progid="Excel.Sheet"?><Workbook xmlns="urn:schemas-microsoft-com:office:spreadsheet" ' .
        'xmlns:ss="urn:schemas-microsoft-com:office:spreadsheet"><Styles><Style ss:ID="zip"><NumberFormat ss:Format="00000"/></Style>' .
        '<Style ss:ID="gone"><Font ss:StrikeThrough="1"/></Style></Styles><Worksheet ss:Name="Notes"><Table><Row><Cell><Data ss:Type="String">x</Data>' .
        '</Cell></Row></Table></Worksheet><Worksheet ss:Name="Gifts"><Table>';

    private string $path;

    protected function setUp(): void
    {
        $this->path = (string) tempnam(sys_get_temp_dir(), 'markup');
    }

    protected function tearDown(): void
    {
        @unlink($this->path);
    }

    private function opened(string $content, SourceFormat $format): SourceFile
    {
        file_put_contents($this->path, $content);
        $file = SourceFile::open($this->path);
        self::assertSame($format, $file->format);

        return $file;
    }

    /** @return iterable<string, array{string, array<int, list<string>>}> */
    public static function pages(): iterable
    {
        $rows = [1 => ['Name', 'ZIP'], 2 => ["O'Brien", '03820']];
        $table = '<table><tr><th>Name</th><th>ZIP</th></tr><tr><td>O&#39;Brien</td><td>03820</td></tr></table>';
        yield 'a page' => ["<!DOCTYPE html><html><body><h1>Donors</h1>{$table}</body></html>", $rows];
        yield 'a table alone' => ["\xEF\xBB\xBF \n{$table}", $rows];
        yield 'a frame around it' => ["<html><table><tr><td>Page 1</td><td>{$table}</td></tr></table></html>", $rows];
        yield 'the largest of several' => ["<html><table><tr><td>5 January</td></tr></table>{$table}</html>", $rows];
        yield 'blanks and lines' => [
            "<table><tr><td>Name</td><td>Address</td></tr><tr><td>\n  Ann&nbsp;\t Lee </td><td>12 Elm St<br/> Dover</td></tr></table>",
            [1 => ['Name', 'Address'], 2 => ['Ann Lee', "12 Elm St\nDover"]],
        ];
        yield 'cells over several columns and rows' => [
            '<table><tr><td colspan=2>Who</td><td>Amount</td></tr><tr><td rowspan=2>Lee</td><td>Ann</td><td>5</td></tr><tr><td>Bo</td><td>6</td></tr></table>',
            [1 => ['Who', '', 'Amount'], 2 => ['Lee', 'Ann', '5'], 3 => ['', 'Bo', '6']],
        ];
        yield 'windows, and says nothing' => [
            "<table><tr><td>Name</td></tr><tr><td>Pe\xF1a</td></tr></table>",
            [1 => ['Name'], 2 => ['Peña']],
        ];
        yield 'says another encoding than it has' => [
            '<html><meta charset="iso-8859-1"><table><tr><td>Name</td></tr><tr><td>Peña</td></tr></table></html>',
            [1 => ['Name'], 2 => ['Peña']],
        ];
        yield 'central Europe' => [
            "<html><meta charset='windows-1250'><table><tr><td>Name</td></tr><tr><td>Dvo\xF8\xE1k</td></tr></table></html>",
            [1 => ['Name'], 2 => ['Dvořák']],
        ];
        yield 'an encoding that nobody knows' => [
            "<html><meta charset='klingon'><table><tr><td>Name</td></tr><tr><td>Pe\xF1a</td></tr></table></html>",
            [1 => ['Name'], 2 => ['Peña']],
        ];
        yield 'two bytes a letter' => [
            "\xFF\xFE" .
            mb_convert_encoding('<html><table><tr><td>Name</td></tr><tr><td>Peña</td></tr></table></html>', 'UTF-16LE', 'UTF-8'),
            [1 => ['Name'], 2 => ['Peña']],
        ];
        yield 'nothing is closed' => ['<table><tr><td>Name<td>ZIP<tr><td>Lee<td>03820', [1 => ['Name', 'ZIP'], 2 => ['Lee', '03820']]];
    }

    /** @param  array<int, list<string>>  $rows */
    #[DataProvider('pages')]
    public function test_tables_of_a_web_page(string $page, array $rows): void
    {
        self::assertSame($rows, iterator_to_array($this->opened($page, SourceFormat::WebPage)->reader()->rows()));
    }

    public function test_merged_cells_of_a_page_are_filled_where_someone_says_so(): void
    {
        $page = '<table><tr><td>Last</td><td>First</td></tr><tr><td rowspan=2>Lee</td><td>Ann</td></tr><tr><td>Bo</td></tr></table>';
        $rows = $this->opened($page, SourceFormat::WebPage)->reader(new ReadAs(fillMerged: true))->rows();

        self::assertSame([1 => ['Last', 'First'], 2 => ['Lee', 'Ann'], 3 => ['Lee', 'Bo']], iterator_to_array($rows));
    }

    public function test_a_workbook_in_xml(): void
    {
        $cell = static fn(
            string $type,
            string $value,
            string $more = '',
        ): string => "<Cell{$more}><Data ss:Type=\"{$type}\">{$value}</Data></Cell>";
        $file = $this->opened(
            self::WORKBOOK .
                "<Row>{$cell('String', 'Name')}{$cell('String', 'ZIP')}{$cell('String', 'Date')}{$cell('String', 'Sum')}{$cell(
                    'String',
                    'OK',
                )}</Row>" .
                "<Row ss:Index=\"4\">{$cell('String', 'Lee &amp; Co')}{$cell('Number', '3820', ' ss:StyleID="zip"')}" .
                "{$cell('DateTime', '2026-01-05T00:00:00.000')}{$cell('Number', '25.100000000000001', ' ss:Formula="=1"')}{$cell(
                    'Boolean',
                    '1',
                )}</Row>" .
                "<Row ss:Hidden=\"1\">{$cell('String', 'Bo', ' ss:StyleID="gone"')}{$cell(
                    'DateTime',
                    '2026-01-06T10:30:00.000',
                    ' ss:Index="3"',
                )}</Row>" .
                '<Row/></Table></Worksheet></Workbook>',
            SourceFormat::XmlWorkbook,
        );
        $reader = $file->reader(new ReadAs(sheets: ['Gifts']));

        self::assertSame(['Notes', 'Gifts'], $file->sheets());
        self::assertSame(
            [
                1 => ['Name', 'ZIP', 'Date', 'Sum', 'OK'],
                4 => ['Lee & Co', '03820', '2026-01-05', '25.1', 'TRUE'],
                5 => ['Bo', '', '2026-01-06 10:30:00'],
            ],
            iterator_to_array($reader->rows()),
        );
        self::assertSame([[5 => true], 1], [$reader->marks()->hiddenRows, $reader->marks()->counts[SheetMark::Formula->value]]);
        self::assertSame(1, $reader->marks()->counts[SheetMark::Struck->value]);
    }

    /** @return iterable<string, array{string, array<int, list<string>>}> */
    public static function records(): iterable
    {
        $rows = [1 => ['id', 'name.first', 'gift.amount'], 2 => ['1', 'Ann', '5'], 3 => ['2', 'Bo', '']];
        $two = '<d id="1"><name><first>Ann</first></name><gift amount="5"/></d><d id="2"><name><first>Bo</first></name></d>';
        yield 'below the root' => ["<?xml version=\"1.0\"?><all>{$two}</all>", $rows];
        yield 'one deeper' => ["<?xml version=\"1.0\"?><export on=\"2026-01-05\"><ds>{$two}</ds></export>", $rows];
        yield 'lists within' => [
            '<?xml version="1.0"?><all><d><tags><tag>a</tag><tag>b</tag></tags></d><d><tags><tag>c</tag></tags></d></all>',
            [1 => ['tags'], 2 => ['a; b'], 3 => ['c']],
        ];
        yield 'text beside attributes' => [
            '<?xml version="1.0"?><all><d><sum of="USD"> 5 </sum></d><d><sum><![CDATA[6 & 7]]></sum></d></all>',
            [1 => ['sum', 'sum.of'], 2 => ['5', 'USD'], 3 => ['6 & 7', '']],
        ];
        yield 'not declared' => ["<all at=\"5\">\n  {$two}</all>", $rows];
        yield 'one record' => ['<?xml version="1.0"?><d><first>Ann</first></d>', [1 => ['first'], 2 => ['Ann']]];
    }

    /** @param  array<int, list<string>>  $rows */
    #[DataProvider('records')]
    public function test_records_in_xml(string $xml, array $rows): void
    {
        self::assertSame($rows, iterator_to_array($this->opened($xml, SourceFormat::Xml)->reader()->rows()));
    }

    public function test_several_lists_are_sheets(): void
    {
        $file = $this->opened(
            '<?xml version="1.0"?><out><people><p><n>A</n></p><p><n>B</n></p></people><gifts><gift sum="5"/><gift sum="6"/></gifts></out>',
            SourceFormat::Xml,
        );

        self::assertSame(['people', 'gifts'], $file->sheets());
        self::assertSame([1 => ['sum'], 2 => ['5'], 3 => ['6']], iterator_to_array($file->reader(new ReadAs(sheets: ['gifts']))->rows()));
    }

    #[TestWith(['<html><body><p>Please sign in</p></body></html>', 'no table'])]
    #[TestWith(['<?xml version="1.0"?><all><d>', 'can\'t be read'])]
    #[TestWith(['<?xml version="1.0"?><!DOCTYPE a [<!ENTITY b "c">]><a>&b;</a>', 'declares document types'])]
    #[TestWith([self::WORKBOOK . '<Row><Cell>', 'ends in the middle'])]
    public function test_what_can_not_be_read_says_why(string $content, string $says): void
    {
        file_put_contents($this->path, $content);
        $this->expectException(CannotRead::class);
        $this->expectExceptionMessage($says);
        iterator_to_array(SourceFile::open($this->path)->reader()->rows());
    }
}
