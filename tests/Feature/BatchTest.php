<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\Accounts\User;
use App\Batches\Batch;
use App\Batches\Batches;
use App\Batches\CannotPost;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;

/** Gifts that came in together, from the first that is typed until they are given. */
final class BatchTest extends TestCase
{
    private int $ann;

    private int $bo;

    protected function setUp(): void
    {
        parent::setUp();
        $this->as();
        $this->ann = $this->byHand('Ann', 'Lee', 'ann@example.org');
        $this->bo = $this->byHand('Bo', 'Park', 'bo@example.org');
    }

    /** @param  array<string, mixed>  $more */
    private function open(array $more = []): int
    {
        return (int) $this->postJson('/api/batches', [
            'name' => 'Lockbox of 24 November',
            'received_on' => '2026-11-24',
            'bank_reference' => '77-2041',
            'expected_gifts' => 2,
            'expected_amount' => '$150',
            'defaults' => ['gift.kind' => 'check', 'gift.fund' => 'General'],
            ...$more,
        ])
            ->assertCreated()
            ->json('batch.id');
    }

    /** @param  array<string, string>  $values */
    private function type(int $batch, int $supporter, array $values, bool $again = false): TestResponse
    {
        return $this->postJson("/api/batches/{$batch}/entries", ['supporter' => $supporter, 'values' => $values, 'again' => $again]);
    }

    /** Two checks that are what was expected. */
    private function filled(): int
    {
        $batch = $this->open();
        $this->type($batch, $this->ann, ['gift.amount' => '100', 'gift.reference' => '4471'])->assertCreated();
        $this->type($batch, $this->bo, ['gift.amount' => '50.00', 'gift.fund' => 'Rescue boat'])->assertCreated();

        return $batch;
    }

    private function given(): string
    {
        return (string) $this->getJson('/api/gifts')->json('sums.given.USD');
    }

    public function test_nothing_is_given_before_it_is_posted_and_all_of_it_after(): void
    {
        $batch = $this->filled();
        $page = $this->getJson("/api/batches/{$batch}")->json();
        self::assertSame(
            [2, '150.00', 0, '0.00', true],
            [
                $page['batch']['gifts'],
                $page['batch']['amount'],
                $page['batch']['gifts_missing'],
                $page['batch']['amount_missing'],
                $page['batch']['agrees'],
            ],
        );
        self::assertSame(
            [['2026-11-24', '100.00', 'General', 'check', '4471'], ['2026-11-24', '50.00', 'Rescue boat', 'check', '']],
            array_map(
                static fn(array $entry): array => [
                    $entry['values']['gift.date'],
                    $entry['values']['gift.amount'],
                    $entry['values']['gift.fund'],
                    $entry['values']['gift.kind'],
                    $entry['values']['gift.reference'],
                ],
                $page['entries'],
            ),
        );
        self::assertSame('', $this->given());

        $this->postJson("/api/batches/{$batch}/post")->assertStatus(409);
        $this->postJson("/api/batches/{$batch}/ready")->assertOk();
        $this->type($batch, $this->ann, ['gift.amount' => '1'])->assertStatus(409);
        self::assertSame(
            'posted',
            $this->postJson("/api/batches/{$batch}/post")
                ->assertOk()
                ->json('batch.state'),
        );

        self::assertSame('150.00', $this->given());
        self::assertSame(0, DB::table('batch_entries')->count());
        self::assertSame([$batch, $batch], DB::table('gifts')->pluck('batch_id')->all());
        self::assertSame(2, $this->getJson("/api/batches/{$batch}")->json('batch.gifts'));
        $this->postJson("/api/batches/{$batch}/post")->assertStatus(409);
        self::assertSame('150.00', $this->given(), 'Posting twice gives once.');
    }

