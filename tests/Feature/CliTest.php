<?php

declare(strict_types=1);

namespace Tests\Feature;

use PHPUnit\Framework\Attributes\DataProvider;

/** bin/sieve, as someone runs it. */
final class CliTest extends TestCase
{
    /** @return array{int, string, string} exit code, what it says, what it complains of */
    private static function sieve(string ...$arguments): array
    {
        $process = proc_open([__DIR__ . '/../../bin/sieve', ...$arguments], [1 => ['pipe', 'w'], 2 => ['pipe', 'w']], $pipes, null, [
            'PATH' => getenv('PATH'),
        ]);
        self::assertIsResource($process);
        [$out, $err] = [stream_get_contents($pipes[1]), stream_get_contents($pipes[2])];

        return [proc_close($process), (string) $out, (string) $err];
    }

    public function test_a_profile(): void
    {
        [$code, $out] = self::sieve('profile', 'demo/old-database.csv', '--json');
        $data = json_decode($out, true, flags: JSON_THROW_ON_ERROR);

        self::assertSame(
            [0, 'csv', 'windows-1252', ';', 1, 1180, 21],
            [$code, $data['format'], $data['encoding'], $data['delimiter'], $data['header_row'], $data['rows'], count($data['columns'])],
        );
        self::assertSame(['header', 'type', 'filled', 'fill', 'distinct', 'distinct_is_exact', 'samples'], array_keys($data['columns'][0]));
        self::assertSame(
            ['text', 'email', 'phone', 'date', 'amount', 'empty'],
            array_map(static fn(int $column): string => $data['columns'][$column]['type'], [1, 10, 11, 13, 14, 20]),
        );
        self::assertContains('four digits', array_column($data['findings'], 'kind'));
        self::assertStringContainsString(
            'ZIP codes without their leading zero in Zip Code',
            self::sieve('profile', 'demo/old-database.csv')[1],
        );
    }

    public function test_the_columns(): void
    {
        [$code, $out] = self::sieve('columns', 'demo/partners.xlsx', '--json', '--sheet=Partners');
        $data = json_decode($out, true, flags: JSON_THROW_ON_ERROR);

        self::assertSame(0, $code);
        self::assertSame(['header', 'target', 'confidence', 'evidence'], array_keys($data[0]));
        self::assertSame(
            ['organization.name', 'name.first', 'name.last', 'employer.role', 'email'],
            array_slice(array_column($data, 'target'), 0, 5),
        );
        self::assertSame([], array_diff(array_column($data, 'confidence'), ['sure', 'likely', 'none']));
    }

