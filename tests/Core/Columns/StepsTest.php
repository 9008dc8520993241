<?php

declare(strict_types=1);

namespace Tests\Core\Columns;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use PineSieve\Core\Columns\Steps\BadStep;
use PineSieve\Core\Columns\Steps\Expressions;
use PineSieve\Core\Columns\Steps\Row;
use PineSieve\Core\Columns\Steps\StepFault;
use PineSieve\Core\Columns\Steps\StepForm;
use PineSieve\Core\Columns\Steps\Steps;

/** What each step makes of a value. */
final class StepsTest extends TestCase
{
    private static function row(): Row
    {
        return new Row(Row::columns(['Title', 'First name', 'Last name', 'Paid', 'Blank']), ['Dr.', ' Ann ', 'Lee', 'Y', '']);
    }

    /** @return iterable<string, array{array<string, mixed>, string, string}> step, value, what it becomes (several with " | " between, "!" if the row is held) */
    public static function steps(): iterable
    {
        $table = [
            [['do' => 'trim'], "  Ann \u{A0} Lee ", 'Ann Lee'],
            [['do' => 'case'], 'MCKAY', 'McKay'],
            [['do' => 'case'], "O'BRIEN", "O'Brien"],
            [['do' => 'case'], 'van der berg', 'van der Berg'],
            [['do' => 'case'], 'DuPont', 'DuPont'],
            [['do' => 'case'], 'A1B-77', 'A1B-77'],
            [['do' => 'case', 'to' => 'upper'], 'élise', 'ÉLISE'],
            [['do' => 'case', 'to' => 'lower'], 'ANN', 'ann'],
            [['do' => 'case', 'to' => 'sentence'], 'LIKES TERNS', 'Likes terns'],
            [['do' => 'table', 'values' => ['Mass.' => 'MA']], 'mass.', 'MA'],
            [['do' => 'table', 'values' => ['x' => 'y']], 'z', 'z'],
            [['do' => 'table', 'values' => ['x' => 'y'], 'otherwise' => 'blank'], 'z', ''],
            [['do' => 'table', 'values' => ['x' => 'y'], 'otherwise' => 'hold'], 'z', '!'],
            [['do' => 'table', 'values' => ['' => 'none given']], '', 'none given'],
            [['do' => 'table', 'values' => ['1' => 'one']], '1', 'one'],
            [['do' => 'replace', 'find' => 'St.', 'with' => 'Saint'], 'st. Ives', 'Saint Ives'],
            [['do' => 'replace', 'find' => 'a', 'with' => 'b', 'match_case' => true], 'Aa', 'Ab'],
            [['do' => 'replace', 'find' => 'cat', 'with' => 'dog', 'words' => true], 'cat category', 'dog category'],
            [['do' => 'replace', 'find' => '$1', 'with' => '\\0'], 'a $1', 'a \\0'],
            [['do' => 'take', 'what' => 'before', 'mark' => ','], 'Lee, Ann', 'Lee'],
            [['do' => 'take', 'what' => 'after', 'mark' => ','], 'Lee, Ann', 'Ann'],
            [['do' => 'take', 'what' => 'after', 'mark' => ','], 'Lee', ''],
            [['do' => 'take', 'what' => 'piece', 'mark' => '/', 'nth' => -1], 'a/b/c', 'c'],
            [['do' => 'take', 'what' => 'piece', 'mark' => '/', 'nth' => 9], 'a/b', ''],
            [['do' => 'take', 'what' => 'word', 'nth' => 2], 'Ann M. Lee', 'M.'],
            [['do' => 'take', 'what' => 'first', 'count' => 5], '03820-1234', '03820'],
            [['do' => 'take', 'what' => 'last', 'count' => 2], 'Émile', 'le'],
            [['do' => 'take', 'what' => 'digits'], '(207) 555-0143', '2075550143'],
            [['do' => 'take', 'what' => 'letters'], 'A1-B2', 'AB'],
            [['do' => 'take', 'what' => 'inside'], 'Boat (restricted)', 'restricted'],
            [['do' => 'take', 'what' => 'outside'], 'Boat (restricted)', 'Boat'],
            [['do' => 'split'], 'Birds; Boats|Nets,', 'Birds | Boats | Nets'],
            [['do' => 'split', 'marks' => '-'], 'a-b', 'a | b'],
            [['do' => 'split', 'marks' => '/]'], 'a]b/c', 'a | b | c'],
            [['do' => 'split'], 'one', 'one'],
            [['do' => 'join', 'with' => ['Last name']], 'Ann', 'Ann Lee'],
            [['do' => 'join', 'with' => ['Blank', 'LAST_NAME'], 'separator' => ', '], 'Ann', 'Ann, Lee'],
            [['do' => 'join', 'with' => ['First name']], '', 'Ann'],
            [['do' => 'date', 'order' => 'dmy'], '3/4/2020', '2020-04-03'],
            [['do' => 'date', 'order' => 'mdy'], '3/4/2020', '2020-03-04'],
            [['do' => 'date', 'order' => 'mdy'], '25/12/2020', '!'],
            [['do' => 'date', 'order' => 'mdy', 'pivot' => 40], '1/2/40', '2040-01-02'],
            [['do' => 'date', 'order' => 'mdy', 'pivot' => 40], '1/2/41', '1941-01-02'],
            [['do' => 'date', 'order' => ''], '3/4/2020', '3/4/2020'],
            [['do' => 'date', 'order' => ''], '25/12/2020', '2020-12-25'],
            [['do' => 'date', 'serial' => true], '43831', '2020-01-01'],
            [['do' => 'date'], '43831', '43831'],
            [['do' => 'date', 'order' => 'mdy'], 'March 4, 2020', '2020-03-04'],
            [['do' => 'date', 'order' => 'dmy'], 'soon', 'soon'],
            [['do' => 'number'], '$1,250.50', '$1250.50'],
            [['do' => 'number', 'decimal' => ','], '1.250,50 €', '€1250.50'],
            [['do' => 'number'], '(25)', '-25'],
            [['do' => 'number'], 'USD 30', 'USD 30'],
            [['do' => 'number'], '($25.00)', '$-25.00'],
            [['do' => 'number'], 'XX 30', '!'],
            [['do' => 'number'], '1 234.5', '1234.5'],
            [['do' => 'number'], '1.500', '1.50'],
            [['do' => 'number', 'decimal' => ','], '1.500', '1500'],
            [['do' => 'number'], '207 555 0143', '!'],
            [['do' => 'decimals'], '000002500', '25.00'],
            [['do' => 'decimals'], '5', '0.05'],
            [['do' => 'decimals', 'places' => 0], '000002500', '2500'],
            [['do' => 'decimals', 'places' => 1], '-025', '-2.5'],
            [['do' => 'decimals'], '25.00', '25.00'],
            [['do' => 'number'], '12,50', '!'],
            [['do' => 'number', 'decimal' => ','], '12,50', '12.50'],
            [['do' => 'number'], 'two', '!'],
            [['do' => 'number'], '1,00,000', '!'],
            [['do' => 'phone', 'country' => 'GB'], '020 7946 0018', '+442079460018'],
            [['do' => 'phone', 'country' => 'us'], '555', '!'],
            [['do' => 'code', 'of' => 'state'], 'Massachusetts', 'MA'],
            [['do' => 'code', 'of' => 'country'], 'Narnia', 'Narnia'],
            [['do' => 'code', 'of' => 'country'], 'Canada', 'CA'],
            [['do' => 'yesno'], 'Y', 'yes'],
            [['do' => 'yesno'], 'unsubscribed', 'no'],
            [['do' => 'yesno', 'reversed' => true], 'yes', 'no'],
            [['do' => 'yesno', 'reversed' => true], 'N', 'yes'],
            [['do' => 'yesno', 'reversed' => true], 'do not mail', 'no'],
            [['do' => 'yesno', 'reversed' => true], 'Unsubscribed', 'no'],
            [['do' => 'yesno', 'reversed' => true], 'subscribed', 'yes'],
            [['do' => 'yesno', 'reversed' => true, 'yes' => ['gold']], 'Gold', 'no'],
            [['do' => 'yesno', 'yes' => ['gold']], 'Gold', 'yes'],
            [['do' => 'yesno', 'blank' => 'no'], '', 'no'],
            [['do' => 'yesno'], 'perhaps', '!'],
            [['do' => 'blank', 'kinds' => ['word']], 'N/A', ''],
            [['do' => 'blank', 'kinds' => ['word']], '#REF!', '#REF!'],
            [['do' => 'blank', 'kinds' => [], 'values' => ['see notes']], 'See  notes', ''],
            [['do' => 'blank', 'kinds' => ['date']], '1/1/1900', ''],
            [['do' => 'pad', 'to' => 5], '4072', '04072'],
            [['do' => 'pad', 'to' => 5], '4072-1234', '04072-1234'],
            [['do' => 'pad', 'to' => 5], 'E1C 4Z1', 'E1C 4Z1'],
            [['do' => 'turn'], 'Lee, Ann', 'Ann Lee'],
            [['do' => 'turn'], 'Lee, Ann, Jr.', 'Ann Lee Jr.'],
            [['do' => 'turn'], 'Ann Lee, Jr.', 'Ann Lee, Jr.'],
            [['do' => 'turn'], 'Ann Lee', 'Ann Lee'],
            [['do' => 'label', 'what' => 'name'], 'Ann Lee, 12 Elm St, Dover NH 03820', 'Ann Lee'],
            [['do' => 'label', 'what' => 'address'], 'Ann Lee, 12 Elm St, Dover NH 03820', '12 Elm St, Dover NH 03820'],
            [['do' => 'label', 'what' => 'address'], 'Ann Lee', ''],
            [['do' => 'behind'], 'TREMBLAY MARC-ANDRE', 'MARC-ANDRE TREMBLAY'],
            [['do' => 'behind'], 'Lee Ann M. Jr.', 'Ann M. Lee Jr.'],
            [['do' => 'behind'], 'SMITH JANE DR', 'DR JANE SMITH'],
            [['do' => 'behind'], 'Mr. van der Berg Jan', 'Mr. Jan van der Berg'],
            [['do' => 'behind'], 'Lee, Ann', 'Lee, Ann'],
            [['do' => 'behind'], 'Lee Ann & Bo', 'Lee Ann & Bo'],
            [['do' => 'behind'], 'Larkspur Foundation', 'Larkspur Foundation'],
            [['do' => 'behind'], 'Lee', 'Lee'],
            [['do' => 'people'], 'John & Mary Smith', 'John Smith | Mary Smith'],
            [['do' => 'mend'], 'JosÃ©', 'José'],
            [['do' => 'formula', 'expression' => 'upper(value) ~ "-" ~ cell("Last name")'], 'x', 'X-Lee'],
            [['do' => 'formula', 'expression' => 'cell("Paid") == "Y" ? value : ""'], '25', '25'],
            [['do' => 'formula', 'expression' => 'number(value) * 2 + 1'], '$1,000', '2001'],
            [['do' => 'formula', 'expression' => 'join(" ", cell("Title"), cell("Blank"), left(value, 2))'], 'Anna', 'Dr. An'],
            [['do' => 'formula', 'expression' => 'first(cell("Blank"), word(value, -1))'], 'a b', 'b'],
            [['do' => 'formula', 'expression' => 'has(value, "TERN") and length(value) > 2'], 'tern', 'yes'],
            [['do' => 'formula', 'expression' => 'year(value)'], '2020-01-02', '2020'],
            [
                [
                    'do' => 'formula',
                    'expression' =>
                        'before(replace(value, "a", "b"), "-") ~ right(lower(trim(value)), 1) ~ round(1.26, 1) ~ after(value, "-")',
                ],
                'aX-Y',
                'bXy1.3Y',
            ],
            [['do' => 'formula', 'expression' => '1 / number(value)'], '0', '!'],
            [['do' => 'formula', 'expression' => 'cell("Shoe")'], 'x', '!'],
        ];
        foreach ($table as $i => [$step, $value, $becomes]) {
            yield "{$i} {$step['do']}: {$value}" => [$step, $value, $becomes];
        }
    }

