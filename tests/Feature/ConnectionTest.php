<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\Connections\Connection;
use App\Connections\PullSchedule;
use App\Installation\RestorePoints;
use App\Intakes\Intake;
use App\Intakes\IntakeState;
use Illuminate\Http\Client\Factory;
use Illuminate\Http\Client\Request;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Illuminate\Support\Facades\Storage;
use PHPUnit\Framework\Attributes\DataProvider;
use PineSieve\StandIns\Giving\Desk;
use PineSieve\StandIns\Giving\Till;

/** Gifts of another system, fetched, brought in, and fetched again; the stand-in platform answers as the real one does. */
final class ConnectionTest extends PullingTestCase
{
    public function test_everything_comes_in_once_however_often_it_is_fetched(): void
    {
        $this->connected();
        [$code, $said] = $this->pulled();

        self::assertSame([0, 300, 0, true], [$code, $said['fetched'], $said['seen_before'], $said['balanced']]);
        // Sixteen charges failed or are pending; nine went back, as a whole or in part.
        self::assertSame(300 - 16 + 9, $said['rows']);
        $there = $this->records();
        for ($i = 0; $i < 4; $i++) {
            [$code, $said] = $this->pulled('--since=2026-01-01');
            self::assertSame([0, 300, 300, 0], [$code, $said['fetched'], $said['seen_before'], $said['rows']]);
        }
        self::assertEquals($there, $this->records());
        // Whoever is not known is held; each of all others is there with the amount that is left.
        $held = DB::table('intake_results')->where('outcome', 'held')->count();
        self::assertSame(293 - $held, DB::table('gifts')->count());
        $intake = Intake::query()->sole();
        self::assertSame('Skerry Giving', $intake->settings->system);
        self::assertSame(
            DB::table('supporters')->count(),
            DB::table('identifiers')->where('system', 'Skerry Giving')->distinct()->count('supporter_id'),
        );
    }

    public function test_what_is_given_corrected_and_taken_back_arrives_with_the_next_pull(): void
    {
        $connection = $this->connected();
        $this->pulled();
        $this->did(['do' => 'give', 'first_name' => 'Una', 'last_name' => 'Seafarer', 'email' => 'una@example.org', 'amount' => '20.50']);
        $new = DB::table('gifts')->whereNull('corrects_id')->where('amount', '50.00')->orderByDesc('id')->first();
        $other = DB::table('gifts')
            ->whereNull('corrects_id')
            ->where('amount', '100.00')
            ->where('currency', 'USD')
            ->orderByDesc('id')
            ->first();
        $this->did(['do' => 'refund', 'id' => $new->source_id, 'amount' => '20']);
        $this->did(['do' => 'correct', 'id' => $other->source_id, 'amount' => '120']);
        [$code, $said] = $this->pulled();

        self::assertSame([0, 3, true], [$code, $said['rows'], $said['balanced']]);
        $sums = static fn(string $id): array => DB::table('gifts')
            ->where('source_id', 'like', "{$id}%")
            ->orderBy('id')
            ->pluck('amount')
            ->all();
        self::assertSame(['50.00', '-20.00'], $sums($new->source_id));
        self::assertSame(['100.00', '20.00'], $sums($other->source_id));
        self::assertSame(
            (int) $new->id,
            DB::table('gifts')
                ->where('source_id', "{$new->source_id}/1")
                ->value('corrects_id'),
        );
        self::assertSame('20.50', DB::table('gifts')->orderByDesc('id')->where('source_id', 'not like', '%/%')->value('amount'));

        // She gives again: her id there says who she is, whatever name she writes.
        $this->did(['do' => 'give', 'first_name' => 'U.', 'last_name' => 'Seafarer-Lee', 'email' => 'una@example.org', 'amount' => '7']);
        [, $said] = $this->pulled();
        self::assertSame([1, 0], [$said['rows'], $said['supporters']['created']]);
        $una = DB::table('supporters')->where('last_name', 'Seafarer')->value('id');
        self::assertSame(2, DB::table('gifts')->where('supporter_id', $una)->count());

        $origins = $this->getJson("/api/supporters/{$una}")
            ->assertOk()
            ->json('origins');
        self::assertStringStartsWith('transaction SK-', array_values($origins)[0]['intake']['place']);

        $page = $this->getJson("/api/connections/{$connection->id}")->assertOk();
        self::assertSame([1, 1, 1], [$page->json('pulls.1.new'), $page->json('pulls.1.changed'), $page->json('pulls.1.went_back')]);
    }

