<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\Batches\Batch;
use App\Connections\Connection;
use App\Connections\PullSchedule;
use App\Intakes\Intake;
use App\Intakes\Plans\PlanFile;
use App\Intakes\Sources\Opening;
use Illuminate\Http\Client\Factory;
use Illuminate\Http\Client\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Http;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;
use PineSieve\StandIns\Giving\Desk;

/** What a platform sends by itself: taken once, from nobody else, and brought in with the next pull. */
final class ConnectionNoticesTest extends PullingTestCase
{
    private const KEY = 'made-up-notices';

    /** @param  array<string, mixed>  $form */
    private function inbox(array $form = []): Connection
    {
        $this->as()
            ->postJson('/api/connections', [
                'name' => 'Skerry Giving',
                'form' => [...self::carried(), 'notices' => true, ...$form],
                'key' => 'skerry-made-up-key',
                'inbox_key' => self::KEY,
            ])
            ->assertCreated();

        return Connection::query()->sole();
    }

    /** @param  array<string, string>  $headers  that differ from those of a genuine one */
    private function sent(string $body, array $headers = [], ?string $inbox = null): TestResponse
    {
        $time = (string) ($headers['Skerry-Sent'] ?? now()->getTimestamp());
        $inbox ??= (string) Connection::query()->sole()->inbox;
        $headers += ['Skerry-Sent' => $time, 'Skerry-Signature' => 'sha256=' . hash_hmac('sha256', "{$time}.{$body}", self::KEY)];

        return $this->call('POST', "/api/inbox/{$inbox}", [], [], [], $this->transformHeadersToServerVars($headers), $body);
    }

    /** @param  array<string, mixed>  $charge */
    private static function notice(array $charge): string
    {
        return (string) json_encode(['event' => 'charge.changed', 'charge' => $charge]);
    }

    /**
     * One that was given whole, long ago: the list does not have it when it is asked for what changed lately.
     *
     * @param  array<string, mixed>  $more
     * @return array<string, mixed>
     */
    private function charge(array $more = []): array
    {
        foreach ((new Desk($this->file))->charges() as $charge) {
            if ($charge['status'] === 'succeeded' && $charge['donor'] !== null && count($charge['designation']) === 1) {
                return [...$charge, ...$more];
            }
        }
        self::fail('None was given.');
    }

    public function test_a_notice_comes_in_with_the_next_pull_however_often_it_is_sent(): void
    {
        $connection = $this->inbox();
        $this->pulled();
        $new = $this->charge(['id' => 'SK-N1', 'cents' => 1234, 'designation' => [['fund' => 'General fund', 'cents' => 1234]]]);
        $time = ['Skerry-Sent' => (string) now()->getTimestamp()];
        for ($i = 0; $i < 3; $i++) {
            $this->sent(self::notice($new), $time)->assertNoContent();
        }
        self::assertSame(1, DB::table('connection_notices')->count());
        self::assertStringNotContainsString('SK-N1', (string) DB::table('connection_notices')->value('body'));
        $this->as();
        $this->getJson('/api/connections')->assertJsonPath('connections.0.notices', 1);
        [$code, $said] = $this->pulled();
        self::assertSame([0, 1, 1], [$code, $said['rows'], $said['fetched'] - $said['seen_before']]);
        self::assertSame('Skerry Giving', Intake::query()->latest('id')->value('plan_name'), 'Its columns are those of the first pull.');
        self::assertSame('12.34', DB::table('gifts')->where('source_id', 'SK-N1')->value('amount'));
        // Sent again with another time it is another notice, and the same gift.
        $this->travel(60)->seconds();
        $this->sent(self::notice($new))->assertNoContent();
        self::assertSame(0, $this->pulled()[1]['rows']);
        self::assertSame(1, DB::table('gifts')->where('source_id', 'SK-N1')->count());
        $this->getJson("/api/connections/{$connection->id}")->assertJsonPath('connection.notices', 0);
    }

