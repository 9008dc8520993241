<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\Batches\Batch;
use App\Intakes\Proof\Proof;
use App\Records\Gift;
use App\Records\PromiseIndex;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;

/** Pledges and recurring gifts: made, paid, late, written off, brought in and taken back. */
final class PromiseTest extends TestCase
{
    private const PLEDGE = [
        'promise.kind' => 'pledge',
        'promise.date' => '2026-03-01',
        'promise.amount' => '400',
        'promise.fund' => 'Roof',
        'promise.frequency' => 'monthly',
        'promise.installments' => '4',
    ];

    private int $ann;

    protected function setUp(): void
    {
        parent::setUp();
        $this->travelTo('2026-06-15 12:00:00');
        $this->as();
        $this->ann = $this->byHand('Ann', 'Lee', 'ann@example.org');
    }

    /** Whatever was done: what is kept beside the promises is what it is when it is worked out anew. */
    protected function assertPostConditions(): void
    {
        $kept = DB::table('promise_standings')->orderBy('promise_id')->get()->all();
        self::assertSame(DB::table('promises')->count(), count($kept));
        app(PromiseIndex::class)->refresh(DB::table('promises')->pluck('id')->all());
        self::assertEquals($kept, DB::table('promise_standings')->orderBy('promise_id')->get()->all());
        parent::assertPostConditions();
    }

    /** @param  array<string, string>  $values */
    private function promise(array $values = [], ?int $supporter = null): int
    {
        return $this->postJson('/api/supporters/' . ($supporter ?? $this->ann) . '/promises', ['values' => [...self::PLEDGE, ...$values]])
            ->assertCreated()
            ->json('id');
    }

    /** @param  array<string, string>  $values */
    private function pay(int $promise, string $date, string $amount, array $values = []): TestResponse
    {
        return $this->postJson("/api/supporters/{$this->ann}/gifts", [
            'values' => [
                'gift.date' => $date,
                'gift.amount' => $amount,
                'gift.kind' => 'check',
                'gift.promise' => (string) $promise,
                ...$values,
            ],
        ]);
    }

    /** @return array{string, string, string, ?string} status, what came in, what is left, and when more is to come */
    private function stands(int $promise): array
    {
        $page = $this->getJson("/api/promises/{$promise}")
            ->assertOk()
            ->json();
        $row = array_column($this->getJson('/api/promises')->json('promises'), null, 'id')[$promise];
        self::assertSame(
            [$row['status'], $row['paid'], $row['balance'], $row['next_on']],
            [$page['status'], $page['money']['paid'], $page['money']['balance'], $page['money']['next']],
        );

        return [$page['status'], $page['money']['paid'], $page['money']['balance'] ?? '', $page['money']['next']];
    }

    public function test_a_pledge_is_paid_in_four_parts_and_never_counted_as_given(): void
    {
        $promise = $this->promise();
        self::assertSame(['overdue', '0.00', '400.00', '2026-03-01'], $this->stands($promise));
        self::assertSame([0, []], [$this->getJson('/api/gifts')->json('total'), $this->getJson('/api/gifts')->json('sums.given')]);
        self::assertSame(1, $this->getJson('/api/today')->json('promises.overdue'));

        $this->pay($promise, '2026-03-02', '100')->assertCreated();
        $this->pay($promise, '2026-04-02', '100')->assertCreated();
        self::assertSame(['overdue', '200.00', '200.00', '2026-05-01'], $this->stands($promise));
        $page = $this->getJson("/api/promises/{$promise}")->json();
        self::assertSame(['came in', 'came in', 'did not come', 'did not come'], array_column($page['money']['installments'], 'state'));
        self::assertSame('200.00', $page['money']['overdue']);

        $this->pay($promise, '2026-05-02', '100')->assertCreated();
        $last = $this->pay($promise, '2026-06-02', '100')->assertCreated()->json('id');
        self::assertSame(['fulfilled', '400.00', '0.00', null], $this->stands($promise));
        self::assertSame(['USD' => '400.00'], $this->getJson('/api/gifts')->json('sums.given'), 'Each payment is counted once.');
        self::assertSame(4, $this->getJson("/api/gifts?promise={$promise}")->json('total'));
        self::assertSame(0, $this->getJson('/api/gifts?promise=' . ($promise + 1000))->json('total'));

        // What goes back of a payment is owed again.
        $this->postJson("/api/supporters/{$this->ann}/gifts", [
            'corrects' => $last,
            'values' => ['gift.date' => '2026-06-09', 'gift.amount' => '-100', 'gift.reason' => 'Check came back'],
        ])->assertCreated();
        self::assertSame(['overdue', '300.00', '100.00', '2026-06-01'], $this->stands($promise));
    }

