<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Intakes\Intake;
use App\Intakes\IntakeState;
use App\Records\Loads;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use PHPUnit\Framework\Attributes\DataProvider;
use PineSieve\Core\Columns\ColumnPlan;
use PineSieve\Core\Columns\ColumnState;
use Tests\Support\Xlsx;

/** An intake from the file to the proof. */
final class IntakeTest extends TestCase
{
    private const FILE = <<<'CSV'
    Legacy No,First name,Last name,Street,City,State,Zip,Email,Phone,Gift date,Amount,Fund,Paid by
    A1,Ann,Lee,12 elm street,DOVER,NH,3820,ann@example.org,(603) 555-0143,2020-01-02,$25.00,Boat,Visa
    A1,Ann,Lee,12 Elm St,Dover,NH,03820,ann@example.org,,2021-01-02,$30.00,Boat,Visa
    A2,Bo,Park,4 Oak Rd,Saco,ME,04072,,,2020-05-06,"1,000.00",,check
    A3,,,,,,,nobody@example.org,,2020-05-07,10,,cash
    A4,Cy,Dahl,,,,,cy at example.org,,,,,
    ,Ann,Lee,,,,,other@example.org,,2022-01-01,5,,cash
    CSV;

    public function test_a_file_all_the_way_and_a_second_time(): void
    {
        $this->holdUnreadable('email');
        $intake = $this->loaded(self::FILE, ['accept_addresses' => true]);
        $proof = $this->getJson("/api/intakes/{$intake->id}/proof")
            ->assertOk()
            ->json();

        self::assertSame(IntakeState::Loaded, $intake->state);
        self::assertSame(['new' => 2, 'updated' => 1, 'unchanged' => 0, 'held' => 3, 'left_out' => 0], $proof['outcomes']);
        self::assertSame(
            [6, '1070.00', ['USD' => '1055.00'], ['USD' => '15.00'], true],
            [$proof['rows'], $proof['source_amount'], $proof['money']['new'], $proof['money']['held'], $proof['balanced']],
        );
        self::assertSame(['created' => 2, 'updated' => 0], $proof['supporters'], 'Two gifts of one new person make one supporter.');
        self::assertSame(2, DB::table('supporters')->count());
        self::assertSame('12 Elm St', DB::table('addresses')->where('city', 'Dover')->value('line1'));

        $before = $this->records();
        $again = $this->loaded(self::FILE, ['accept_addresses' => true]);
        self::assertSame(['unchanged' => 3, 'held' => 3], $this->outcomes($again));
        self::assertSame($before, $this->records(), 'The same file a second time writes nothing.');
        self::assertTrue($this->getJson("/api/intakes/{$again->id}/proof")->json('balanced'));
    }

    public function test_the_preview_is_what_is_loaded(): void
    {
        $this->loaded("Last name,First name,Email\nLee,Ann,ann@example.org\n");
        $intake = $this->sifted("Last name,First name,Email,Phone\nLee,Ann,ann@example.org,603-555-0143\nPark,Bo,bo@example.org,\n");
        $new = $this->getJson("/api/intakes/{$intake->id}/preview?outcome=new")->json('rows');
        $updated = $this->getJson("/api/intakes/{$intake->id}/preview?outcome=updated")->json('rows');

        self::assertSame([3, 'Bo Park'], [$new[0]['number'], $new[0]['display']]);
        self::assertSame(
            [
                [
                    'subject' => 'phone',
                    'action' => 'create',
                    'fields' => [['column' => 'number', 'label' => 'Phone', 'before' => null, 'after' => '+16035550143']],
                ],
            ],
            $updated[0]['changes'],
        );
        self::assertSame(1, DB::table('supporters')->count(), 'Nothing is written before the load.');

        $planned = DB::table('intake_results')->where('intake_id', $intake->id)->pluck('changes', 'number')->all();
        $this->postJson("/api/intakes/{$intake->id}/load", ['name' => 'Second'])->assertOk();
        foreach ($planned as $number => $changes) {
            $written = json_decode(
                (string) DB::table('journal')->whereIn('act_id', Loads::acts($intake->id))->where('row_number', $number)->value('changes'),
                true,
            );
            self::assertSame(array_column(json_decode((string) $changes, true), 'fields'), array_column($written, 'fields'));
        }
    }

