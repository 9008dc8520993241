<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\Erasing\Copies;
use App\Erasing\ErasedAgain;
use App\Erasing\Erasing;
use App\Erasing\Erasure;
use App\Erasing\RunErasure;
use App\Installation\RestorePoints;
use App\Records\Supporter;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Queue;
use Illuminate\Support\Facades\Storage;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/** Erasing someone: nothing is left of who it was, wherever one looks; what was given stays; nothing brings them back. */
final class ErasingTest extends TestCase
{
    private const FILE =
        "First name,Last name,Email,Phone,Address,City,State,ZIP,Amount,Date,Fund,Notes,Tribute\n" .
        "Wilhelmina,Quokkabury,mina@quokka.example,(207) 555-0142,14 Wombat Lane,Bath,ME,04530,120.00,2025-03-04,General,Likes numbats,\n" .
        "Theodore,Marlowe,theo@marlowe.example,,9 Elm St,Bath,ME,04530,35.00,2025-05-06,General,,Wilhelmina Quokkabury\n";

    /** Whatever tells of her, in any spelling. */
    private const WORDS = ['wilhelmina', 'quokka', 'wombat', '5550142', '555-0142', 'numbat'];

    private int $intake;

    protected function setUp(): void
    {
        parent::setUp();
        foreach (['restore-points', 'sources', 'exports'] as $folder) {
            Storage::disk('local')->deleteDirectory($folder);
        }
        Storage::disk('local')->delete('erased.jsonl');
        $this->as();
        $this->intake = $this->loaded(self::FILE)->id;
        DB::table('gifts')
            ->where('tribute', 'Wilhelmina Quokkabury')
            ->update(['tribute_id' => 1, 'tribute_kind' => 'honor']);
    }

    /** @param  array<string, mixed>  $asked */
    private function erase(array $asked = [], int $id = 1): TestResponse
    {
        return $this->as(Role::Administrator)->postJson("/api/supporters/{$id}/erasure", [
            'asked_by' => 'the person',
            'reason' => 'Letter of November 2.',
            'number' => $id,
            ...$asked,
        ]);
    }

    /** @return list<string> where something of her still stands: "table.column" or the name of a file */
    private function traces(): array
    {
        $found = [];
        $columns = DB::select(
            "select table_name as t, column_name as c from information_schema.columns where table_schema = database()
            and data_type in ('varchar', 'char', 'text', 'mediumtext', 'longtext', 'json') and table_name not in ('jobs', 'sessions')",
        );
        foreach ($columns as $column) {
            foreach (self::WORDS as $word) {
                if (
                    DB::table($column->t)
                        ->whereRaw("lower(`{$column->c}`) like ?", ["%{$word}%"])
                        ->exists()
                ) {
                    $found[] = "{$column->t}.{$column->c}";
                }
            }
        }
        foreach (Storage::disk('local')->allFiles() as $file) {
            $content = (string) Storage::disk('local')->get($file);
            $content = strtolower(str_ends_with($file, '.gz') ? (string) gzdecode($content) : $content);
            foreach (self::WORDS as $word) {
                if (str_contains($content, $word)) {
                    $found[] = $file;
                }
            }
        }

        return array_values(array_unique($found));
    }

    private function liveFully(): void
    {
        $this->postJson('/api/rules', ['subject' => 'supporter', 'field' => 'name.last', 'strength' => 'should'])->assertCreated();
        $this->postJson('/api/supporters/1/notes', [
            'noted_on' => '2026-11-02',
            'kind' => 'call',
            'text' => 'Wilhelmina is moving.',
        ])->assertCreated();
        // She was there twice.
        $twin = $this->byHand('Mina', 'Quokkabury', 'mina2@quokka.example');
        $this->postJson('/api/merges', ['supporters' => [1, $twin], 'survivor' => 1])->assertCreated();
        $this->postJson('/api/exports', ['of' => 'supporters', 'format' => 'csv'])->assertCreated();
        $this->postJson('/api/mailings', ['name' => 'Spring', 'query' => [], 'per' => 'supporter', 'must_agree' => false])->assertCreated();
        $this->upload("Name,Email\nWilhelmina Quokkabury,mina@quokka.example\nNobody Else,ne@example.org\n", 'second.csv');
        $second = (int) DB::table('intakes')->max('id');
        $this->postJson("/api/intakes/{$second}/sift");
        app(RestorePoints::class)->take('before it');
    }