    public function test_a_wrong_total_is_found_and_needs_a_reason(): void
    {
        $batch = $this->filled();
        $this->patchJson("/api/batches/{$batch}", ['expected_amount' => '150.01'])->assertOk();
        $this->postJson("/api/batches/{$batch}/ready")->assertOk();
        $refused = $this->postJson("/api/batches/{$batch}/post")
            ->assertStatus(422)
            ->json('message');
        self::assertStringContainsString('USD 0.01 missing', $refused);
        self::assertSame('', $this->given());

        $this->postJson("/api/batches/{$batch}/post", ['reason' => 'The bank rounded'])->assertOk();
        self::assertSame('The bank rounded', $this->getJson("/api/batches/{$batch}")->json('batch.reason'));
        self::assertStringContainsString(
            'The bank rounded',
            (string) DB::table('audit')->where('kind', 'batch')->orderByDesc('id')->value('what'),
        );
    }

    /** Whoever makes what is expected fit what was typed needs no reason to post it; so it is told. */
    public function test_what_was_said_of_a_batch_before_is_told(): void
    {
        $batch = $this->filled();
        $this->patchJson("/api/batches/{$batch}", [
            'expected_amount' => '149.00',
            'expected_gifts' => 2,
            'bank_reference' => '',
        ])->assertOk();
        $this->patchJson("/api/batches/{$batch}", ['expected_amount' => '149.00', 'defaults' => []])->assertOk();
        $this->patchJson("/api/batches/{$batch}", ['expected_amount' => '149'])->assertOk();
        $this->postJson("/api/batches/{$batch}/ready")->assertOk();
        $this->postJson("/api/batches/{$batch}/post", ['reason' => 'A dollar was added'])->assertOk();
        $this->postJson("/api/batches/{$batch}/take-back")->assertOk();

        $told = $this->getJson("/api/batches/{$batch}")->json('history');
        $name = 'the batch "Lockbox of 24 November"';
        self::assertSame(
            [
                "Opened {$name}",
                "Changed {$name}: bank reference nothing, was 77-2041; amount expected 149.00, was 150.00",
                "Changed {$name}: what every row has",
                "Made {$name} ready",
                "Posted {$name}, though it is not what was expected: A dollar was added",
                'Took the posted batch "Lockbox of 24 November" back',
            ],
            array_column($told, 'what'),
        );
        self::assertSame(['Data steward'], array_values(array_unique(array_column($told, 'by'))));
        self::assertStringStartsWith(
            '%PDF',
            (string) $this->get("/api/batches/{$batch}/report.pdf")
                ->assertOk()
                ->getContent(),
        );
    }

    public function test_a_name_that_is_taken_gets_a_number_where_that_will_do(): void
    {
        $this->open(['name' => 'Lockbox']);
        $this->postJson('/api/batches', ['name' => 'Lockbox'])->assertStatus(422);
        foreach (['Lockbox (2)', 'Lockbox (3)'] as $name) {
            $this->postJson('/api/batches', ['name' => 'Lockbox', 'numbered' => true])
                ->assertCreated()
                ->assertJsonPath('batch.name', $name);
        }
        $this->patchJson('/api/batches/' . $this->open(['name' => 'Mail']), ['name' => 'Lockbox', 'numbered' => true])->assertStatus(422);
    }

    public function test_a_posted_batch_is_taken_back_as_a_whole(): void
    {
        $batch = $this->filled();
        $before = DB::table('batch_entries')->orderBy('id')->get()->all();
        $this->postJson("/api/batches/{$batch}/ready");
        $this->postJson("/api/batches/{$batch}/post");
        $this->postJson("/api/batches/{$batch}/take-back")->assertOk();

        self::assertSame(0, DB::table('gifts')->count());
        self::assertEquals($before, DB::table('batch_entries')->orderBy('id')->get()->all());
        self::assertSame('ready', $this->getJson("/api/batches/{$batch}")->json('batch.state'));
        $this->postJson("/api/batches/{$batch}/post")->assertOk();
        self::assertSame('150.00', $this->given());
    }

    public function test_what_was_changed_since_keeps_a_batch_from_being_taken_back(): void
    {
        $batch = $this->filled();
        $this->postJson("/api/batches/{$batch}/ready");
        $this->postJson("/api/batches/{$batch}/post");
        $gift = DB::table('gifts')->where('supporter_id', $this->ann)->value('id');
        $this->putJson("/api/supporters/{$this->ann}/gifts/{$gift}", ['values' => ['gift.amount' => '90']])->assertOk();

        $this->postJson("/api/batches/{$batch}/take-back")->assertStatus(409);
        self::assertSame('140.00', $this->given());
        self::assertSame('posted', $this->getJson("/api/batches/{$batch}")->json('batch.state'));
    }