    public function test_what_is_left_is_written_off_with_a_reason(): void
    {
        $promise = $this->promise();
        $this->pay($promise, '2026-03-02', '100')->assertCreated();
        $base = $this->getJson("/api/promises/{$promise}")->json('values');
        $off = ['promise.written_off' => '2026-06-01'];
        $without = $this->putJson("/api/supporters/{$this->ann}/promises/{$promise}", [
            'values' => [...$base, ...$off],
            'base' => $base,
        ])->assertStatus(422);
        self::assertSame('Nothing says why the rest is given up', $without->json('problems.0.reason'));
        $this->putJson("/api/supporters/{$this->ann}/promises/{$promise}", [
            'values' => [...$base, ...$off, 'promise.reason' => 'Moved away'],
            'base' => $base,
        ])->assertOk();
        self::assertSame(['written off', '100.00', '300.00', null], $this->stands($promise));
        self::assertSame(
            'The rest of the promise was written off on 2026-06-01',
            $this->pay($promise, '2026-06-10', '50')->assertStatus(422)->json('problems.0.reason'),
        );
        // What paid it before can be changed still.
        $gift = Gift::query()->sole();
        $this->putJson("/api/supporters/{$this->ann}/gifts/{$gift->id}", [
            'values' => ['gift.notes' => 'Thanked'],
            'base' => [],
        ])->assertOk();
        self::assertSame('Moved away', $this->getJson("/api/supporters/{$this->ann}/history")->json('entries.1.changes.0.fields.1.after'));
    }

    /** @return iterable<string, array{array<string, string>, string}> what is written, and what is wrong with it */
    public static function faulty(): iterable
    {
        yield 'without an amount' => [['promise.amount' => ''], 'The promise has no amount'];
        yield 'of nothing' => [['promise.amount' => '0'], 'What is promised is not above zero'];
        yield 'below zero' => [['promise.amount' => '-5'], 'What is promised is not above zero'];
        yield 'without a date' => [['promise.date' => ''], 'The promise has no date'];
        yield 'made in the future' => [['promise.date' => '2027-01-01'], '"2027-01-01" lies in the future'];
        yield 'that ends before it starts' => [
            ['promise.start' => '2026-09-01', 'promise.end' => '2026-08-01'],
            'It ends on 2026-08-01, before it starts on 2026-09-01',
        ];
        yield 'in half a part' => [['promise.installments' => '1.5'], '"1.5" is no number of installments'];
        yield 'as often as nobody knows' => [['promise.frequency' => 'now and then'], '"now and then" does not say how often'];
        yield 'with a rest' => [['promise.course' => '2026-05-01 | paused'], 'A pledge has one amount, and does not rest'];
        yield 'that changes on no day' => [
            ['promise.kind' => 'recurring gift', 'promise.installments' => '', 'promise.course' => 'soon | 30'],
            '"soon | 30" does not say on which day what changes',
        ];
        yield 'that changes to another currency' => [
            ['promise.kind' => 'recurring gift', 'promise.installments' => '', 'promise.course' => '2026-05-01 | EUR 30'],
            '"2026-05-01 | EUR 30" does not say on which day what changes',
        ];
    }

    /** @param  array<string, string>  $values */
    #[DataProvider('faulty')]
    public function test_what_can_not_be_promised(array $values, string $reason): void
    {
        $answer = $this->postJson("/api/supporters/{$this->ann}/promises", ['values' => [...self::PLEDGE, ...$values]])->assertStatus(422);
        self::assertContains($reason, array_column($answer->json('problems'), 'reason'));
        self::assertSame(0, DB::table('promises')->count());
    }

