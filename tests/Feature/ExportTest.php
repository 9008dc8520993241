<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\Exports\Export;
use App\Supporters\SavedSearch;
use App\Supporters\SupporterCells;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use Symfony\Component\Process\Process;

/** Records out to files, by command. */
final class ExportTest extends TestCase
{
    private const PEOPLE = <<<'CSV'
    First name,Last name,Email,City,State,Gift date,Gift amount,Currency,Fund,Gift id
    Ann,Lee,ann@example.org,Dover,NH,2026-01-05,100.00,USD,Nets,g1
    Ann,Lee,ann@example.org,Dover,NH,2026-02-05,50.00,USD,Boats,g2
    Bo,=Park,bo@example.org,Saco,ME,2026-02-06,20.00,CAD,Nets,g3

    CSV;

    private string $out;

    protected function setUp(): void
    {
        parent::setUp();
        $this->out = (string) tempnam(sys_get_temp_dir(), 'export');
        $this->as();
        $this->loaded(self::PEOPLE);
    }

    protected function tearDown(): void
    {
        @unlink($this->out);
        @unlink("{$this->out}.control.json");
        parent::tearDown();
    }

    /** @return array{int, ?array<string, mixed>, string} exit code, what was printed as JSON, and what was complained of */
    private function exported(string ...$options): array
    {
        $process = new Process(['php', 'artisan', 'export:run', '--json', ...$options], base_path(), null, null, 120);
        $process->run();

        return [(int) $process->getExitCode(), json_decode($process->getOutput(), true), trim($process->getErrorOutput())];
    }

    /** @return list<list<string>> */
    private function lines(): array
    {
        $text = substr((string) file_get_contents($this->out), 3);

        return array_map(static fn(string $line): array => str_getcsv($line, ',', '"', ''), explode("\r\n", trim($text)));
    }

    public function test_supporters_with_the_usual_few_fields(): void
    {
        [$code, $said] = $this->exported('--of=supporters', "--out={$this->out}");

        self::assertSame([0, ['of' => 'supporters', 'rows' => 2, 'amounts' => [], 'file' => $this->out]], [$code, $said]);
        [$header, $ann, $bo] = $this->lines();
        self::assertSame(['Number in Pine Sieve', 'Kind of record', 'First name', 'Last name'], array_slice($header, 0, 4));
        self::assertSame(['Ann', 'Lee', '', 'Ann Lee', 'ann@example.org'], array_slice($ann, 2, 5));
        self::assertSame("'=Park", $bo[3], 'A cell that would run is guarded.');
        self::assertStringContainsString('2 rows', (string) DB::table('audit')->where('kind', 'export')->value('what'));
    }

    public function test_gifts_of_a_fund_from_a_day_on_with_fields_of_their_supporters(): void
    {
        [, $said] = $this->exported(
            '--of=gifts',
            '--fields=gift.date,gift.amount,gift.currency,name.last,email',
            '--fund=Nets',
            '--from=2026-02-01',
            "--out={$this->out}",
        );

        self::assertSame([1, ['CAD' => '20.00']], [$said['rows'], $said['amounts']]);
        self::assertSame(['2026-02-06', '20.00', 'CAD', "'=Park", 'bo@example.org'], $this->lines()[1]);
    }

    public function test_counts_and_sums_are_those_of_the_tables(): void
    {
        [, $said] = $this->exported('--of=gifts', '--format=json', "--out={$this->out}");
        $gifts = json_decode((string) file_get_contents($this->out), true, flags: JSON_THROW_ON_ERROR);

        self::assertSame([3, 3, ['CAD' => '20.00', 'USD' => '150.00']], [$said['rows'], count($gifts), $said['amounts']]);
        self::assertSame(
            ['gift', 'supporter', 'supporter.name', 'gift.date', 'gift.amount', 'gift.currency', 'gift.fund', 'gift.reference'],
            array_keys($gifts[0]),
        );
    }

