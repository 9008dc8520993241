<?php

declare(strict_types=1);

namespace Tests\Core\Reading;

use PhpOffice\PhpSpreadsheet\IOFactory;
use PhpOffice\PhpSpreadsheet\Spreadsheet;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\JoinedSheets;
use PineSieve\Core\Reading\ReadAs;
use PineSieve\Core\Reading\Records\JsonObjects;
use PineSieve\Core\Reading\SheetMarks;
use PineSieve\Core\Reading\SourceFile;
use PineSieve\Core\Reading\SourceFormat;
use PineSieve\Core\Reading\Workbooks\CellNumber;
use PineSieve\Core\Reading\Workbooks\MergedCells;
use PineSieve\Core\Reading\Workbooks\OpenDocument;
use PineSieve\Core\Reading\Workbooks\ShownNumber;

/** Sources of every kind as rows of text. */
final class SourcesTest extends TestCase
{
    private string $path;

    protected function setUp(): void
    {
        $this->path = (string) tempnam(sys_get_temp_dir(), 'source');
    }

    protected function tearDown(): void
    {
        @unlink($this->path);
    }

    /** @return array<int, list<string>> */
    private function rows(string $content, SourceFormat $format): array
    {
        file_put_contents($this->path, $content);
        $file = SourceFile::open($this->path);
        self::assertSame($format, $file->format);

        return iterator_to_array($file->reader()->rows());
    }

    /** @return iterable<string, array{string, array<int, list<string>>}> */
    public static function json(): iterable
    {
        yield 'an array' => ['[{"a":"1","b":"x"},{"b":"y","c":true}]', [1 => ['a', 'b', 'c'], 2 => ['1', 'x', ''], 3 => ['', 'y', 'true']]];
        yield 'an object a line' => ["{\"a\":1}\n\n{\"a\":2.50}\n", [1 => ['a'], 2 => ['1'], 3 => ['2.5']]];
        yield 'a mark at the beginning' => ["\xEF\xBB\xBF[{\"a\":\"ä\"}]", [1 => ['a'], 2 => ['ä']]];
        yield 'a cover around the list' => ['{"count":2,"people":[{"n":"A"},{"n":"B"}]}', [1 => ['n'], 2 => ['A'], 3 => ['B']]];
        yield 'nested things' => [
            '[{"name":{"first":"Ann"},"tags":["a","b"],"gifts":[{"amount":5},{"amount":6}],"none":null,"empty":[]}]',
            [1 => ['name.first', 'tags', 'gifts.1.amount', 'gifts.2.amount', 'none'], 2 => ['Ann', 'a; b', '5', '6', '']],
        ];
        yield 'brackets and quotes in text' => ['[{"a":"}]\\"{[\\\\"},{"a":"x"}]', [1 => ['a'], 2 => ['}]"{[\\'], 3 => ['x']]];
        yield 'an id longer than a number' => ['[{"id":12345678901234567890}]', [1 => ['id'], 2 => ['12345678901234567890']]];
        yield 'one record' => ['{"a":"1"}', [1 => ['a'], 2 => ['1']]];
        yield 'one record with a list in it' => [
            '{"a":"1","b":{"c":2},"gifts":[{"amount":5}]}',
            [1 => ['a', 'b.c', 'gifts.1.amount'], 2 => ['1', '2', '5']],
        ];
        yield 'a cover with more about the list' => [
            '{"meta":{"page":1},"links":{"next":null},"data":[{"n":"A"},{"n":"B"}]}',
            [1 => ['n'], 2 => ['A'], 3 => ['B']],
        ];
        yield 'a cover in a cover' => ['{"status":"ok","response":{"items":[{"n":"A"}],"total":1}}', [1 => ['n'], 2 => ['A']]];
        yield 'rows below their names' => ['[["n","m"],["A",1],["B"]]', [1 => ['n', 'm'], 2 => ['A', '1'], 3 => ['B', '']]];
        yield 'rows whose names stand apart' => [
            '{"columns":["n",{"name":"m"}],"rows":[["A",1],["B",2,"x"]]}',
            [1 => ['n', 'm', 'Unnamed 3'], 2 => ['A', '1', ''], 3 => ['B', '2', 'x']],
        ];
        yield 'two columns of one name, and a year' => [
            '[["n","phone","phone",2026],["A",null,"555-0101",5]]',
            [1 => ['n', 'phone', 'phone (2)', '2026'], 2 => ['A', '', '555-0101', '5']],
        ];
        yield 'years as names' => [
            '[{"n":"A","given":{"2025":5,"2026":6},"2026":7}]',
            [1 => ['n', 'given.2025', 'given.2026', '2026'], 2 => ['A', '5', '6', '7']],
        ];
        yield 'an empty object first' => ['[{},{"n":"A"}]', [1 => ['n'], 3 => ['A']]];
    }