    public function test_what_was_discarded_or_taken_back_comes_again(): void
    {
        $this->connected();
        $this->pulled('--until=2026-08-15');
        $intake = Intake::query()->sole();
        $count = DB::table('gifts')->count();
        self::assertGreaterThan(20, $count);
        $this->postJson("/api/intakes/{$intake->id}/undo")->assertSuccessful();
        self::assertSame(IntakeState::Undone, $intake->refresh()->state);
        [, $said] = $this->pulled('--until=2026-08-15');
        self::assertSame($intake->row_count, $said['rows']);
        self::assertSame($count, DB::table('gifts')->count());

        // A pull from the screens waits to be looked at; discarded, it leaves nothing behind.
        $connection = Connection::query()->sole();
        $this->postJson("/api/connections/{$connection->id}/pull", ['since' => '2026-09-01', 'until' => '2026-09-30'])->assertStatus(202);
        $waiting = Intake::query()->orderByDesc('id')->first();
        self::assertSame(IntakeState::Ready, $waiting->state);
        $this->deleteJson("/api/intakes/{$waiting->id}")->assertOk();
        [, $said] = $this->pulled('--since=2026-09-01', '--until=2026-09-30');
        self::assertSame($waiting->row_count, $said['rows']);
    }

    public function test_a_dry_run_leaves_nothing_behind(): void
    {
        $connection = $this->connected();
        [$code, $said] = $this->pulled('--dry-run');
        self::assertSame([0, 300, true], [$code, $said['fetched'], $said['dry_run']]);
        self::assertGreaterThan(100, $said['supporters']['created']);
        foreach (['supporters', 'gifts', 'intakes', 'connection_transactions', 'connection_pulls'] as $table) {
            self::assertSame(0, DB::table($table)->count(), $table);
        }
        self::assertNull($connection->refresh()->place);
    }

    /** @return iterable<string, array{array<string, mixed>}> */
    public static function pagings(): iterable
    {
        yield 'by number' => [[]];
        yield 'by a cursor' => [['paging' => 'cursor', 'page_parameter' => 'after', 'next' => 'page.next']];
        yield 'by links' => [['paging' => 'link', 'page_parameter' => '']];
        yield 'of seven' => [['size' => 7]];
    }

    /** @param  array<string, mixed>  $form */
    #[DataProvider('pagings')]
    public function test_a_list_is_followed_to_its_end(array $form): void
    {
        $this->connected($form);
        [$code, $said] = $this->pulled('--since=2026-08-01', '--until=2026-09-15');
        self::assertSame(
            [0, [], $said['fetched']],
            [$code, $said['told'], count(array_unique(DB::table('connection_transactions')->pluck('transaction')->all()))],
        );
        self::assertGreaterThan(90, $said['fetched']);
    }

    /** @return iterable<string, array{array<string, int>}> */
    public static function badDays(): iterable
    {
        yield 'busy now and then' => [['busy_every' => 2]];
        yield 'broken now and then' => [['fail_every' => 3]];
        yield 'half an answer now and then' => [['half_every' => 2]];
    }

    /** @param  array<string, int>  $quirks */
    #[DataProvider('badDays')]
    public function test_a_bad_day_is_waited_out(array $quirks): void
    {
        $this->connected();
        $this->did(['do' => 'quirks', ...$quirks]);
        [$code, $said] = $this->pulled();
        self::assertSame([0, 300, []], [$code, $said['fetched'], $said['told']]);
        self::assertGreaterThan(4, count($this->asked), 'It was asked again.');
    }

    /** @return iterable<string, array{array<string, mixed>, string, string}> */
    public static function refused(): iterable
    {
        yield 'out of order' => [['down' => 1], Till::KEY, 'It is out of order (503).'];
        yield 'a key that has expired' => [[], 'old-key', 'It does not take the key (401). See whether it has expired.'];
        yield 'the same page without an end' => [['repeat' => 1], Till::KEY, 'is page'];
    }