    public function test_nothing_is_left_of_who_it_was_in_any_table_or_file(): void
    {
        $this->liveFully();
        self::assertNotSame([], $this->traces());
        $has = $this->as(Role::Administrator)->getJson('/api/supporters/1/erasure')->assertOk()->json('has');
        self::assertSame([1, 1, 2], [$has['gifts'], $has['dated notes'], $has['rows of files']]);
        $this->erase()->assertStatus(202);
        $proof = $this->getJson('/api/supporters/1/erasure')->assertOk()->assertJsonPath('name', 'Erased person')->json('erasure');
        self::assertSame('done', $proof['state'], (string) $proof['error']);
        self::assertSame([], $this->traces());
        // What was given stays, without a name.
        self::assertSame('120.00', DB::table('gifts')->where('supporter_id', 1)->value('amount'));
        self::assertSame('Theodore', Supporter::query()->findOrFail(2)->first_name);
        $this->getJson('/api/supporters/1')->assertOk()->assertJsonPath('gift_count', 1)->assertJsonPath('addresses', []);
        $this->getJson('/api/supporters/1/history')->assertOk();
        $this->getJson("/api/intakes/{$this->intake}/rows/2")->assertOk();
        $this->getJson("/api/intakes/{$this->intake}/file")->assertNotFound();
        self::assertSame(1, DB::table('audit')->where('kind', 'erased')->count());
        self::assertSame(0, DB::table('shortfalls')->where('supporter_id', 1)->count(), 'Nobody can complete them.');
    }

    public function test_undoing_what_was_done_before_passes_them_over_and_says_so(): void
    {
        $this->erase()->assertStatus(202);
        $this->as();
        $report = $this->getJson("/api/intakes/{$this->intake}/undo")
            ->assertOk()
            ->json();
        self::assertStringContainsString('erased', json_encode($report, JSON_THROW_ON_ERROR));
        $this->postJson("/api/intakes/{$this->intake}/undo")->assertOk();
        self::assertSame(['Erased person'], DB::table('supporters')->pluck('display_name')->all());
        self::assertSame(['120.00'], DB::table('gifts')->pluck('amount')->all());
    }

    /** @return iterable<string, array{string, string, array<string, mixed>}> */
    public static function writings(): iterable
    {
        yield 'a note' => ['POST', 'supporters/1/notes', ['noted_on' => '2026-11-02', 'kind' => 'call', 'text' => 'Back again.']];
        yield 'a merge' => ['POST', 'merges', ['supporters' => [1, 2], 'survivor' => 2]];
    }

    /** @param  array<string, mixed>  $body */
    #[DataProvider('writings')]
    public function test_nothing_is_written_of_them_again(string $method, string $url, array $body): void
    {
        $this->erase()->assertStatus(202);
        $before = $this->records();
        $answer = $this->as()->json($method, "/api/{$url}", $body);
        self::assertGreaterThanOrEqual(400, $answer->status());
        self::assertLessThan(500, $answer->status());
        self::assertStringContainsString('erased', (string) $answer->json('message'));
        self::assertEquals($before, $this->records());
    }

