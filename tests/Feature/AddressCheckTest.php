<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\AddressChecks\AddressCheck;
use App\AddressChecks\CheckSchedule;
use App\Addresses\Directory\DirectorySettings;
use App\Duplicates\DuplicateSearch;
use Illuminate\Http\Client\Request;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use PineSieve\Core\Reading\SourceFile;
use PineSieve\StandIns\Directory\Desk;
use PineSieve\StandIns\Directory\TownDirectory;

/** Addresses asked of the postal directory: those of a list that is handed in and given back, and those of the database. */
final class AddressCheckTest extends TestCase
{
    private const LIST = <<<'CSV'
    Guest list 2026;;;;;
    Name;Street;Town;ST;Zip;Table
    Ann Lee;14 elm street;Tern Harbor;ME;04598;"4; by the door"
    Lee, Ann;14 Elm St.;TERN HARBOR;ME;4598;5
    Bo Park;412 Schooner Lane;Kittiwake;MA;02539;6
    Thomas Paget;408 Schooner Ln #9;Skerry Bay;ME;04103;7
    Cy Dahl;12 Lighthouse;Dunlin;ME;04029;8
    Di Roy;9 Nowhere Blvd;Dunlin;ME;04029;9
    Eve Fox;;;;;10
    Gus Berg;5 Elm St;Dunlin;ME;04511;11
    Hal Ito;10 Main St;Dover;NH;03820;12

    CSV;

    private const PEOPLE = <<<'CSV'
    First name,Last name,Street,Unit,City,State,Zip,Country
    Thomas,Paget,408 Schooner Ln,Apt 9,Skerry Bay,ME,04103,US
    Ann,Lee,14 Elm Street,,Tern Harbor,ME,04598,US
    Bo,Park,412 Schooner Ln,,Kittiwake,MA,02539,US
    Tariq,Whitlock,1577 Lighthouse Ave,,Tern Harbor,ME,04598,US

    CSV;

    /** @var array<string, int> */
    private array $quirks = [];

    private int $calls = 0;

    private int $asked = 0;

    /** @var list<int> answers that were kept as each question was sent */
    private array $keptBefore = [];

    protected function setUp(): void
    {
        parent::setUp();
        config(['sieve.notice_hosts' => ['directory.test:80']]);
        $desk = new Desk(new TownDirectory());
        Http::fake([
            'directory.test/*' => function (Request $request) use ($desk) {
                $this->calls++;
                $this->keptBefore[] = DB::table('postal_answers')->count();
                $this->asked += count($request->data()['addresses'] ?? []);
                [$status, $headers, $body] = $desk->take($request->header('Authorization')[0] ?? '', $request->data(), $this->quirks);

                return Http::response($body, $status, $headers);
            },
        ]);
        (new DirectorySettings('http://directory.test', Desk::KEY, batch: 4))->keep();
        $this->as();
    }

    private function handIn(string $content, string $name = 'gala guests.csv'): TestResponse
    {
        return $this->post(
            '/api/address-lists',
            ['file' => UploadedFile::fake()->createWithContent($name, $content)],
            ['Accept' => 'application/json'],
        );
    }

    private function checked(string $content = self::LIST, bool $asks = true): int
    {
        $id = $this->handIn($content)->assertCreated()->json('id');
        $this->postJson("/api/address-checks/{$id}/start", ['asks' => $asks])->assertOk();

        return $id;
    }

    /** @return array<string, mixed> */
    private function page(int $id): array
    {
        return $this->getJson("/api/address-checks/{$id}")
            ->assertOk()
            ->json();
    }

    /** @return list<array<string, mixed>> */
    private function rows(int $id, string $group): array
    {
        return $this->getJson("/api/address-checks/{$id}/rows?group={$group}")
            ->assertOk()
            ->json('rows');
    }

    private function given(int $id, string $file = 'file'): string
    {
        $response = $this->get("/api/address-checks/{$id}/{$file}")->assertOk();
        $base = $response->baseResponse;

        return str_starts_with($file, 'file') ? (string) file_get_contents($base->getFile()->getPathname()) : $response->streamedContent();
    }

