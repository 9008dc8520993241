<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\Batches\Batches;
use PHPUnit\Framework\Attributes\DataProvider;

/** Lists of what supporters have: columns, order, and searches of their own. */
final class ListsTest extends TestCase
{
    private const PEOPLE = <<<'CSV'
    First name,Last name,Email,Address,City,State,Postal code,Country,Group,Gift date,Gift amount,Currency,Fund,Gift kind,Gift id
    Ann,Lee,ann@example.org,1 Elm St,Portland,ME,04101,USA,Board,2025-03-01,300.00,USD,Nets,check,g1
    Ann,Lee,ann@example.org,1 Elm St,Portland,ME,04101,USA,Board,2025-09-01,20.00,USD,Boats,card,g2
    Bo,Park,bo@example.org,2 Oak St,Dover,NH,03820,USA,Choir,2024-05-05,400.00,CAD,Nets,check,g3
    Cy,Nash,,3 Ash St,Saco,ME,04072,USA,,2025-12-31,500.00,USD,,check,g4

    CSV;

    protected function setUp(): void
    {
        parent::setUp();
        $this->as();
        $this->loaded(self::PEOPLE);
        $lee = (int) $this->getJson('/api/supporters?q=lee')->json('supporters.0.id');
        foreach (['100.00', '40.00'] as $amount) {
            $this->postJson("/api/supporters/{$lee}/promises", [
                'values' => ['promise.kind' => 'pledge', 'promise.date' => '2026-01-01', 'promise.amount' => $amount],
            ])->assertSuccessful();
        }
        foreach (['Monday', 'Tuesday'] as $day) {
            app(Batches::class)->open($day, ['received_on' => '2026-01-05', 'currency' => 'USD', 'expected_amount' => '5.00'], null);
        }
    }

    /** @return iterable<string, array{string}> */
    public static function lists(): iterable
    {
        foreach (['gifts', 'promises', 'batches', 'addresses', 'intakes'] as $list) {
            yield $list => [$list];
        }
    }

    #[DataProvider('lists')]
    public function test_a_list_is_sorted_by_any_of_its_columns_and_stays_whole(string $list): void
    {
        $choices = $this->getJson("/api/lists/{$list}")->assertOk();
        $all = self::sorted(array_column($this->getJson("/api/{$list}")->json($list), 'id'));
        self::assertNotSame([], $all);
        $tried = 0;
        foreach ([$choices->json('first'), ...$choices->json('columns')] as $column) {
            if ($column['sortable'] === false) {
                continue;
            }
            foreach (['0', '1'] as $down) {
                $rows = $this->getJson("/api/{$list}?sort={$column['key']}&down={$down}")
                    ->assertOk()
                    ->json($list);
                self::assertSame($all, self::sorted(array_column($rows, 'id')), $column['key']);
                $tried++;
            }
        }
        self::assertGreaterThan(16, $tried);
        // By what is no column, a list keeps an order of its own.
        self::assertSame($this->getJson("/api/{$list}")->json($list), $this->getJson("/api/{$list}?sort=shoe")->json($list));
    }

    /**
     * @param  list<int>  $ids
     * @return list<int>
     */
    private static function sorted(array $ids): array
    {
        sort($ids);

        return $ids;
    }

    /** @return iterable<string, array{string, list<string>}> */
    public static function orders(): iterable
    {
        yield 'the latest first' => ['', ['500.00', '20.00', '300.00', '400.00']];
        yield 'the earliest first' => ['sort=date', ['400.00', '300.00', '20.00', '500.00']];
        yield 'by amount: another currency comes last' => ['sort=amount&down=1', ['500.00', '300.00', '20.00', '400.00']];
        yield 'by amount, upwards: it comes last too' => ['sort=amount', ['20.00', '300.00', '500.00', '400.00']];
        yield 'by fund: without one comes last' => ['sort=fund', ['20.00', '300.00', '400.00', '500.00']];
        yield 'by supporter' => ['sort=supporter', ['300.00', '20.00', '500.00', '400.00']];
        yield 'of a fund, the smallest first' => ['fund=Nets&sort=amount', ['300.00', '400.00']];
    }