    public function test_a_control_file_says_what_is_in_it_and_csv_is_as_another_program_wants_it(): void
    {
        [$code] = $this->exported('--of=gifts', "--out={$this->out}", '--delimiter=semicolon', '--mark=no', '--line-ends=lf');
        $content = (string) file_get_contents($this->out);
        $control = json_decode((string) file_get_contents("{$this->out}.control.json"), true);
        @unlink("{$this->out}.control.json");

        self::assertSame([0, 3], [$code, substr_count($content, "\n") - 1]);
        self::assertStringContainsString(';', explode("\n", $content)[0]);
        self::assertSame(
            ['gifts', 3, ['CAD' => '20.00', 'USD' => '150.00'], strlen($content), hash('sha256', $content)],
            [$control['of'], $control['rows'], $control['amounts'], $control['bytes'], $control['sha256']],
        );
    }

    public function test_of_a_split_gift_what_is_for_the_fund(): void
    {
        $this->loaded(
            "First name,Last name,Gift date,Gift amount,Gift split 1 fund,Gift split 1 amount,Gift split 2 fund,Gift split 2 amount\nCy,Dahl,2026-03-01,30.00,Nets,10.00,Boats,20.00\n",
            [],
            [
                'name.first',
                'name.last',
                'gift.date',
                'gift.amount',
                'gift.fund',
                'gift.split.amount',
                'gift.split.2.fund',
                'gift.split.2.amount',
            ],
        );
        [, $said] = $this->exported('--of=gifts', '--fields=gift.amount', '--fund=Nets', '--from=2026-03-01', "--out={$this->out}");

        self::assertSame([1, ['USD' => '10.00'], '10.00'], [$said['rows'], $said['amounts'], $this->lines()[1][0]]);
    }

    public function test_totals_by_month_and_currency(): void
    {
        [, $said] = $this->exported('--of=totals', "--out={$this->out}");

        self::assertSame(
            [
                ['Month', 'Currency', 'Gifts', 'Amount'],
                ['2026-01', 'USD', '1', '100.00'],
                ['2026-02', 'CAD', '1', '20.00'],
                ['2026-02', 'USD', '1', '50.00'],
            ],
            $this->lines(),
        );
        self::assertSame(['CAD' => '20.00', 'USD' => '150.00'], $said['amounts']);
    }

    public function test_a_saved_search(): void
    {
        SavedSearch::query()->create(['name' => 'The Lees', 'query' => ['q' => 'lee']]);
        [, $said] = $this->exported('--of=gifts', '--search=The Lees', '--format=xlsx', "--out={$this->out}");
        self::assertSame([2, ['USD' => '150.00']], [$said['rows'], $said['amounts']]);
    }

    /** @return array<string, array{list<string>, string}> */
    public static function unusable(): array
    {
        return [
            'nothing said' => [[], 'There is no export of ""'],
            'of what' => [['--of=people'], 'There is no export of "people"'],
            'a format' => [['--of=gifts', '--format=doc'], 'There is no format "doc"'],
            'a field' => [['--of=gifts', '--fields=gift.colour'], 'These rows have no field "gift.colour".'],
            'a field of others' => [['--of=supporters', '--fields=gift.amount'], 'These rows have no field "gift.amount".'],
            'a field twice' => [['--of=gifts', '--fields=gift.date,gift.date'], 'A field is asked for twice.'],
            'a search' => [['--of=gifts', '--search=Nobody'], 'There is no search "Nobody" that was saved.'],
            'a day' => [['--of=gifts', '--from=2026-02-30'], '--from is "2026-02-30"'],
            'days the wrong way' => [['--of=gifts', '--from=2026-02-03', '--to=2026-02-01'], 'The days end before they begin.'],
            'a status' => [['--of=gifts', '--status=lost'], 'There is no status "lost" of gifts'],
            'days of supporters' => [['--of=supporters', '--from=2026-01-01'], "--from can't be asked of supporters."],
            'a name for what is not there' => [
                ['--of=gifts', '--fields=gift.date', '--headers=gift.fund=Pot'],
                '"gift.fund" is given a name',
            ],
            'a name twice' => [
                ['--of=gifts', '--fields=gift.date,gift.amount', '--headers=gift.date=Sum; gift.amount=Sum'],
                '2 columns would be called "Sum"',
            ],
            'a name that is none' => [['--of=gifts', '--headers=gift.date'], 'gives no field a name'],
            'due until when' => [['--of=due'], 'Until which day?'],
            'cards of gifts' => [['--of=gifts', '--format=vcf'], 'Cards are of supporters alone.'],
            'something of everything' => [['--of=everything', '--fund=Nets'], "--fund can't be asked of it."],
        ];
    }