    public function test_an_entry_is_changed_given_to_another_and_taken_out(): void
    {
        $batch = $this->filled();
        $entry = (int) DB::table('batch_entries')->where('supporter_id', $this->ann)->value('id');
        $this->putJson("/api/batches/{$batch}/entries/{$entry}", [
            'supporter' => $this->ann,
            'values' => ['gift.amount' => '110'],
            'base' => ['gift.amount' => '100.00'],
        ])->assertOk();
        $this->putJson("/api/batches/{$batch}/entries/{$entry}", [
            'supporter' => $this->ann,
            'values' => ['gift.amount' => '120'],
            'base' => ['gift.amount' => '100.00'],
        ])->assertStatus(409);
        $moved = $this->putJson("/api/batches/{$batch}/entries/{$entry}", [
            'supporter' => $this->bo,
            'values' => ['gift.amount' => '110', 'gift.reference' => '4471'],
        ])->assertOk();
        self::assertSame([$this->bo, '4471'], [$moved->json('entry.supporter_id'), $moved->json('entry.values')['gift.reference']]);
        self::assertSame([$this->bo, $this->bo], DB::table('batch_entries')->pluck('supporter_id')->all());
        self::assertSame('160.00', $moved->json('batch.amount'));
        $last = (int) DB::table('batch_entries')->max('id');
        self::assertSame(
            '50.00',
            $this->deleteJson("/api/batches/{$batch}/entries/{$last}")
                ->assertOk()
                ->json('batch.amount'),
        );
        $this->deleteJson("/api/batches/{$batch}")->assertStatus(409);
        $this->deleteJson("/api/batches/{$batch}/entries/" . DB::table('batch_entries')->max('id'))->assertOk();
        $this->deleteJson("/api/batches/{$batch}")->assertOk();
    }

    public function test_a_batch_keeps_to_one_currency(): void
    {
        $batch = $this->filled();
        $entry = (int) DB::table('batch_entries')->where('supporter_id', $this->ann)->value('id');
        $this->putJson("/api/batches/{$batch}/entries/{$entry}", [
            'supporter' => $this->ann,
            'values' => ['gift.amount' => '100', 'gift.currency' => 'EUR'],
        ])->assertStatus(409);
        self::assertSame(['USD', 'USD'], DB::table('batch_entries')->pluck('currency')->all());
    }

    public function test_what_is_typed_twice_is_told(): void
    {
        $batch = $this->filled();
        $same = ['gift.amount' => '100', 'gift.reference' => '4471'];
        self::assertSame(['gift.twice'], array_column($this->type($batch, $this->ann, $same)->assertStatus(422)->json('problems'), 'code'));
        $checked = $this->postJson("/api/batches/{$batch}/entries/check", [
            'supporter' => $this->ann,
            'values' => ['gift.amount' => '100', 'gift.date' => '2026-11-20'],
        ])->assertOk();
        self::assertSame([], $checked->json('problems'));
        self::assertSame(
            [['2026-11-24', '4471', true]],
            array_map(static fn(array $one): array => [$one['date'], $one['reference'], $one['waits']], $checked->json('like')),
        );
        $this->type($batch, $this->ann, $same, again: true)->assertCreated();
        self::assertSame(3, DB::table('batch_entries')->count());
    }

    public function test_bad_input_is_refused_and_nothing_is_written(): void
    {
        $batch = $this->open();
        $this->type($batch, 999, ['gift.amount' => '5'])->assertStatus(422);
        self::assertSame(
            ['amount.form'],
            array_column(
                $this->type($batch, $this->ann, ['gift.amount' => 'a lot'])
                    ->assertStatus(422)
                    ->json('problems'),
                'code',
            ),
        );
        $this->type($batch, $this->ann, [])->assertStatus(422);
        $this->postJson('/api/batches', ['name' => 'Lockbox of 24 November'])->assertStatus(422);
        $this->postJson('/api/batches', ['name' => 'Other', 'expected_amount' => 'some'])->assertStatus(422);
        $this->postJson("/api/batches/{$batch}/ready");
        $this->postJson("/api/batches/{$batch}/post", ['reason' => 'Nothing came'])->assertStatus(409);
        self::assertSame(0, DB::table('batch_entries')->count() + DB::table('gifts')->count());
    }

