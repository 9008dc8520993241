<?php

declare(strict_types=1);

namespace Tests\Core\Findings;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Columns\Proposals\Proposer;
use PineSieve\Core\Columns\RowKind;
use PineSieve\Core\Columns\Steps\Row;
use PineSieve\Core\Findings\Finding;
use PineSieve\Core\Findings\FindingKind;
use PineSieve\Core\Findings\Findings;
use PineSieve\Core\Findings\Oddities;
use PineSieve\Core\Findings\Survey;
use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\SheetMark;
use PineSieve\Core\Reading\SheetMarks;
use PineSieve\Core\Reading\SourceReader;
use PineSieve\Core\Standards\FieldCatalog;

/** What is found while a source is read. */
final class SurveyTest extends TestCase
{
    /** @var array<int, list<string>> what was read last, by row */
    private static array $read = [];

    /** @param  array<int, list<string>>  $rows by number */
    private static function survey(array $rows, ?int $headerRow = null, bool $fillDittos = false, bool $fillHeadings = false): Survey
    {
        $reader = new class ($rows) implements SourceReader {
            /** @param  array<int, list<string>>  $rows */
            public function __construct(private readonly array $rows) {}

            public function rows(): iterable
            {
                yield from $this->rows;
            }

            public function marks(): SheetMarks
            {
                $marks = new SheetMarks();
                $marks->cell(SheetMark::Formula, 3, 1);
                $marks->merge('A1:C1');
                $marks->note(SheetMark::GuessedEncoding, 5, 'José');
                $marks->note(SheetMark::OtherEncoding, 5, 'ŽR“c');
                $marks->cell(SheetMark::StrayBytes, 6, 1);
                $marks->cell(SheetMark::Struck, 6, 1);
                $marks->note(SheetMark::Note, 6, 'died in 2024');
                $marks->struckRows[6] = true;
                $marks->hiddenRows[4] = true;
                $marks->hiddenColumns[2] = true;

                return $marks;
            }
        };
        $survey = new Survey($reader, $headerRow, 2026, fillDittos: $fillDittos, fillHeadings: $fillHeadings);
        self::$read = iterator_to_array($survey->rows());

        return $survey;
    }

    /** @return array<string, Finding> by kind */
    private static function findings(Survey $survey): array
    {
        $profiles = $survey->profiles();
        $findings = (new Findings($profiles, Oddities::fromArray($survey->oddities()->toArray())))->of(
            (new Proposer(FieldCatalog::builtIn(), '2026-11-30'))->propose($profiles),
        );

        return array_column(array_map(static fn(Finding $finding): array => [$finding->kind->value, $finding], $findings), 1, 0);
    }

    public function test_ditto_marks_are_told_and_can_be_filled(): void
    {
        $rows = [1 => ['Name', 'City'], 2 => ['Ann Lee', '"'], 3 => ['Bo Park', 'Dover'], 4 => ['"', '〃'], 6 => ['Cy Dahl', 'ditto']];
        $told = self::findings(self::survey($rows))['ditto'];

        self::assertSame([4, 2], [$told->count, $told->examples[0]['row']]);
        self::assertSame(['〃', 'ditto'], [self::$read[4][1], self::$read[6][1]]);
        self::survey($rows, null, true);
        // Below the header there is nothing to be the same as.
        self::assertSame([['Ann Lee', '"'], ['Bo Park', 'Dover'], ['Bo Park', 'Dover'], ['Cy Dahl', 'Dover']], array_values(self::$read));
    }