    /** @param  array<string, mixed>  $quirks */
    #[DataProvider('refused')]
    public function test_one_that_does_not_answer_keeps_its_place_and_says_why(array $quirks, string $key, string $says): void
    {
        $connection = $this->connected([], $key);
        $this->did(['do' => 'quirks', ...$quirks]);
        [$code] = $this->pulled();
        self::assertSame(2, $code);
        self::assertSame([0, 0], [DB::table('connection_transactions')->count(), DB::table('intakes')->count()]);
        $connection->refresh();
        self::assertSame([null, 1], [$connection->place, $connection->failures]);
        self::assertStringContainsString($says, (string) $connection->error);
        self::assertStringNotContainsString($key, (string) DB::table('connection_pulls')->value('error'));
        Artisan::call('connection:list', ['--json' => true]);
        self::assertSame(
            [['name' => 'Skerry Giving', 'state' => 'failing', 'last' => '', 'waiting' => 0]],
            json_decode(Artisan::output(), true),
        );
        $this->did(['do' => 'quirks']);
        $connection->update(['key' => Till::KEY]);
        self::assertSame(0, $this->pulled()[0]);
        self::assertSame(['by hand', null], [$connection->refresh()->state(), $connection->error]);
    }

    public function test_what_is_left_out_between_two_pages_is_noticed(): void
    {
        $this->connected();
        $this->did(['do' => 'quirks', 'skip' => 1]);
        [, $said] = $this->pulled();
        self::assertStringContainsString('It says that there are 300, and 29', $said['told'][0]['says']);
        $this->did(['do' => 'quirks']);
        [, $said] = $this->pulled('--since=2026-01-01');
        self::assertSame([300, []], [$said['fetched'], $said['told']]);
        self::assertSame(300, DB::table('connection_transactions')->count());
    }

    /** @return iterable<string, array{string, array<string, string>, int, string}> */
    public static function answers(): iterable
    {
        $one = '{"charges":[{"id":"A","cents":500,"currency":"usd","status":"succeeded","charged_at":"2026-03-01T12:00:00Z"';
        yield 'no JSON' => ['<html>', [], 200, 'It is no JSON, or it breaks off.'];
        yield 'elsewhere' => ['', ['Location' => 'http://169.254.169.254/latest'], 302, 'It sends elsewhere (302), and is not followed.'];
        yield 'too long' => [
            $one . ',"message":"' . str_repeat('x', 17 * 1024 * 1024) . '"}]}',
            [],
            200,
            'One answer is longer than 16 MB.',
        ];
        yield 'a list of text' => ['{"charges":["A"]}', [], 200, 'What stands at place 1 of its list is no record.'];
        yield 'to wait for an hour' => ['{}', ['Retry-After' => '3600'], 429, 'It asks to wait 3600 seconds.'];
        yield 'a question that it does not know' => ['{}', [], 400, 'It refuses the question (400).'];
    }

    /** @param  array<string, string>  $headers */
    #[DataProvider('answers')]
    public function test_an_answer_that_is_none(string $body, array $headers, int $status, string $says): void
    {
        $connection = $this->connected();
        Http::swap(new Factory());
        Http::fake(static fn() => Http::response($body, $status, $headers));
        self::assertSame(2, $this->pulled()[0]);
        self::assertStringContainsString($says, (string) $connection->refresh()->error);
        self::assertSame(0, DB::table('intakes')->count());
    }

    public function test_wrong_types_come_in_as_they_are_and_are_held(): void
    {
        $this->connected();
        Http::swap(new Factory());
        $charge = [
            'status' => 'succeeded',
            'currency' => 'usd',
            'charged_at' => '2026-03-01T12:00:00Z',
            'donor' => ['id' => 'D1', 'first_name' => 'Ann', 'last_name' => 'Lee', 'email' => 'ann@example.org'],
        ];
        $body = [
            'charges' => [
                [...$charge, 'id' => 'A', 'cents' => 'much'],
                [...$charge, 'id' => 'B', 'cents' => 500, 'charged_at' => 'soon'],
                [...$charge, 'id' => ['x'], 'cents' => 700],
                [...$charge, 'id' => null, 'cents' => 800],
                [...$charge, 'id' => 'D', 'cents' => 900, 'message' => str_repeat('tern ', 2_000_000)],
                [...$charge, 'id' => 'E', 'cents' => 1100, 'donor' => 'nobody'],
            ],
        ];
        Http::fake(static fn(Request $request) => Http::response(str_contains($request->url(), 'page=1') ? $body : ['charges' => []]));
        [$code, $said] = $this->pulled();
        self::assertSame([0, 6], [$code, $said['rows']]);
        self::assertContains(['id' => 'A', 'says' => 'Its amount "much" is no amount'], $said['told']);
        self::assertContains('It has no id', array_column($said['told'], 'says'));
        self::assertNotContains('5.00', DB::table('gifts')->pluck('amount')->all(), 'A gift without a day is held.');
        self::assertContains('9.00', DB::table('gifts')->pluck('amount')->all());
        // Fetched again, nothing of it comes in a second time.
        self::assertSame(0, $this->pulled()[1]['rows']);
    }

