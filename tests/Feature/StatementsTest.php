<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\Exports\Export;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;

/** Giving statements, and what came in in a year: each figure is that of the gifts, and of the records that it opens. */
final class StatementsTest extends TestCase
{
    private const GIFTS = <<<'CSV'
    First name,Last name,Email,Gift date,Gift amount,Currency,Fund,Campaign,Gift kind,Gift id
    Ann,Lee,ann@example.org,2024-03-05,10.00,USD,Nets,,check,g0
    Ann,Lee,ann@example.org,2025-03-05,100.00,USD,Nets,Spring,check,g1
    Ann,Lee,ann@example.org,2025-03-20,50.00,USD,Boats,Spring,card,g2
    Bo,Park,bo@example.org,2025-02-06,20.00,CAD,Nets,,check,g3
    Bo,Park,bo@example.org,2024-02-06,2000.00,USD,Nets,,check,g4
    Cy,Dahl,cy@example.org,2024-11-01,75.00,USD,Nets,,cash,g5
    Di,Fox,di@example.org,2022-11-01,5.00,USD,Nets,,cash,g6
    Ed,Gray,ed@example.org,2025-12-31,24.99,USD,,,,g7
    Ed,Gray,ed@example.org,2025-12-31,900.00,USD,Nets,,pledge,g8

    CSV;

    protected function setUp(): void
    {
        parent::setUp();
        $this->as();
        $this->loaded(self::GIFTS);
    }

    public function test_one_for_each_who_gave_as_one_file_and_as_many(): void
    {
        $this->postJson('/api/statements/preview', ['year' => 2025])
            ->assertOk()
            ->assertJsonPath('statements', 3)
            ->assertJsonPath('amounts', ['CAD' => '20.00', 'USD' => '174.99']);
        foreach (['pdf', 'zip'] as $format) {
            $id = $this->postJson('/api/statements', ['year' => 2025, 'format' => $format])
                ->assertCreated()
                ->json('export');
            $export = Export::query()->findOrFail($id);
            self::assertSame(['done', 3], [$export->state, $export->rows], (string) $export->error);
            self::assertSame(['CAD' => '20.00', 'USD' => '174.99'], $export->amounts);
        }
        $zip = new \ZipArchive();
        self::assertTrue($zip->open($export->path()));
        self::assertSame(3, $zip->numFiles);
        self::assertStringStartsWith('%PDF-', (string) $zip->getFromName('statement 2025, supporter 1.pdf'));
        $this->get("/api/exports/{$export->id}/file")->assertOk();
    }

    public function test_sums_that_are_not_those_of_the_gifts_make_no_statement(): void
    {
        DB::table('gifts_by_year')
            ->where('supporter_id', 1)
            ->where('year', 2025)
            ->update(['amount' => '151.00']);
        $id = $this->postJson('/api/statements', ['year' => 2025])->json('export');
        $export = Export::query()->findOrFail($id);
        self::assertSame('failed', $export->state);
        self::assertStringContainsString('USD 174.99, and what is kept by year to CAD 20.00 and USD 175.99', (string) $export->error);
        self::assertFileDoesNotExist($export->path());
    }

    /** @return iterable<string, array{array<string, mixed>, string}> */
    public static function unusable(): iterable
    {
        yield 'a field that is none' => [['text' => 'Dear {nickname}, {gifts}'], 'There is nothing to put for {nickname}'];
        yield 'no gifts' => [['text' => 'Dear {greeting}'], 'the text needs {gifts}'];
        yield 'a search' => [['search' => 'Nobody'], 'There is no search "Nobody"'];
        yield 'a year' => [['year' => 20255], 'year'];
    }

    /** @param  array<string, mixed>  $more */
    #[DataProvider('unusable')]
    public function test_what_can_not_be_used_is_said(array $more, string $says): void
    {
        $answer = $this->postJson('/api/statements', ['year' => 2025, ...$more])->assertStatus(422);
        self::assertStringContainsString($says, (string) $answer->json('message'));
    }

    public function test_a_year_beside_the_one_before(): void
    {
        $page = $this->getJson('/api/giving?year=2025&currency=USD')->assertOk()->json();
        self::assertSame([2025, 2024, 2022], $page['years']);
        self::assertSame(
            ['name' => '03', 'gifts' => 2, 'amount' => '150.00', 'before_gifts' => 1, 'before' => '10.00'],
            $page['months'][2],
        );
        self::assertSame('174.99', (string) array_sum(array_column($page['months'], 'amount')), 'A pledge is no gift.');
        self::assertSame(
            [['Nets', '100.00', '2085.00'], ['Boats', '50.00', '0.00'], ['', '24.99', '0.00']],
            array_map(static fn(array $sum): array => [$sum['name'], $sum['amount'], $sum['before']], $page['funds']),
        );
        self::assertSame([1, 1, 1], array_slice(array_column($page['sizes'], 'gifts'), 0, 3));
        self::assertSame(
            [
                'givers' => 3,
                'first_time' => 1,
                'again' => 2,
                'before' => 3,
                'retained' => 2,
                'lapsed' => 1,
                'lapsed_amount' => '75.00',
                'stopped' => 1,
            ],
            $page['givers'],
        );
    }

    /** What stands behind the figures of people on the page. */
    #[TestWith(['givers', '{"of":[{"of":"gifts.any","test":"is filled","within":{"from":"2025-01-01","until":"2025-12-31"}}]}'])]
    #[TestWith(['first_time', '{"of":[{"of":"gifts.first","test":"between","values":["2025-01-01","2025-12-31"]}]}'])]
    #[
        TestWith([
            'again',
            '{"of":[{"of":"gifts.any","test":"is filled","within":{"from":"2025-01-01","until":"2025-12-31"}},{"of":"gifts.first","test":"before","values":["2025-01-01"]}]}',
        ]),
    ]
    #[
        TestWith([
            'lapsed',
            '{"of":[{"of":"gifts.any","test":"is filled","within":{"from":"2024-01-01","until":"2024-12-31"}},{"of":"gifts.any","test":"is blank","within":{"from":"2025-01-01","until":"2025-12-31"}}]}',
        ]),
    ]
    #[TestWith(['stopped', '{"of":[{"of":"gifts.last","test":"before","values":["2024-01-01"]}]}'])]
    public function test_each_figure_opens_its_records(string $figure, string $where): void
    {
        $givers = $this->getJson('/api/giving?year=2025&currency=USD')->json('givers');
        $this->getJson('/api/supporters?where=' . rawurlencode($where))
            ->assertOk()
            ->assertJsonPath('total', $givers[$figure]);
    }

    public function test_whoever_may_not_see_amounts_sees_none(): void
    {
        $this->as(Role::Administrator)
            ->patchJson('/api/fields/gift.amount', ['see' => ['roles' => ['administrator'], 'users' => []]])
            ->assertOk();
        $this->as()->getJson('/api/giving')->assertForbidden();
        $this->postJson('/api/statements', ['year' => 2025])->assertStatus(422);
    }
}
