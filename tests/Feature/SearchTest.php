<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\AddressChecks\StoredAddresses;
use App\Records\GiftYears;
use App\Supporters\ValuesInSearches;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;

/** Searches built from the catalog, and lists as a person wants to see them. */
final class SearchTest extends TestCase
{
    private const PEOPLE = <<<'CSV'
    First name,Last name,Email,Phone,Address,City,State,Postal code,Country,Group,Tag,Birth date,Gift date,Gift amount,Currency,Fund,Gift id
    Ann,Lee,ann@example.org,207-555-0101,1 Elm St,Portland,ME,04101,USA,Board,VIP,1960-02-03,2025-03-01,300.00,USD,Nets,g1
    Ann,Lee,ann@example.org,207-555-0101,1 Elm St,Portland,ME,04101,USA,Board,VIP,1960-02-03,2025-09-01,300.00,USD,Boats,g2
    Ann,Lee,ann@example.org,207-555-0101,1 Elm St,Portland,ME,04101,USA,Board,VIP,1960-02-03,2026-01-10,20.00,USD,Nets,g3
    Bo,Park,bo@example.org,,2 Oak St,Dover,NH,03820,USA,Choir,,,2024-05-05,80.00,CAD,Nets,g4
    Cy,Nash,,,3 Ash St,Saco,ME,04072,USA,,,1950-01-01,2025-12-31,500.00,USD,Boats,g5
    Di,Ossof,di@example.org,603-555-0102,,,,,,Board,,,,,,,

    CSV;

    protected function setUp(): void
    {
        parent::setUp();
        $this->as();
        $this->loaded(self::PEOPLE);
    }

    /**
     * @param  array<mixed>  $search
     * @return list<string> last names
     */
    private function found(array $search, string $more = ''): array
    {
        $answer = $this->getJson('/api/supporters?where=' . rawurlencode(json_encode($search, JSON_THROW_ON_ERROR)) . $more)->assertOk();

        return array_map(static fn(string $name): string => explode(',', $name)[0], array_column($answer->json('supporters'), 'name'));
    }