    public function test_what_is_odd_about_rows_and_sheet(): void
    {
        $survey = self::survey([
            1 => ['Our list'],
            3 => ['Name', 'Email', 'Name', ''],
            4 => ['Ann Lee', 'a@example.org', 'x', 'y'],
            7 => ['Name', 'Email', 'Name'],
            8 => ['Bo Park', 'b@example.org', '', '', 'too much'],
            9 => ['Total', '12'],
        ]);
        $found = self::findings($survey);

        self::assertSame([3, 4], [$survey->headerRow(), $survey->rowCount()]);
        foreach (
            [
                'above' => 1,
                'blank header' => 1,
                'same header' => 1,
                'header' => 1,
                'total' => 1,
                'empty' => 2,
                'wide' => 1,
                'hidden row' => 1,
                'hidden column' => 1,
                'merged' => 1,
                'formula' => 1,
                'guessed encoding' => 1,
                'other encoding' => 1,
                'stray bytes' => 1,
                'struck' => 1,
                'struck row' => 1,
                'cell note' => 1,
            ]
            as $kind => $count
        ) {
            self::assertSame($count, $found[$kind]->count ?? 0, $kind);
        }
        self::assertSame(['row' => 9, 'value' => 'Total | 12', 'header' => ''], $found['total']->examples[0]);
        self::assertSame([2], [$survey->profiles()[0]->rows], 'A header and a total are no values of the columns.');
    }

    public function test_gifts_whose_payment_failed_are_told_where_the_column_becomes_nothing(): void
    {
        $rows = [1 => ['Name', 'Date', 'Amount', 'Status'], 2 => ['Ann Lee', '12/25/2025', '25.00', 'succeeded']];
        $found = self::findings(self::survey([...$rows, 3 => ['Bo Park', '12/26/2025', '30.00', 'Failed']]));

        self::assertSame([1, 'Status'], [$found['not paid']->count ?? 0, $found['not paid']->examples[0]['header'] ?? '']);
        self::assertArrayNotHasKey('not paid', self::findings(self::survey($rows)));
        $asked = [
            1 => ['Name', 'Date', 'Amount', 'Refunded'],
            2 => ['Ann Lee', '12/25/2025', '25.00', 'Y'],
            3 => ['Bo Park', '12/26/2025', '5.00', 'N'],
        ];
        self::assertSame(1, self::findings(self::survey($asked))['not paid']->count ?? 0);
    }

    public function test_lost_letters_are_told_whatever_the_column_is_taken_for(): void
    {
        $found = self::findings(self::survey([1 => ['Name', 'Q7'], 2 => ['Ann Mu?oz', "Jos\u{FFFD}"], 3 => ['Bo Lee', 'JosŽ']]));

        self::assertSame(3, $found['lost letters']->count);
        self::assertSame('', $found['lost letters']->kind->remedy());
    }