    /** @param  list<string>  $amounts */
    #[DataProvider('orders')]
    public function test_gifts_are_put_in_order(string $asked, array $amounts): void
    {
        self::assertSame(
            $amounts,
            array_column(
                $this->getJson("/api/gifts?{$asked}")
                    ->assertOk()
                    ->json('gifts'),
                'amount',
            ),
        );
    }

    /** @return iterable<string, array{string, string, list<string>, string}> */
    public static function searches(): iterable
    {
        $nets = '{"of":"gift.fund","test":"is","values":["Nets"]}';
        $maine = '{"of":"address.state","test":"is","values":["ME"]}';
        yield 'of their own' => ['gifts', "{\"of\":[{$nets}]}", ['300.00', '400.00'], 'Gifts whose fund is Nets'];
        yield 'of whose they are' => [
            'gifts',
            "{\"of\":[{$maine}]}",
            ['500.00', '20.00', '300.00'],
            'Gifts of supporters whose state or province is ME',
        ];
        yield 'both' => [
            'gifts',
            "{\"of\":[{$maine},{$nets}]}",
            ['300.00'],
            'Gifts of supporters whose state or province is ME and whose fund is Nets',
        ];
        yield 'either' => [
            'gifts',
            "{\"any\":true,\"of\":[{\"of\":\"groups\",\"test\":\"is\",\"values\":[\"Choir\"]},{$nets}]}",
            ['300.00', '400.00'],
            'Gifts of supporters in the group Choir or whose fund is Nets',
        ];
        yield 'not' => ['gifts', "{\"of\":[{\"not\":true,\"of\":[{$nets}]}]}", ['500.00', '20.00'], 'Gifts not (whose fund is Nets)'];
        yield 'an amount in its own currency alone' => [
            'gifts',
            '{"of":[{"of":"gift.amount","test":"over","values":["100"]}]}',
            ['500.00', '300.00'],
            'Gifts whose amount is over 100.00 USD',
        ];
        yield 'an amount in another' => [
            'gifts',
            '{"of":[{"of":"gift.amount","test":"over","values":["100"],"within":{"currency":"CAD"}}]}',
            ['400.00'],
            'Gifts whose amount is over 100.00 CAD',
        ];
        yield 'blank' => ['gifts', '{"of":[{"of":"gift.fund","test":"is blank"}]}', ['500.00'], 'Gifts without any fund'];
        yield 'promises' => [
            'promises',
            '{"of":[{"of":"promise.amount","test":"under","values":["50"]}]}',
            ['40.00'],
            'Promises whose amount is under 50.00 USD',
        ];
    }

    /** @param  list<string>  $amounts */
    #[DataProvider('searches')]
    public function test_what_supporters_have_is_searched_for(string $list, string $where, array $amounts, string $sentence): void
    {
        $answer = $this->getJson("/api/{$list}?where=" . rawurlencode($where))->assertOk();
        self::assertSame($amounts, array_column($answer->json($list), 'amount'));
        self::assertSame($sentence, $answer->json('search.sentence'));
        self::assertSame(count($amounts), $answer->json('total'));
    }

    public function test_addresses_are_found_by_their_own_parts_and_by_whose_they_are(): void
    {
        $asked = static fn(string $condition): string => '/api/addresses?where=' . rawurlencode("{\"of\":[{$condition}]}");
        $cities = fn(string $path): array => array_column($this->getJson($path)->assertOk()->json('addresses'), 'city');
        self::assertSame(['Portland', 'Saco', 'Dover'], $cities('/api/addresses'));
        self::assertSame(['Portland', 'Saco'], $cities($asked('{"of":"address.state","test":"is","values":["Maine"]}')));
        self::assertSame(['Dover'], $cities($asked('{"of":"groups","test":"is","values":["Choir"]}')));
        self::assertSame(['Saco'], $cities('/api/addresses?q=nash'));
        self::assertSame(['Portland', 'Saco', 'Dover'], $cities('/api/addresses?standing=not_asked&condition=in+use'));
        self::assertSame([], $cities('/api/addresses?standing=confirmed'));
        self::assertSame([], $cities('/api/addresses?condition=former'));
        $this->getJson('/api/addresses?standing=lost')->assertStatus(422);
    }