    public function test_whoever_typed_it_may_not_post_it_where_that_is_so_set(): void
    {
        $batch = $this->filled();
        $this->postJson("/api/batches/{$batch}/ready");
        $this->as(Role::Administrator)
            ->putJson('/api/batch-settings', ['by_another' => true])
            ->assertOk();
        $typist = DB::table('acts')->orderByDesc('id')->value('user_id');
        $this->actingAs(User::query()->findOrFail($typist))
            ->postJson("/api/batches/{$batch}/post")
            ->assertStatus(409);
        $this->as(Role::Administrator)
            ->postJson("/api/batches/{$batch}/post")
            ->assertOk();
        $this->as(Role::GiftEntry)
            ->postJson("/api/batches/{$batch}/take-back")
            ->assertStatus(403);
    }

    public function test_what_a_batch_must_have_is_asked_before_it_is_ready_and_before_it_is_posted(): void
    {
        $this->putJson('/api/batch-settings', ['by_another' => false, 'required' => ['expected']])->assertForbidden();
        $bare = (int) $this->postJson('/api/batches', ['name' => 'Bare'])->json('batch.id');
        $this->type($bare, $this->ann, ['gift.amount' => '5'])->assertCreated();
        $this->postJson("/api/batches/{$bare}/ready")->assertOk();
        $asked = ['by_another' => false, 'required' => ['bank_reference', 'expected']];
        $steward = auth()->user();
        $this->as(Role::Administrator)->putJson('/api/batch-settings', $asked)->assertOk()->assertExactJson($asked);
        $this->putJson('/api/batch-settings', [...$asked, 'required' => ['colour']])->assertUnprocessable();
        $this->getJson('/api/batches')->assertJsonPath('settings.required', ['bank_reference', 'expected']);
        $this->actingAs($steward)
            ->postJson("/api/batches/{$bare}/post", ['reason' => 'So'])
            ->assertStatus(409)
            ->assertJsonPath('message', 'A batch must have the reference of the bank and what is expected of it. Write that first.');
        $this->postJson("/api/batches/{$bare}/reopen")->assertOk();
        $this->patchJson("/api/batches/{$bare}", ['name' => 'Bare', 'bank_reference' => '77'])->assertOk();
        $this->postJson("/api/batches/{$bare}/ready")
            ->assertStatus(409)
            ->assertJsonPath('message', 'A batch must have what is expected of it. Write that first.');
        $this->patchJson("/api/batches/{$bare}", ['name' => 'Bare', 'expected_gifts' => 1, 'expected_amount' => '5'])->assertOk();
        $this->postJson("/api/batches/{$bare}/ready")->assertOk();
        $this->postJson("/api/batches/{$bare}/post")->assertOk();
    }

    public function test_entries_go_along_with_a_merge_and_come_back_when_it_is_taken_apart(): void
    {
        $batch = $this->filled();
        $merge = $this->postJson('/api/merges', ['supporters' => [$this->ann, $this->bo], 'survivor' => $this->ann])
            ->assertCreated()
            ->json('id');
        self::assertSame([$this->ann, $this->ann], DB::table('batch_entries')->pluck('supporter_id')->all());
        $this->postJson("/api/merges/{$merge}/apart")->assertOk();
        self::assertEqualsCanonicalizing([$this->ann, $this->bo], DB::table('batch_entries')->pluck('supporter_id')->all());
    }