    /** @return iterable<string, array{list<string>, string}> */
    public static function misuse(): iterable
    {
        yield 'nothing' => [[], 'bin/sieve profile FILE'];
        yield 'nowhere to write' => [['duplicates', 'demo/partners.xlsx'], '--out=PAIRS.csv is missing'];
        yield 'a folder that is not there' => [['duplicates', 'demo/partners.xlsx', '--out=/nowhere/pairs.csv'], "can't be written"];
        yield 'no such plan' => [
            ['duplicates', 'demo/partners.xlsx', '--plan=/nowhere.json', '--out=/tmp/x.csv'],
            "/nowhere.json can't be read",
        ];
        yield 'a plan that is none' => [
            ['duplicates', 'demo/partners.xlsx', '--plan=composer.json', '--out=/tmp/x.csv'],
            'not a column plan',
        ];
        yield 'rules that are none' => [
            ['duplicates', 'demo/partners.xlsx', '--rules=composer.json', '--out=/tmp/x.csv'],
            'must be one of: person, household, organization',
        ];
        yield 'rules that are a picture' => [
            ['duplicates', 'demo/partners.xlsx', '--rules=docs/screenshots/today.png', '--out=/tmp/x.csv'],
            'not a match rule set',
        ];
        yield 'addresses without a place to write' => [['addresses', 'demo/old-database.csv'], '--out=OUT.csv is missing'];
        yield 'no address' => [['addresses', 'demo/pledges.csv', '--out=/tmp/x.csv'], 'No column of the file is an address'];
        yield 'capitals of something else' => [['profile', 'demo/pledges.csv', '--capitals'], 'There is no option --capitals of profile.'];
        yield 'no such address' => [['addresses', 'demo/old-database.csv', '--out=/tmp/x.csv', '--address=9'], 'there is no --address=9'];
        yield 'an address that is no number' => [
            ['addresses', 'demo/old-database.csv', '--out=/tmp/x.csv', '--address=two'],
            '--address is a number',
        ];
        yield 'an option of another command' => [['profile', 'demo/partners.xlsx', '--out=/tmp/x.csv'], 'no option --out of profile'];
        yield 'an option without a value' => [['duplicates', 'demo/partners.xlsx', '--out'], '--out needs a value'];
        yield 'no such file' => [['profile', '/nowhere.csv'], 'There is no file'];
        yield 'no such command' => [['eat', 'demo/partners.xlsx'], 'bin/sieve profile FILE'];
        yield 'no such option' => [['profile', 'demo/partners.xlsx', '--loud'], 'no option --loud'];
        yield 'no such sheet' => [['profile', 'demo/partners.xlsx', '--sheet=June'], 'no sheet "June"'];
        yield 'a text has no sheets' => [['columns', 'demo/old-database.csv', '--sheet=June'], 'no sheets'];
        yield 'a picture' => [['profile', 'docs/screenshots/today.png'], 'binary data'];
        yield 'a folder' => [['profile', 'demo'], 'There is no file'];
    }

    /** @param  list<string>  $arguments */
    #[DataProvider('misuse')]
    public function test_what_can_not_be_read_ends_with_two_and_a_plain_message(array $arguments, string $message): void
    {
        [$code, $out, $err] = self::sieve(...$arguments);

        self::assertSame([2, ''], [$code, $out]);
        self::assertStringContainsString($message, $err);
        self::assertStringNotContainsString('Stack trace', $err);
    }

    /** @return list<array<string, string>> */
    private static function pairs(string $content, string ...$options): array
    {
        $file = tempnam(sys_get_temp_dir(), 'rows') . '.csv';
        file_put_contents($file, $content);
        [$code, $out, $err] = self::sieve('duplicates', $file, "--out={$file}.pairs", ...$options);
        self::assertSame([0, ''], [$code, $err], $out);
        $lines = array_map(
            static fn(string $line): array => str_getcsv($line, ',', '"', ''),
            array_filter(explode("\n", (string) file_get_contents("{$file}.pairs"))),
        );
        self::assertSame(['row_a', 'row_b', 'verdict', 'score', 'reasons'], $lines[0]);

        return array_map(static fn(array $line): array => array_combine($lines[0], $line), array_slice($lines, 1));
    }

    private const ROWS = <<<'CSV'
    First name,Last name,Email,Phone,Street,City,State,ZIP,Notes
    Robert,Lee,bob@example.org,603 555 0143,12 Elm Street,Dover,NH,3820,=1+1
    Bob,LEE,BOB+gala@example.org,,12 ELM ST,Dover,New Hampshire,03820,
    Ann,Lee,bob@example.org,(603) 555-0143,12 Elm St,Dover,NH,03820,
    ,,not an email,n/a,,,,,
    Zoë,Quill,zoe@example.org,,,,,,
    Zoe,Quill,zoe@example.com,,,,,,
    First name,Last name,Email,Phone,Street,City,State,ZIP,Notes
    "=cmd|' /C calc'!A0",Park,park@example.org,,,,,,
    "=cmd|' /C calc'!A0",Park,park@example.org,,,,,,
    Total,6
    CSV;

