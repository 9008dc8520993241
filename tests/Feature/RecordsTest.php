<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Records\Act;
use App\Records\ActKind;
use App\Records\Loads;
use App\Records\RecordWriter;
use Illuminate\Support\Facades\DB;
use LogicException;
use PHPUnit\Framework\Attributes\DataProvider;

/** Supporters and gifts: found, shown, with the origins of every value. */
final class RecordsTest extends TestCase
{
    private const FILE = "Legacy No,Name,Email,Phone,Street,City,State,Zip,Gift date,Amount,Fund\nTH-0042,\"O'Brien, José M.\",jose@example.org,(603) 555-0143,12 elm street,DOVER,NH,3820,2020-01-02,\$25,Boat\n,The Larkspur Foundation,,,,,,,2020-02-02,\"1,000\",\n";

    /** @return iterable<array{string, int}> */
    public static function searches(): iterable
    {
        yield ['jose', 1];
        yield ['JOSÉ obr', 1];
        yield ["O'Brien", 1];
        yield ['larkspur', 1];
        yield ['found', 1];
        yield ['jose larkspur', 0];
        yield ['jose@example.org', 1];
        yield ['TH-0042', 1];
        yield ['(603)555-0143', 1];
        yield ['6035550143', 1];
        yield ['', 2];
        yield ['%', 0];
        yield ['nobody', 0];
        yield ['jose jose', 1];
        yield ['obr jose th jose@example 603555', 1];
        yield ['obr jose th jose@example 603556', 0];
        yield ['o\' % jose', 1];
        yield ["') or 1=1 -- jose", 0];
    }

    #[DataProvider('searches')]
    public function test_searching(string $query, int $found): void
    {
        $this->loaded(self::FILE, ['accept_addresses' => true]);

        $this->getJson('/api/supporters?q=' . rawurlencode($query))
            ->assertOk()
            ->assertJson(['total' => $found])
            ->assertJsonCount($found, 'supporters');
        $this->getJson('/api/gifts?q=' . rawurlencode($query))
            ->assertOk()
            ->assertJson(['total' => $found]);
    }

    public function test_a_supporter_with_the_origins_of_each_value(): void
    {
        $intake = $this->loaded(self::FILE, ['accept_addresses' => true]);
        $id = DB::table('supporters')->where('last_name', "O'Brien")->value('id');
        $page = $this->getJson("/api/supporters/{$id}")
            ->assertOk()
            ->json();

        self::assertSame(
            ["José M. O'Brien", "O'Brien, José M.", 'person'],
            [$page['supporter']['display_name'], $page['supporter']['sort_name'], $page['supporter']['kind']],
        );
        self::assertSame(
            ['12 Elm St', '12 elm street, DOVER, NH 3820'],
            [$page['addresses'][0]['line1'], $page['addresses'][0]['original']],
        );
        self::assertSame([1, '25.00'], [$page['gift_count'], $page['gift_sums']['given']['USD']]);
        $origin = $page['origins']["email:{$page['emails'][0]['id']}:address"];
        self::assertSame(
            [$intake->id, 'people.csv', 2, ['Email'], $this->user()->name],
            [$origin['intake']['id'], $origin['intake']['file'], $origin['row'], $origin['columns'], $origin['by']],
        );
        self::assertSame(['Name'], $page['origins']["supporter:{$id}:first_name"]['columns']);
        self::assertSame(['Amount'], $page['origins']["gift:{$page['gifts'][0]['id']}:amount"]['columns']);
        $this->getJson("/api/intakes/{$intake->id}/rows/2")->assertJsonPath('cells.1.raw', "O'Brien, José M.");
    }

    public function test_the_later_origin_holds(): void
    {
        $this->loaded("Last name,First name,Email\nLee,Ann,ann@example.org\n");
        $second = $this->loaded("Last name,First name,Middle name,Email\nLee,Ann,Mary,ann@example.org\n");
        $id = DB::table('supporters')->value('id');
        $origins = $this->getJson("/api/supporters/{$id}")->json('origins');

        self::assertSame(
            [$second->id, ['Middle name']],
            [$origins["supporter:{$id}:middle_name"]['intake']['id'], $origins["supporter:{$id}:middle_name"]['columns']],
        );
        self::assertNotSame($second->id, $origins["supporter:{$id}:last_name"]['intake']['id']);
    }

    public function test_gifts_of_one_intake(): void
    {
        $this->loaded(self::FILE);
        $other = $this->loaded("Last name,First name,Gift date,Amount\nPell,Di,2021-01-01,7\n");

        $this->getJson("/api/gifts?intake={$other->id}")
            ->assertJson(['total' => 1, 'sums' => ['given' => ['USD' => '7.00']]])
            ->assertJsonPath('gifts.0.supporter', 'Pell, Di');
    }

    public function test_whoever_gets_a_phone_from_a_later_file_is_not_new_by_it(): void
    {
        $this->loaded("Id,Last name,First name,Email\nX1,Lee,Ann,ann@example.org\n");
        $second = $this->loaded(
            "Id,Last name,First name,Email,Phone\nX1,Lee,Ann,ann@example.org,(603) 555-0143\nX2,Pell,Di,di@example.org,(603) 555-0199\n",
        );
        $found = fn(string $made): array => array_column(
            $this->getJson("/api/supporters?intake={$second->id}&made={$made}")
                ->assertOk()
                ->json('supporters'),
            'name',
        );

        self::assertSame([['Pell, Di'], ['Lee, Ann']], [$found('new'), $found('changed')]);
        $this->getJson("/api/intakes/{$second->id}/proof")->assertJsonPath('supporters', ['created' => 1, 'updated' => 1]);
    }

    public function test_what_a_trial_did_is_no_part_of_the_load_that_follows(): void
    {
        $this->loaded("Id,Last name,First name\nX1,Lee,Ann\n");
        $intake = $this->sifted("Id,Last name,First name,Phone\nX1,Lee,Ann,(603) 555-0143\nX2,Pell,Di,(603) 555-0199\n");
        $this->postJson("/api/intakes/{$intake->id}/trial", ['kind' => 'first', 'count' => 2])->assertOk();
        self::assertSame(1, Loads::made($intake->id)->count());
        $this->postJson("/api/intakes/{$intake->id}/undo")->assertOk();
        $this->postJson("/api/intakes/{$intake->id}/load", ['name' => 'people'])->assertOk();

        self::assertSame(
            [1, 1],
            [Loads::made($intake->id)->count(), Loads::touched($intake->id)->where('owner_id', 1)->count()],
            'The trial was undone: it is counted once.',
        );
        $this->getJson("/api/intakes/{$intake->id}/proof")->assertJsonPath('supporters', ['created' => 1, 'updated' => 1]);
    }

    public function test_records_are_only_written_in_a_transaction(): void
    {
        $this->expectException(LogicException::class);
        app(RecordWriter::class)->write([], Act::once(ActKind::Demo, null));
    }
}