    /** @return iterable<string, array{string, string, string}> */
    public static function badFiles(): iterable
    {
        yield 'empty' => ['', 'a.csv', 'empty'];
        yield 'a picture with a table\'s name' => ["\x89PNG\r\n\x1a\n" . str_repeat("\0", 50), 'a.csv', 'not a spreadsheet'];
        yield 'an old or encrypted workbook' => ["\xD0\xCF\x11\xE0\xA1\xB1\x1A\xE1" . str_repeat("\0", 600), 'a.xlsx', 'password'];
        yield 'a workbook cut short' => ["PK\x03\x04abc", 'a.xlsx', 'damaged'];
    }

    #[DataProvider('badFiles')]
    public function test_a_file_that_can_not_be_used_is_refused_and_leaves_nothing(string $content, string $name, string $says): void
    {
        $kept = count(Storage::allFiles('sources'));
        $this->as();
        $message = $this->upload($content, $name)->assertStatus(422)->json('message');

        self::assertStringContainsString($says, (string) $message);
        self::assertSame([0, $kept], [DB::table('intakes')->count(), count(Storage::allFiles('sources'))]);
    }

    public function test_a_header_alone_fails_in_plain_words_and_can_be_discarded(): void
    {
        $this->as();
        $id = $this->upload("First,Last\n")->assertCreated()->json('id');
        $this->getJson("/api/intakes/{$id}")->assertJson([
            'state' => 'failed',
            'error' => 'The file has no rows below its header. Nothing was read.',
        ]);
        $this->deleteJson("/api/intakes/{$id}")->assertOk();
        $this->getJson("/api/intakes/{$id}")->assertStatus(404);
    }

    public function test_a_file_that_breaks_off_shows_what_can_be_read_of_it(): void
    {
        $this->as();
        $id = $this->upload("Last name,First name\nLee,Ann\n\"Park,Bo\nand so on\n")->assertCreated()->json('id');

        $this->getJson("/api/intakes/{$id}")->assertJson([
            'state' => 'failed',
            'error' =>
                'Row 3 opens a quotation mark that is never closed, so the rest of the file would be one cell. Correct that row in a text editor.',
        ]);
        $source = $this->getJson("/api/intakes/{$id}/source")
            ->assertOk()
            ->json();
        self::assertSame(
            [',', ['Last name', 'First name'], ['Lee', 'Ann']],
            [$source['delimiter'], $source['rows'][0]['cells'], $source['rows'][1]['cells']],
        );
    }

    public function test_two_who_change_the_columns_at_once_lose_nothing(): void
    {
        $this->as();
        $id = $this->upload("Name,Spare,Email\nAnn Lee,x,a@example.org\nBo Park,y,b@example.org\n")->json('id');
        // Both were read before either wrote.
        [$one, $other] = [Intake::query()->findOrFail($id), Intake::query()->findOrFail($id)];
        $one->changePlan(static fn(ColumnPlan $plan): ColumnPlan => $plan->withOpenLeftBehind());
        $other->changePlan(static fn(ColumnPlan $plan): ColumnPlan => $plan->withAccepted(static fn(): bool => true));

        self::assertSame(
            [ColumnState::Sure, ColumnState::LeftBehind, ColumnState::Sure],
            array_column(Intake::query()->findOrFail($id)->columnPlan()->choices, 'state'),
        );
    }