    /** @param  list<string>  $options */
    #[DataProvider('unusable')]
    public function test_what_can_not_be_used_is_said_and_leaves_the_file_alone(array $options, string $says): void
    {
        file_put_contents($this->out, 'there before');
        [$code, , $complaint] = $this->exported(...[...$options, "--out={$this->out}"]);

        self::assertSame(2, $code);
        self::assertStringContainsString($says, $complaint);
        self::assertSame('there before', file_get_contents($this->out));
    }

    /** @return iterable<string, array{string}> */
    public static function formats(): iterable
    {
        foreach (['csv', 'xlsx', 'json', 'vcf', 'pdf'] as $format) {
            yield $format => [$format];
        }
    }

    #[DataProvider('formats')]
    public function test_a_full_disk_leaves_the_file_that_was_there(string $format): void
    {
        file_put_contents($this->out, 'there before');
        symlink('/dev/full', "{$this->out}.part");
        [$code, , $complaint] = $this->exported('--of=supporters', '--fields=supporter', "--format={$format}", "--out={$this->out}");

        self::assertSame(2, $code);
        self::assertMatchesRegularExpression('/disk (is full|has room)/', $complaint);
        self::assertSame('there before', file_get_contents($this->out));
        self::assertFileDoesNotExist("{$this->out}.part");
    }

    public function test_a_folder_that_is_not_there(): void
    {
        [$code, , $complaint] = $this->exported('--of=gifts', '--out=/nowhere/gifts.csv');
        self::assertSame([2, 'There is no folder /nowhere.'], [$code, $complaint]);
    }

    public function test_a_file_is_seen_before_it_is_made_then_made_and_taken(): void
    {
        $asked = ['of' => 'gifts', 'fields' => ['gift.date', 'gift.amount'], 'fund' => 'Nets', 'format' => 'csv'];
        $this->postJson('/api/exports/preview', $asked)
            ->assertOk()
            ->assertExactJson(['rows' => 2, 'amounts' => ['CAD' => '20.00', 'USD' => '100.00'], 'columns' => ['Gift date', 'Gift amount']]);
        $id = $this->postJson('/api/exports', $asked)->assertCreated()->json('id');
        $row = $this->getJson('/api/exports')->assertOk()->json('exports.0');
        self::assertSame(['done', 2, ['CAD' => '20.00', 'USD' => '100.00']], [$row['state'], $row['rows'], $row['amounts']]);
        $file = $this->get("/api/exports/{$id}/file")
            ->assertOk()
            ->baseResponse->getFile();
        self::assertStringContainsString("2026-01-05,100.00\r\n2026-02-06,20.00\r\n", (string) file_get_contents($file->getPathname()));
        self::assertSame(2, DB::table('audit')->where('kind', 'export')->count());

        $this->as(Role::Administrator)
            ->get("/api/exports/{$id}/file")
            ->assertNotFound();
        $this->as()
            ->deleteJson("/api/exports/{$id}")
            ->assertOk();
        self::assertFileDoesNotExist($file->getPathname());
    }

    public function test_what_someone_may_not_see_is_not_in_it(): void
    {
        $this->as(Role::Administrator)
            ->patchJson('/api/fields/email', ['see' => ['roles' => ['administrator'], 'users' => []]])
            ->assertOk();
        $this->as(Role::Reader);
        $choices = array_column($this->getJson('/api/exports')->json('choices'), null, 'of');
        self::assertNotContains('email', $choices['supporters']['usual']);
        self::assertNotContains('email', array_column($choices['supporters']['fields'], 'key'));
        foreach (['exports', 'exports/preview'] as $path) {
            $this->postJson("/api/{$path}", ['of' => 'supporters', 'fields' => ['email']])
                ->assertStatus(422)
                ->assertJson(['message' => 'The field "email" is hidden from you, or kept out of exports.']);
        }
    }