    public function test_a_list_is_checked_and_nobody_is_loaded(): void
    {
        $id = $this->checked();
        ['check' => $check, 'groups' => $groups] = $this->page($id);
        $figures = $check['figures'];

        self::assertSame('done', $check['state']);
        self::assertSame(
            [9, 8, 3, 0, 4, 1],
            [
                $figures['rows'],
                $figures['addresses'],
                $figures['confirmed'],
                $figures['question'],
                $figures['not_found'],
                $figures['not_asked'],
            ],
        );
        self::assertSame([1, 2], [$figures['moved'], $figures['mailable']]);
        self::assertSame('The made-up towns 2026-11', $check['edition']);
        $counts = array_column($groups, 'addresses', 'key');
        self::assertSame(
            [1, 1, 1, 1, 1],
            [
                $counts['number_not_on_street'],
                $counts['several_fit'],
                $counts['street_not_in_place'],
                $counts['place_and_zip_disagree'],
                $counts['moved'],
            ],
        );
        self::assertSame(1, $counts['zero back']);
        self::assertSame(0, DB::table('supporters')->count());
        self::assertSame([], $this->getJson('/api/intakes')->json('intakes'));
        self::assertSame([], $this->getJson('/api/today')->json('waiting'));
        self::assertStringContainsString('8 addresses', (string) DB::table('messages')->value('text'));
    }

    public function test_two_checks_are_held_beside_each_other_the_earlier_one_first(): void
    {
        $first = $this->checked();
        // Half a year later someone has asked, and hands the list in again.
        $second = $this->checked(
            strtr(self::LIST, ['412 Schooner Lane' => '112 Schooner Lane', 'Eve Fox;;;;' => 'Eve Fox;14 Elm St;Tern Harbor;ME;04598']),
        );
        $told = $this->getJson("/api/address-checks/{$second}/beside/{$first}")
            ->assertOk()
            ->json();
        self::assertSame($told, $this->getJson("/api/address-checks/{$first}/beside/{$second}")->json());
        self::assertSame([$first, $second], [$told['before']['id'], $told['now']['id']]);

        $parts = array_column($told['parts'], 'lines', 'key');
        $line = static fn(string $part, string $key): array => array_slice(array_values(array_column($parts[$part], null, 'key')[$key]), 2);
        self::assertSame([8, 9, null, null, null], $line('sums', 'addresses'));
        // Two of eight, four of nine.
        self::assertSame([2, 4, 8, 9, 19.4], $line('sums', 'mailable'));
        self::assertSame([4, 3, 8, 9, -16.7], $line('sums', 'not_found'));
        self::assertSame([1, 0, 8, 9, -12.5], $line('outcomes', 'number_not_on_street'));
        self::assertSame(9, array_sum(array_column($parts['outcomes'], 'now')));
        self::assertSame([0, 1, 1, 1, 100], $line('regions', 'state MA'));
        self::assertContains('Zero put back', array_column($parts['rules'], 'words'));

        self::assertSame([$second, $first], array_column($this->getJson('/api/address-checks?done=1')->json('checks'), 'id'));
        $waiting = $this->handIn(self::LIST)->json('id');
        self::assertCount(2, $this->getJson('/api/address-checks?done=1')->json('checks'), 'What is not done has nothing to compare.');
        $this->getJson("/api/address-checks/{$second}/beside/{$waiting}")
            ->assertStatus(409)
            ->assertJsonPath('message', '"Gala guests" is not checked yet.');
        $this->getJson("/api/address-checks/{$second}/beside/999999")->assertNotFound();
    }

    public function test_each_distinct_address_is_asked_about_once(): void
    {
        $id = $this->checked();
        // Two of the eight are one address in two spellings.
        self::assertSame(7, $this->asked);
        self::assertSame([7, 7], [$this->page($id)['check']['progress']['asked'], $this->page($id)['check']['progress']['to_ask']]);

        $this->checked();
        self::assertSame(7, $this->asked, 'What is kept is not asked again.');

        DB::table('postal_answers')->update(['asked_at' => now()->subDays(200)]);
        $this->checked();
        self::assertSame(14, $this->asked, 'An old answer is as good as none.');
    }

    public function test_the_list_comes_back_byte_for_byte_with_columns_behind(): void
    {
        $id = $this->checked();
        $written = explode("\n", self::LIST);
        $lines = explode("\n", $this->given($id));

        self::assertSame(count($written), count($lines));
        foreach ($lines as $i => $line) {
            self::assertSame($written[$i], substr($line, 0, strlen($written[$i])));
        }
        self::assertSame($written[0], $lines[0], 'What stands above the header is left alone.');
        $header = str_getcsv($lines[1], ';', '"', '');
        $cells = static fn(int $line): array => array_combine($header, str_getcsv($lines[$line], ';', '"', ''));
        self::assertSame(
            ['14 Elm St', 'Tern Harbor', '04598-3002', 'confirmed', 'yes'],
            array_values(
                array_intersect_key(
                    $cells(2),
                    array_flip(['standard_line1', 'standard_city', 'standard_postal_code', 'outcome', 'can_be_mailed']),
                ),
            ),
        );
        self::assertSame(['3', '3'], [$cells(3)['same_address_as_row'], $cells(3)['same_person_as_row']]);
        self::assertSame(['number_not_on_street', 'no'], [$cells(4)['outcome'], $cells(4)['can_be_mailed']]);
        self::assertStringContainsString('Schooner Ln ends at 199', $cells(4)['reasons']);
        self::assertSame(
            ['2026-03-02', '77 Foxglove Ln, Unit 3, Gannet Cove, ME 04511, US', 'no'],
            [$cells(5)['moved_on'], $cells(5)['moved_to'], $cells(5)['can_be_mailed']],
        );
        self::assertSame(array_fill(0, 13, ''), array_slice(array_values($cells(8)), 6));
    }