    /** @return iterable<string, array{string, string, list<string>, string, ?string}> header, kind, values, what a value becomes by the remedy */
    public static function columns(): iterable
    {
        yield 'capitals' => ['Last name', 'capitals', ['LEE', 'Park'], 'LEE', 'Lee'];
        yield 'small letters' => ['Last name', 'small', ['lee', 'Park'], 'lee', 'Lee'];
        yield 'capitals of a code are none' => ['Donor ID', '-capitals', ['LEE', 'PARK'], 'LEE', null];
        yield 'names of scripts without capitals' => ['Last name', '-capitals', ['山田', 'עמית', 'Lee'], '山田', null];
        yield 'last, first' => ['Name', 'last, first', ['Lee, Ann', 'Bo Park'], 'Lee, Ann', 'Ann Lee'];
        yield 'last name ahead' => [
            'Name',
            'last first',
            ['TREMBLAY MARC', 'ROY ANNE P', 'GAGNON LUC', 'COTE PAUL'],
            'ROY ANNE P',
            'ANNE P ROY',
        ];
        yield 'last names that are first names' => [
            'Name',
            '-last first',
            ['Mackenzie Scott', 'Ann Lee', 'Bo Park', 'Mary Smith', 'Jo Hill'],
            '',
            null,
        ];
        yield 'one of them last name first' => ['Name', 'turned name', ['Johnson Robert', 'Ann Lee', 'Bo Park', 'Jo Hill'], '', null];
        yield 'where all have it first' => ['Name', '-turned name', ['Johnson Robert', 'Hill Mary', 'Lee Ann'], '', null];
        yield 'a first name that is a last one' => [
            'Name',
            '-turned name',
            ['Parker Ann Smith', 'Jo Hill', 'Bo Park', 'Al Roe', 'Ed Hale'],
            '',
            null,
        ];
        yield 'one word among names' => ['Name', 'one word', ['Ann Lee', 'Bo Park', 'IBM', 'Cy Dahl'], '', null];
        yield 'a column of last names' => ['Name', '-one word', ['Lee', 'Park', 'Dahl', 'Ann Roe'], '', null];
        yield 'odd names' => ['Name', 'odd name', ['Ann Lee', 'Bo Park #2', 'Cy Dahl'], 'Bo Park #2', null];
        yield 'of streets there are none' => ['Address', '-odd name', ['12 Elm St #2', '14 Elm St'], '12 Elm St #2', null];
        yield 'payments that failed, without gifts' => ['Status', '-not paid', ['failed', 'succeeded'], 'failed', null];
        yield 'two people' => ['Name', 'two people', ['John & Mary Smith', 'Bo Park'], 'John & Mary Smith', 'John Smith|Mary Smith'];
        yield 'two emails' => [
            'Email',
            'two emails',
            ['a@example.org; b@example.org', 'c@example.org'],
            'a@example.org; b@example.org',
            null,
        ];
        yield 'ending of an email' => ['Email', 'odd domain', ['a@gmial.com', 'c@example.org'], 'a@gmial.com', null];
        yield 'endings that are not' => ['Email', '-odd domain', ['a@mail.com', 'c@yahoo.ca'], 'a@mail.com', null];
        yield 'two phones' => [
            'Phone',
            'two phones',
            ['207-555-0143 / 207-555-0144', '207-555-0145', '207-555-0146'],
            '207-555-0143 / 207-555-0144',
            null,
        ];
        yield 'lost zeros' => ['ZIP', 'four digits', ['4072', '03820'], '4072', '04072'];
        yield 'currency signs' => ['Gift amount', 'currency', ['$25.00', '30'], '$1,250.00', '$1250.00'];
        yield 'parentheses' => ['Gift amount', 'parentheses', ['(25.00)', '30'], '(25.00)', '-25.00'];
        yield 'decimal commas' => ['Gift amount', 'decimal comma', ['12,50', '30,00'], '12,50', '12.50'];
        yield 'currency signs beside decimal commas' => ['Gift amount', 'currency', ['€ 1.250,00', '30,50'], '€ 1.250,00', '€1250.00'];
        yield 'a decimal comma within parentheses' => [
            'Gift amount',
            'decimal comma',
            ['(1.234,50)', '12,50', '30'],
            '(1.234,50)',
            '-1234.50',
        ];
        yield 'parentheses beside decimal commas' => ['Gift amount', 'parentheses', ['(1.234,50)', '(12)', '12,50'], '12,50', '12.50'];
        yield 'one decimal comma among points' => ['Gift amount', 'decimal comma', ['12,50', '1,300.00', '25.00'], '1,300.00', '1300.00'];
        yield 'serial dates' => ['Gift date', 'serial', ['43831', '43832', '43833'], '43831', '2020-01-01'];
        yield 'line breaks' => ['City', 'breaks', ["Tern\nHarbor", 'Saco'], "Tern\nHarbor", 'Tern Harbor'];
        yield 'no-break blanks' => ['City', 'invisible', ["Tern\u{A0}Harbor", 'Saco'], "Tern\u{A0}Harbor", 'Tern Harbor'];
        yield 'decoded wrongly' => ['Last name', 'decoding', ['GarcÃ­a', 'Lee'], 'GarcÃ­a', 'García'];
        yield 'codes of web pages' => ['Last name', 'web codes', ['O&#39;Brien', 'Lee'], 'O&#39;Brien', "O'Brien"];
        yield 'an email in its brackets is none' => [
            'Email',
            '-web codes',
            ['A <a@example.org>', 'b@example.org'],
            'A <a@example.org>',
            null,
        ];
        yield 'lost letters, which nothing brings back' => ['Notes', '-lost letters', ['Is he well?', 'Ask: yes?'], '', null];
        yield 'filler numbers' => ['Phone', 'placeholder number', ['999-999-9999', '207-555-0145'], '999-999-9999', ''];
        yield 'filler dates' => ['Gift date', 'placeholder date', ['1/1/1900', '12/25/2020'], '1/1/1900', ''];
        yield 'scientific' => ['Donor ID', 'placeholder scientific', ['1.23457E+11', 'A-1'], '1.23457E+11', ''];
    }