    /** @param  array<int, list<string>>  $rows */
    #[DataProvider('json')]
    public function test_json(string $content, array $rows): void
    {
        self::assertSame($rows, $this->rows($content, SourceFormat::Json));
    }

    public function test_several_lists_are_sheets(): void
    {
        file_put_contents($this->path, '{"exported_at":"2026-01-05","donors":[{"id":1,"n":"A"}],"gifts":[{"of":1,"amount":5},{"of":1}]}');
        $file = SourceFile::open($this->path);

        self::assertSame(['donors', 'gifts'], $file->sheets());
        self::assertSame([1 => ['id', 'n'], 2 => ['1', 'A']], iterator_to_array($file->reader()->rows()));
        self::assertSame(
            [1 => ['of', 'amount'], 2 => ['1', '5'], 3 => ['1', '']],
            iterator_to_array($file->reader(new ReadAs(sheets: ['gifts']))->rows()),
        );
        $this->expectException(CannotRead::class);
        $file->reader(new ReadAs(sheets: ['pledges']));
    }

    public function test_json_is_cut_wherever_a_block_ends(): void
    {
        $text = str_repeat('\\\\"x', 30000);
        file_put_contents($this->path, '[' . implode(',', array_fill(0, 5, '{"a":"' . $text . '\\""}')) . ']');
        $objects = iterator_to_array((new JsonObjects($this->path))->texts());

        self::assertCount(5, $objects);
        self::assertSame(1, count(array_unique($objects)));
    }

    /** @return iterable<string, array{string}> */
    public static function brokenJson(): iterable
    {
        yield 'breaks off' => ['[{"a":1},{"a":'];
        yield 'text between' => ['[{"a":1} or {"a":2}]'];
        yield 'no objects' => ['[{"a":1}, 5]'];
        yield 'not JSON inside' => ['{"a": oops}'];
        yield 'too many brackets' => ['{"a":1}}'];
    }

    #[DataProvider('brokenJson')]
    public function test_damaged_json_is_refused(string $content): void
    {
        $this->expectException(CannotRead::class);
        $this->expectExceptionMessageMatches('/JSON is damaged at record \d/');
        $this->rows($content, SourceFormat::Json);
    }

    public function test_contact_cards(): void
    {
        $rows = $this->rows(
            "BEGIN:VCARD\r\nVERSION:3.0\r\nN:Lee;Ann;M.;Dr.;Jr.\r\nFN:Ann Lee\r\nORG:Tern Harbor;Boats\r\nEMAIL;TYPE=WORK,INTERNET:a@example.org\r\nEMAIL;TYPE=WORK:a2@example.org\r\nTEL;TYPE=CELL,HOME:207-555-0143\r\nADR;TYPE=HOME:;Apt 4;12 Elm St;Dover;NH;03820;USA\r\nNOTE:one\\ntwo\\, three\r\nEND:VCARD\r\nBEGIN:VCARD\r\nVERSION:4.0\r\nFN:Bo\r\n  Park\r\nTEL;VALUE=uri;TYPE=\"voice,home\":tel:+1-207-555-0199\r\nBDAY:19700203\r\nEND:VCARD\r\n",
            SourceFormat::VCard,
        );
        $first = array_combine($rows[1], $rows[2]);

        self::assertSame(
            [
                'Lee',
                'Ann',
                'Dr.',
                'Jr.',
                'Tern Harbor',
                'Boats',
                'a@example.org',
                'a2@example.org',
                '207-555-0143',
                'Apt 4',
                '12 Elm St',
                'Dover',
                "one\ntwo, three",
            ],
            array_map(static fn(string $header): string => $first[$header] ?? '?', [
                'Last name',
                'First name',
                'Title',
                'Suffix',
                'Organization',
                'Department',
                'Email (work)',
                'Email 2 (work)',
                'Phone (mobile)',
                'Address line 2 (home)',
                'Address line 1 (home)',
                'City (home)',
                'Notes',
            ]),
        );
        $second = array_combine($rows[1], $rows[3]);
        self::assertSame(
            ['Bo Park', '+1-207-555-0199', '19700203', ''],
            [$second['Full name'], $second['Phone (home)'], $second['Birth date'], $second['Last name']],
        );
    }