    public function test_only_an_administrator_takes_everything(): void
    {
        $this->postJson('/api/exports', ['of' => 'everything'])->assertForbidden();
        $this->as(Role::Administrator);
        $id = $this->postJson('/api/exports', ['of' => 'everything'])
            ->assertCreated()
            ->json('id');
        self::assertSame('done', $this->getJson('/api/exports')->json('exports.0.state'));
        self::assertStringStartsWith(
            'PK',
            (string) file_get_contents(
                $this->get("/api/exports/{$id}/file")
                    ->baseResponse->getFile()
                    ->getPathname(),
            ),
        );
    }

    public function test_files_are_kept_for_some_days(): void
    {
        $this->postJson('/api/exports', ['of' => 'totals'])->assertCreated();
        Export::forgetOld();
        self::assertSame(1, Export::query()->count());
        $path = Export::query()->firstOrFail()->path();
        $this->travel(8)->days();
        Export::forgetOld();
        self::assertSame(0, Export::query()->count());
        self::assertFileDoesNotExist($path);
    }

    public function test_everything_is_all_tables_without_what_opens_doors(): void
    {
        [$code, $said] = $this->exported('--of=everything', "--out={$this->out}");
        self::assertSame([0, ['CAD' => '20.00', 'USD' => '150.00']], [$code, $said['amounts']]);
        $zip = new \ZipArchive();
        self::assertTrue($zip->open($this->out));
        $description = json_decode((string) $zip->getFromName('description.json'), true, flags: JSON_THROW_ON_ERROR);
        self::assertSame($said['rows'], array_sum(array_column($description['tables'], 'rows')));
        foreach ($description['tables'] as $table) {
            $text = (string) $zip->getFromName($table['file']);
            self::assertSame(DB::table($table['table'])->count(), $table['rows'], $table['table']);
            self::assertStringStartsWith("\xEF\xBB\xBF" . implode(',', array_column($table['columns'], 'name')), $text);
        }
        $users = (string) $zip->getFromName('users.csv');
        self::assertStringContainsString('datasteward@example.org', $users);
        self::assertStringNotContainsString('$2y$', $users);
        self::assertFalse($zip->getFromName('sessions.csv'));
    }