    public function test_duplicates_with_the_columns_as_they_are_proposed(): void
    {
        $pairs = self::pairs(self::ROWS);

        self::assertSame(
            [['2', '3', 'certain'], ['9', '10', 'certain'], ['6', '7', 'review']],
            array_map(static fn(array $pair): array => [$pair['row_a'], $pair['row_b'], $pair['verdict']], $pairs),
        );
        self::assertStringContainsString(
            'One first name is another form of the other',
            str_replace('Robert and Bob', 'Bob and Robert', $pairs[0]['reasons']),
        );
        self::assertStringContainsString('but: Another email', $pairs[2]['reasons']);
        self::assertGreaterThan((int) $pairs[2]['score'], (int) $pairs[0]['score']);
    }

    public function test_duplicates_by_a_plan_and_by_rules_of_ones_own(): void
    {
        $plan = tempnam(sys_get_temp_dir(), 'plan');
        $column = static fn(string $header, string ...$targets): array => [
            'header' => $header,
            'state' => $targets === [] ? 'left behind' : 'sure',
            'evidence' => '',
            'feeds' => array_map(static fn(string $target): array => ['target' => $target, 'name' => '', 'steps' => []], $targets),
            'steps' => [],
        ];
        file_put_contents(
            $plan,
            json_encode([
                'format' => 'pine-sieve-column-plan',
                'version' => 1,
                'name' => 'Ours',
                'columns' => [
                    $column('Given', 'name.first'),
                    $column('Family', 'name.last'),
                    $column('Badge', 'custom.badge'),
                    $column('Mail'),
                ],
            ]),
        );
        $rules = tempnam(sys_get_temp_dir(), 'rules');
        file_put_contents(
            $rules,
            json_encode([
                [
                    'format' => 'pine-sieve-match-rules',
                    'name' => 'By badge',
                    'kind' => 'person',
                    'rules' => [
                        [
                            'name' => 'Badge',
                            'verdict' => 'review',
                            'comparisons' => [['field' => 'custom.badge'], ['field' => 'name.first', 'options' => ['initials' => true]]],
                        ],
                    ],
                ],
            ]),
        );

        self::assertSame(
            [['row_a' => '2', 'row_b' => '4', 'verdict' => 'review']],
            array_map(
                static fn(array $pair): array => array_slice($pair, 0, 3),
                self::pairs(
                    "Given,Family,Badge,Mail\nAnn,Lee,B 7,a@example.org\nAnn,Lee,B 8,a@example.org\nA.,Park,b 7,z@example.org\n",
                    "--plan={$plan}",
                    "--rules={$rules}",
                ),
            ),
        );
    }

    public function test_two_couples_are_one_pair_of_rows(): void
    {
        $pairs = self::pairs(
            "Name,Email\nJohn & Mary Castle,castle@example.org\nMary and John Castle,castle@example.org\nMary Castle,castle@example.org\n",
        );

        self::assertSame(
            count($pairs),
            count(array_unique(array_map(static fn(array $pair): string => "{$pair['row_a']}-{$pair['row_b']}", $pairs))),
        );
    }

    public function test_a_file_without_duplicates_has_a_header_alone(): void
    {
        self::assertSame([], self::pairs("First name,Last name,Email\nAnn,Lee,a@example.org\nBo,Park,b@example.org\n"));
    }

    /**
     * @return array{list<list<string>>, array<string, mixed>} the lines of the answer, and the report
     */
    private static function addresses(string $content, string ...$options): array
    {
        [$file, $out, $report] = array_map(static fn(): string => (string) tempnam(sys_get_temp_dir(), 'sieve'), range(1, 3));
        rename($file, "{$file}.csv");
        file_put_contents("{$file}.csv", $content);
        [$code, , $error] = self::sieve('addresses', "{$file}.csv", "--out={$out}", "--report={$report}", ...$options);
        self::assertSame([0, ''], [$code, $error]);
        $lines = array_map(static fn(string $line): array => str_getcsv($line, escape: ''), file($out, FILE_IGNORE_NEW_LINES) ?: []);
        $figures = json_decode((string) file_get_contents($report), true, flags: JSON_THROW_ON_ERROR);
        array_map(unlink(...), ["{$file}.csv", $out, $report]);

        return [$lines, $figures];
    }