    public function test_two_people_and_two_like_promises(): void
    {
        $promise = $this->promise();
        $twice = $this->postJson("/api/supporters/{$this->ann}/promises", ['values' => self::PLEDGE])->assertStatus(422);
        self::assertSame('promise.twice', $twice->json('problems.0.code'));
        $this->postJson("/api/supporters/{$this->ann}/promises", ['values' => self::PLEDGE, 'again' => true])->assertCreated();
        $base = $this->getJson("/api/promises/{$promise}")->json('values');
        $this->putJson("/api/supporters/{$this->ann}/promises/{$promise}", [
            'values' => [...$base, 'promise.amount' => '500'],
            'base' => $base,
        ])->assertOk();
        $late = $this->putJson("/api/supporters/{$this->ann}/promises/{$promise}", [
            'values' => [...$base, 'promise.amount' => '450'],
            'base' => $base,
        ])->assertStatus(409);
        self::assertStringContainsString('Promise amount is now "500.00"', $late->json('message'));
    }

    public function test_what_pays_it_keeps_it(): void
    {
        $promise = $this->promise();
        $gift = $this->pay($promise, '2026-03-02', '150')->assertCreated()->json('id');
        self::assertSame(
            'USD 250.00 is left to be paid of the pledge, and the gift is 250.01',
            $this->pay($promise, '2026-03-03', '250.01')->assertStatus(422)->json('problems.0.reason'),
        );
        self::assertSame(
            'The promise is in USD, and the gift in EUR',
            $this->pay($promise, '2026-03-03', '5', ['gift.currency' => 'EUR'])
                ->assertStatus(422)
                ->json('problems.0.reason'),
        );
        $base = $this->getJson("/api/promises/{$promise}")->json('values');
        $less = $this->putJson("/api/supporters/{$this->ann}/promises/{$promise}", [
            'values' => [...$base, 'promise.amount' => '149.99'],
            'base' => $base,
        ])->assertStatus(422);
        self::assertSame('More was paid of it already: 150.00', $less->json('problems.0.reason'));
        $more = $this->putJson("/api/supporters/{$this->ann}/gifts/{$gift}", ['values' => ['gift.amount' => '400.01'], 'base' => []]);
        self::assertSame('gift.promise.id', $more->assertStatus(422)->json('problems.0.field'));
        $kept = $this->deleteJson("/api/supporters/{$this->ann}/promises/{$promise}")->assertStatus(409);
        self::assertStringContainsString('Gifts pay this promise', $kept->json('message'));
        $other = $this->byHand('Bo', 'Park', 'bo@example.org');
        $this->postJson("/api/supporters/{$other}/gifts", [
            'values' => ['gift.date' => '2026-03-02', 'gift.amount' => '5', 'gift.promise' => (string) $promise],
        ])->assertStatus(422);

        // Taken off, it can go.
        $this->putJson("/api/supporters/{$this->ann}/gifts/{$gift}", ['values' => ['gift.promise' => ''], 'base' => []])->assertOk();
        self::assertNull($this->getJson("/api/gifts/{$gift}")->json('pays'));
        $this->deleteJson("/api/supporters/{$this->ann}/promises/{$promise}")->assertOk();
        self::assertSame(0, DB::table('promises')->count());
    }