    public function test_cards_tell_of_relations_deaths_and_extensions(): void
    {
        $rows = $this->rows(
            "BEGIN:VCARD\r\nVERSION:4.0\r\nFN:Bo Park\r\nTEL;VALUE=uri;TYPE=cell:tel:+1-207-555-0104;ext=5\r\nDEATHDATE:20240101\r\n" .
                "RELATED;TYPE=spouse;VALUE=text:Cy Park\r\nRELATED;TYPE=friend:urn:uuid:1\r\nEND:VCARD\r\n" .
                "BEGIN:VCARD\r\nVERSION:3.0\r\nFN:Ann Lee\r\nitem1.TEL:207-555-0103\r\nitem1.X-ABLabel:_\$!<HomeFax>!\$_\r\n" .
                "item2.X-ABRELATEDNAMES:Di Lee\r\nitem2.X-ABLabel:_\$!<Mother>!\$_\r\nEND:VCARD\r\n",
            SourceFormat::VCard,
        );

        self::assertSame(
            ['Full name' => 'Bo Park', 'Phone (mobile)' => '+1-207-555-0104 x5', 'Date of death' => '20240101', 'Spouse' => 'Cy Park'],
            array_filter(array_combine($rows[1], $rows[2])),
        );
        self::assertSame(
            ['Full name' => 'Ann Lee', 'Phone (fax)' => '207-555-0103', 'Related (Mother)' => 'Di Lee'],
            array_filter(array_combine($rows[1], $rows[3])),
        );
    }

    public function test_a_group_without_members_is_a_household(): void
    {
        $card = static fn(
            string $kind,
            string $more = '',
        ): string => "BEGIN:VCARD\r\nVERSION:4.0\r\nFN:Lee\r\nKIND:{$kind}\r\n{$more}END:VCARD\r\n";
        $rows = $this->rows($card('group') . $card('individual') . $card('group', "MEMBER:urn:uuid:1\r\n"), SourceFormat::VCard);
        $column = (int) array_search('Kind of card', $rows[1], true);

        self::assertSame(['household', 'individual', 'group'], array_column(array_slice($rows, 1), $column));
    }

    public function test_a_coded_line_goes_on_in_the_next(): void
    {
        file_put_contents(
            $this->path,
            "BEGIN:VCARD\nVERSION:2.1\nFN;ENCODING=QUOTED-PRINTABLE:Jos=C3=A9=\n Mu=C3=B1oz\nNOTE:2 + 2 =\n 4\n" .
                "ADR;ENCODING=QUOTED-PRINTABLE:;;9 Oak=\r\n Ln;Troy;NY;12180;\nEND:VCARD\n",
        );
        $rows = iterator_to_array(SourceFile::open($this->path)->reader()->rows());
        $row = array_combine($rows[1], $rows[2]);

        self::assertSame(['José Muñoz', '2 + 2 =4', '9 Oak Ln'], [$row['Full name'], $row['Notes'], $row['Address line 1']]);
    }

    public function test_a_damaged_card_is_named(): void
    {
        $this->expectException(CannotRead::class);
        $this->expectExceptionMessage('Contact card 2');
        $this->rows(
            "BEGIN:VCARD\nVERSION:3.0\nFN:Ann\nEND:VCARD\nBEGIN:VCARD\nthis is no property at all\nEND:VCARD\n",
            SourceFormat::VCard,
        );
    }

    /** @return iterable<string, array{string, SourceFormat}> */
    public static function workbooks(): iterable
    {
        yield 'xlsx' => ['Xlsx', SourceFormat::Workbook];
        yield 'xls' => ['Xls', SourceFormat::OldWorkbook];
        yield 'ods' => ['Ods', SourceFormat::OpenDocument];
    }