    public function test_the_list_in_capitals_for_mail_pieces(): void
    {
        $lines = explode("\n", $this->given($this->checked(), 'file?capitals=1'));
        self::assertStringContainsString(';14 ELM ST;;TERN HARBOR;ME;04598-3002;US;confirmed;yes;', $lines[2]);
        self::assertStringStartsWith('Ann Lee;14 elm street;', $lines[2]);
    }

    public function test_a_workbook_keeps_all_else_that_it_has(): void
    {
        $path = dirname(__DIR__, 2) . '/demo/beach-clean-up.xlsx';
        $id = $this->handIn((string) file_get_contents($path), 'beach-clean-up.xlsx')->assertCreated()->json('id');
        $this->postJson("/api/address-checks/{$id}/start", ['asks' => true])->assertOk();
        $copy = (string) tempnam(sys_get_temp_dir(), 'copy');
        file_put_contents($copy, $this->given($id));

        [$before, $after] = [new \ZipArchive(), new \ZipArchive()];
        $before->open($path);
        $after->open($copy);
        self::assertSame($before->numFiles, $after->numFiles);
        for ($i = 0; $i < $before->numFiles; $i++) {
            $part = (string) $before->getNameIndex($i);
            if ($part !== 'xl/worksheets/sheet1.xml') {
                self::assertSame($before->getFromName($part), $after->getFromName($part), $part);
            }
        }
        $rows = iterator_to_array(SourceFile::open($copy)->reader()->rows());
        foreach (SourceFile::open($path)->reader()->rows() as $number => $cells) {
            self::assertSame($cells, array_slice($rows[$number], 0, count($cells)));
        }
        self::assertContains('outcome', $rows[3]);
        unlink($copy);
    }

    public function test_the_rows_that_are_not_reached_can_be_handed_in_again(): void
    {
        $id = $this->checked();
        $failed = $this->given($id, 'failed.csv');

        self::assertSame(6, count(explode("\n", trim($failed))));
        self::assertStringContainsString('Schooner Ln ends at 199', $failed);
        $again = $this->checked($failed);
        self::assertSame(5, $this->page($again)['check']['figures']['addresses']);
        self::assertStringContainsString('several_fit', $this->given($again, 'columns.csv'));
    }

    public function test_what_may_be_meant_is_chosen_and_what_is_right_is_kept(): void
    {
        $id = $this->checked();
        $two = $this->rows($id, 'several_fit')[0];
        self::assertCount(2, $two['candidates']);

        $this->postJson("/api/address-checks/{$id}/decide", [
            'group' => 'several_fit',
            'number' => $two['number'],
            'to' => 'take:1',
        ])->assertOk();
        $this->postJson("/api/address-checks/{$id}/decide", ['group' => 'number_not_on_street', 'number' => null, 'to' => 'only'])
            ->assertOk()
            ->assertJson(['decided' => 1]);
        $this->postJson("/api/address-checks/{$id}/decide", [
            'group' => 'street_not_in_place',
            'number' => null,
            'to' => 'keep',
        ])->assertOk();
        self::assertSame('12 Lighthouse Rd', $this->rows($id, 'several_fit')[0]['becomes'][0]);
        self::assertSame('142 Schooner Ln', $this->rows($id, 'number_not_on_street')[0]['becomes'][0]);
        self::assertSame('9 Nowhere Blvd', $this->rows($id, 'street_not_in_place')[0]['becomes'][0]);
        self::assertSame([5, 4], [$this->page($id)['check']['figures']['confirmed'], $this->page($id)['check']['figures']['mailable']]);

        $this->postJson("/api/address-checks/{$id}/decide", [
            'group' => 'several_fit',
            'number' => $two['number'],
            'to' => 'take:2',
        ])->assertStatus(422);
        $this->postJson("/api/address-checks/{$id}/decide", ['group' => 'several_fit', 'number' => $two['number'], 'to' => ''])->assertOk();
        self::assertSame('12 Lighthouse', $this->rows($id, 'several_fit')[0]['becomes'][0]);
    }

