<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;

/** A journal for accounting: both sides are equal, it sums to the gifts and the batches, and nothing is taken twice. */
final class AccountingTest extends TestCase
{
    private const GIFTS = <<<'CSV'
    First name,Last name,Email,Gift date,Gift amount,Currency,Fund,Gift kind,Gift id
    Ann,Lee,ann@example.org,2026-01-05,100.00,USD,Nets,check,g1
    Ann,Lee,ann@example.org,2026-02-05,50.00,USD,Boats,card,g2
    Bo,Park,bo@example.org,2026-02-06,20.00,CAD,Nets,check,g3
    Bo,Park,bo@example.org,2026-03-06,500.00,USD,Nets,pledge,g4

    CSV;

    protected function setUp(): void
    {
        parent::setUp();
        $this->as();
        $this->loaded(self::GIFTS);
        $this->putJson('/api/accounting/accounts', [
            'debit' => '1000',
            'credit' => '4000',
            'debits' => ['card' => '1010'],
            'credits' => ['Boats' => '4100'],
        ])->assertOk();
    }

    private function take(string $from = '2026-01-01', string $until = '2026-12-31'): int
    {
        return $this->postJson('/api/accounting/takings', ['from' => $from, 'until' => $until])
            ->assertCreated()
            ->json('id');
    }

    /** @return list<string> "2026-01-05 1000 USD 100.00 -" */
    private function lines(int $taking): array
    {
        $page = $this->getJson("/api/accounting/takings/{$taking}")
            ->assertOk()
            ->assertJsonPath('taking.state', 'done')
            ->json();
        foreach (DB::table('ledger_lines')->groupBy('gift_id', 'taking_id')->selectRaw('sum(amount) as sum')->pluck('sum') as $sum) {
            self::assertSame('0.00', $sum);
        }

        return array_map(
            static fn(array $sum): string => trim(
                "{$sum['account']} {$sum['currency']} " . ($sum['debit'] !== '' ? "debit {$sum['debit']}" : "credit {$sum['credit']}"),
            ),
            $page['sums'],
        );
    }

    public function test_both_sides_of_each_gift_once(): void
    {
        $this->postJson('/api/accounting/open', ['from' => '2026-01-01', 'until' => '2026-12-31'])->assertExactJson([
            'gifts' => 3,
            'amounts' => ['CAD' => '20.00', 'USD' => '150.00'],
            'changed' => 0,
        ]);
        $first = $this->take('2026-01-01', '2026-01-31');
        self::assertSame(['1000 USD debit 100.00', '4000 USD credit 100.00'], $this->lines($first));
        $second = $this->take();
        self::assertSame(
            ['1010 USD debit 50.00', '4100 USD credit 50.00', '1000 CAD debit 20.00', '4000 CAD credit 20.00'],
            $this->lines($second),
        );
        $this->postJson('/api/accounting/takings', ['from' => '2026-01-01', 'until' => '2026-12-31'])
            ->assertStatus(422)
            ->assertJsonPath('message', 'There is nothing to take: all gifts of these days were taken before.');
        $file = $this->get("/api/accounting/takings/{$second}/journal.csv")
            ->assertOk()
            ->streamedContent();
        self::assertStringContainsString("2026-02-05,,1010,,50.00,,USD,1\r\n", $file);
    }

    public function test_what_changed_or_went_since_is_put_right_in_the_next(): void
    {
        $this->take();
        $gift = (int) DB::table('gifts')->where('amount', '100.00')->value('id');
        DB::table('gifts')
            ->where('id', $gift)
            ->update(['amount' => '80.00']);
        DB::table('journal_things')->insertOrIgnore([
            'kind' => 'gift',
            'thing_id' => $gift,
            'entry_id' => (int) DB::table('journal')->max('id') + 1,
            'action' => 'update',
        ]);
        $open = $this->postJson('/api/accounting/open', ['from' => '2027-01-01', 'until' => '2027-12-31'])->json();
        self::assertSame([0, 1], [$open['gifts'], $open['changed']]);
        $next = $this->take('2027-01-01', '2027-12-31');
        self::assertSame(['1000 USD credit 20.00', '4000 USD debit 20.00'], $this->lines($next));
        self::assertSame(now()->toDateString(), DB::table('ledger_lines')->where('taking_id', $next)->value('booked_on'));
    }