    /** @return iterable<string, array{string, list<list<string>>|string}> rows of the sheet; the cells, or what the error says */
    public static function repeated(): iterable
    {
        $row = static fn(string $cells, string $more = ''): string => "<table:table-row{$more}>{$cells}</table:table-row>";
        $cell = static fn(string $value, string $more = ''): string => "<table:table-cell{$more}>" .
            ($value === '' ? '' : "<text:p>{$value}</text:p>") .
            '</table:table-cell>';
        yield 'blanks between and to the end' => [
            $row(
                $cell('a') .
                    $cell('', ' table:number-columns-repeated="2"') .
                    $cell('b') .
                    $cell('', ' table:number-columns-repeated="16380"'),
            ) . $row($cell('', ' table:number-columns-repeated="16384"'), ' table:number-rows-repeated="1048575"'),
            [['a', '', '', 'b']],
        ];
        yield 'equal rows' => [$row($cell('a'), ' table:number-rows-repeated="2"'), [['a'], ['a']]];
        yield 'counts that are none' => [
            $row(
                $cell('a', ' table:number-columns-repeated="-3"') . $cell('b', ' table:number-columns-repeated="x"'),
                ' table:number-rows-repeated="0"',
            ),
            [['a', 'b']],
        ];
        $number = static fn(string $type, string $value, string $shown): string => $cell(
            $shown,
            " office:value-type=\"{$type}\" office:value=\"{$value}\"",
        );
        yield 'what is shown of a number' => [
            $row(
                $number('float', '4072', '04072') .
                    $number('float', '38201234', '03820-1234') .
                    $number('float', '4072', '4 072') .
                    $number('float', '1234.5', '1,234.50') .
                    $number('percentage', '0.07', '7%') .
                    $number('currency" office:currency="EUR', '12.5', '12,50 €') .
                    $number('currency" office:currency="USD', '12.5', '$12.50'),
            ),
            [['04072', '03820-1234', '4072', '1234.5', '7%', 'EUR 12.5', '12.5']],
        ];
        yield 'a value far beyond the last column' => [
            $row($cell('', ' table:number-columns-repeated="2000000000"') . $cell('b')),
            'its row 1 has more cells than a sheet can',
        ];
        yield 'a value repeated beyond the last column' => [
            $row($cell('b', ' table:number-columns-repeated="2000000000"')),
            'its row 1 has more cells than a sheet can',
        ];
        yield 'a text longer than the parser takes' => [
            $row($cell('a')) . $row($cell(str_repeat('x', 11_000_000))) . $row($cell('b')),
            'ends in the middle or is not well formed',
        ];
        yield 'a cell put together from many' => [
            $row(
                '<table:table-cell>' .
                    '<text:p>' .
                    str_repeat(str_repeat('x', 999) . '<text:span>y</text:span>', 1100) .
                    '</text:p></table:table-cell>',
            ),
            'a cell of more than a million',
        ];
        yield 'an entity that nobody defined' => [
            $row($cell('a')) . $row($cell('A&nbsp;B')) . $row($cell('b')),
            'ends in the middle or is not well formed',
        ];
        yield 'a row repeated beyond the last row' => [
            $row($cell('a')) . $row($cell('b'), ' table:number-rows-repeated="2000000000"'),
            'its row 2 is repeated 2000000000 times',
        ];
    }

    /** @param  list<list<string>>|string  $expected */
    #[DataProvider('repeated')]
    public function test_repeated_cells_of_an_open_document(string $rows, array|string $expected): void
    {
        $zip = new \ZipArchive();
        $zip->open($this->path, \ZipArchive::CREATE | \ZipArchive::OVERWRITE);
        $zip->addFromString('mimetype', 'application/vnd.oasis.opendocument.spreadsheet');
        $zip->addFromString(
            'content.xml',
            '<office:document-content xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0" xmlns:table="urn:oasis:names:tc:opendocument:xmlns:table:1.0" xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0"><office:body><office:spreadsheet><table:table table:name="May">' .
                $rows .
                '</table:table></office:spreadsheet></office:body></office:document-content>',
        );
        $zip->close();
        if (is_string($expected)) {
            $this->expectException(CannotRead::class);
            $this->expectExceptionMessage($expected);
        }

        self::assertSame($expected, iterator_to_array(OpenDocument::open($this->path)->sheet('May')->rows(), false));
    }