    /** @return array<string, array{array<string, int>, int, string}> quirks of the directory, how many have no answer, and what is said */
    public static function badDays(): array
    {
        return [
            'busy now and then' => [['busy_every' => 2], 0, ''],
            'broken now and then' => [['fail_every' => 2], 0, ''],
            'leaves answers out' => [['lose_every' => 2], 1, ''],
            'out of order' => [['down' => 1], 8, 'The postal directory answered with an error (503).'],
            'answers what nobody asked' => [['lies' => 1], 8, "can't be relied on"],
        ];
    }

    /** @param  array<string, int>  $quirks */
    #[DataProvider('badDays')]
    public function test_a_directory_on_a_bad_day(array $quirks, int $unasked, string $says): void
    {
        $this->quirks = $quirks;
        $check = $this->page($id = $this->checked())['check'];

        self::assertSame('done', $check['state']);
        self::assertSame($unasked, $check['figures']['unasked']);
        self::assertStringContainsString($says, (string) $check['error']);
        self::assertSame(
            8,
            array_sum(array_intersect_key($check['figures'], ['confirmed' => 1, 'question' => 1, 'not_found' => 1, 'not_asked' => 1])),
        );

        $this->quirks = [];
        if ($unasked > 0) {
            $this->postJson("/api/address-checks/{$id}/ask")->assertOk();
        }
        $figures = $this->page($id)['check']['figures'];
        self::assertSame([0, 3, 4], [$figures['unasked'], $figures['confirmed'], $figures['not_found']]);
        self::assertNull($this->page($id)['check']['error']);
    }

    /** @return array<string, array{int, array<string, int>, list<int>}> a pace, quirks, answers kept as each question was sent */
    public static function paces(): array
    {
        return [
            'as fast as it answers: the first one shows that it does' => [0, [], [0, 1, 1, 1, 2, 3, 4]],
            'a pace is set: one after the other' => [1000, [], [0, 1, 2, 3, 4, 5, 6]],
            'every third is broken: nothing more is sent until it answers again' => [
                0,
                ['fail_every' => 3],
                [0, 1, 1, 1, 2, 2, 2, 4, 4, 6],
            ],
        ];
    }

    /**
     * @param  array<string, int>  $quirks
     * @param  list<int>  $kept
     */
    #[DataProvider('paces')]
    public function test_several_questions_are_on_their_way_while_all_is_well(int $rate, array $quirks, array $kept): void
    {
        (new DirectorySettings('http://directory.test', Desk::KEY, batch: 1, rate: $rate))->keep();
        $this->quirks = $quirks;
        $check = $this->page($this->checked())['check'];

        self::assertSame($kept, $this->keptBefore);
        self::assertSame([0, 3], [$check['figures']['unasked'], $check['figures']['confirmed']]);
    }

    public function test_a_line_that_is_not_understood_is_told(): void
    {
        $id = $this->checked("Street;Town;ST;Zip\n14 Elm Street;Tern Harbor;ME;04598\n14 elm st ***BAD***;Tern Harbor;ME;04598\n");
        $groups = array_column($this->page($id)['groups'], 'addresses', 'key');
        $rows = $this->rows($id, 'not understood');

        self::assertSame(1, $groups['not understood']);
        self::assertSame('14 elm st ***BAD***', $rows[0]['becomes'][0]);
        self::assertStringStartsWith('a line is not understood and stays as it is written', $rows[0]['reasons']);
        self::assertStringContainsString('a line is not understood and stays as it is written', $this->given($id));
    }

    public function test_a_key_that_is_not_taken_is_said_at_once(): void
    {
        (new DirectorySettings('http://directory.test', 'wrong'))->keep();
        $check = $this->page($this->checked())['check'];

        self::assertStringContainsString('does not take the key', (string) $check['error']);
        self::assertSame([1, 8], [$this->calls, $check['figures']['unasked']]);
    }

    public function test_a_list_without_the_directory_is_put_into_postal_form(): void
    {
        $check = $this->page($id = $this->checked(self::LIST, asks: false))['check'];

        self::assertSame([0, 8, 0], [$this->calls, $check['figures']['not_asked'], $check['figures']['mailable']]);
        self::assertStringContainsString(';14 Elm St;;Tern Harbor;ME;04598;US;not_yet_verified;no;', $this->given($id));
    }

