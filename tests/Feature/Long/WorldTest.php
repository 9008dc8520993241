<?php

declare(strict_types=1);

namespace Tests\Feature\Long;

use App\Accounts\Role;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use PineSieve\Core\Merging\FieldRule;
use PineSieve\Core\Merging\SurvivorRule;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;
use Tests\Feature\TestCase;

/** What holds in every world, made up by chance from a seed: nothing is lost by a merge, and all can be taken back. */
final class WorldTest extends TestCase
{
    private const TARGETS = [
        'name.first',
        'name.last',
        'name.suffix',
        'birth_date',
        'email',
        'phone',
        'address.line1',
        'address.city',
        'address.state',
        'address.postal_code',
        'id.old',
        'groups',
        'tags',
        'spouse.name.first',
        'spouse.name.last',
        'consent.email',
        'gift.date',
        'gift.amount',
        'gift.fund',
        'notes',
    ];

    private Randomizer $chance;

    /** @param  list<string>  $of */
    private function one(array $of): string
    {
        return $of[$this->chance->getInt(0, count($of) - 1)];
    }

    /** People, some of whom are one: their names, addresses and numbers come from short lists. */
    private function populate(int $seed, int $rows): void
    {
        $this->chance = new Randomizer(new Xoshiro256StarStar($seed));
        $path = (string) tempnam(sys_get_temp_dir(), 'world');
        $file = fopen($path, 'w');
        self::assertNotFalse($file);
        fputcsv(
            $file,
            [
                'First name',
                'Last name',
                'Suffix',
                'Birthday',
                'Email',
                'Phone',
                'Street',
                'City',
                'State',
                'ZIP',
                'Old ID',
                'Groups',
                'Tags',
                'Spouse first name',
                'Spouse last name',
                'Email allowed',
                'Gift date',
                'Amount',
                'Fund',
                'Notes',
            ],
            ',',
            '"',
            '',
        );
        for ($i = 0; $i < $rows; $i++) {
            $last = $this->one(['Lee', 'LEE', 'Ostrander', "O'Neil", 'Quill-Marsh', 'Björk']);
            $isPlaced = $this->chance->getInt(0, 2) > 0;
            $isGiving = $this->chance->getInt(0, 1) === 1;
            $isMarried = $this->chance->getInt(0, 3) === 0;
            fputcsv(
                $file,
                [
                    $this->one(['Robert', 'Bob', 'Ann', 'Anne', 'Zoë', 'Zoe', 'Cy', 'J.']),
                    $last,
                    $this->one(['', '', '', 'Jr', 'Sr']),
                    $this->one(['', '', '1970-02-03', '1970-03-02', '1999-12-31']),
                    $this->one(['', 'one@example.org', 'two@example.org', "p{$i}@example.org"]),
                    $this->one(['', '603-555-0143', '(603) 555-0143', sprintf('207-555-%04d', $i)]),
                    $isPlaced ? $this->one(['12 Elm St', '12 ELM STREET', '9 Quay Rd', '9 Quay Road Apt 2']) : '',
                    $isPlaced ? 'Dover' : '',
                    $isPlaced ? 'NH' : '',
                    $isPlaced ? $this->one(['03820', '03820-1234']) : '',
                    "X-{$i}",
                    $this->one(['', 'Choir', 'choir; Board']),
                    $this->one(['', 'VIP']),
                    $isMarried ? $this->one(['Bo', 'Mae']) : '',
                    $isMarried ? $last : '',
                    $this->one(['', 'yes', 'no']),
                    $isGiving ? sprintf('20%02d-05-06', 10 + ($i % 15)) : '',
                    $isGiving ? $this->one(['10', '0.01', '1,234.56']) : '',
                    $isGiving ? $this->one(['General fund', 'Boats']) : '',
                    $this->one(['', 'sings', 'likes puffins']),
                ],
                ',',
                '"',
                '',
            );
        }
        fclose($file);
        $this->loaded((string) file_get_contents($path), ['against' => ['kind' => 'nothing']], self::TARGETS);
        unlink($path);
    }

    private static function mustBeSound(string $money): void
    {
        self::assertSame($money, (string) DB::table('gifts')->sum('amount'), 'Not a cent is lost or doubled.');
        self::assertSame(0, DB::table('links')->whereColumn('supporter_id', 'other_id')->count(), 'Nobody is linked to himself.');
        foreach (
            [
                'addresses' => 'supporter_id',
                'emails' => 'supporter_id',
                'phones' => 'supporter_id',
                'identifiers' => 'supporter_id',
                'memberships' => 'supporter_id',
                'gifts' => 'supporter_id',
                'links' => 'other_id',
                'match_keys' => 'supporter_id',
                'search_words' => 'supporter_id',
            ]
            as $table => $column
        ) {
            self::assertSame(
                0,
                DB::table("{$table} as t")
                    ->leftJoin('supporters as s', 's.id', '=', "t.{$column}")
                    ->whereNull('s.id')
                    ->count(),
                "What stands in {$table} belongs to someone.",
            );
        }
        foreach (['addresses', 'emails', 'phones'] as $table) {
            self::assertSame(
                0,
                DB::table($table)
                    ->where('is_primary', 1)
                    ->groupBy('supporter_id')
                    ->havingRaw('count(*) > 1')
                    ->selectRaw('supporter_id')
                    ->get()
                    ->count(),
                "One of the {$table} is the primary one.",
            );
        }
        self::assertSame(
            0,
            DB::table('identifiers')->groupBy('system', 'value')->havingRaw('count(*) > 1')->selectRaw('value')->get()->count(),
            'An id stands for one supporter.',
        );
        self::assertSame(
            0,
            DB::table('links')->groupBy('supporter_id', 'kind', 'other_id')->havingRaw('count(*) > 1')->selectRaw('kind')->get()->count(),
            'A link stands there once.',
        );
    }