    /** @return iterable<string, array{array<mixed>, list<string>}> */
    public static function searches(): iterable
    {
        $one = static fn(string $of, string $test, array $values = [], array $within = []): array => compact(
            'of',
            'test',
            'values',
            'within',
        );
        $all = static fn(array ...$of): array => ['of' => $of];
        $in2025 = ['from' => '2025-01-01', 'until' => '2025-12-31'];
        yield 'nothing asked' => [$all(), ['Lee', 'Nash', 'Ossof', 'Park']];
        yield 'a state' => [$all($one('address.state', 'is', ['Maine'])), ['Lee', 'Nash']];
        yield 'not in a state, or nowhere' => [$all($one('address.state', 'is not', ['ME'])), ['Ossof', 'Park']];
        yield 'no email' => [$all($one('email', 'is blank')), ['Nash']];
        yield 'an email that begins so' => [$all($one('email', 'begins with', ['BO'])), ['Park']];
        yield 'a sign that means any' => [$all($one('email', 'contains', ['%'])), []];
        yield 'a group' => [$all($one('groups', 'is', ['Board'])), ['Lee', 'Ossof']];
        yield 'no group at all' => [$all($one('groups', 'is blank')), ['Nash']];
        yield 'a group is no tag' => [$all($one('tags', 'is', ['Board'])), []];
        yield 'born before' => [$all($one('birth_date', 'before', ['1955-01-01'])), ['Nash']];
        yield 'no birth date' => [$all($one('birth_date', 'is blank')), ['Ossof', 'Park']];
        yield 'over in a year' => [$all($one('gifts.given', 'over', ['500'], $in2025)), ['Lee']];
        yield 'at least in a year' => [$all($one('gifts.given', 'at least', ['500'], $in2025)), ['Lee', 'Nash']];
        yield 'in some days of it' => [
            $all($one('gifts.given', 'at least', ['300'], ['from' => '2025-02-01', 'until' => '2025-04-01'])),
            ['Lee'],
        ];
        yield 'to a fund' => [$all($one('gifts.given', 'over', ['300'], ['fund' => 'Nets'])), ['Lee']];
        yield 'in another currency' => [$all($one('gifts.given', 'over', ['50'], ['currency' => 'CAD'])), ['Park']];
        yield 'less, or nothing' => [$all($one('gifts.given', 'under', ['600'])), ['Nash', 'Ossof', 'Park']];
        yield 'nothing at all' => [$all($one('gifts.given', 'is', ['0'])), ['Ossof', 'Park']];
        yield 'between nothing and something' => [$all($one('gifts.given', 'between', ['0', '550'])), ['Nash', 'Ossof', 'Park']];
        yield 'how many gifts' => [$all($one('gifts.count', 'at least', ['2'])), ['Lee']];
        yield 'no gift' => [$all($one('gifts.count', 'is', ['0'])), ['Ossof']];
        yield 'the largest' => [$all($one('gifts.largest', 'is', ['300'])), ['Lee']];
        yield 'first gift' => [$all($one('gifts.first', 'before', ['2025-01-01'])), ['Park']];
        yield 'last gift' => [$all($one('gifts.last', 'since', ['2025-12-31'])), ['Lee', 'Nash']];
        yield 'not since' => [$all($one('gifts.any', 'is blank', [], ['from' => '2026-01-01'])), ['Nash', 'Ossof', 'Park']];
        yield 'gave to a fund' => [$all($one('gifts.any', 'is filled', [], ['fund' => 'Boats', ...$in2025])), ['Lee', 'Nash']];
        yield 'any gift of an amount' => [$all($one('gift.amount', 'is', ['20'])), ['Lee']];
        yield 'any gift for a fund' => [$all($one('gift.fund', 'is', ['Boats'])), ['Lee', 'Nash']];
        yield 'by words' => [$all($one('words', 'is', ['park'])), ['Park']];
        yield 'near' => [$all($one('near', 'is', ['04101'], ['miles' => '20'])), ['Lee', 'Nash']];
        yield 'not near' => [$all($one('near', 'is not', ['04101'], ['miles' => '20'])), ['Ossof', 'Park']];
        yield 'a worklist' => [$all($one('worklist', 'is', ['unreachable'])), []];
        yield 'changed today' => [$all($one('changed', 'is', ['Odile Marchetti'])), ['Lee', 'Nash', 'Ossof', 'Park']];
        yield 'changed by nobody of that name' => [$all($one('changed', 'is', ['Nobody'])), []];
        yield 'all of two' => [$all($one('address.state', 'is', ['ME']), $one('email', 'is filled')), ['Lee']];
        yield 'any of two' => [
            ['any' => true, 'of' => [$one('address.state', 'is', ['ME']), $one('groups', 'is', ['Board'])]],
            ['Lee', 'Nash', 'Ossof'],
        ];
        yield 'none of two' => [
            $all(['not' => true, 'any' => true, 'of' => [$one('address.state', 'is', ['ME']), $one('groups', 'is', ['Board'])]]),
            ['Park'],
        ];
        yield 'groups in groups' => [
            $all($one('email', 'is filled'), ['any' => true, 'of' => [$one('tags', 'is', ['VIP']), $one('address.state', 'is', ['NH'])]]),
            ['Lee', 'Park'],
        ];
    }

    /**
     * @param  array<mixed>  $search
     * @param  list<string>  $names
     */
    #[DataProvider('searches')]
    public function test_who_is_found(array $search, array $names): void
    {
        $this->user()->update(['name' => 'Odile Marchetti']);
        DB::table('acts')->update(['user_id' => $this->user()->id]);
        self::assertSame($names, $this->found($search));
    }

    public function test_the_sentence_and_its_phrases_come_with_the_list(): void
    {
        $where = ['of' => [['of' => 'email', 'test' => 'is filled'], ['any' => true, 'of' => [['of' => 'phone', 'test' => 'is blank']]]]];
        $this->getJson('/api/supporters?where=' . rawurlencode((string) json_encode($where)))
            ->assertJsonPath('search.sentence', 'Supporters with an email and without any phone')
            ->assertJsonPath('search.phrases', ['0' => 'with an email', '1.0' => 'without any phone']);
        $this->getJson('/api/supporters?where=' . rawurlencode('{"of":[{"of":"shoe","test":"is","values":["1"]}]}'))
            ->assertStatus(422)
            ->assertJson(['message' => 'There is no field "shoe" to search by.']);
    }