    /** @return array<string, array{string, string}> */
    public static function badLists(): array
    {
        $wide = implode(',', range(1, 501));

        return [
            'nothing' => ['', 'empty'],
            'half binary' => ["Name,Street\nAnn,\"1 Elm\0 St\"\n", 'binary'],
            'too wide' => ["{$wide}\n{$wide}\n", '501 columns'],
        ];
    }

    #[DataProvider('badLists')]
    public function test_a_list_that_is_none(string $content, string $says): void
    {
        $response = $this->handIn($content);
        $error = $response->isSuccessful() ? $this->page($response->json('id'))['check']['error'] : $response->json('message');
        self::assertStringContainsStringIgnoringCase($says, (string) $error);
    }

    public function test_a_list_without_an_address(): void
    {
        $id = $this->handIn("Pet,Weight\nRex,12\nTom,4\n")->assertCreated()->json('id');
        $this->postJson("/api/address-checks/{$id}/start", ['asks' => true])
            ->assertStatus(422)
            ->assertJson(['message' => 'No column is an address. Say which one holds the street, or the whole address.']);

        $this->putJson("/api/address-checks/{$id}/columns", ['targets' => [0 => 'address.block']])->assertOk();
        $this->postJson("/api/address-checks/{$id}/start", ['asks' => true])->assertOk();
        self::assertSame(2, $this->page($id)['check']['figures']['not_found'] + $this->page($id)['check']['figures']['not_asked']);
        $this->putJson("/api/address-checks/{$id}/columns", ['targets' => [0 => 'gift.amount']])->assertStatus(422);
    }

    public function test_a_list_can_neither_be_worked_out_nor_loaded(): void
    {
        $id = AddressCheck::query()->findOrFail($this->checked())->intake_id;

        $this->postJson("/api/intakes/{$id}/columns/accept")->assertOk();
        $this->postJson("/api/intakes/{$id}/columns/leave")->assertOk();
        $this->postJson("/api/intakes/{$id}/sift")->assertStatus(409);
        $this->postJson("/api/intakes/{$id}/load", ['name' => 'Gala guests'])->assertStatus(409);
        self::assertSame(0, DB::table('supporters')->count());
    }

    public function test_a_statement_to_be_signed(): void
    {
        $pdf = $this->get('/api/address-checks/' . $this->checked() . '/statement.pdf')->assertOk();
        self::assertStringStartsWith('%PDF-', (string) $pdf->getContent());
    }

    public function test_a_list_that_is_discarded_leaves_nothing(): void
    {
        $id = $this->checked();
        $this->deleteJson("/api/address-checks/{$id}")->assertOk();

        self::assertSame(
            [0, 0, 0],
            [DB::table('checked_addresses')->count(), DB::table('intake_rows')->count(), DB::table('intakes')->count()],
        );
    }

    private function stored(): int
    {
        $this->loaded(self::PEOPLE);
        $id = $this->postJson('/api/address-checks', ['kind' => 'all'])
            ->assertCreated()
            ->json('id');
        self::assertSame('done', $this->page($id)['check']['state']);

        return $id;
    }

    /** @return array<string, mixed> */
    private static function address(string $line1): array
    {
        return (array) DB::table('addresses')->where('line1', $line1)->first();
    }

    public function test_stored_addresses_have_a_state_and_nothing_else_changes(): void
    {
        $this->loaded(self::PEOPLE);
        $before = $this->records();
        $id = $this->postJson('/api/address-checks', ['kind' => 'all'])
            ->assertCreated()
            ->json('id');

        self::assertSame($before, $this->records());
        self::assertSame(
            ['confirmed' => 3, 'number_not_on_street' => 1],
            DB::table('address_states')
                ->groupBy('outcome')
                ->orderBy('outcome')
                ->selectRaw('outcome, count(*) as n')
                ->pluck('n', 'outcome')
                ->all(),
        );
        self::assertSame([2, 3], [$this->page($id)['check']['figures']['moved'], $this->getJson('/api/undeliverable')->json('count')]);
        self::assertSame([], $this->getJson('/api/supporters?filter=unverified')->json('supporters'));
    }