    /** @param  array<string, mixed>  $step */
    #[DataProvider('steps')]
    public function test_what_a_value_becomes(array $step, string $value, string $becomes): void
    {
        $steps = Steps::fromArray([$step]);
        try {
            $got = implode(' | ', $steps->apply($value, self::row()));
        } catch (StepFault $fault) {
            $got = '!';
            self::assertNotSame('', $fault->remedy);
        }

        self::assertSame($becomes, $got);
        self::assertNotSame('', $steps->list[0]->label());
        self::assertEquals($steps, Steps::fromArray($steps->toArray()), 'It can be kept.');
    }

    public function test_steps_are_done_in_their_order(): void
    {
        $turnedFirst = Steps::fromArray([['do' => 'turn'], ['do' => 'take', 'what' => 'word', 'nth' => 1]]);
        $takenFirst = Steps::fromArray([['do' => 'take', 'what' => 'word', 'nth' => 1], ['do' => 'turn']]);

        self::assertSame([['Ann'], ['Lee,']], [$turnedFirst->apply('Lee, Ann', self::row()), $takenFirst->apply('Lee, Ann', self::row())]);
        self::assertSame(
            ['A', 'B'],
            Steps::fromArray([['do' => 'split'], ['do' => 'case', 'to' => 'upper']])->apply('a;b', self::row()),
            'Each of several values is worked on.',
        );
        self::assertSame(['a/b'], Steps::fromArray([['do' => 'split'], ['do' => 'join', 'separator' => '/']])->apply('a;b', self::row()));
    }