    public function test_what_each_gave_by_year_follows_every_write_and_can_be_verified(): void
    {
        $years = app(GiftYears::class);
        self::assertSame(0, $years->wrong());
        $gift = DB::table('gifts')->where('amount', '500.00')->first();
        $this->deleteJson("/api/supporters/{$gift->supporter_id}/gifts/{$gift->id}", ['reason' => 'bounced', 'date' => '2026-01-02']);
        self::assertSame(0, $years->wrong());
        DB::table('gifts_by_year')->limit(1)->delete();
        self::assertGreaterThan(0, $years->wrong());
        self::assertSame(1, Artisan::call('gifts:by-year'));
        self::assertSame(0, Artisan::call('gifts:by-year', ['--build' => true]));
        self::assertSame(0, $years->wrong());
    }

    public function test_what_may_not_be_seen_can_neither_be_asked_nor_be_a_column(): void
    {
        $where = json_encode(['of' => [['of' => 'birth_date', 'test' => 'before', 'values' => ['1955-01-01']]]], JSON_THROW_ON_ERROR);
        $this->postJson('/api/searches', ['name' => 'Elders', 'query' => ['where' => $where]])->assertCreated();
        $this->as(Role::Administrator)
            ->patchJson('/api/fields/birth_date', ['see' => ['roles' => ['administrator'], 'users' => []]])
            ->assertOk();
        $this->as(Role::Reader);

        $this->getJson('/api/supporters?where=' . rawurlencode($where))
            ->assertStatus(422)
            ->assertJson(['message' => 'This list asks by a field that you may not see.']);
        self::assertNotContains('birth_date', array_column($this->getJson('/api/searches/fields')->json('fields'), 'key'));
        self::assertNotContains('birth_date', array_column($this->getJson('/api/lists/supporters')->json('columns'), 'key'));
        $list = $this->getJson('/api/supporters?columns=birth_date,email&sort=birth_date')->assertOk();
        self::assertSame(['email'], array_column($list->json('columns'), 'key'));
        self::assertSame(['Lee, Ann', 'Nash, Cy', 'Ossof, Di', 'Park, Bo'], array_column($list->json('supporters'), 'name'));
    }

    public function test_a_saved_search_over_a_field_that_is_retired_says_so_wherever_it_is_used(): void
    {
        $key = $this->postJson('/api/fields', ['label' => 'Shirt size', 'group' => 'Our own', 'type' => 'text'])->json('key');
        $where = json_encode(['of' => [['of' => $key, 'test' => 'is', 'values' => ['M']]]], JSON_THROW_ON_ERROR);
        $this->postJson('/api/searches', ['name' => 'Shirts', 'query' => ['where' => $where]])->assertCreated();
        $this->patchJson("/api/fields/{$key}", ['retired' => true])->assertOk();

        $says = 'The field "Shirt size" is retired: take it out of the search, or bring the field back.';
        $this->getJson('/api/supporters?where=' . rawurlencode($where))
            ->assertStatus(422)
            ->assertJsonPath('message', $says);
        $this->postJson('/api/exports/preview', ['of' => 'gifts', 'search' => 'Shirts'])
            ->assertStatus(422)
            ->assertJsonPath('message', $says);
        $this->getJson('/api/gifts?where=' . rawurlencode($where))
            ->assertStatus(422)
            ->assertJsonPath('message', $says);
        // What asks by it can still be found, to be changed.
        $this->getJson('/api/searches')->assertJsonPath('searches.0.name', 'Shirts');
    }

    public function test_those_that_are_ticked_are_a_search_too(): void
    {
        $rows = array_column($this->getJson('/api/supporters')->json('supporters'), 'id', 'name');
        $two = "{$rows['Lee, Ann']},{$rows['Park, Bo']}";
        self::assertSame(['Lee', 'Park'], $this->found(['of' => []], "&ids={$two}"));
        self::assertSame(['Nash', 'Ossof'], $this->found(['of' => []], "&except={$two}"));
        self::assertSame([], $this->found(['of' => []], '&ids=x,0)'));
        self::assertSame(2, StoredAddresses::count(['kind' => 'search', 'query' => ['ids' => $two]]));
        $mailing = ['name' => 'Two', 'query' => ['ids' => $two], 'per' => 'supporter', 'must_agree' => false];
        $id = $this->postJson('/api/mailings', $mailing)->assertCreated()->json('id');
        self::assertSame(2, DB::table('mailing_people')->where('mailing_id', $id)->count());
    }