    public function test_the_outcome_is_written_as_one_act_and_taken_back_as_one(): void
    {
        $this->loaded(self::PEOPLE);
        $before = $this->records();
        $id = $this->postJson('/api/address-checks', ['kind' => 'all'])->json('id');
        $this->postJson("/api/address-checks/{$id}/apply")
            ->assertOk()
            ->assertJson(['state' => 'done', 'is_applied' => true])
            ->assertJsonPath('applied', ['of' => 4, 'done' => 4, 'written' => 4, 'refused' => 0, 'changed' => 0]);

        $old = self::address('408 Schooner Ln');
        self::assertSame(['former', 0, '2026-03-02'], [$old['condition'], $old['is_primary'], $old['valid_until']]);
        $new = self::address('77 Foxglove Ln');
        self::assertSame(
            ['Unit 3', 'Gannet Cove', 1, '2026-03-02', $old['supporter_id']],
            [$new['line2'], $new['city'], $new['is_primary'], $new['valid_from'], $new['supporter_id']],
        );
        self::assertSame('04598-3002', self::address('14 Elm St')['postal_code']);
        self::assertSame('undeliverable', self::address('412 Schooner Ln')['condition']);
        $left = self::address('1577 Lighthouse Ave');
        self::assertSame(['undeliverable', '2026-08-30'], [$left['condition'], $left['valid_until']]);
        self::assertCount(2, $this->getJson('/api/supporters?filter=undeliverable')->json('supporters'));

        $this->postJson("/api/address-checks/{$id}/apply")->assertStatus(409);
        $act = $this->page($id)['check']['act_id'];
        $this->postJson("/api/acts/{$act}/undo")
            ->assertOk()
            ->assertJson(['kept' => 0]);
        self::assertSame($before, $this->records());
        self::assertFalse($this->page($id)['check']['is_applied']);
    }

    public function test_what_was_changed_since_is_left(): void
    {
        $id = $this->stored();
        DB::table('addresses')
            ->where('line1', '412 Schooner Ln')
            ->update(['line1' => '142 Schooner Ln']);
        $this->postJson("/api/address-checks/{$id}/apply")
            ->assertOk()
            ->assertJsonPath('applied.written', 3)
            ->assertJsonPath('applied.changed', 1);
        self::assertSame('good', self::address('142 Schooner Ln')['condition']);
    }

    public function test_what_a_person_keeps_or_chooses_is_what_is_written(): void
    {
        $id = $this->stored();
        $this->postJson("/api/address-checks/{$id}/decide", [
            'group' => 'number_not_on_street',
            'number' => null,
            'to' => 'only',
        ])->assertOk();
        $this->postJson("/api/address-checks/{$id}/decide", ['group' => 'moved', 'number' => null, 'to' => 'keep'])->assertOk();
        $this->postJson("/api/address-checks/{$id}/apply")->assertOk();

        self::assertSame('good', self::address('142 Schooner Ln')['condition']);
        self::assertSame(['good', 1], [self::address('408 Schooner Ln')['condition'], self::address('408 Schooner Ln')['is_primary']]);
    }

    public function test_the_worklist_has_remedies(): void
    {
        $this->stored();
        $rows = array_column($this->getJson('/api/undeliverable')->assertOk()->json('rows'), null, 'name');

        self::assertSame(['142 Schooner Ln, Kittiwake, MA 02539, US'], $rows['Bo Park']['candidates']);
        $this->postJson("/api/undeliverable/{$rows['Bo Park']['number']}", ['to' => 'take:0'])
            ->assertOk()
            ->assertJson(['count' => 2]);
        $this->postJson("/api/undeliverable/{$rows['Thomas Paget']['number']}", ['to' => 'move'])
            ->assertOk()
            ->assertJson(['count' => 1]);
        $this->postJson("/api/undeliverable/{$rows['Tariq Whitlock']['number']}", ['to' => 'move'])->assertStatus(422);
        $this->postJson("/api/undeliverable/{$rows['Tariq Whitlock']['number']}", ['to' => 'former'])
            ->assertOk()
            ->assertJson(['count' => 0]);
        self::assertSame('77 Foxglove Ln', DB::table('addresses')->where('valid_from', '2026-03-02')->value('line1'));
    }

    public function test_what_a_person_says_is_right_leaves_the_worklist_and_stays_off_it(): void
    {
        $id = $this->stored();
        $rows = array_column($this->getJson('/api/undeliverable')->json('rows'), 'number', 'name');
        $this->postJson("/api/undeliverable/{$rows['Tariq Whitlock']}", ['to' => 'right'])
            ->assertOk()
            ->assertJson(['count' => 2]);
        $this->postJson("/api/address-checks/{$id}/decide", [
            'group' => 'number_not_on_street',
            'number' => null,
            'to' => 'keep',
        ])->assertOk();
        $this->postJson("/api/address-checks/{$id}/apply")->assertOk();
        $this->postJson('/api/address-checks', ['kind' => 'all'])->assertCreated();

        self::assertSame(['Tariq Whitlock'], array_column($this->getJson('/api/undeliverable')->json('rows'), 'name'));
    }