    /** @return iterable<string, array{list<string>, int, array<string, string>, list<string>}> options, rows, sums, and what one line says */
    public static function kinds(): iterable
    {
        yield 'ways to reach people' => [['--of=contacts'], 5, [], ['2', 'Bo =Park', 'email', 'home', 'bo@example.org']];
        yield 'notes' => [
            ['--of=notes', '--from=2026-02-01'],
            1,
            [],
            ['1', 'Ann Lee', '2026-03-01', 'call', 'Asked twice', 'Data steward'],
        ];
        yield 'households' => [['--of=households'], 2, [], ['1', 'Ann Lee', '3', 'The Lees']];
        yield 'organizations' => [
            ['--of=organizations'],
            1,
            [],
            ['2', 'Bo =Park', '4', 'Harbor Bank', 'works for', 'Clerk', 'bo@example.org', ''],
        ];
        yield 'parts of gifts' => [
            ['--of=splits', '--fields=gift.date,gift.amount,gift.fund', '--from=2026-04-01'],
            3,
            ['USD' => '37.00'],
            ['2026-04-01', '20.00', 'Boats'],
        ];
        yield 'parts for one fund' => [
            ['--of=splits', '--fields=gift.amount,gift.fund', '--from=2026-04-01', '--fund=Nets'],
            1,
            ['USD' => '10.00'],
            ['10.00', 'Nets'],
        ];
        yield 'what is due' => [
            ['--of=due', '--to=2027-02-28', '--fields=supporter.name,due.on,due.amount,promise.fund'],
            2,
            ['USD' => '200.00'],
            ['Ann Lee', '2027-02-01', '100.00', 'Boats'],
        ];
        yield 'batches' => [
            ['--of=batches', '--fields=batch.name,batch.state,batch.expected,batch.gifts'],
            1,
            [],
            ['Monday', 'open', '75.00', '0'],
        ];
        yield 'changes' => [['--of=history', '--fields=supporter,history.how,history.what', '--from=2020-01-01'], 5, [], []];
        yield 'gifts of a campaign' => [
            ['--of=gifts', '--campaign=Spring', '--fields=gift.amount,gift.campaign'],
            1,
            ['USD' => '7.00'],
            ['7.00', 'Spring'],
        ];
        yield 'gifts of several funds and statuses' => [
            [
                '--of=gifts',
                '--fund=boats',
                '--fund=Nets',
                '--status=given',
                '--status=correction',
                '--fields=gift.amount',
                '--to=2026-02-28',
            ],
            3,
            ['CAD' => '20.00', 'USD' => '150.00'],
            ['100.00'],
        ];
        yield 'gifts of a status' => [
            ['--of=gifts', '--status=given', '--fields=gift.amount,supporter.name', '--fund=Boats', '--to=2026-02-28'],
            1,
            ['USD' => '50.00'],
            ['50.00', 'Ann Lee'],
        ];
        yield 'parts for a fund, written another way' => [
            ['--of=splits', '--fund=NETS', '--from=2026-03-01', '--fields=gift.amount,gift.fund'],
            1,
            ['USD' => '10.00'],
            ['10.00', 'Nets'],
        ];
        yield 'promises of several statuses' => [
            ['--of=promises', '--status=open', '--status=due', '--status=overdue', '--fields=promise.fund'],
            1,
            ['USD' => '400.00'],
            ['Boats'],
        ];
        yield 'batches of several states' => [
            ['--of=batches', '--status=ready', '--status=open', '--fields=batch.name'],
            1,
            [],
            ['Monday'],
        ];
        yield 'gifts of several intakes' => [['--of=gifts', '--intake=999999', '--intake=999998', '--fields=gift.amount'], 0, [], []];
        yield 'gifts of an intake' => [['--of=gifts', '--intake=0', '--fields=gift.amount'], 0, [], []];
        yield 'names of its own' => [
            [
                '--of=gifts',
                '--fields=gift.date,gift.amount',
                '--headers=gift.date=Booked on; gift.amount=Sum',
                '--fund=Boats',
                '--to=2026-02-28',
            ],
            1,
            ['USD' => '50.00'],
            ['2026-02-05', '50.00'],
        ];
        yield 'several of a kind' => [
            ['--of=supporters', '--fields=name.first,email,email#2,address.city,address.city#2'],
            4,
            [],
            ['Ann', 'ann@example.org', 'ann@work.example', 'Dover', ''],
        ];
    }

    /**
     * @param  list<string>  $options
     * @param  array<string, string>  $amounts
     * @param  list<string>  $line
     */
    #[DataProvider('kinds')]
    public function test_every_kind_of_rows(array $options, int $rows, array $amounts, array $line): void
    {
        $this->more();
        [$code, $said, $error] = $this->exported(...[...$options, "--out={$this->out}"]);
        self::assertSame(0, $code, $error);
        $lines = array_map(
            static fn(array $cells): array => array_map(static fn(string $cell): string => ltrim($cell, "'"), $cells),
            $this->lines(),
        );
        self::assertSame(
            [$rows, $rows],
            [$said['rows'], count(array_filter(array_slice($lines, 1), static fn(array $cells): bool => $cells !== ['']))],
        );
        self::assertSame($amounts, array_filter($said['amounts'], static fn(string $sum): bool => $amounts !== [] || $sum !== '0.00'));
        if ($line !== []) {
            self::assertContains($line, array_map(static fn(array $cells): array => array_slice($cells, 0, count($line)), $lines));
        }
    }