    /** @return iterable<string, array{string, list<string>}> */
    public static function orders(): iterable
    {
        yield 'by name' => ['', ['Lee', 'Nash', 'Ossof', 'Park']];
        yield 'by name, downwards' => ['&sort=name&down=1', ['Park', 'Ossof', 'Nash', 'Lee']];
        yield 'by city; those without one come last' => ['&sort=address.city', ['Park', 'Lee', 'Nash', 'Ossof']];
        yield 'by city, downwards; those without one come last too' => ['&sort=address.city&down=1', ['Nash', 'Lee', 'Park', 'Ossof']];
        yield 'by what they gave, in the organization\'s currency' => ['&sort=gifts.given&down=1', ['Lee', 'Nash', 'Ossof', 'Park']];
        yield 'by their last gift' => ['&sort=gifts.last', ['Park', 'Nash', 'Lee', 'Ossof']];
        yield 'by a group' => ['&sort=groups', ['Lee', 'Ossof', 'Park', 'Nash']];
        yield 'by what is no column' => ['&sort=shoe', ['Lee', 'Nash', 'Ossof', 'Park']];
    }

    /** @param  list<string>  $names */
    #[DataProvider('orders')]
    public function test_a_list_is_sorted_by_any_column(string $order, array $names): void
    {
        self::assertSame($names, $this->found(['of' => []], $order));
    }

    public function test_columns_are_chosen_and_kept_for_the_person(): void
    {
        $cells = $this->getJson('/api/supporters?columns=groups,birth_date,gifts.given,gifts.last,place')->json('supporters.0.cells');
        self::assertSame(
            [
                'groups' => 'Board',
                'birth_date' => '1960-02-03',
                'gifts.given' => 'USD 620.00',
                'gifts.last' => '2026-01-10',
                'place' => 'Portland, ME',
            ],
            $cells,
        );
        $view = [
            'columns' => [['key' => 'email', 'width' => 240], ['key' => 'groups', 'width' => null]],
            'sort' => 'email',
            'down' => true,
            'fixed' => 1,
        ];
        $this->putJson('/api/lists/supporters', $view)->assertOk()->assertJsonPath('view', $view);
        $this->getJson('/api/lists/supporters')->assertJsonPath('view', $view);
        $this->as(Role::Reader)->getJson('/api/lists/supporters')->assertJsonPath('view', null);
        $this->as()
            ->putJson('/api/lists/supporters', [...$view, 'columns' => []])
            ->assertOk()
            ->assertJsonPath('view', null);
        $this->putJson('/api/lists/supporters', [...$view, 'columns' => [['key' => 'email'], ['key' => 'email']]])->assertStatus(422);
    }

    public function test_a_list_is_downloaded_as_it_is_shown(): void
    {
        $list = '/api/supporters.csv?columns=email,gifts.given&sort=email&down=1';
        $lines = static fn(string $csv): array => array_map(
            static fn(string $line): array => str_getcsv($line, ',', '"', ''),
            explode("\r\n", trim(substr($csv, 3))),
        );
        $shown = $lines($this->get($list)->assertOk()->streamedContent());
        self::assertSame(['Number in Pine Sieve', 'Name', 'Email', 'Given'], $shown[0]);
        $emails = array_filter(array_column(array_slice($shown, 1), 2));
        $sorted = $emails;
        rsort($sorted);
        self::assertSame($sorted, $emails);
        self::assertCount(DB::table('supporters')->count() + 1, $shown);
        $this->as(Role::Administrator)
            ->patchJson('/api/fields/gift.amount', ['see' => ['roles' => ['administrator'], 'users' => []]])
            ->assertOk();
        self::assertSame(['Number in Pine Sieve', 'Name', 'Email'], $lines($this->as()->get($list)->streamedContent())[0]);
    }

    public function test_a_value_that_is_renamed_is_renamed_in_searches(): void
    {
        $where = json_encode(
            ['of' => [['of' => 'groups', 'test' => 'is', 'values' => ['Board', 'Choir'], 'within' => []]]],
            JSON_THROW_ON_ERROR,
        );
        $this->postJson('/api/searches', ['name' => 'Leaders', 'query' => ['where' => $where]])->assertCreated();
        app(ValuesInSearches::class)->rename('groups', 'Board', 'Trustees');
        self::assertStringContainsString('["Trustees","Choir"]', (string) $this->getJson('/api/searches')->json('searches.0.query.where'));
    }
}