    /** @return array<string, int> standing to addresses of the rows that come in */
    private function verified(int $intake): array
    {
        return $this->getJson("/api/intakes/{$intake}")
            ->assertOk()
            ->json('verified');
    }

    public function test_an_intake_is_asked_about_before_it_is_loaded(): void
    {
        $intake = $this->sifted(self::PEOPLE)->id;
        self::assertNull(
            $this->getJson("/api/intakes/{$intake}/address-check")
                ->assertOk()
                ->json('page'),
        );
        self::assertSame(0, array_sum($this->verified($intake)));

        $check = $this->postJson("/api/intakes/{$intake}/address-check")
            ->assertOk()
            ->json('id');
        self::assertSame(['confirmed' => 3, 'question' => 0, 'not_found' => 1, 'not_asked' => 0], $this->verified($intake));
        self::assertSame(4, $this->asked);

        $decide = fn(string $group, string $to) => $this->postJson("/api/address-checks/{$check}/decide", [
            'group' => $group,
            'number' => null,
            'to' => $to,
        ]);
        $decide('number_not_on_street', 'only')->assertOk();
        $decide('moved', 'only')
            ->assertOk()
            ->assertJson(['decided' => 1]);
        self::assertSame(4, $this->verified($intake)['confirmed']);
        $this->postJson("/api/intakes/{$intake}/load", ['name' => 'people'])->assertOk();
        self::assertSame(
            ['142 Schooner Ln', '77 Foxglove Ln'],
            [self::address('142 Schooner Ln')['line1'] ?? '', self::address('77 Foxglove Ln')['line1'] ?? ''],
        );
        self::assertSame('Unit 3', self::address('77 Foxglove Ln')['line2']);
        // What was answered is known of the stored ones too.
        self::assertSame(
            'confirmed',
            DB::table('address_states')->where('address_id', self::address('14 Elm Street')['id'])->value('outcome'),
        );
    }

    public function test_a_decision_of_an_intake_that_is_taken_back_leaves_the_row_as_it_was(): void
    {
        $intake = $this->sifted(self::PEOPLE)->id;
        $check = $this->postJson("/api/intakes/{$intake}/address-check")->json('id');
        $number = $this->rows($check, 'number_not_on_street')[0]['number'];
        foreach (['take:0', ''] as $to) {
            $this->postJson("/api/address-checks/{$check}/decide", [
                'group' => 'number_not_on_street',
                'number' => $number,
                'to' => $to,
            ])->assertOk();
        }

        self::assertSame(0, DB::table('intake_edits')->count());
        self::assertSame(1, $this->verified($intake)['not_found']);
    }

    public function test_an_intake_asks_by_itself_if_it_is_set_so(): void
    {
        $intake = $this->sifted(self::PEOPLE, ['verify_addresses' => true])->id;
        self::assertSame(4, array_sum($this->verified($intake)));

        // Whatever is worked out anew is told again, without another question.
        $this->postJson("/api/intakes/{$intake}/sift")->assertOk();
        self::assertSame([4, 4], [array_sum($this->verified($intake)), $this->asked]);
    }

    public function test_a_directory_that_is_down_holds_no_load_up(): void
    {
        $this->quirks = ['down' => 1];
        $intake = $this->sifted(self::PEOPLE, ['verify_addresses' => true])->id;
        self::assertSame(4, $this->verified($intake)['not_asked']);
        $this->postJson("/api/intakes/{$intake}/load", ['name' => 'people'])->assertOk();
        self::assertSame([4, 0], [DB::table('supporters')->count(), DB::table('address_states')->count()]);
    }

    public function test_a_file_without_a_column_for_a_part_is_said(): void
    {
        $intake = $this->sifted("First name,Last name,Street,City\nBo,Park,412 Schooner Ln,Kittiwake\n")->id;
        $check = $this->postJson("/api/intakes/{$intake}/address-check")
            ->assertOk()
            ->json('id');
        $number = $this->rows($check, 'number_not_on_street')[0]['number'];
        $this->postJson("/api/address-checks/{$check}/decide", ['group' => 'number_not_on_street', 'number' => $number, 'to' => 'take:0'])
            ->assertStatus(422)
            ->assertJson(['message' => 'The file has no column for a part of this address. Correct the row itself.']);
        self::assertSame('', $this->rows($check, 'number_not_on_street')[0]['decision']);
    }