    /** @return iterable<string, array{int}> */
    public static function seeds(): iterable
    {
        foreach ([1, 2, 3, 5, 8] as $seed) {
            yield "seed {$seed}" => [$seed];
        }
    }

    #[DataProvider('seeds')]
    public function test_merges_lose_nothing_and_are_taken_apart_in_turn_as_it_was(int $seed): void
    {
        $this->populate($seed, 40);
        $before = $this->records();
        $money = (string) DB::table('gifts')->sum('amount');
        $merges = [];
        for ($i = 0; $i < 12; $i++) {
            // Whoever it is: husband and wife, two households of one member, the same one under two names.
            $all = DB::table('supporters')
                ->where('kind', $this->one(['person', 'person', 'person', 'household']))
                ->orderBy('id')
                ->pluck('id')
                ->all();
            $several = array_values(
                array_map(static fn(int $at): int => (int) $all[$at], $this->chance->pickArrayKeys($all, $this->chance->getInt(2, 4))),
            );
            $policy = [
                'survivor' => $this->one(array_column(SurvivorRule::cases(), 'value')),
                'usual' => $this->one(array_column(FieldRule::cases(), 'value')),
            ];
            $answer = $this->postJson('/api/merges', [
                'supporters' => $several,
                'policy' => $policy,
                ...$this->chance->getInt(0, 1) === 1 ? ['survivor' => $several[0]] : [],
            ]);
            if ($answer->getStatusCode() === 422) {
                self::assertNotSame('', $answer->json('message'));

                continue;
            }
            $merges[] = (int) $answer->assertCreated()->json('id');
            self::mustBeSound($money);
        }
        self::assertGreaterThan(5, count($merges));
        foreach (array_reverse($merges) as $merge) {
            $this->postJson("/api/merges/{$merge}/apart")
                ->assertOk()
                ->assertJson(['kept' => []]);
            self::mustBeSound($money);
        }

        self::assertSame($before, $this->records());
    }

    /** Seeds, by the rules that come with the program and by weight. */
    public static function searched(): iterable
    {
        foreach (self::seeds() as $name => [$seed]) {
            yield $name => [$seed, false];
            yield "{$name}, by weight" => [$seed, true];
        }
    }

    #[DataProvider('searched')]
    public function test_looking_everyone_up_finds_what_going_through_everyone_finds(int $seed, bool $byWeight): void
    {
        $this->populate($seed, 60);
        $byWeight || $this->useSet('People');
        $pairs = static fn(): array => array_map(
            static fn(\stdClass $row): array => (array) $row,
            DB::table('duplicate_pairs')->orderBy('one')->orderBy('other')->get()->all(),
        );
        $this->postJson('/api/duplicates/search')->assertStatus(202);
        $whole = $pairs();
        self::assertNotSame([], $whole);
        DB::table('duplicate_pairs')->delete();
        $this->postJson('/api/duplicates/search', ['kind' => 'ids', 'ids' => DB::table('supporters')->pluck('id')->all()])->assertStatus(
            202,
        );

        self::assertSame($whole, $pairs());
    }

    #[DataProvider('searched')]
    public function test_clusters_are_true_whatever_people_decide(int $seed, bool $byWeight): void
    {
        $this->populate($seed, 60);
        $byWeight || $this->useSet('People');
        $this->postJson('/api/duplicates/search')->assertStatus(202);
        // So many merges that the world is another by then would be weighed otherwise.
        for ($i = 0; $i < 15; $i++) {
            $pairs = DB::table('duplicate_pairs')->orderBy('one')->orderBy('other')->get()->all();
            if ($pairs === []) {
                break;
            }
            $pair = $pairs[$this->chance->getInt(0, count($pairs) - 1)];
            $decided = $this->postJson($this->one(['/api/merges', ...array_fill(0, $byWeight ? 6 : 2, '/api/duplicates/not-the-same')]), [
                'supporters' => [$pair->one, $pair->other],
            ]);
            self::assertContains($decided->getStatusCode(), [200, 201, 422]);
            $lowest = [];
            foreach (DB::table('duplicate_pairs')->get() as $left) {
                $lowest[$left->cluster] = min($lowest[$left->cluster] ?? PHP_INT_MAX, $left->one, $left->other);
                self::assertSame(0, DB::table('pair_decisions')->where('one', $left->one)->where('other', $left->other)->count());
            }
            self::assertSame(array_keys($lowest), array_values($lowest), 'A cluster is called by its lowest number.');
            self::assertSame(
                0,
                DB::selectOne(
                    'select count(*) as n from duplicate_pairs a join duplicate_pairs b on (a.one in (b.one, b.other) or a.other in (b.one, b.other)) and a.cluster <> b.cluster',
                )->n,
                'Whoever hangs together is in one cluster.',
            );
        }
        $left = DB::table('duplicate_pairs')
            ->orderBy('one')
            ->orderBy('other')
            ->get(['one', 'other', 'cluster'])
            ->all();
        $this->as(Role::DataSteward)->postJson('/api/duplicates/search')->assertStatus(202);

        self::assertEquals(
            $left,
            DB::table('duplicate_pairs')
                ->orderBy('one')
                ->orderBy('other')
                ->get(['one', 'other', 'cluster'])
                ->all(),
            'The list was true before it was searched again.',
        );
    }
}