    public function test_what_was_pulled_by_somebody_else_meanwhile_does_not_come_in_twice(): void
    {
        $this->connected();
        $isFirst = true;
        Http::swap(new Factory());
        Http::fake(function (Request $request) use (&$isFirst) {
            if ($isFirst) {
                $isFirst = false;
                $this->pulled();
            }
            parse_str((string) parse_url($request->url(), PHP_URL_QUERY), $query);
            [$status, $headers, $body] = (new Till((new Desk($this->file))->charges()))->take('Bearer ' . Till::KEY, $query);

            return Http::response($body, $status, $headers);
        });
        self::assertSame(2, $this->pulled()[0]);
        self::assertSame(1, Intake::query()->count());
        self::assertSame(300, DB::table('connection_transactions')->count());
        self::assertSame('failed', DB::table('connection_pulls')->orderBy('id')->value('state'));
    }

    public function test_only_public_addresses_are_called_and_the_key_goes_to_its_host_alone(): void
    {
        config(['sieve.notice_hosts' => []]);
        $form = ['form' => [...self::carried(), 'address' => 'http://127.0.0.1:9/list']];
        $this->as()
            ->postJson('/api/connections/look', [...$form, 'key' => 'k'])
            ->assertStatus(422)
            ->assertJsonFragment([
                'message' =>
                    '"127.0.0.1" is not on the public internet, and nothing is sent elsewhere unless NOTICE_HOSTS in the settings lists 127.0.0.1:9.',
            ]);
        self::assertSame([], $this->asked);

        config(['sieve.notice_hosts' => ['giving.test:443', 'other.test:443']]);
        $connection = $this->connected();
        $moved = ['name' => 'Skerry Giving', 'form' => [...self::carried(), 'address' => 'https://other.test/list']];
        $this->putJson("/api/connections/{$connection->id}", $moved)
            ->assertStatus(422)
            ->assertJsonPath('message', 'The address is another one: give the key again.');
        $this->putJson("/api/connections/{$connection->id}", [...$moved, 'key' => 'another'])->assertOk();
        self::assertSame('another', $connection->refresh()->key);
        // A link that leads to another host is not followed with it.
        Http::swap(new Factory());
        Http::fake(static fn() => Http::response(['charges' => [['id' => 'A']]], 200, ['Link' => '<https://giving.test/2>; rel="next"']));
        $connection->update(['form' => [...$moved['form'], 'paging' => 'link', 'page_parameter' => '']]);
        self::assertSame(2, $this->pulled()[0]);
        self::assertStringContainsString(
            'another host, giving.test, to which the key is not given',
            (string) $connection->refresh()->error,
        );
        Http::assertSentCount(1);
    }