    public function test_how_a_source_is_read_can_be_changed(): void
    {
        $this->as();
        $id = $this->upload(mb_convert_encoding("Our donors;;\nFirst;Last;Town\nJosé;Lee;Forlì\n", 'Windows-1252', 'UTF-8'))->json('id');
        $source = $this->getJson("/api/intakes/{$id}/source")
            ->assertOk()
            ->json();
        self::assertSame(['windows-1252', ';', 2], [$source['encoding'], $source['delimiter'], $source['header_row']]);
        self::assertSame([1, 2, 3], array_column($source['rows'], 'number'));

        $this->patchJson("/api/intakes/{$id}/source", ['header_row' => 1])->assertOk();
        self::assertSame(['Our donors', 'Unnamed 2', 'Unnamed 3'], $this->getJson("/api/intakes/{$id}/source")->json('headers'));
        self::assertSame(2, $this->getJson("/api/intakes/{$id}")->json('rows'));

        $this->patchJson("/api/intakes/{$id}/source", ['encoding' => 'UTF-8'])->assertOk();
        $findings = $this->getJson("/api/intakes/{$id}/findings")->json('findings');
        self::assertSame(['stray bytes' => 2], array_intersect_key(array_column((array) $findings, 'count', 'kind'), ['stray bytes' => 0]));
        $this->patchJson("/api/intakes/{$id}/source", ['encoding' => 'windows-1252'])->assertOk();
        $this->getJson("/api/intakes/{$id}")->assertJson(['state' => 'mapping', 'rows' => 1]);
        $this->patchJson("/api/intakes/{$id}/source", ['delimiter' => 'x'])->assertStatus(422);
    }

    public function test_a_workbook_and_its_sheets(): void
    {
        $path = storage_path('app/two.xlsx');
        $cell = static fn(string $text): string => "<c t=\"inlineStr\"><is><t>{$text}</t></is></c>";
        Xlsx::write($path, [
            'Empty notes' => '<row r="1">' . $cell('Notes') . '</row><row r="2">' . $cell('x') . '</row>',
            'People' =>
                '<row r="1">' .
                $cell('Last name') .
                $cell('Gift date') .
                $cell('Amount') .
                '</row><row r="2">' .
                $cell('Lee') .
                '<c s="1"><v>43832</v></c><c><v>25.5</v></c></row>',
        ]);
        $this->as();
        $id = $this->post(
            '/api/intakes',
            ['file' => new UploadedFile($path, 'two.xlsx', null, null, true)],
            ['Accept' => 'application/json'],
        )
            ->assertCreated()
            ->json('id');
        $this->getJson("/api/intakes/{$id}/source")->assertJson([
            'sheets' => ['Empty notes', 'People'],
            'sheets_read' => ['Empty notes'],
            'encoding' => null,
        ]);
        $this->patchJson("/api/intakes/{$id}/source", ['sheets_read' => ['People']])->assertOk();

        self::assertSame(
            [['Last name', 'Gift date', 'Amount'], ['Lee', '2020-01-02', '25.5']],
            array_column($this->getJson("/api/intakes/{$id}/source")->json('rows'), 'cells'),
        );
    }

    public function test_columns_must_be_settled_and_a_field_is_fed_once(): void
    {
        $this->as();
        $id = $this->upload("Last name,Since,Odd\nLee,1/2/2020,x\nPark,3/4/2020,y\n")->json('id');
        $this->postJson("/api/intakes/{$id}/sift")
            ->assertStatus(422)
            ->assertJson(['message' => 'Some columns are neither given a field nor left behind. Settle them first.']);

        $columns = $this->getJson("/api/intakes/{$id}/columns")->json('columns');
        self::assertSame(['sure', 'look', 'open'], array_column($columns, 'state'));
        self::assertTrue($columns[1]['needs_date_order']);
        self::assertStringContainsString('choose the order', $columns[1]['evidence']);
        $this->postJson("/api/intakes/{$id}/columns/accept")->assertOk();
        $this->postJson("/api/intakes/{$id}/sift")->assertStatus(422);

        $this->patchJson("/api/intakes/{$id}/columns/1", ['target' => 'first_known', 'date_order' => 'dmy'])->assertOk();
        $values = array_column($this->getJson("/api/intakes/{$id}/columns/1")->json('values'), 'becomes', 'value');
        self::assertSame(['1/2/2020' => '2020-02-01', '3/4/2020' => '2020-04-03'], $values);
        $this->patchJson("/api/intakes/{$id}/columns/2", ['target' => 'name.last'])
            ->assertStatus(422)
            ->assertJsonFragment([
                'message' => 'The column "Last name" already becomes this field. Leave that column behind or give it another field first.',
            ]);
        $this->patchJson("/api/intakes/{$id}/columns/2", ['target' => 'shoe.size'])->assertStatus(422);
        self::assertSame(
            'left behind',
            $this->postJson("/api/intakes/{$id}/columns/leave")
                ->assertOk()
                ->json('columns.2.state'),
        );
        $this->postJson("/api/intakes/{$id}/sift")->assertOk();
        self::assertSame(
            ['new' => 2],
            $this->getJson("/api/intakes/{$id}")->json('outcomes') === null
                ? []
                : array_filter($this->getJson("/api/intakes/{$id}")->json('outcomes')),
        );
    }