    public function test_a_change_of_many_passes_them_over_and_says_so(): void
    {
        $this->erase()->assertStatus(202);
        $id = $this->as()
            ->postJson('/api/bulk-changes', [
                'query' => ['q' => ''],
                'steps' => [['kind' => 'join', 'field' => 'groups', 'value' => 'Board']],
            ])
            ->assertCreated()
            ->json('id');
        $planned = (string) $this->getJson("/api/bulk-changes/{$id}")
            ->assertJsonPath('writes', 1)
            ->getContent();
        self::assertStringContainsString('they were erased', $planned);
        $this->postJson("/api/bulk-changes/{$id}/write")->assertOk();
        $this->getJson("/api/bulk-changes/{$id}")->assertJsonPath('state', 'done');
        self::assertSame([2], DB::table('memberships')->pluck('supporter_id')->all());
        $erased = $this->as(Role::Administrator)->getJson('/api/audit?kind=erased')->json('entries.0');
        self::assertNull($erased['act_id'], 'There is nothing to undo.');
    }

    public function test_what_waits_in_a_batch_is_posted_without_a_name_and_taken_back_as_ever(): void
    {
        $batch = $this->postJson('/api/batches', [
            'name' => 'Monday',
            'received_on' => '2026-11-24',
            'expected_gifts' => 1,
            'expected_amount' => '50',
        ])->json('batch.id');
        $this->postJson("/api/batches/{$batch}/entries", [
            'supporter' => 1,
            'values' => ['gift.amount' => '50', 'gift.date' => '2026-11-24', 'gift.notes' => 'From Wilhelmina'],
        ])->assertCreated();
        $this->erase()->assertStatus(202);
        self::assertSame([], $this->traces());
        $this->as()
            ->postJson("/api/batches/{$batch}/ready")
            ->assertOk();
        $this->postJson("/api/batches/{$batch}/post")->assertOk();
        self::assertSame('170.00', DB::table('gifts')->where('supporter_id', 1)->sum('amount'));
        self::assertSame([], $this->traces());
    }

    public function test_a_household_goes_and_its_members_stay(): void
    {
        $home = $this->postJson('/api/duplicates/household', ['supporters' => [1, 2]])->json();
        $id = (int) DB::table('supporters')->where('kind', 'household')->value('id');
        self::assertGreaterThan(0, $id, json_encode($home, JSON_THROW_ON_ERROR));
        $this->erase([], $id)->assertStatus(202);
        self::assertSame('Erased household', DB::table('supporters')->where('id', $id)->value('display_name'));
        self::assertSame(0, DB::table('links')->count());
        self::assertSame('Wilhelmina Quokkabury', DB::table('supporters')->where('id', 1)->value('display_name'));
        self::assertSame('mina@quokka.example', DB::table('emails')->where('supporter_id', 1)->value('address'));
    }

    public function test_a_row_that_tells_of_them_again_is_someone_new(): void
    {
        $this->erase()->assertStatus(202);
        $intake = $this->loaded("First name,Last name,Email\nWilhelmina,Quokkabury,mina@quokka.example\n");
        self::assertSame(['new' => 1], $this->outcomes($intake));
    }

    public function test_the_same_file_once_more_brings_neither_them_nor_their_gifts_again(): void
    {
        $this->erase()->assertStatus(202);
        $intake = $this->loaded(self::FILE);
        self::assertSame(['120.00', '35.00'], DB::table('gifts')->orderByDesc('amount')->pluck('amount')->all());
        self::assertSame(2, DB::table('supporters')->count());
        self::assertSame('Erased person', DB::table('supporters')->where('id', 1)->value('display_name'));
        self::assertSame(['unchanged' => 1, 'left_out' => 1], $this->outcomes($intake));
        self::assertSame(
            'It tells of someone who was erased',
            DB::table('intake_results')->where('intake_id', $intake->id)->where('number', 2)->value('reason'),
        );
    }