    public function test_the_key_is_never_told(): void
    {
        $key = 'very-secret-key-of-skerry';
        $connection = $this->connected([], $key);
        $this->pulled();
        $answers = [
            $this->getJson('/api/connections')->content(),
            $this->getJson("/api/connections/{$connection->id}")
                ->assertJsonPath('has_key', true)
                ->content(),
            $this->get("/api/connections/{$connection->id}/file")
                ->assertOk()
                ->content(),
            $this->as(Role::Administrator)->getJson('/api/audit')->content(),
            $this->postJson('/api/connections/look', ['form' => self::carried(), 'of' => 'Skerry Giving'])->content(),
            (string) DB::table('connections')->value('key'),
            (string) json_encode(DB::table('connection_pulls')->get()),
            (string) json_encode(DB::table('jobs')->get()),
            (string) @file_get_contents(storage_path('logs/laravel.log')),
        ];
        $point = app(RestorePoints::class)->take(RestorePoints::BY_HAND);
        $dump = Storage::disk('local')->path("restore-points/{$point->name}.sql.gz");
        $answers['a restore point'] = (string) gzdecode((string) file_get_contents($dump));
        self::assertStringContainsString('Skerry Giving', $answers['a restore point']);
        $out = (string) tempnam(sys_get_temp_dir(), 'everything');
        Artisan::call('export:run', ['--of' => 'everything', '--out' => "{$out}.zip"]);
        $zip = new \ZipArchive();
        self::assertTrue($zip->open("{$out}.zip"));
        for ($i = 0; $i < $zip->numFiles; $i++) {
            $answers[] = (string) $zip->getFromIndex($i);
        }
        array_map(unlink(...), array_filter([$out, "{$out}.zip", "{$out}.zip.control.json"], file_exists(...)));
        foreach ($answers as $place => $answer) {
            self::assertStringNotContainsString($key, $answer, (string) $place);
        }
        self::assertSame($key, $connection->refresh()->key);
    }

    public function test_a_look_shows_how_a_first_answer_is_read_and_keeps_nothing(): void
    {
        $look = $this->as()
            ->postJson('/api/connections/look', ['form' => self::carried(), 'key' => Till::KEY])
            ->assertOk();
        self::assertSame([100, 100, 300], [$look->json('records'), $look->json('transactions'), $look->json('total')]);
        self::assertContains('donor.email', $look->json('headers'));
        self::assertSame('Gift id', $look->json('headers.0'));
        self::assertContains('succeeded', $look->json('states'));
        $this->postJson('/api/connections/look', ['form' => [...self::carried(), 'records' => 'gifts'], 'key' => Till::KEY])
            ->assertStatus(422)
            ->assertJsonPath('message', 'Its answer can\'t be read. There is no list in "gifts".');
        $this->postJson('/api/connections/look', ['form' => [...self::carried(), 'id' => ''], 'key' => Till::KEY])->assertStatus(422);
        self::assertSame([0, 0], [DB::table('connections')->count(), DB::table('connection_pulls')->count()]);
    }

    public function test_columns_that_a_person_settled_hold_for_the_next_pull(): void
    {
        $connection = $this->connected();
        $this->postJson("/api/connections/{$connection->id}/pull", ['until' => '2026-08-20'])->assertStatus(202);
        $intake = Intake::query()->sole();
        self::assertSame(IntakeState::Mapping, $intake->state);
        $this->postJson("/api/connections/{$connection->id}/pull")->assertStatus(202);
        self::assertSame(2, Intake::query()->count());
        self::assertSame(IntakeState::Mapping, Intake::query()->orderByDesc('id')->first()->state, 'Nobody has settled any columns yet.');

        $first = $this->loadedColumns($intake);
        $connection->refresh();
        $this->did(['do' => 'give', 'first_name' => 'Una', 'last_name' => 'Seafarer', 'email' => 'una@example.org', 'amount' => '20']);
        $this->postJson("/api/connections/{$connection->id}/pull")->assertStatus(202);
        $third = Intake::query()->orderByDesc('id')->first();
        self::assertSame([IntakeState::Ready, 'Skerry Giving'], [$third->state, $third->plan_name]);
        self::assertGreaterThan(5, $first);
    }

    /** Settles the columns of an intake as they are proposed, and loads it. */
    private function loadedColumns(Intake $intake): int
    {
        $plan = $intake->columnPlan()->settledUnasked();
        $intake->setColumnPlan($plan);
        $intake->save();
        $this->postJson("/api/intakes/{$intake->id}/sift")->assertSuccessful();
        $this->postJson("/api/intakes/{$intake->id}/load", ['name' => 'First pull'])->assertSuccessful();
        self::assertSame(IntakeState::Loaded, $intake->refresh()->state);

        return count($plan->choices);
    }