    /** A household, an organization, a note, a split gift, a pledge, a batch. */
    private function more(): void
    {
        $this->postJson('/api/supporters/1/notes', [
            'noted_on' => '2026-03-01',
            'kind' => 'call',
            'text' => 'Asked twice',
        ])->assertCreated();
        foreach (['household' => 'The Lees', 'organization' => 'Harbor Bank'] as $kind => $name) {
            DB::table('supporters')->insert([
                'id' => $kind === 'household' ? 3 : 4,
                'kind' => $kind,
                'organization_name' => $name,
                'display_name' => $name,
                'sort_name' => $name,
            ]);
        }
        DB::table('links')->insert([
            ['id' => 1, 'supporter_id' => 1, 'other_id' => 3, 'kind' => 'member', 'role' => null],
            ['id' => 2, 'supporter_id' => 2, 'other_id' => 3, 'kind' => 'member', 'role' => null],
            ['id' => 3, 'supporter_id' => 2, 'other_id' => 4, 'kind' => 'employee', 'role' => 'Clerk'],
        ]);
        DB::table('emails')->insert([
            'id' => 90,
            'supporter_id' => 1,
            'kind' => 'work',
            'address' => 'ann@work.example',
            'is_primary' => 0,
        ]);
        DB::table('emails')
            ->where('id', '<', 90)
            ->update(['is_primary' => 1]);
        DB::table('gifts')->insert([
            [
                'id' => 90,
                'supporter_id' => 1,
                'given_on' => '2026-04-01',
                'amount' => '30.00',
                'currency' => 'USD',
                'fund' => 'Nets',
                'campaign' => null,
                'splits' => "10.00 | Nets\n20.00 | Boats",
            ],
            [
                'id' => 91,
                'supporter_id' => 2,
                'given_on' => '2026-04-02',
                'amount' => '7.00',
                'currency' => 'USD',
                'fund' => 'Boats',
                'campaign' => 'Spring',
                'splits' => null,
            ],
        ]);
        DB::table('gift_splits')->insert([
            ['gift_id' => 90, 'place' => 1, 'fund' => 'Nets', 'amount' => '10.00', 'given_on' => '2026-04-01', 'currency' => 'USD'],
            ['gift_id' => 90, 'place' => 2, 'fund' => 'Boats', 'amount' => '20.00', 'given_on' => '2026-04-01', 'currency' => 'USD'],
        ]);
        $this->postJson('/api/supporters/1/promises', [
            'values' => [
                'promise.kind' => 'pledge',
                'promise.date' => '2026-11-01',
                'promise.amount' => '400.00',
                'promise.frequency' => 'monthly',
                'promise.start' => '2027-01-01',
                'promise.installments' => '4',
                'promise.fund' => 'Boats',
            ],
        ])->assertCreated();
        $this->postJson('/api/batches', ['name' => 'Monday', 'expected_gifts' => 2, 'expected_amount' => '75.00'])->assertCreated();
    }

    public function test_cards_for_an_address_book_are_read_again_as_they_were(): void
    {
        $this->more();
        [$code, , $error] = $this->exported(
            '--of=supporters',
            '--format=vcf',
            '--fields=supporter,kind,name.first,name.last,organization.name,email,email#2,address.city,address.state',
            "--out={$this->out}",
        );
        self::assertSame(0, $code, $error);
        $cards = (string) file_get_contents($this->out);
        self::assertSame(4, substr_count($cards, 'BEGIN:VCARD'));
        foreach (
            [
                'VERSION:4.0',
                'FN:Ann Lee',
                'N:Lee;Ann;;;',
                'EMAIL;PREF=1:ann@example.org',
                'EMAIL:ann@work.example',
                'KIND:org',
                'ORG:Harbor Bank',
            ]
            as $line
        ) {
            self::assertStringContainsString($line, $cards);
        }
        $intake = $this->upload($cards, 'cards.vcf')->assertCreated()->json('id');
        self::assertSame(4, (int) DB::table('intakes')->where('id', $intake)->value('row_count'));
    }