    public function test_a_recurring_gift_changes_rests_and_fails(): void
    {
        $promise = $this->promise([
            'promise.kind' => 'recurring gift',
            'promise.amount' => '20',
            'promise.date' => '2026-01-31',
            'promise.installments' => '',
            'promise.course' => "2026-03-15 | 30\n2026-04-15 | on hold\n2026-05-15 | resumed",
        ]);
        self::assertSame(['failed', '0.00', '', '2026-01-31'], $this->stands($promise));
        foreach (['2026-01-31' => '20', '2026-02-28' => '20', '2026-03-31' => '30'] as $day => $amount) {
            $this->pay($promise, $day, $amount)->assertCreated();
        }
        self::assertSame(['failed', '70.00', '', '2026-05-31'], $this->stands($promise));
        $this->pay($promise, '2026-06-02', '30')->assertCreated();
        self::assertSame(['open', '100.00', '', '2026-06-30'], $this->stands($promise));
        self::assertSame(
            ['2026-01-31 20.00', '2026-02-28 20.00', '2026-03-31 30.00', '2026-05-31 30.00', '2026-06-30 30.00'],
            array_map(
                static fn(array $one): string => "{$one['date']} {$one['amount']}",
                array_slice($this->getJson("/api/promises/{$promise}")->json('money.installments'), 0, 5),
            ),
        );
    }

    /** @return iterable<string, array{list<string>}> rows in either order */
    public static function orders(): iterable
    {
        $rows = [
            'Moss,moss@example.org,2026-01-10,300,quarterly,3,P-7,,,',
            'Moss,moss@example.org,,,,,,2026-01-12,100,P-7',
            'Moss,moss@example.org,,,,,,2026-04-11,100,p-7',
        ];
        yield 'the promise above' => [$rows];
        yield 'the promise below' => [array_reverse($rows)];
    }

    /** @param  list<string>  $rows */
    #[DataProvider('orders')]
    public function test_promises_and_payments_of_a_file_find_each_other(array $rows): void
    {
        $content = "Last name,Email,a,b,c,d,e,f,g,h\n" . implode("\n", $rows) . "\n";
        $targets = [
            'name.last',
            'email',
            'promise.date',
            'promise.amount',
            'promise.frequency',
            'promise.installments',
            'promise.id',
            'gift.date',
            'gift.amount',
            'gift.promise.id',
        ];
        $intake = $this->loaded($content, [], $targets);
        $report = app(Proof::class)->report($intake);
        self::assertSame(
            [true, [], 2, '200.00', 1, '300.00', '500.00'],
            [
                $report['balanced'],
                $report['faults'],
                $report['gifts']['created'],
                $report['gifts']['amount'],
                $report['promised']['created'],
                $report['promised']['amounts']->USD,
                $report['source_amount'],
            ],
        );
        $promise = (int) DB::table('promises')->value('id');
        self::assertSame(['due', '200.00', '100.00', '2026-07-10'], $this->stands($promise));

        // The same file once more adds nothing.
        $again = app(Proof::class)->report($this->loaded($content, [], $targets));
        self::assertSame([0, 0, true], [$again['gifts']['created'], $again['promised']['created'], $again['balanced']]);
        self::assertSame([1, 2], [DB::table('promises')->count(), Gift::query()->count()]);

        // One that is there with another amount is no second one; a gift may have its number.
        $other = str_replace(',300,', ',450,', $content);
        self::assertSame(1, $this->outcomes($this->sifted($other, [], $targets))['held']);
        $same = $this->sifted(
            "Last name,Email,f,g,h\nMoss,moss@example.org,2026-03-03,4,P-7\n",
            [],
            ['name.last', 'email', 'gift.date', 'gift.amount', 'gift.id'],
        );
        self::assertSame(['updated' => 1], $this->outcomes($same));

        // More than is left is held, and so is what pays a promise that nobody knows.
        $more = "Last name,Email,f,g,h\nMoss,moss@example.org,2026-05-01,100.01,P-7\nMoss,moss@example.org,2026-05-02,5,P-8\n";
        $held = $this->sifted($more, [], ['name.last', 'email', 'gift.date', 'gift.amount', 'gift.promise.id']);
        self::assertSame(['held' => 2], $this->outcomes($held));
        self::assertEqualsCanonicalizing(
            ['USD 100.00 is left to be paid of the pledge, and the gift is 100.01', 'No promise of theirs has the id P-8'],
            DB::table('intake_problems')->where('intake_id', $held->id)->pluck('reason')->all(),
        );

        // What others added since keeps the promise.
        $this->ann = (int) DB::table('supporters')->where('last_name', 'Moss')->value('id');
        $this->pay($promise, '2026-06-01', '50')->assertCreated();
        $kept = $this->getJson("/api/intakes/{$intake->id}/undo")
            ->assertOk()
            ->json('kept');
        self::assertContains('Gifts that came since pay it', array_column($kept, 'reason'));
        $this->postJson("/api/intakes/{$intake->id}/undo")->assertOk();
        self::assertSame(['overdue', '50.00', '250.00'], array_slice($this->stands($promise), 0, 3));
    }