    /** @return iterable<string, array{mixed, string}> */
    public static function badSteps(): iterable
    {
        yield 'no word' => [[], 'no step'];
        yield 'an unknown word' => [['do' => 'explode'], 'There are: trim'];
        yield 'no step at all' => ['trim', 'no step'];
        yield 'a setting that is none' => [['do' => 'case', 'to' => 'loud'], 'one of'];
        yield 'a text that is none' => [['do' => 'replace', 'find' => ['x']], 'must be a text'];
        yield 'nothing to find' => [['do' => 'replace', 'find' => ''], 'Say what'];
        yield 'a number out of reach' => [['do' => 'pad', 'to' => 4000], 'from 2 to 40'];
        yield 'a flag that is none' => [['do' => 'date', 'serial' => 'yes'], 'true or false'];
        yield 'a table that is none' => [['do' => 'table', 'values' => 'x'], 'must be a table'];
        yield 'an empty mark' => [['do' => 'take', 'what' => 'before', 'mark' => ''], 'at which mark'];
        yield 'a country by its name' => [['do' => 'phone', 'country' => 'Canada'], 'two letters'];
        yield 'an expression that breaks off' => [['do' => 'formula', 'expression' => 'value ~'], "can't be understood"];
        yield 'an unknown function' => [['do' => 'formula', 'expression' => 'system("ls")'], "can't be understood"];
        yield 'a constant of the program' => [['do' => 'formula', 'expression' => 'constant("PHP_OS")'], "can't be understood"];
        yield 'a range' => [['do' => 'formula', 'expression' => '1..99999999'], "can't be used"];
        yield 'a pattern' => [['do' => 'formula', 'expression' => 'value matches "/(a+)+$/"'], "can't be used"];
        yield 'a method' => [['do' => 'formula', 'expression' => 'value.length()'], "can't be used"];
        yield 'nothing' => [['do' => 'formula', 'expression' => ' '], '1 to 1,000'];
    }

