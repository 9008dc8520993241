<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\TestWith;

/** Funds, campaigns and appeals: what came in for each, while it ran, against its goal. */
final class FundTest extends TestCase
{
    private const FILE = <<<'CSV'
    First name,Last name,Email,Gift date,Amount,Fund,Campaign
    Ann,Lee,ann@example.org,2025-12-31,25,Roof,Spring
    Ann,Lee,ann@example.org,2026-01-01,100,roof,Spring
    Bo,Park,bo@example.org,2026-06-30,40,Boat,
    Bo,Park,bo@example.org,2026-07-01,500,Roof,

    CSV;

    /** @return array<string, mixed> */
    private function fund(string $name, string $kind = 'fund'): array
    {
        foreach (
            $this->getJson("/api/funds/{$kind}")
                ->assertOk()
                ->json('funds')
            as $fund
        ) {
            if ($fund['name'] === $name) {
                return $fund;
            }
        }
        self::fail("There is no {$kind} \"{$name}\".");
    }

    public function test_what_came_in_against_the_goal_while_it_ran(): void
    {
        $this->loaded(self::FILE);
        self::assertSame(
            [3, ['USD' => '625.00'], null],
            [$this->fund('Roof')['gifts'], $this->fund('Roof')['given'], $this->fund('Roof')['goal']],
        );
        $this->putJson('/api/funds/fund', [
            'name' => 'Roof',
            'starts_on' => '2026-01-01',
            'ends_on' => '2026-06-30',
            'goal' => '$1,000',
        ])->assertOk();
        $roof = $this->fund('Roof');
        self::assertSame(['1000.00', '100.00', '900.00', 10], [$roof['goal'], $roof['came_in'], $roof['missing'], $roof['percent']]);
        self::assertSame(['Spring'], array_column($this->getJson('/api/funds/campaign')->json('funds'), 'name'));
    }

    public function test_a_part_of_a_gift_counts_for_its_fund_and_what_goes_back_does_not(): void
    {
        $this->as();
        $ann = $this->byHand('Ann', 'Lee', 'ann@example.org');
        $gift = $this->postJson("/api/supporters/{$ann}/gifts", [
            'values' => ['gift.date' => '2026-02-01', 'gift.amount' => '100', 'gift.splits' => "60 | Roof\n40 | Boat"],
        ])->json('id');
        $this->postJson("/api/supporters/{$ann}/gifts", [
            'corrects' => $gift,
            'values' => ['gift.date' => '2026-02-02', 'gift.amount' => '-50', 'gift.reason' => 'Half came back'],
        ])->assertCreated();
        $this->postJson("/api/supporters/{$ann}/promises", [
            'values' => ['promise.date' => '2026-02-01', 'promise.amount' => '900', 'promise.fund' => 'Boat'],
        ])->assertCreated();
        self::assertSame([['USD' => '30.00'], ['USD' => '20.00']], [$this->fund('Roof')['given'], $this->fund('Boat')['given']]);
        self::assertSame([1, 1], [$this->fund('Roof')['gifts'], $this->fund('Boat')['gifts']]);
    }

    public function test_a_new_one_stands_in_the_list_where_there_is_one(): void
    {
        $this->as()
            ->putJson('/api/funds/fund', ['name' => 'Tower'])
            ->assertOk();
        self::assertSame(0, DB::table('pick_values')->count(), 'A field without a list stays open.');
        $this->putJson('/api/fields/gift.fund/list', [
            'values' => [['value' => 'Roof', 'code' => 'RF', 'spellings' => ['The roof']]],
        ])->assertOk();
        $this->putJson('/api/funds/fund', ['name' => 'Quay', 'goal' => '50'])->assertOk();
        self::assertSame(['Roof', 'Quay', 'Tower'], array_column($this->getJson('/api/funds/fund')->json('funds'), 'name'));
        self::assertSame(
            [true, 'RF', ['The roof']],
            [$this->fund('Quay')['is_listed'], $this->fund('Roof')['code'], $this->fund('Roof')['spellings']],
        );
    }

    public function test_two_that_are_made_one_keep_what_is_known(): void
    {
        $this->loaded(self::FILE);
        $this->putJson('/api/funds/fund', ['name' => 'Boat', 'goal' => '500', 'ends_on' => '2026-12-31'])->assertOk();
        $this->postJson('/api/fields/gift.fund/list/merge', ['from' => 'Boat', 'to' => 'Fleet'])->assertOk();
        self::assertSame(
            ['500.00', '2026-12-31', 1],
            [$this->fund('Fleet')['goal'], $this->fund('Fleet')['ends_on'], $this->fund('Fleet')['gifts']],
        );
        $this->putJson('/api/funds/fund', ['name' => 'Roof', 'goal' => '900'])->assertOk();
        $this->postJson('/api/fields/gift.fund/list/merge', ['from' => 'Fleet', 'to' => 'Roof'])->assertOk();
        self::assertSame(['900.00', '2026-12-31'], [$this->fund('Roof')['goal'], $this->fund('Roof')['ends_on']]);
        self::assertSame(1, DB::table('funds')->count());
    }

    /** @param  array<string, string>  $about */
    #[TestWith([['goal' => '-5']])]
    #[TestWith([['goal' => 'much']])]
    #[TestWith([['starts_on' => '2026-02-30']])]
    #[TestWith([['starts_on' => '2026-02-02', 'ends_on' => '2026-02-01']])]
    #[TestWith([['name' => 'Roof | Tower']])]
    #[TestWith([['name' => ' ']])]
    public function test_what_is_refused(array $about): void
    {
        $this->as()
            ->putJson('/api/funds/fund', ['name' => 'Roof', ...$about])
            ->assertStatus(422);
        self::assertSame(0, DB::table('funds')->count());
    }

    public function test_who_may_see_and_who_may_change(): void
    {
        $this->loaded(self::FILE);
        $this->putJson('/api/funds/fund', ['name' => 'Roof', 'goal' => '900', 'starts_on' => '2026-01-01'])->assertOk();
        $this->patchJson('/api/fields/gift.date', ['see' => ['roles' => ['administrator'], 'users' => []]])->assertOk();
        $this->as(Role::Reader);
        self::assertSame([['USD' => '625.00'], null], [$this->fund('Roof')['given'], $this->fund('Roof')['came_in']]);
        $this->as()
            ->patchJson('/api/fields/gift.amount', ['see' => ['roles' => ['administrator'], 'users' => []]])
            ->assertOk();
        $this->patchJson('/api/fields/gift.campaign', ['see' => ['roles' => ['administrator'], 'users' => []]])->assertOk();
        $this->as(Role::Reader)
            ->putJson('/api/funds/fund', ['name' => 'Roof'])
            ->assertStatus(403);
        self::assertSame([null, null, null], [$this->fund('Roof')['given'], $this->fund('Roof')['goal'], $this->fund('Roof')['percent']]);
        $this->getJson('/api/funds/campaign')->assertStatus(403);
        $this->getJson('/api/funds/colour')->assertStatus(404);
    }
}