    public function test_whom_the_check_is_from(): void
    {
        self::assertSame([$this->ann], array_column($this->getJson('/api/batch-supporters?q=lee+an')->json('found'), 'id'));
        self::assertSame([$this->bo], array_column($this->getJson("/api/batch-supporters?q={$this->bo}")->json('found'), 'id'));
        self::assertSame([], $this->getJson('/api/batch-supporters?q=%25')->json('found'));

        $form = $this->getJson("/api/supporters/{$this->ann}/form")->json('draft');
        $form['addresses'] = [
            ['line1' => '18 Harbor View Rd', 'city' => 'Saco', 'state' => 'ME', 'postal_code' => '04072', 'condition' => 'former'],
        ];
        $form['fields']['status'] = 'deceased';
        $this->putJson("/api/supporters/{$this->ann}/form", ['draft' => $form])->assertOk();
        self::assertSame([$this->ann], array_column($this->getJson('/api/batch-supporters?q=18+harb')->json('found'), 'id'));

        $this->filled();
        $card = $this->getJson("/api/batch-supporters/{$this->ann}")
            ->assertOk()
            ->json();
        self::assertSame(['Has died.', 'The address is marked former.'], $card['warnings']);
        $lines = array_column($card['lines'], 'value', 'label');
        self::assertSame('2026-11-24 USD 100.00 General', $lines['Waiting in batches']);
        self::assertArrayNotHasKey('Email', $lines);

        $this->putJson('/api/batch-fields', [
            'fields' => ['person' => ['email', 'display_name'], 'household' => [], 'organization' => []],
        ])->assertOk();
        self::assertSame(
            ['Email' => 'ann@example.org', 'Name' => 'Ann Lee'],
            array_column($this->getJson("/api/batch-supporters/{$this->ann}")->json('lines'), 'value', 'label'),
        );
    }

    public function test_more_than_can_be_posted_at_once_is_refused_whole(): void
    {
        $batch = $this->filled();
        $row = (array) DB::table('batch_entries')->first();
        $rows = [];
        for ($i = 1; $i <= Batches::MOST; $i++) {
            $rows[] = [...$row, 'id' => 1000 + $i];
        }
        foreach (array_chunk($rows, 500) as $chunk) {
            DB::table('batch_entries')->insert($chunk);
        }
        $this->postJson("/api/batches/{$batch}/ready");
        $this->expectException(CannotPost::class);
        try {
            app(Batches::class)->post(Batch::query()->findOrFail($batch), 'Too many', null);
        } finally {
            self::assertSame(0, DB::table('gifts')->count());
        }
    }

    public function test_what_someone_may_not_see_is_in_no_batch(): void
    {
        $batch = $this->filled();
        $hide = fn(string $field): TestResponse => $this->as()
            ->patchJson("/api/fields/{$field}", ['see' => ['roles' => ['administrator'], 'users' => []]])
            ->assertOk();
        $hide('gift.fund');
        $page = $this->as(Role::GiftEntry)
            ->getJson("/api/batches/{$batch}")
            ->assertOk()
            ->json();
        self::assertStringNotContainsString('Rescue boat', (string) json_encode($page));
        self::assertSame(['gift.kind' => 'check'], $page['batch']['defaults']);
        $this->patchJson("/api/batches/{$batch}", ['defaults' => ['gift.kind' => 'cash', 'gift.fund' => 'Puffins']])->assertOk();
        self::assertEquals(['gift.kind' => 'cash', 'gift.fund' => 'General'], Batch::query()->findOrFail($batch)->defaults);
        self::assertStringNotContainsString('General', (string) json_encode($this->getJson("/api/batches/{$batch}")->json()));
        self::assertStringNotContainsString('General', (string) json_encode($this->getJson("/api/batch-supporters/{$this->ann}")->json()));
        $entry = (int) DB::table('batch_entries')->where('supporter_id', $this->bo)->value('id');
        $this->putJson("/api/batches/{$batch}/entries/{$entry}", [
            'supporter' => $this->bo,
            'values' => ['gift.amount' => '51'],
        ])->assertOk();
        self::assertSame('Rescue boat', DB::table('batch_entries')->where('id', $entry)->value('fund'), 'It stays as it was.');

        $hide('gift.amount');
        $this->as(Role::GiftEntry)
            ->getJson("/api/batches/{$batch}")
            ->assertStatus(403);
        $this->getJson('/api/batches')->assertStatus(403);
        self::assertNull($this->getJson('/api/today')->json('batches'));
    }
}