    #[TestWith(['supporters', 'csv'])]
    #[TestWith(['supporters', 'json'])]
    #[TestWith(['gifts', 'csv'])]
    #[TestWith(['gifts', 'json'])]
    #[TestWith(['gifts', 'xlsx'])]
    public function test_what_goes_out_is_what_is_here_when_it_comes_back(string $of, string $format): void
    {
        $this->loaded("First name,Last name,Gift date,Gift amount,Fund,Notes\nCy,Dahl,2026-03-01,30.00,Nets,+1 told; =2\n");
        $gift = DB::table('gifts')->where('amount', '30.00')->first();
        foreach (['15.00', '-20.00'] as $amount) {
            $this->postJson("/api/supporters/{$gift->supporter_id}/gifts", [
                'corrects' => $gift->id,
                'values' => ['gift.date' => '2026-04-01', 'gift.amount' => $amount, 'gift.reason' => 'Typed wrongly'],
            ])->assertCreated();
        }
        self::assertSame(6, DB::table('gifts')->count());
        $fields = $of === 'supporters' ? ['--fields=supporter,kind,name.first,name.last,name.envelope,email,notes'] : [];
        $file = "{$this->out}.{$format}";
        [$code, , $error] = $this->exported("--of={$of}", "--format={$format}", "--out={$file}", ...$fields);
        self::assertSame(0, $code, $error);
        $process = new Process(['php', 'artisan', 'intake:run', $file, '--json', '--dry-run'], base_path(), null, null, 120);
        $process->run();
        @unlink($file);
        @unlink("{$file}.control.json");
        $said = json_decode($process->getOutput(), true, flags: JSON_THROW_ON_ERROR);

        self::assertSame(
            ['new' => 0, 'updated' => 0, 'unchanged' => $of === 'gifts' ? 6 : 3, 'held' => 0, 'left_out' => 0],
            $said['outcomes'],
            $process->getErrorOutput(),
        );
    }

    public function test_what_is_kept_out_of_exports_is_in_no_kind_of_rows(): void
    {
        $this->more();
        $this->as(Role::Administrator)
            ->patchJson('/api/fields/email', ['hidden_in' => ['export']])
            ->assertOk();
        foreach (['contacts', 'history', 'organizations'] as $of) {
            $fields = $of === 'organizations' ? ['--fields=organization,supporter.name'] : [];
            [$code, , $error] = $this->exported("--of={$of}", "--out={$this->out}", ...$fields);
            self::assertSame(0, $code, $error);
            self::assertStringNotContainsString('@', (string) file_get_contents($this->out), $of);
        }
        [$code] = $this->exported('--of=organizations', "--out={$this->out}");
        self::assertSame(2, $code);
    }

    public function test_what_is_read_column_by_column_is_what_records_say(): void
    {
        $this->more();
        DB::table('addresses')->insert([
            ['id' => 90, 'supporter_id' => 1, 'line1' => '1 Elm St', 'city' => null, 'is_primary' => 0],
            ['id' => 91, 'supporter_id' => 4, 'line1' => '2 Elm St', 'city' => 'Bath', 'is_primary' => 0],
            ['id' => 92, 'supporter_id' => 4, 'line1' => null, 'city' => 'Saco', 'is_primary' => 1],
        ]);
        $keys = ['supporter', 'kind', 'name.first', 'organization.name', 'email', 'phone', 'address.line1', 'address.city', 'status'];
        $cells = app(SupporterCells::class);
        $slow = array_map(
            static fn(array $of): array => array_diff_key($of, ['groups' => true]),
            $cells->of([1, 2, 3, 4, 99], [...$keys, 'groups']),
        );
        $fast = $cells->of([1, 2, 3, 4, 99], $keys);
        self::assertSame($slow, $fast);
        self::assertSame(['', 'Saco', 'Harbor Bank'], [$fast[4]['address.line1'], $fast[4]['address.city'], $fast[4]['organization.name']]);
    }

    public function test_a_list_to_be_printed(): void
    {
        [$code, $said] = $this->exported('--of=gifts', '--format=pdf', "--out={$this->out}");
        self::assertSame([0, 3], [$code, $said['rows']]);
        self::assertStringStartsWith('%PDF-', (string) file_get_contents($this->out));
    }
}