    public function test_an_address_that_is_written_anew_is_not_verified_until_it_is_asked_about(): void
    {
        $this->stored();
        $id = (int) self::address('14 Elm Street')['supporter_id'];
        $form = $this->getJson("/api/supporters/{$id}/form")
            ->assertOk()
            ->json();
        $draft = $form['draft'];
        $draft['addresses'][0]['line1'] = '16 Elm St';
        $this->putJson("/api/supporters/{$id}/form", [
            'draft' => $draft,
            'opened' => $form['draft'],
            'version' => $form['version'] ?? null,
        ])->assertOk();

        self::assertFalse(DB::table('address_states')->where('address_id', self::address('16 Elm St')['id'])->exists());
    }

    public function test_one_supporter_and_those_whose_answer_is_old(): void
    {
        $this->stored();
        $id = (int) self::address('14 Elm Street')['supporter_id'];
        $one = $this->postJson('/api/address-checks', ['kind' => 'supporter', 'supporter' => $id])
            ->assertCreated()
            ->json('id');
        self::assertSame(1, $this->page($one)['check']['figures']['addresses']);
        $found = $this->postJson('/api/address-checks', ['kind' => 'search', 'query' => ['q' => 'Paget']])
            ->assertCreated()
            ->json('id');
        self::assertSame(1, $this->page($found)['check']['figures']['addresses']);
        $this->postJson('/api/address-checks', ['kind' => 'older', 'days' => 30])->assertStatus(422);
        DB::table('address_states')->update(['asked_at' => now()->subDays(31)]);
        $this->postJson('/api/address-checks', ['kind' => 'older', 'days' => 30])->assertCreated();
    }

    public function test_old_answers_are_asked_for_again_at_night_if_it_is_set_so(): void
    {
        $this->stored();
        DB::table('address_states')->update(['asked_at' => now()->subDays(31)]);
        DB::table('postal_answers')->update(['asked_at' => now()->subDays(31)]);
        $this->travelTo(now()->setTime(4, 0));
        app(CheckSchedule::class)->run();
        self::assertSame(4, $this->asked);

        (new DirectorySettings('http://directory.test', Desk::KEY, keepDays: 30, everyDays: 30))->keep();
        app(CheckSchedule::class)->run();
        app(CheckSchedule::class)->run();
        self::assertSame([8, 2], [$this->asked, AddressCheck::query()->count()]);
    }

    public function test_those_who_live_at_one_door_now_are_looked_for_among_the_duplicates(): void
    {
        $id = $this->stored();
        $before = DuplicateSearch::query()->count();
        $this->postJson("/api/address-checks/{$id}/apply")->assertOk();
        self::assertSame($before + 1, DuplicateSearch::query()->count());
    }

    public function test_only_an_administrator_sets_the_directory_and_the_key_is_never_shown(): void
    {
        $settings = ['url' => 'http://directory.test', 'batch' => 50, 'rate' => 0, 'timeout' => 10, 'keep_days' => 30, 'every_days' => 90];
        $this->putJson('/api/postal-directory', $settings)->assertForbidden();

        $this->as(Role::Administrator);
        $this->putJson('/api/postal-directory', [...$settings, 'batch' => 0])->assertStatus(422);
        $answer = $this->putJson('/api/postal-directory', $settings)
            ->assertOk()
            ->assertJson(['batch' => 50, 'has_key' => true]);
        self::assertStringNotContainsString(Desk::KEY, (string) $answer->getContent());
        self::assertStringNotContainsString(
            Desk::KEY,
            (string) DB::table('settings')->where('name', DirectorySettings::NAME)->value('value'),
        );
        $this->postJson('/api/postal-directory/try')
            ->assertOk()
            ->assertJson(['answers' => true]);
    }

    public function test_the_own_network_is_not_asked(): void
    {
        (new DirectorySettings('http://169.254.169.254', 'x'))->keep();
        $this->as(Role::Administrator)
            ->postJson('/api/postal-directory/try')
            ->assertOk()
            ->assertJson(['answers' => false]);
        self::assertSame(0, $this->calls);
    }

    public function test_whoever_may_not_see_addresses_checks_none(): void
    {
        $id = $this->checked();
        $this->as(Role::Administrator)
            ->patchJson('/api/fields/address.line1', ['see' => ['roles' => ['administrator'], 'users' => []]])
            ->assertOk();
        $this->as();
        $this->getJson("/api/address-checks/{$id}")->assertForbidden();
        $this->get("/api/address-checks/{$id}/file")->assertForbidden();
        $this->getJson('/api/undeliverable')->assertForbidden();
    }
}