    public function test_an_id_that_stands_twice_in_a_file_is_told(): void
    {
        $intake = $this->sifted(
            "Last name,Email,a,b,c\nRow,row@example.org,2026-01-10,300,P-1\nRow,row@example.org,2026-01-10,300,P-1\nRow,row@example.org,2026-01-10,30,P-2\n",
            [],
            ['name.last', 'email', 'promise.date', 'promise.amount', 'promise.id'],
        );
        self::assertSame(
            [['promise.id.again', 3, 0]],
            DB::table('intake_problems')
                ->where('intake_id', $intake->id)
                ->get()
                ->map(static fn(\stdClass $one): array => [$one->code, $one->number, (int) $one->blocks])
                ->all(),
        );
    }

    public function test_a_row_brings_a_promise_with_its_payments(): void
    {
        $intake = $this->loaded(
            "Last name,Email,a,b,c,d,e,f,g\nNash,nash@example.org,2026-01-05,25,monthly,2026-01-05,25,2026-02-05,25\n,,2026-01-05,25,monthly,,,,\n",
            [],
            [
                'name.last',
                'email',
                'promise.date',
                'promise.amount',
                'promise.frequency',
                'gift.date',
                'gift.amount',
                'gift.2.date',
                'gift.2.amount',
            ],
        );
        self::assertSame(['new' => 1, 'held' => 1], $this->outcomes($intake), 'Nobody promises nothing.');
        self::assertSame('recurring gift', DB::table('promises')->value('kind'));
        self::assertTrue(app(Proof::class)->report($intake)['balanced']);
        self::assertSame(2, Gift::query()->count());
    }

    public function test_a_pledge_among_gifts_becomes_a_promise_and_payments_wait_for_one(): void
    {
        $intake = $this->loaded(
            "Last name,Email,Gift date,Amount,Gift type\nOrr,orr@example.org,2026-01-01,500,Pledge\nOrr,orr@example.org,2026-02-01,50,Pledge payment\nPike,pike@example.org,2026-02-02,7,Monthly\n",
        );
        $report = app(Proof::class)->report($intake);
        self::assertSame(['57.00', 1, true], [$report['gifts']['amount'], $report['promised']['created'], $report['balanced']]);
        $promise = (int) DB::table('promises')->value('id');
        self::assertSame(['open', '0.00', '500.00', null], $this->stands($promise), 'Nobody said when it is due.');

        $waiting = $this->getJson('/api/unattached-payments')->assertOk()->json();
        self::assertSame(
            [2, ['Pike', 'Orr'], [0, 1]],
            [
                $waiting['total'],
                array_column($waiting['payments'], 'supporter'),
                array_map(static fn(array $one): int => count($one['promises']), $waiting['payments']),
            ],
        );
        $orr = $waiting['payments'][1];
        $this->putJson("/api/supporters/{$orr['supporter_id']}/gifts/{$orr['id']}", [
            'values' => ['gift.promise' => (string) $orr['promises'][0]['id']],
            'base' => [],
        ])->assertOk();
        self::assertSame(['open', '50.00', '450.00', null], $this->stands($promise));
        self::assertSame(1, $this->getJson('/api/promises')->json('unattached'));
        self::assertStringStartsWith('pledge of 2026-01-01', $this->getJson("/api/gifts/{$orr['id']}")->json('pays.label'));
        $refused = $this->postJson("/api/supporters/{$orr['supporter_id']}/gifts", [
            'values' => ['gift.date' => '2026-01-01', 'gift.amount' => '5', 'gift.kind' => 'pledge'],
        ])->assertStatus(422);
        self::assertSame('A pledge is no gift yet', $refused->json('problems.0.reason'));
    }