    public function test_an_undone_intake_is_taken_out_again(): void
    {
        $this->take();
        $intake = (int) DB::table('intakes')->max('id');
        $this->postJson("/api/intakes/{$intake}/undo")->assertOk();
        self::assertSame(0, DB::table('gifts')->count());
        $this->lines($this->take());
        self::assertSame(
            ['0.00'],
            array_values(
                array_unique(
                    DB::table('ledger_lines')->groupBy('account', 'currency')->selectRaw('sum(amount) as sum')->pluck('sum')->all(),
                ),
            ),
        );
    }

    public function test_the_last_can_be_put_back_and_none_before_it(): void
    {
        $first = $this->take('2026-01-01', '2026-01-31');
        $second = $this->take();
        $this->deleteJson("/api/accounting/takings/{$first}")->assertStatus(422);
        $this->deleteJson("/api/accounting/takings/{$second}")->assertOk();
        self::assertCount(4, $this->lines($this->take()));
    }

    public function test_it_sums_to_the_batches(): void
    {
        $batch = $this->postJson('/api/batches', [
            'name' => 'Monday',
            'received_on' => '2026-01-05',
            'expected_gifts' => 2,
            'expected_amount' => '150',
        ])
            ->assertCreated()
            ->json('batch.id');
        DB::table('gifts')
            ->whereIn('amount', ['100.00', '50.00'])
            ->update(['batch_id' => $batch]);
        $first = $this->take('2026-01-01', '2026-01-31');
        $this->getJson("/api/accounting/takings/{$first}")->assertJsonPath('batches', [
            [
                'batch' => $batch,
                'name' => 'Monday',
                'gifts' => 1,
                'of' => 2,
                'taken' => '100.00',
                'amount' => '150.00',
                'currency' => 'USD',
                'agrees' => false,
            ],
        ]);
        $this->getJson('/api/accounting/takings/' . $this->take())->assertJsonPath('batches.0.agrees', true);
    }

    /** @return iterable<string, array{string, string, array<string, mixed>, string}> */
    public static function unusable(): iterable
    {
        yield 'no day' => ['POST', 'takings', ['from' => '2026-02-30', 'until' => '2026-03-01'], 'from'];
        yield 'days the wrong way' => [
            'POST',
            'takings',
            ['from' => '2026-03-02', 'until' => '2026-03-01'],
            'The days end before they begin.',
        ];
        yield 'no account' => [
            'PUT',
            'accounts',
            ['debit' => '', 'credit' => '4000', 'debits' => [], 'credits' => []],
            'There must be an account',
        ];
    }

    /** @param  array<string, mixed>  $body */
    #[DataProvider('unusable')]
    public function test_what_can_not_be_used_is_said(string $method, string $url, array $body, string $says): void
    {
        $answer = $this->json($method, "/api/accounting/{$url}", $body);
        self::assertContains($answer->status(), [409, 422]);
        self::assertStringContainsString($says, (string) $answer->json('message'));
        self::assertSame(0, DB::table('ledger_takings')->count());
    }

    #[TestWith(['gift.amount'])]
    #[TestWith(['gift.fund'])]
    public function test_whoever_may_not_see_what_it_tells_takes_none(string $field): void
    {
        $this->as(Role::Administrator)
            ->patchJson("/api/fields/{$field}", ['see' => ['roles' => ['administrator'], 'users' => []]])
            ->assertOk();
        $this->as()->getJson('/api/accounting')->assertForbidden();
    }
}