    public function test_by_itself_what_is_sure_is_loaded_and_a_failing_one_is_tried_later(): void
    {
        $connection = $this->connected();
        $this->pulled('--until=2026-10-01');
        $this->putJson("/api/connections/{$connection->id}", [
            'name' => 'Skerry Giving',
            'form' => self::carried(),
            'every' => 60,
            'loads' => true,
        ])->assertOk();
        $before = DB::table('gifts')->count();
        app(PullSchedule::class)->run();
        self::assertGreaterThan($before + 50, DB::table('gifts')->count());
        self::assertTrue($connection->refresh()->next_at->isFuture());
        app(PullSchedule::class)->run();
        self::assertSame(2, DB::table('connection_pulls')->count(), 'It is not due yet.');

        $this->did(['do' => 'quirks', 'down' => 1]);
        $waits = [];
        foreach ([1, 2, 3] as $time) {
            $this->travelTo($connection->refresh()->next_at->copy()->addSecond());
            app(PullSchedule::class)->run();
            self::assertSame($time, $connection->refresh()->failures);
            $waits[] = (int) round(now()->diffInMinutes($connection->next_at));
        }
        self::assertSame([5, 15, 60], $waits);
        self::assertSame(1, DB::table('messages')->where('kind', 'stopped')->count(), 'It is told once.');
        self::assertSame('failing', $this->getJson('/api/connections')->json('connections.0.state'));
        $this->did(['do' => 'quirks']);
        $this->travelTo($connection->next_at->copy()->addSecond());
        app(PullSchedule::class)->run();
        self::assertSame(0, $connection->refresh()->failures);
    }

    public function test_a_gift_that_went_back_after_its_batch_was_posted_finds_it(): void
    {
        $this->connected();
        [$code, $said] = $this->pulled('--until=2026-08-10', '--batch=Skerry, August');
        self::assertSame([0, 'open'], [$code, $said['batch']['state']]);
        $batch = (int) DB::table('batches')->value('id');
        self::assertSame(0, DB::table('gifts')->count());
        self::assertGreaterThan(5, DB::table('batch_entries')->count());
    }

    public function test_what_a_pull_told_of_someone_goes_when_they_are_erased(): void
    {
        $this->connected();
        $this->pulled();
        $gift = DB::table('gifts')->whereNull('corrects_id')->whereNotNull('source_id')->orderByDesc('id')->first();
        $told = [
            ['id' => $gift->source_id, 'says' => 'donor.address.line1 was "1 Elm St" and is "2 Elm St"'],
            ['id' => 'X', 'says' => 'stays'],
        ];
        DB::table('connection_pulls')->update(['told' => json_encode($told)]);
        $this->as(Role::Administrator)
            ->postJson("/api/supporters/{$gift->supporter_id}/erasure", [
                'number' => (string) $gift->supporter_id,
                'asked_by' => 'the person',
                'reason' => 'A letter',
            ])
            ->assertSuccessful();
        self::assertSame(
            [['id' => $gift->source_id, 'says' => '(erased)'], ['id' => 'X', 'says' => 'stays']],
            json_decode((string) DB::table('connection_pulls')->value('told'), true),
        );
    }

    /** @return iterable<string, array{list<string>, string}> */
    public static function unusable(): iterable
    {
        yield 'no such connection' => [['name' => 'Nobody'], 'There is no connection "Nobody". There are: Skerry Giving.'];
        yield 'no day' => [
            ['name' => 'Skerry Giving', '--since' => '2026-02-30'],
            '--since is "2026-02-30"; it must be a day such as 2026-01-31.',
        ];
    }

    /** @param  array<string, string>  $options */
    #[DataProvider('unusable')]
    public function test_what_can_not_be_used_is_said(array $options, string $says): void
    {
        $this->connected();
        self::assertSame(2, Artisan::call('connection:pull', $options));
        self::assertSame(0, DB::table('connection_pulls')->count());
        self::assertNotSame('', $says);
    }

    public function test_names_are_taken_once_and_whoever_may_not_load_sees_no_more_than_the_list(): void
    {
        $this->connected();
        $this->postJson('/api/connections', ['name' => 'Skerry Giving', 'form' => self::carried()])
            ->assertStatus(422)
            ->assertJsonPath('errors.name.0', 'There is a connection of this name already.');
        $id = Connection::query()->value('id');
        $this->as(Role::Reader)->getJson('/api/connections')->assertOk()->assertJsonPath('may_set', false);
        $this->getJson("/api/connections/{$id}")->assertForbidden();
        $this->postJson("/api/connections/{$id}/pull")->assertForbidden();
    }
}