    /** @param  list<string>  $values */
    #[DataProvider('columns')]
    public function test_what_is_odd_about_values(string $header, string $kind, array $values, string $value, ?string $becomes): void
    {
        $amount = $header === 'Gift amount' || $header === 'Gift date';
        $rows = [1 => $amount ? [$header, $header === 'Gift date' ? 'Gift amount' : 'Gift date', 'Fund'] : [$header, 'Other things']];
        foreach ($values as $i => $one) {
            $rows[$i + 2] = $amount ? [$one, $header === 'Gift date' ? '25' : '2020-01-02', 'Boat'] : [$one, 'x'];
        }
        $survey = self::survey($rows);
        $found = self::findings($survey);
        if (str_starts_with($kind, '-')) {
            self::assertArrayNotHasKey(ltrim($kind, '-'), $found);

            return;
        }
        self::assertSame(1, min(1, $found[$kind]->count ?? 0), implode(', ', array_keys($found)));
        if ($becomes === null) {
            self::assertSame('', $found[$kind]->kind->remedy());

            return;
        }
        $findings = new Findings($survey->profiles(), $survey->oddities());
        $plan = (new Proposer(FieldCatalog::builtIn(), '2026-11-30'))->propose($survey->profiles());
        $remedied = $findings->remedied($plan, FindingKind::from($kind), true);
        $steps = $remedied->choices[0]->steps;
        $cell = $kind === 'decoding' ? $value : trim((string) preg_replace('/[\s\x{A0}]+/u', ' ', $value));

        self::assertSame($becomes, implode('|', $steps->apply($cell, new Row())));
        self::assertTrue(
            array_column(
                array_map(static fn(Finding $finding): array => [$finding->kind->value, $finding->isApplied], $findings->of($remedied)),
                1,
                0,
            )[$kind],
        );
        self::assertEquals(
            $findings->remedied($plan, FindingKind::from($kind), false),
            $findings->remedied($remedied, FindingKind::from($kind), false),
            'Taken back, it is as if it had never been.',
        );
    }

    /** @return iterable<string, array{list<string>, ?string}> */
    public static function rowKinds(): iterable
    {
        yield 'a row' => [['Ann', 'Lee', '25'], null];
        yield 'the header' => [['First name', 'LAST NAME', 'Amount'], 'header'];
        yield 'the header with a blank' => [['First name', 'Last name', ''], 'header'];
        yield 'half a header' => [['First name', 'Lee', '25'], null];
        yield 'a total' => [['Total', '', '1,250.00'], 'total'];
        yield 'a grand total' => [['', 'Grand total:', '$1,250.00'], 'total'];
        yield 'a footer' => [['End of report', '', ''], 'total'];
        yield 'a total of a fund' => [['Total Annual Fund', '75', ''], 'total'];
        yield 'a total for someone' => [['Total for Ann Lee', '75', ''], 'total'];
        yield 'a total behind its fund' => [['Annual Fund subtotal:', '75', ''], 'total'];
        yield 'a total with its day' => [['Total', '75', '1/31/2026'], 'total'];
        yield 'a firm' => [['Total Wine Market', '75', ''], null];
        yield 'a fund over its gifts' => [['Annual Fund', '', ''], 'section'];
        yield 'a month over its gifts' => [['January 2026', '', ''], 'section'];
        yield 'words and a colon' => [['Ann:', '', ''], 'section'];
        yield 'someone called May' => [['May Lee', '', ''], null];
        yield 'someone called Total' => [['Total', 'Lee', '25'], null];
        yield 'a name alone' => [['Ann', '', ''], null];
        yield 'an amount alone' => [['', '', '25'], null];
        yield 'nothing' => [['', '', ''], null];
    }