    public function test_what_may_not_be_seen_is_no_column_no_order_and_no_search(): void
    {
        $this->as(Role::Administrator)
            ->patchJson('/api/fields/gift.fund', ['see' => ['roles' => ['administrator'], 'users' => []]])
            ->assertOk();
        $this->as(Role::Reader);
        self::assertNotContains('fund', array_column($this->getJson('/api/lists/gifts')->json('columns'), 'key'));
        self::assertSame($this->getJson('/api/gifts')->json('gifts'), $this->getJson('/api/gifts?sort=fund')->json('gifts'));
        $where = rawurlencode('{"of":[{"of":"gift.fund","test":"is","values":["Nets"]}]}');
        $this->getJson("/api/gifts?where={$where}")->assertForbidden();
        $this->getJson("/api/addresses?where={$where}")->assertForbidden();
        $this->getJson("/api/promises?where={$where}")->assertForbidden();
    }

    public function test_batches_and_intakes_are_found_by_words(): void
    {
        self::assertSame(['Tuesday'], array_column($this->getJson('/api/batches?q=tues')->json('batches'), 'name'));
        self::assertSame([], $this->getJson('/api/batches?q=%25')->json('batches'));
        self::assertSame(1, $this->getJson('/api/intakes?q=people.csv')->json('total'));
        self::assertSame(0, $this->getJson('/api/intakes?q=_eople')->json('total'));
    }

    public function test_columns_are_kept_for_each_list_and_person(): void
    {
        $view = ['columns' => [['key' => 'fund', 'width' => 210]], 'sort' => 'fund', 'down' => true, 'fixed' => 2];
        $this->putJson('/api/lists/gifts', $view)->assertOk()->assertJsonPath('view', $view);
        $this->getJson('/api/lists/promises')->assertJsonPath('view', null);
        $this->putJson('/api/lists/shoes', $view)->assertNotFound();
        $this->getJson('/api/lists/shoes')->assertNotFound();
    }

    public function test_a_search_for_gifts_is_saved_and_exported(): void
    {
        $query = [
            'where' =>
                '{"of":[{"of":"gift.fund","test":"is","values":["Nets","Boats"]},{"of":"address.state","test":"is","values":["ME"]}]}',
            'from' => '2025-04-01',
        ];
        $this->postJson('/api/searches', ['name' => 'Nets and boats', 'list' => 'gifts', 'query' => $query])
            ->assertCreated()
            ->assertJsonPath('list', 'gifts');
        $this->getJson('/api/searches')->assertJsonPath('searches.0.query', $query);
        $this->postJson('/api/exports/preview', ['of' => 'gifts', 'search' => 'Nets and boats'])
            ->assertOk()
            ->assertJsonPath('rows', 1)
            ->assertJsonPath('amounts.USD', '20.00');
        $this->postJson('/api/exports/preview', ['of' => 'supporters', 'search' => 'Nets and boats'])
            ->assertStatus(422)
            ->assertJsonPath('message', 'The search "Nets and boats" finds gifts: it can\'t be asked of supporters.');
        // The name is taken: a search for others does not take its place unseen.
        $this->postJson('/api/searches', ['name' => 'Nets and boats', 'query' => ['q' => 'lee']])->assertStatus(422);
        $this->postJson('/api/searches', [
            'name' => 'X',
            'list' => 'gifts',
            'query' => ['where' => '{"of":[{"of":"shoe"}]}'],
        ])->assertStatus(422);
        $this->postJson('/api/searches', ['name' => 'X', 'list' => 'shoes', 'query' => ['q' => 'lee']])->assertStatus(422);
        $this->getJson('/api/supporters?q=lee')->assertOk();
    }
}