    public function test_addresses_in_capitals_as_on_mail_pieces(): void
    {
        [$lines] = self::addresses("Street,City,State,Zip\n12 Café Street,Saco,ME,04072\n", '--capitals');
        self::assertSame(['12 Café Street', '12 CAFÉ ST', 'SACO'], [$lines[1][0], $lines[1][4], $lines[1][6]]);
    }

    public function test_addresses_stand_beside_the_rows_of_the_file(): void
    {
        [$lines, $report] = self::addresses(
            <<<'CSV'
            Name,Address,City,State,Zip,Changed
            Ann,"12 north elm street, apartment 4",DOVER,N.H.,3820,=x
            Bob,PO Box 12,Portsmoth,NH,03801,
            Cy,The Old Mill,Saco,ME,,
            Dee,5 Oak Ave,Saco,ME,04072,
            Eve,,,,,y
            CSV
            ,
        );

        self::assertSame(
            ['Name', 'Address', 'City', 'State', 'Zip', 'Changed', 'standard_line1', 'standard_line2', 'standard_city', 'standard_state'],
            array_slice($lines[0], 0, 10),
        );
        self::assertSame(['standard_postal_code', 'standard_country', 'changed (2)', 'reasons', 'faults'], array_slice($lines[0], 10));
        self::assertSame(['Ann', '12 north elm street, apartment 4', 'DOVER', 'N.H.', '3820', '=x'], array_slice($lines[1], 0, 6));
        self::assertSame(['12 N Elm St', 'Apt 4', 'Dover', 'NH', '03820', 'US', 'yes'], array_slice($lines[1], 6, 7));
        self::assertStringContainsString('unit moved to the second line | ', $lines[1][13]);
        self::assertSame(['no', '03801 is Portsmouth; NH has no Portsmoth', 'city.misspelled'], array_slice($lines[2], 12));
        self::assertSame('line1.not_understood;postal_code.blank', $lines[3][14]);
        self::assertSame(['no', '', ''], array_slice($lines[4], 12));
        self::assertSame(array_fill(0, 9, ''), array_slice($lines[5], 6));
        self::assertSame([5, 4, 1], [$report['rows'], $report['addresses'], $report['changed']]);
        self::assertSame(1, array_column($report['rules'], 'addresses', 'rule')['zero back']);
    }

    public function test_each_row_stands_as_far_below_the_header_as_in_the_file(): void
    {
        [$lines, $report] = self::addresses("Guests\n\nStreet,City,State,Zip\n12 Elm St,Saco,ME,04072\n\n,,,\n14 Elm St,Saco,ME,04072\n");
        self::assertSame(['Street', '12 Elm St', null, null, '14 Elm St'], array_column($lines, 0));
        self::assertSame(2, $report['rows']);
    }

    public function test_a_street_alone_in_its_row_is_no_heading(): void
    {
        [$lines, $report] = self::addresses(
            "Street,City,State,Zip\nFive Broadway,,,\n5 elm street,,,\nTotal,,,\n14 Elm St,Saco,ME,04072\n",
        );
        self::assertSame(['standard_line1', 'Five Broadway', '5 Elm St', '', '14 Elm St'], array_column($lines, 4));
        self::assertSame([3, 3], [$report['rows'], $report['addresses']]);
    }

    public function test_the_second_address_of_a_row_by_the_keys_of_fields(): void
    {
        [$lines] = self::addresses(
            "address.line1,address.city,address.work.block\n1 Elm St,Saco,\"9 Court Square Montgomery Alabama 36104\"\n",
            '--address=2',
        );

        self::assertSame(['9 Court Sq', '', 'Montgomery', 'AL', '36104', 'US', 'yes'], array_slice($lines[1], 3, 7));
    }
}