    public function test_a_plan_is_kept_and_offered_for_the_next_file_with_these_headers(): void
    {
        $this->as();
        $first = $this->upload("Last name,When,Odd\nLee,1/2/2020,x\n")->json('id');
        $this->postJson("/api/intakes/{$first}/plan", ['name' => 'Monthly'])->assertStatus(422);
        $this->patchJson("/api/intakes/{$first}/columns/1", ['target' => 'first_known', 'date_order' => 'dmy'])->assertOk();
        $this->patchJson("/api/intakes/{$first}/columns/2", ['target' => null])->assertOk();
        $this->patchJson("/api/intakes/{$first}", ['effect' => 'replace', 'system' => 'the old one'])->assertOk();
        $this->postJson("/api/intakes/{$first}/plan", ['name' => 'Monthly'])->assertOk();

        $next = $this->upload("ODD,last_name,When\ny,Park,5/6/2021\n")->json('id');
        self::assertSame('Monthly', $this->getJson("/api/intakes/{$next}/source")->json('offered_plan'));
        self::assertSame(
            [],
            $this->putJson("/api/intakes/{$next}/plan", ['name' => 'Monthly'])
                ->assertOk()
                ->json('differences'),
        );
        $columns = $this->getJson("/api/intakes/{$next}/columns")->json('columns');
        self::assertSame([null, 'name.last', 'first_known'], array_column($columns, 'target'));
        self::assertSame('dmy', $columns[2]['date_order']);
        $this->getJson("/api/intakes/{$next}")->assertJson([
            'plan_name' => 'Monthly',
            'settings' => ['effect' => 'replace', 'system' => 'the old one'],
            'columns' => ['settled' => true],
        ]);

        $other = $this->upload("Last name,Email\nLee,a@example.org\n")->json('id');
        self::assertNull($this->getJson("/api/intakes/{$other}/source")->json('offered_plan'));
    }

    public function test_what_is_loaded_can_not_be_changed_any_more(): void
    {
        $intake = $this->loaded("Last name,First name\nLee,Ann\n");

        $this->patchJson("/api/intakes/{$intake->id}", ['effect' => 'replace'])->assertStatus(409);
        $this->patchJson("/api/intakes/{$intake->id}/source", ['header_row' => 2])->assertStatus(409);
        $this->patchJson("/api/intakes/{$intake->id}/columns/0", ['target' => null])->assertStatus(409);
        $this->postJson("/api/intakes/{$intake->id}/edits", ['kind' => 'row', 'number' => 2, 'to' => 'out'])->assertStatus(409);
        $this->postJson("/api/intakes/{$intake->id}/load", ['name' => 'Again'])->assertStatus(409);
        $this->deleteJson("/api/intakes/{$intake->id}")->assertStatus(422);
        $this->patchJson("/api/intakes/{$intake->id}", ['name' => 'A better name'])->assertOk();
    }

    public function test_today_lists_what_waits(): void
    {
        $this->holdUnreadable('email');
        $this->sifted("Last name,First name,Email\nLee,Ann,x\nPark,Bo,bo@example.org\nDahl,Cy,cy@example.org\n");
        $this->getJson('/api/today')->assertOk()->assertJsonPath('waiting.0.held.problem', 1)->assertJsonPath('supporters', 0);
        $this->getJson('/api/intakes')->assertOk()->assertJsonCount(1, 'intakes');
    }
}