    private function workbook(string $writer): SourceFile
    {
        $book = new Spreadsheet();
        $sheet = $book->getActiveSheet()->setTitle('May');
        $sheet->fromArray([['Name', 'Date', 'Zip', 'Sum'], ['Ann  Lee', 45000, null, 12.5], ['Bo', 45001, null, true]]);
        $sheet->setCellValueExplicit('C2', '03820', 's')->setCellValueExplicit('C3', '', 's');
        $sheet->getStyle('B2:B3')->getNumberFormat()->setFormatCode('yyyy-mm-dd');
        $sheet->setCellValue('D4', '=1+2');
        $sheet->mergeCells('A4:A6')->setCellValue('A4', 'Same')->setCellValue('B5', 'x')->setCellValue('B6', 'y');
        $book
            ->createSheet()
            ->setTitle('June')
            ->fromArray([['zip', 'NAME', 'Sum', 'Date'], ['04072', 'Cy', 1, 'soon']]);
        $book
            ->createSheet()
            ->setTitle('Other')
            ->fromArray([['Name', 'Shoe'], ['Dee', 9]]);
        IOFactory::createWriter($book, $writer)->save($this->path);

        return SourceFile::open($this->path);
    }

    #[DataProvider('workbooks')]
    public function test_workbooks_of_every_kind_read_alike(string $writer, SourceFormat $format): void
    {
        $file = $this->workbook($writer);
        $reader = $file->reader(new ReadAs(['May'], null, true));

        self::assertSame([$format, ['May', 'June', 'Other']], [$file->format, $file->sheets()]);
        self::assertSame(
            [
                1 => ['Name', 'Date', 'Zip', 'Sum'],
                2 => ['Ann  Lee', '2023-03-15', '03820', '12.5'],
                3 => ['Bo', '2023-03-16', '', 'TRUE'],
                4 => ['Same', '', '', '3'],
                5 => ['Same', 'x'],
                6 => ['Same', 'y'],
            ],
            iterator_to_array($reader->rows()),
        );
        self::assertEquals(['formula' => 1, 'merged' => 1], array_intersect_key($reader->marks()->counts, ['formula' => 0, 'merged' => 0]));
        self::assertSame([[4, 'A4:A6']], $reader->marks()->examples['merged']);
        self::assertSame(
            ['x'],
            array_slice(iterator_to_array($file->reader()->rows())[5], 1),
            'Merged cells stay blank unless someone asks.',
        );
    }

    #[DataProvider('workbooks')]
    public function test_what_a_spreadsheet_shows_beside_the_values(string $writer, SourceFormat $format): void
    {
        $book = new Spreadsheet();
        $sheet = $book->getActiveSheet()->setTitle('May');
        $sheet->fromArray([['Name', 'Zip', 'Sum', 'Share'], ['Ann', 4072, 12.5, 0.07], ['Bo', 38201234, -3, 1], ['Cy', 1, 2, 'x']]);
        foreach (
            ['B2' => '00000', 'B3' => '00000-0000', 'C2' => '[$€-407] #,##0.00', 'C3' => '#,##0.00 [$€-407]', 'D2:D3' => '0%']
            as $cells => $code
        ) {
            $sheet->getStyle($cells)->getNumberFormat()->setFormatCode($code);
        }
        $sheet->getStyle('A4:D4')->getFont()->setStrikethrough(true);
        $sheet->getStyle('A2')->getFont()->setStrikethrough(true);
        $sheet->getComment('A3')->getText()->createText('died in 2024');
        IOFactory::createWriter($book, $writer)->save($this->path);
        $reader = SourceFile::open($this->path)->reader();
        $rows = iterator_to_array($reader->rows());

        self::assertSame(
            [['Ann', '04072', '7%'], ['Bo', '03820-1234', '100%']],
            array_map(static fn(array $row): array => [$row[0], $row[1], $row[3]], [$rows[2], $rows[3]]),
        );
        // The writer of one kind keeps no currency, that of another no notes.
        $isOpen = $format === SourceFormat::OpenDocument;
        self::assertSame($isOpen ? ['12.5', '-3'] : ['€12.5', '-€3'], [$rows[2][2], $rows[3][2]]);
        self::assertSame([5, [4 => true]], [$reader->marks()->counts['struck'], $reader->marks()->struckRows]);
        $notes = $format === SourceFormat::OldWorkbook ? [] : [[3, 'died in 2024']];
        self::assertSame($notes, $reader->marks()->examples['cell note'] ?? []);
    }