    #[DataProvider('badSteps')]
    public function test_steps_that_can_not_be_done_are_refused_in_plain_words(mixed $step, string $message): void
    {
        $this->expectException(BadStep::class);
        $this->expectExceptionMessage($message);
        Steps::fromArray([$step]);
    }

    public function test_each_step_says_what_can_be_set_about_it_and_takes_what_it_offers(): void
    {
        $forms = array_column(StepForm::all(), null, 'do');
        self::assertEqualsCanonicalizing(array_keys(Steps::KINDS), array_keys($forms));
        self::assertCount(count($forms), array_unique(array_column($forms, 'name')));
        foreach ($forms as $do => $form) {
            // What is to be found is for a person to say; a table begins empty.
            $begin = [...$form['begin'], 'find' => 'x', 'values' => []];
            $settings = Steps::fromArray([$begin])->toArray()[0];
            foreach ($form['inputs'] as $input) {
                self::assertArrayHasKey($input['name'], $settings + $begin, "{$do}: {$input['name']}");
                foreach ($input['of'] as $choice) {
                    $chosen = [$input['name'] => $input['is'] === 'kinds' ? [$choice['value']] : $choice['value']] + $begin;
                    self::assertSame($chosen[$input['name']], Steps::fromArray([$chosen])->toArray()[0][$input['name']] ?? '', $do);
                }
                foreach ($input['is'] === 'number' ? [$input['from'], $input['to']] : [] as $edge) {
                    Steps::fromArray([[$input['name'] => $edge] + $begin]);
                }
            }
        }
    }

    public function test_too_many_steps(): void
    {
        $this->expectException(BadStep::class);
        Steps::fromArray(array_fill(0, 31, ['do' => 'trim']));
    }

    public function test_every_function_of_expressions_is_described(): void
    {
        self::assertSame(array_keys(Expressions::functions()), array_keys(Expressions::FUNCTIONS));
    }

    /** @return iterable<string, array{list<array<string, mixed>>, string}> steps that would fill the memory, and the cell */
    public static function growing(): iterable
    {
        $inner = 'value';
        for ($i = 0; $i < 5; $i++) {
            $inner = "replace({$inner}, 'a', '" . str_repeat('a', 150) . "')";
        }
        yield 'one inside the other' => [[['do' => 'formula', 'expression' => $inner]], 'aaaa'];
        yield 'one after the other' => [array_fill(0, 5, ['do' => 'replace', 'find' => 'a', 'with' => str_repeat('a', 150)]), 'aaaa'];
        yield 'joined' => [[['do' => 'formula', 'expression' => "join(',', value, value)"]], str_repeat('a', 60_000)];
        yield 'put together' => [[['do' => 'formula', 'expression' => 'value ~ value']], str_repeat('a', 60_000)];
    }

    /** @param  list<array<string, mixed>>  $steps */
    #[DataProvider('growing')]
    public function test_no_text_on_the_way_fills_the_memory(array $steps, string $cell): void
    {
        $before = memory_get_peak_usage(true);
        try {
            Steps::fromArray($steps)->apply($cell, new Row());
            self::fail('It was worked out.');
        } catch (StepFault $fault) {
            self::assertMatchesRegularExpression('/longer than|too long/', $fault->reason);
            self::assertLessThan(500, mb_strlen($fault->reason));
        }
        self::assertLessThan(20_000_000, memory_get_peak_usage(true) - $before);
    }
}