    public function test_what_goes_on_is_brought_in_and_an_old_notice_undoes_nothing(): void
    {
        $this->inbox();
        $this->pulled();
        $charge = $this->charge();
        $back = [...$charge, 'status' => 'refunded', 'refund' => ['cents' => $charge['cents'], 'at' => self::ago(26)]];
        $this->sent(self::notice($back))->assertNoContent();
        [, $said] = $this->pulled();
        self::assertSame(1, $said['rows']);
        $sum = static fn(): string => (string) DB::table('gifts as g')
            ->where('g.source_id', $charge['id'])
            ->orWhere('g.source_id', 'like', "{$charge['id']}/%")
            ->sum('g.amount');
        self::assertSame('0.00', $sum());
        // The notice that it was given was on its way for a long time.
        $this->sent(self::notice($charge))->assertNoContent();
        [, $said] = $this->pulled();
        self::assertSame([0, '0.00'], [$said['rows'], $sum()]);
        self::assertSame([$charge['id']], array_column($said['told'], 'id'));
        self::assertStringContainsString('It stays as it is', $said['told'][0]['says']);
    }

    public function test_its_list_has_the_later_word(): void
    {
        $this->inbox();
        $this->did(['do' => 'give', 'first_name' => 'Una', 'last_name' => 'Seafarer', 'email' => 'una@example.org', 'amount' => '20.50']);
        $charges = (new Desk($this->file))->charges();
        $given = $charges[count($charges) - 1];
        $this->sent(self::notice($given))->assertNoContent();
        $this->did(['do' => 'correct', 'id' => $given['id'], 'amount' => '25'], self::ago(23));
        [, $said] = $this->pulled();
        self::assertSame('25.00', DB::table('gifts')->where('source_id', $given['id'])->value('amount'));
        self::assertNotContains($given['id'], array_column($said['told'], 'id'));
    }

    public function test_one_that_can_not_be_read_any_more_waits_on_and_that_is_told(): void
    {
        $connection = $this->inbox();
        $this->sent(self::notice($this->charge(['id' => 'SK-N4'])))->assertNoContent();
        $connection->update(['form' => [...$connection->form, 'notice_records' => 'gift']]);
        [$code, $said] = $this->pulled();
        self::assertSame([0, 300], [$code, $said['fetched']]);
        self::assertStringStartsWith('1 of its notices wait on', $said['told'][0]['says']);
        $connection->refresh()->update(['form' => [...$connection->form, 'notice_records' => 'charge']]);
        self::assertSame(1, $this->pulled()[1]['rows']);
    }

    public function test_of_an_intake_that_was_discarded_it_waits_again(): void
    {
        $connection = $this->inbox();
        $this->pulled();
        $this->sent(self::notice($this->charge(['id' => 'SK-N2'])))->assertNoContent();
        $this->as()
            ->postJson("/api/connections/{$connection->id}/pull", [])
            ->assertAccepted();
        $intake = Intake::query()->latest('id')->firstOrFail();
        $this->getJson('/api/connections')->assertJsonPath('connections.0.notices', 0);
        app(Opening::class)->discard($intake);
        $this->getJson('/api/connections')->assertJsonPath('connections.0.notices', 1);
        $this->pulled();
        self::assertSame(1, DB::table('gifts')->where('source_id', 'SK-N2')->count());
    }

    /** @return iterable<string, array{array<string, string>}> */
    public static function forged(): iterable
    {
        yield 'without a signature' => [['Skerry-Signature' => '']];
        yield 'with another key' => [['Skerry-Signature' => 'sha256=' . hash_hmac('sha256', '{}', 'another-key')]];
        yield 'sent long ago' => [['Skerry-Sent' => '1700000000']];
        yield 'sent at no time' => [['Skerry-Sent' => 'now']];
    }

    /** @param  array<string, string>  $headers */
    #[DataProvider('forged')]
    public function test_nobody_elses_are_taken(array $headers): void
    {
        $connection = $this->inbox();
        $this->sent(self::notice($this->charge()), $headers)->assertUnauthorized();
        self::assertSame([0, 1], [DB::table('connection_notices')->count(), $connection->refresh()->refused]);
        $this->as()
            ->getJson("/api/connections/{$connection->id}")
            ->assertJsonPath('refused', 1);
    }

    public function test_what_is_no_notice_is_refused_and_said(): void
    {
        $connection = $this->inbox();
        $this->sent('{"event":"ping"}')->assertUnprocessable()->assertSee('There is no record in');
        $this->sent('{"charge":')->assertUnprocessable();
        $this->sent(str_repeat(' ', 1024 * 1024 + 1))->assertStatus(413);
        $this->sent('{}', [], str_repeat('0', 32))->assertNotFound();
        self::assertSame(0, DB::table('connection_notices')->count());
        $this->putJson("/api/connections/{$connection->id}", ['name' => 'Skerry Giving', 'form' => self::carried()])->assertOk();
        $this->sent(self::notice($this->charge()))->assertNotFound();
    }