    public function test_in_a_batch_a_payment_is_posted_and_a_pledge_card_becomes_a_promise(): void
    {
        $promise = $this->promise();
        $batch = Batch::query()->create([
            'name' => 'Lockbox',
            'received_on' => '2026-06-14',
            'currency' => 'USD',
            'user_id' => auth()->id(),
        ]);
        $type = fn(array $values): TestResponse => $this->postJson("/api/batches/{$batch->id}/entries", [
            'supporter' => $this->ann,
            'values' => ['gift.kind' => 'check', ...$values],
        ]);
        self::assertStringContainsString(
            'pledge of 2026-03-01, USD 400.00 monthly, Roof: 400.00 left, 100.00 on 2026-03-01',
            $this->getJson("/api/batch-supporters/{$this->ann}")->json('promises.0.label'),
        );
        $type(['gift.amount' => '300', 'gift.promise' => (string) $promise])->assertCreated();
        $type(['gift.amount' => '100.01', 'gift.promise' => (string) $promise])->assertStatus(422);
        $type(['gift.amount' => '75', 'gift.kind' => 'pledge', 'gift.reference' => 'card'])->assertCreated();
        self::assertSame('0.00', $this->stands($promise)[1], 'What waits in a batch has not come.');
        $batch
            ->refresh()
            ->fill(['expected_gifts' => 1, 'expected_amount' => '300.00', 'state' => 'ready'])
            ->save();
        $this->postJson("/api/batches/{$batch->id}/post")->assertOk();
        self::assertSame(['overdue', '300.00', '100.00', '2026-06-01'], $this->stands($promise));
        self::assertSame(
            ['75.00', 'card'],
            array_values(
                (array) DB::table('promises')
                    ->where('id', '<>', $promise)
                    ->first(['amount', 'reference']),
            ),
        );

        $this->postJson("/api/batches/{$batch->id}/take-back")->assertOk();
        self::assertSame([1, 2], [DB::table('promises')->count(), DB::table('batch_entries')->count()]);
        // What was paid meanwhile is not paid once more.
        $this->pay($promise, '2026-06-01', '200')->assertCreated();
        $refused = $this->postJson("/api/batches/{$batch->id}/post")->assertStatus(409);
        self::assertStringContainsString('200.00 is left to be paid', $refused->json('message'));
    }

    public function test_merged_and_taken_apart_promises_and_payments_stay_together(): void
    {
        $promise = $this->promise();
        $this->pay($promise, '2026-03-02', '100')->assertCreated();
        $other = $this->byHand('Anne', 'Lee', 'anne@example.org');
        $second = $this->promise([], $other);
        $before = $this->records();
        $merge = $this->as(Role::Administrator)
            ->postJson('/api/merges', ['supporters' => [$this->ann, $other], 'survivor' => $other])
            ->assertSuccessful()
            ->json('id');
        self::assertSame(
            [$other, $other],
            DB::table('promises')->orderBy('id')->pluck('supporter_id')->all(),
            'Two like promises are two.',
        );
        self::assertSame(['overdue', '100.00', '300.00', '2026-04-01'], $this->stands($promise));
        $this->ann = $other;
        $later = $this->pay($promise, '2026-04-02', '100')->assertCreated()->json('id');
        $this->postJson("/api/merges/{$merge}/apart")->assertOk();
        self::assertSame(
            DB::table('promises')->where('id', $promise)->value('supporter_id'),
            Gift::query()->findOrFail($later)->supporter_id,
        );
        self::assertSame($other, DB::table('promises')->where('id', $second)->value('supporter_id'));
        self::assertCount(count($before['promises']), $this->records()['promises']);
    }