    /** @return iterable<string, array{list<string>, ?string}> in a sheet of five columns */
    public static function sections(): iterable
    {
        yield 'a heading' => [['Board members', '', '', '', ''], 'section'];
        yield 'a heading between lines' => [['--- 2019 ---'], 'section'];
        yield 'an id alone' => [['1204', '', '', '', ''], null];
        yield 'a date alone' => [['2019-01-02', '', '', '', ''], null];
        yield 'an email alone' => [['ann@example.org', '', '', '', ''], null];
        yield 'two cells' => [['Board members', '', '', '', 'x'], null];
        yield 'not in the first cell' => [['', 'Board members', '', '', ''], null];
    }

    /** @param  list<string>  $cells */
    #[DataProvider('sections')]
    public function test_headings_of_a_part(array $cells, ?string $kind): void
    {
        self::assertSame($kind, (new RowKind(['Name', 'Email', 'Phone', 'Gift date', 'Amount']))->of($cells));
    }

    /** @param  list<string>  $cells */
    #[DataProvider('rowKinds')]
    public function test_rows_that_are_no_records(array $cells, ?string $kind): void
    {
        self::assertSame($kind, (new RowKind(['First name', 'Last name', 'Amount']))->of($cells));
    }

    public function test_headings_stand_in_a_column_of_their_own_if_asked(): void
    {
        $rows = [
            1 => ['Name', 'Amount', 'Date'],
            2 => ['Ann Lee', '5', '2026-01-04'],
            3 => ['Annual Fund', '', ''],
            4 => ['Bo Park', '25'],
            5 => ['Cy Dahl', '30', '2026-01-06', 'wide'],
            6 => ['Total Annual Fund', '55', ''],
            7 => ['Building Fund:', '', ''],
            8 => ['--- Roof ---', '', ''],
            9 => ['Ed Roe', '10', '2026-01-07'],
        ];
        $survey = self::survey($rows, fillHeadings: true);

        self::assertSame(['Name', 'Amount', 'Date', 'Heading above', 'Unnamed 4'], array_column($survey->profiles(), 'header'));
        self::assertSame(
            ['', '', 'Annual Fund', 'Annual Fund', '', '', '', 'Building Fund / Roof'],
            array_values(array_map(static fn(array $cells): string => $cells[3], self::$read)),
        );
        self::assertSame('wide', self::$read[5][4]);
    }

    public function test_amounts_that_were_cut_are_whole_and_told(): void
    {
        $survey = self::survey([
            1 => ['Name', 'Amount', ''],
            2 => ['Ann Lee', '$1', '250.00'],
            3 => ['Bo Park', '$25'],
            4 => ['Cy Roe', '$2', 'x'],
        ]);

        self::assertSame([2 => ['Ann Lee', '$1,250.00'], 3 => ['Bo Park', '$25'], 4 => ['Cy Roe', '$2', 'x']], self::$read);
        self::assertSame(
            [1, [[2, '$1,250.00']]],
            [$survey->oddities()->counts['cut amount'] ?? 0, $survey->oddities()->examples['cut amount'] ?? []],
        );
    }

    public function test_a_second_row_of_headers(): void
    {
        $rows = [
            1 => ['Name', 'Gift', 'When'],
            2 => ['in one', 'in dollars', 'month first'],
            3 => ['Ann Lee', '25', '1/2/2020'],
            4 => ['Bo Park', '30', '1/3/2020'],
            5 => ['Cy Dahl', '35', '1/4/2020'],
            6 => ['Dee Moss', '40', '1/5/2020'],
        ];
        self::assertSame(
            [['row' => 2, 'value' => 'in one | in dollars | month first', 'header' => '']],
            self::findings(self::survey($rows))['second header']->examples,
        );

        $rows[2] = ['Flo Ash', 'none', '1/1/2020'];
        self::assertArrayNotHasKey('second header', self::findings(self::survey($rows)), 'A row with one odd value is a row.');
    }

    public function test_a_source_without_rows_is_refused(): void
    {
        $this->expectException(CannotRead::class);
        self::survey([1 => ['First name', 'Last name']]);
    }
}