    public function test_its_key_is_given_once_and_never_told_and_its_address_only_to_those_who_set_it(): void
    {
        $this->as()
            ->postJson('/api/connections', ['name' => 'A', 'form' => [...self::carried(), 'notices' => true]])
            ->assertUnprocessable()
            ->assertSee('key with which its notices are signed');
        $connection = $this->inbox();
        $page = $this->getJson("/api/connections/{$connection->id}")->assertJsonPath('has_inbox_key', true);
        self::assertStringEndsWith("/api/inbox/{$connection->inbox}", $page->json('inbox'));
        $this->putJson("/api/connections/{$connection->id}", [
            'name' => 'B',
            'form' => [...self::carried(), 'notices' => true],
        ])->assertOk();
        self::assertSame(self::KEY, $connection->refresh()->inbox_key);
        self::assertStringNotContainsString(self::KEY, (string) DB::table('connections')->value('inbox_key'));
        $file = (string) $this->get("/api/connections/{$connection->id}/file")->content();
        foreach ([self::KEY, (string) $connection->inbox] as $secret) {
            self::assertStringNotContainsString($secret, $file);
        }
        self::assertStringContainsString('Skerry-Signature', $file);
        $this->as(Role::GiftEntry);
        auth()
            ->user()
            ?->forceFill(['may_load' => true])
            ->save();
        $this->getJson("/api/connections/{$connection->id}")->assertJsonPath('inbox', null);
    }

    public function test_what_was_sent_of_someone_goes_when_they_are_erased(): void
    {
        $this->inbox();
        $this->pulled();
        $charge = $this->charge();
        $this->sent(self::notice($charge))->assertNoContent();
        $this->sent(self::notice([...$charge, 'id' => 'SK-N3', 'donor' => null]))->assertNoContent();
        $supporter = DB::table('gifts')->where('source_id', $charge['id'])->value('supporter_id');
        $this->as(Role::Administrator)
            ->postJson("/api/supporters/{$supporter}/erasure", [
                'number' => (string) $supporter,
                'asked_by' => 'the person',
                'reason' => 'A letter',
            ])
            ->assertSuccessful();
        self::assertSame(
            [1, 2],
            [DB::table('connection_notices')->where('body', '<>', '')->count(), DB::table('connection_notices')->count()],
        );
    }

    public function test_what_is_pulled_waits_in_a_batch_that_is_opened_for_it_or_in_the_next_if_it_is_posted(): void
    {
        $connection = $this->connected();
        $pull = ['since' => '2026-11-20', 'batch' => 'November'];
        $this->as(Role::GiftEntry);
        auth()
            ->user()
            ?->forceFill(['may_load' => true, 'may_edit' => false])
            ->save();
        $this->postJson("/api/connections/{$connection->id}/pull", $pull)->assertForbidden();
        $this->as()
            ->postJson("/api/connections/{$connection->id}/pull", $pull)
            ->assertAccepted();
        $batch = Batch::query()->sole();
        $first = Intake::query()->sole();
        self::assertSame(['November', $batch->id], [$batch->name, $first->settings->batch]);
        app(Opening::class)->discard($first);
        $batch->update(['state' => 'posted']);
        $this->postJson("/api/connections/{$connection->id}/pull", $pull)->assertAccepted();
        self::assertSame(['November', 'November (2)'], Batch::query()->orderBy('id')->pluck('name')->all());
    }

