<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\Addresses\MorePlaces;
use App\Addresses\WhereTheyLive;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use PineSieve\Core\Addresses\PlaceCheck;
use PineSieve\Core\Addresses\Places;

/** Where supporters live, and who lives near. */
final class WhereTest extends TestCase
{
    private const PEOPLE = <<<'CSV'
    Last name,First name,Street,City,State,Zip,Country,Gift date,Gift amount,Currency
    Lee,Ann,1 Elm St,Dover,NH,03820,USA,2026-01-01,100.00,USD
    Park,Bo,2 Elm St,Dover,NH,03820-1234,USA,2026-01-02,50.00,USD
    Dahl,Cy,3 Elm St,Portland,ME,04101,USA,2026-01-03,10.00,CAD
    Roy,Di,4 Main St,Moncton,NB,E1C 4Z1,Canada,,,
    Fox,Eve,5 Elm St,Nowhere,ME,04999,USA,,,
    Berg,Flo,Hauptstr. 5,Berlin,,10115,Germany,,,

    CSV;

    protected function setUp(): void
    {
        parent::setUp();
        $this->as();
        $this->loaded(self::PEOPLE, ['accept_addresses' => true]);
    }

    public function test_supporters_by_place_with_what_they_gave(): void
    {
        $answer = $this->getJson('/api/places?by=given')->assertOk();
        $places = array_column($answer->json('places'), null, 'code');

        self::assertSame(['03820', '04101', 'E1C'], array_map(strval(...), array_keys($places)));
        self::assertSame(
            [2, 'Dover', 'NH', ['USD' => '150.00']],
            [$places['03820']['supporters'], $places['03820']['city'], $places['03820']['state'], $places['03820']['given']],
        );
        self::assertSame([['CAD' => '10.00'], []], [$places['04101']['given'], $places['E1C']['given']]);
        self::assertSame([1, 1], [$answer->json('unknown'), $answer->json('without')]);
        self::assertNull($this->getJson('/api/places')->json('places.0.given'));
    }

    /** @return list<string> */
    private function names(string $query): array
    {
        return array_column(
            $this->getJson("/api/supporters?{$query}")
                ->assertOk()
                ->json('supporters'),
            'name',
        );
    }

    /** @return iterable<string, array{string, list<string>}> what is asked, and who is found */
    public static function searches(): iterable
    {
        yield 'a code' => ['zip=03820', ['Lee, Ann', 'Park, Bo']];
        yield 'the first signs of one' => ['zip=041', ['Dahl, Cy']];
        yield 'in Canada' => ['zip=E1C', ['Roy, Di']];
        yield 'near' => ['near=03820&within=60', ['Dahl, Cy', 'Lee, Ann', 'Park, Bo']];
        yield 'nearer' => ['near=03820&within=10', ['Lee, Ann', 'Park, Bo']];
        yield 'no miles' => ['near=03820', ['Lee, Ann', 'Park, Bo']];
        yield 'miles that are none' => ['near=03820&within=-5', ['Lee, Ann', 'Park, Bo']];
        yield 'near nowhere' => ['near=00000&within=10', []];
        yield 'a sign that stands for all' => ['zip=%25', []];
    }

    /** @param  list<string>  $expected */
    #[DataProvider('searches')]
    public function test_those_of_a_place_or_near_one(string $query, array $expected): void
    {
        self::assertSame($expected, $this->names($query));
    }

    public function test_places_of_our_own_stand_on_the_map(): void
    {
        DB::table('places')->insert([
            ['code' => '04999', 'city' => 'Nowhere', 'state' => 'ME', 'latitude' => 44.1, 'longitude' => -69.2, 'source' => 'a test'],
        ]);
        MorePlaces::keep([['Nowhere', 'ME', '04999']], 'the demo');
        $this->app->forgetInstance(Places::class);
        $this->app->forgetInstance(PlaceCheck::class);

        self::assertSame(0, $this->getJson('/api/places')->json('unknown'));
        self::assertContains('04999', app(WhereTheyLive::class)->near('04101', 100));
        self::assertSame(1, DB::table('places')->count());
    }

    public function test_who_may_not_see_the_code_sees_no_map_and_finds_nobody_by_it(): void
    {
        $this->as(Role::Administrator)
            ->patchJson('/api/fields/address.postal_code', ['see' => ['roles' => ['administrator'], 'users' => []]])
            ->assertOk();
        $this->as(Role::Reader)->getJson('/api/places')->assertStatus(403);
        self::assertSame([], $this->names('zip=03820'));
        self::assertSame([], $this->names('near=03820&within=60'));
    }
}