    public function test_a_row_that_waits_is_left_out(): void
    {
        $this->upload("First name,Last name,Email\nWilhelmina,Quokkabury,mina@quokka.example\nOda,Fen,oda@example.org\n", 'more.csv');
        $second = (int) DB::table('intakes')->max('id');
        $this->postJson("/api/intakes/{$second}/sift")->assertOk();
        $this->erase()->assertStatus(202);
        $this->as()
            ->postJson("/api/intakes/{$second}/load", ['name' => DB::table('intakes')->where('id', $second)->value('name')])
            ->assertOk();
        self::assertSame(
            ['Erased person', 'Oda Fen', 'Theodore Marlowe'],
            DB::table('supporters')->orderBy('sort_name')->pluck('display_name')->sort()->values()->all(),
        );
    }

    public function test_a_restored_database_has_them_erased_again(): void
    {
        $this->liveFully();
        $points = app(RestorePoints::class);
        $old = $points->all()[0];
        $folder = Storage::disk('local')->path('restore-points');
        $kept = [];
        foreach (['json', 'sql.gz'] as $ending) {
            $kept[$ending] = (string) file_get_contents("{$folder}/{$old->name}.{$ending}");
        }
        $this->travel(2)->seconds();
        $this->erase()->assertStatus(202);
        self::assertCount(1, $points->all());
        // Someone had a copy of it, and puts it back.
        foreach ($kept as $ending => $content) {
            file_put_contents("{$folder}/{$old->name}.{$ending}", $content);
        }
        Queue::fake();
        $points->restore($points->find($old->name));
        self::assertSame('Erased person', DB::table('supporters')->where('id', 1)->value('display_name'));
        $waiting = Erasure::query()->latest('id')->firstOrFail();
        self::assertSame(Erasure::RESTORED, $waiting->asked_by);
        (new RunErasure($waiting->id))->handle(app(Erasing::class), app(Copies::class));
        self::assertSame([], $this->traces());
        self::assertSame('Marlowe', DB::table('supporters')->where('id', 2)->value('last_name'));
    }

    public function test_a_number_that_is_anothers_in_an_older_copy_is_left_alone(): void
    {
        Storage::disk('local')->put('erased.jsonl', '{"id":2,"since":"2001-01-01 00:00:00.000","erased_at":"2026-01-01T00:00:00+00:00"}');
        app(ErasedAgain::class)->settle('');
        self::assertSame('Theodore Marlowe', DB::table('supporters')->where('id', 2)->value('display_name'));
    }

    public function test_all_that_is_kept_about_someone_can_be_given_to_them(): void
    {
        $this->liveFully();
        $file = $this->as(Role::Administrator)->get('/api/supporters/1/about.zip')->assertOk()->baseResponse;
        self::assertInstanceOf(BinaryFileResponse::class, $file);
        $zip = new \ZipArchive();
        self::assertTrue($zip->open($file->getFile()->getPathname()));
        [$json, $page] = [(string) $zip->getFromName('about.json'), (string) $zip->getFromName('about.html')];
        foreach (['Quokkabury', '14 Wombat Lane', '120.00', 'Wilhelmina is moving.', 'mina2@quokka.example', 'people.csv'] as $told) {
            self::assertStringContainsString($told, $json);
            self::assertStringContainsString($told, $page);
        }
        self::assertStringNotContainsString('Marlowe', $json);
        $this->as(Role::DataSteward)->getJson('/api/supporters/1/about.zip')->assertForbidden();
    }

    public function test_the_reason_does_not_name_them_and_the_number_is_written_once_more(): void
    {
        $this->erase(['reason' => 'Wilhelmina Quokkabury wrote to us'])
            ->assertStatus(422)
            ->assertJsonPath('message', 'The reason stays when all else goes: write it without their name.');
        $this->erase(['number' => 2])->assertStatus(422);
        $this->erase(['asked_by' => 'a neighbor'])->assertStatus(422);
        self::assertSame('Wilhelmina Quokkabury', DB::table('supporters')->where('id', 1)->value('display_name'));
        $this->erase()->assertStatus(202);
        $this->erase()->assertStatus(409);
    }
}