    public function test_a_rule_about_promises_has_its_worklist(): void
    {
        $rule = $this->postJson('/api/rules', [
            'subject' => 'promise',
            'field' => 'promise.campaign',
            'strength' => 'must',
            'conditions' => [['field' => 'promise.kind', 'test' => 'is', 'values' => ['pledge']]],
        ])
            ->assertSuccessful()
            ->json('id');
        $refused = $this->postJson("/api/supporters/{$this->ann}/promises", ['values' => self::PLEDGE])->assertStatus(422);
        self::assertSame('promise.campaign', $refused->json('problems.0.field'));
        $this->promise(['promise.campaign' => 'Spring']);
        $this->promise(['promise.kind' => 'recurring gift', 'promise.installments' => '', 'promise.amount' => '5']);
        self::assertSame(0, DB::table('shortfalls')->where('rule_id', $rule)->count());
        $this->postJson('/api/rules', ['subject' => 'gift', 'field' => 'promise.fund', 'strength' => 'must'])->assertStatus(422);
        $held = $this->sifted(
            "Last name,Email,a,b\nQuill,q@example.org,2026-01-01,9\n",
            [],
            ['name.last', 'email', 'promise.date', 'promise.amount'],
        );
        self::assertSame(['held' => 1], $this->outcomes($held));
    }

    public function test_a_value_of_a_list_is_renamed_in_promises_too(): void
    {
        $promise = $this->promise();
        $this->pay($promise, '2026-03-02', '100', ['gift.fund' => 'Roof'])->assertCreated();
        $this->postJson('/api/fields/gift.fund/list/merge', ['from' => 'Roof', 'to' => 'Tower'])->assertOk();
        self::assertSame(['Tower', 'Tower'], [DB::table('promises')->value('fund'), Gift::query()->value('fund')]);
    }

    /** @return iterable<string, array{string, list<string>}> what is asked, and the amounts that are found */
    public static function asked(): iterable
    {
        yield 'everything, what is longest due first' => ['', ['400.00', '20.00', '90.00']];
        yield 'blank is not asked' => ['q=&kind=&status=&page=1', ['400.00', '20.00', '90.00']];
        yield 'a kind' => ['kind=recurring%20gift', ['20.00']];
        yield 'a status' => ['status=overdue', ['400.00']];
        yield 'what failed' => ['status=failed', ['20.00']];
        yield 'what is open' => ['status=open', ['90.00']];
        yield 'what is due' => ['status=due', []];
        yield 'a fund' => ['fund=roof', ['400.00', '20.00']];
        yield 'a name' => ['q=lee', ['400.00', '20.00', '90.00']];
        yield 'nobody' => ['q=nobody', []];
        yield 'a quote' => ['fund=%27%20or%201=1', []];
    }

    /** @param  list<string>  $amounts */
    #[DataProvider('asked')]
    public function test_what_is_found(string $query, array $amounts): void
    {
        $this->promise();
        $this->promise([
            'promise.kind' => 'recurring gift',
            'promise.amount' => '20',
            'promise.date' => '2026-05-01',
            'promise.installments' => '',
        ]);
        $this->promise(['promise.amount' => '90', 'promise.frequency' => '', 'promise.installments' => '', 'promise.fund' => 'Boat']);
        $found = $this->getJson("/api/promises?{$query}")
            ->assertOk()
            ->json();
        self::assertSame([$amounts, count($amounts)], [array_column($found['promises'], 'amount'), $found['total']]);
        self::assertSame(3, array_sum($found['counts']), 'Each stands in one way.');
    }

    public function test_amounts_are_hidden_from_whoever_may_not_see_them(): void
    {
        $promise = $this->promise();
        $this->patchJson('/api/fields/promise.amount', ['see' => ['roles' => ['administrator'], 'users' => []]])->assertOk();
        $this->as(Role::Reader);
        $list = $this->getJson('/api/promises')->assertOk()->json();
        self::assertSame([null, null, null], [$list['sums'], $list['promises'][0]['amount'], $list['promises'][0]['paid']]);
        $page = $this->getJson("/api/promises/{$promise}")
            ->assertOk()
            ->json();
        self::assertNull($page['money']);
        self::assertStringNotContainsString('400.00', json_encode($page) ?: '');
        self::assertNull($this->getJson('/api/today')->json('promises'));
        $this->getJson('/api/promises?status=overdue')->assertStatus(403);
    }
}