    public function test_monthly_gifts_are_promises_and_what_they_pay(): void
    {
        $this->connected();
        $carried = json_decode((string) file_get_contents(base_path('demo/skerry-giving.json')), true);
        $plan = json_encode($carried['plan'], JSON_THROW_ON_ERROR);
        Connection::query()->sole()->takePlan(app(PlanFile::class)->read($plan, null), null);
        [$code, $said] = $this->pulled();
        $promises = DB::table('promises')->orderBy('source_id')->get();
        self::assertSame([0, 10], [$code, $said['promised']['created']]);
        self::assertSame([10, 'recurring gift', 'monthly'], [$promises->count(), $promises[0]->kind, $promises[0]->frequency]);
        $charges = array_filter((new Desk($this->file))->charges(), static fn(array $one): bool => $one['plan'] !== null);
        foreach ($promises as $promise) {
            $own = array_filter($charges, static fn(array $one): bool => $one['plan']['id'] === $promise->source_id);
            $came = array_filter($own, static fn(array $one): bool => $one['status'] === 'succeeded');
            self::assertSame(count($came), DB::table('gifts')->where('promise_id', $promise->id)->count(), $promise->source_id);
            self::assertSame(number_format(reset($own)['cents'] / 100, 2, '.', ''), $promise->amount);
        }
        self::assertSame(37, DB::table('gifts')->whereNotNull('promise_id')->count(), 'Of forty charges, three failed.');
        // What comes again pays nothing twice.
        self::assertSame(0, $this->pulled('--since=2026-01-01')[1]['rows']);
        // Whoever gives more each month from now on does so: the promise stays what it was until a person says so, and that is told.
        $last = end($charges);
        $more = [...$last, 'id' => 'SK-M1', 'cents' => 9900, 'designation' => [['fund' => 'General fund', 'cents' => 9900]]];
        $more = [...$more, 'plan' => [...$last['plan'], 'cents' => 9900], 'changed_at' => self::ago(24)];
        file_put_contents($this->file, json_encode(['charges' => [$more]]));
        $this->pulled();
        $gift = DB::table('gifts')->where('source_id', 'SK-M1')->sole();
        self::assertSame($last['plan']['id'], DB::table('promises')->where('id', $gift->promise_id)->value('source_id'));
        self::assertSame(10, DB::table('promises')->count());
        self::assertSame(['promise.id.stays'], DB::table('intake_problems')->where('intake_id', $gift->intake_id)->pluck('code')->all());
    }

    public function test_another_id_for_the_same_gift_is_noticed(): void
    {
        $this->connected();
        $this->pulled();
        $charge = $this->charge(['changed_at' => self::ago(20)]);
        // Two that are alike and both come are two.
        file_put_contents($this->file, json_encode(['charges' => [[...$charge, 'id' => 'SK-A'], [...$charge, 'id' => 'SK-B']]]));
        [, $said] = $this->pulled();
        self::assertSame([], $said['told']);
        file_put_contents($this->file, json_encode(['charges' => [[...$charge, 'id' => 'SK-C', 'changed_at' => self::ago(18)]]]));
        $connection = Connection::query()->sole();
        $connection->update(['every' => 60, 'loads' => true, 'next_at' => now(), 'place' => now()->addDays(2)]);
        app(PullSchedule::class)->run();
        $told = json_decode((string) DB::table('connection_pulls')->latest('id')->value('told'), true);
        self::assertSame([], $told, 'It says another day on which it was changed.');
        file_put_contents($this->file, json_encode(['charges' => [[...$charge, 'id' => 'SK-D']]]));
        [, $said] = $this->pulled();
        self::assertSame(['SK-D'], array_column($said['told'], 'id'));
        self::assertStringContainsString('says all that "SK-A" and "SK-B" said', $said['told'][0]['says']);
    }

    public function test_what_was_held_is_settled_when_it_comes_again(): void
    {
        $this->connected();
        Http::swap(new Factory());
        $cents = 'much';
        Http::fake(static function (Request $request) use (&$cents) {
            $charge = [
                'id' => 'B',
                'status' => 'succeeded',
                'currency' => 'usd',
                'cents' => 500,
                'charged_at' => '2026-03-01T12:00:00Z',
                'donor' => ['id' => 'D1', 'first_name' => 'Ann', 'last_name' => 'Lee', 'email' => 'ann@example.org'],
            ];

            return Http::response([
                'charges' => str_contains($request->url(), 'page=1') ? [$charge, [...$charge, 'id' => 'A', 'cents' => $cents]] : [],
            ]);
        });
        [, $said] = $this->pulled();
        self::assertSame(1, $said['outcomes']['held']);
        self::assertSame(0, $this->pulled()[1]['rows'], 'Nothing of it is another.');
        $cents = 600;
        [, $said] = $this->pulled();
        self::assertStringContainsString('Row 3 of intake', $said['told'][0]['says']);
        // Taken back, it is as open as it was.
        $this->postJson("/api/intakes/{$said['intake']}/undo")->assertOk();
        $cents = 700;
        [, $said] = $this->pulled();
        self::assertSame(['5.00', '7.00'], DB::table('gifts')->orderBy('id')->pluck('amount')->all());
        self::assertSame([], $said['told'], 'The row that was held is left out already.');
        $first = DB::table('intake_results')->min('intake_id');
        self::assertSame(
            ['new', 'left_out'],
            DB::table('intake_results')->where('intake_id', $first)->orderBy('number')->pluck('outcome')->all(),
        );
        self::assertSame(0, $this->pulled()[1]['rows']);
    }
}