    public function test_a_damaged_part_of_notes_keeps_no_workbook_out(): void
    {
        $book = new Spreadsheet();
        $book->getActiveSheet()->fromArray([['Name'], ['Ann']]);
        $book->getActiveSheet()->getComment('A2')->getText()->createText("[Threaded comment]\n\nYour version ...\n\nComment:\n    moved");
        IOFactory::createWriter($book, 'Xlsx')->save($this->path);
        $marks = static function (string $path): SheetMarks {
            $reader = SourceFile::open($path)->reader();
            iterator_to_array($reader->rows());

            return $reader->marks();
        };
        self::assertSame([[2, 'moved']], $marks($this->path)->examples['cell note']);

        $zip = new \ZipArchive();
        $zip->open($this->path);
        $zip->addFromString('xl/comments1.xml', '<comments><comment ref="A2"><text>');
        $zip->close();
        self::assertSame([], $marks($this->path)->examples);
    }

    /** @return iterable<string, array{string, string, string}> code, number, what is shown */
    public static function numberFormats(): iterable
    {
        foreach (
            [
                ['00000', '4072', '04072'],
                ['00000;@', '4072', '04072'],
                ['00000', '104072', '104072'],
                ['00000', '-4', '-4'],
                ['00000', '4.5', '4.5'],
                ['00000\\-0000', '38201234', '03820-1234'],
                ['[$-409]000\\-00\\-0000', '12345678', '012-34-5678'],
                ['(000) 000-0000', '2075550101', '(207) 555-0101'],
                ['[<=9999999]###\\-####;\\(###\\)\\ ###\\-####', '2075550101', '2075550101'],
                ['"TH-"00000', '7', '7'],
                ['0', '7', '7'],
                ['#,##0.00', '1234.5', '1234.5'],
                ['"$"#,##0.00;[Red]("$"#,##0.00)', '-50', '-50'],
                ['[$$-409]#,##0.00', '50', '50'],
                ['#,##0.00 [$€-407]', '-50', '-€50'],
                ['[$CAD] #,##0', '50', 'CAD 50'],
                ['"EUR" 0', '50', 'EUR 50'],
                ['#,##0\ [$zł-415]', '50', 'zł50'],
                ['£#,##0', '50', '£50'],
                ['[$NT$-404]#,##0', '50', 'NT$50'],
                ['0.0%', '0.075', '7.5%'],
                ['0 "days"', '50', '50'],
                ['d/m/yyyy', '46024', '2026-01-02'],
                ['[$-F800]dddd\\, mmmm dd\\, yyyy', '46024', '2026-01-02'],
                ['@', '50', '50'],
                ['', '50', '50'],
            ]
            as [$code, $number, $shown]
        ) {
            yield "{$number} as {$code}" => [$code, $number, $shown];
        }
    }

    #[DataProvider('numberFormats')]
    public function test_a_number_is_what_its_format_says_of_it(string $code, string $number, string $shown): void
    {
        self::assertSame($shown, ShownNumber::of(0, $code)?->shown($number, false) ?? CellNumber::text($number));
    }

    #[DataProvider('workbooks')]
    public function test_sheets_of_the_same_shape_are_read_as_one(string $writer, SourceFormat $format): void
    {
        $reader = $this->workbook($writer)->reader(new ReadAs(['May', 'June']));
        self::assertInstanceOf(JoinedSheets::class, $reader);
        $rows = iterator_to_array($reader->rows());

        self::assertSame(['Cy', 'soon', '04072', '1'], $rows[8], 'The columns are those of the first sheet, whatever their order.');
        self::assertSame([1 => 'May', 7 => 'June'], $reader->starts());
        $this->expectException(CannotRead::class);
        $this->expectExceptionMessage('"Other" has other columns than the first');
        iterator_to_array($this->workbook($writer)->reader(new ReadAs(['May', 'Other']))->rows());
    }

    public function test_merged_cells_are_filled_to_the_right_and_below(): void
    {
        $merged = new MergedCells(['B2:C3', 'nonsense']);

        self::assertSame(
            [['a'], ['', 'x', 'x'], ['', 'x', 'x', 'd'], ['', 'y']],
            [$merged->fill(1, ['a']), $merged->fill(2, ['', 'x']), $merged->fill(3, ['', '', '', 'd']), $merged->fill(4, ['', 'y'])],
        );
        self::assertSame(
            ['A1', 'Z9', 'AA10', 'XFD1'],
            array_map(static fn(array $place): string => SheetMarks::reference(...$place), [[1, 0], [9, 25], [10, 26], [1, 16383]]),
        );
    }
}
