<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\Intakes\Intake;
use Illuminate\Support\Facades\DB;

/** The held rows of all intakes in one queue. */
final class HeldTest extends TestCase
{
    private const HEAD = "Last name,First name,Email,Phone,Gift date,Amount\n";

    /** Most values of these columns are wrong: nobody would propose what they are. */
    private const TARGETS = ['name.last', 'name.first', 'email', 'phone', 'gift.date', 'gift.amount'];

    /** @return array<string, mixed> */
    private function held(string $query = ''): array
    {
        return $this->getJson("/api/held{$query}")
            ->assertOk()
            ->json();
    }

    /**
     * @param  list<int>  $numbers
     * @return list<array{intake_id: int, number: int}>
     */
    private static function rows(Intake $intake, array $numbers): array
    {
        return array_map(static fn(int $number): array => ['intake_id' => $intake->id, 'number' => $number], $numbers);
    }

    public function test_rows_of_every_intake_by_reason(): void
    {
        $this->holdUnreadable('email', 'phone');
        $loaded = $this->loaded(
            self::HEAD . "Lee,Ann,ann at x,,2020-01-02,5\nPark,Bo,bo at x,555,,\nDahl,Cy,cy@example.org,,,\n",
            [],
            self::TARGETS,
        );
        $ready = $this->sifted(self::HEAD . "Oak,Di,di at x,,,\nElm,Ed,ed@example.org,,,\n", [], self::TARGETS);
        $held = $this->held();

        self::assertSame(3, $held['total']);
        self::assertSame(
            [['Email', 3], ['Phone', 1]],
            array_map(static fn(array $one): array => [$one['label'], $one['rows']], $held['reasons']),
        );
        self::assertSame(
            [[$loaded->id, 2, true], [$loaded->id, 3, true], [$ready->id, 2, false]],
            array_map(static fn(array $row): array => [$row['intake_id'], $row['number'], $row['is_loaded']], $held['rows']),
        );
        self::assertSame([3], array_column($this->held('?reason=' . urlencode('phone.form|phone'))['rows'], 'number'));
    }

    public function test_a_row_of_a_loaded_intake_is_fixed_and_sent_on(): void
    {
        $this->holdUnreadable('email', 'phone');
        $intake = $this->loaded(self::HEAD . "Lee,Ann,ann at x,,2020-01-02,5\nDahl,Cy,cy@example.org,,,\n", [], self::TARGETS);
        $this->postJson('/api/held/decide', ['do' => 'send', 'rows' => self::rows($intake, [2])])
            ->assertOk()
            ->assertJson(['sent' => 0, 'picked' => 1])
            ->assertJsonPath('still.0.rows', 1);
        $after = $this->postJson('/api/held/fix', [
            'intake_id' => $intake->id,
            'number' => 2,
            'column' => 2,
            'from' => 'ann at x',
            'value' => 'ann@example.org',
        ])
            ->assertOk()
            ->json();
        self::assertSame([true, 'passes'], [$after['rows'][0]['passes'], $after['reasons'][0]['reason']]);
        self::assertSame(1, DB::table('supporters')->count(), 'Nothing comes in before someone sends it on.');

        $this->postJson('/api/held/decide', ['do' => 'send', 'rows' => self::rows($intake, [2])])
            ->assertOk()
            ->assertJson(['sent' => 1, 'total' => 0, 'still' => []]);
        self::assertSame(
            [['Cy', null], ['Ann', '5.00']],
            DB::table('supporters as s')
                ->leftJoin('gifts as g', 'g.supporter_id', '=', 's.id')
                ->orderBy('s.id')
                ->get(['first_name', 'amount'])
                ->map(static fn($row): array => [$row->first_name, $row->amount])
                ->all(),
        );
        $proof = $this->getJson("/api/intakes/{$intake->id}/proof")->json();
        self::assertSame([true, 2, 0], [$proof['balanced'], $proof['outcomes']['new'], $proof['outcomes']['held']]);
        $this->postJson('/api/held/decide', ['do' => 'send', 'rows' => self::rows($intake, [2])])->assertStatus(409);
        $this->postJson("/api/intakes/{$intake->id}/undo")->assertOk();
        self::assertSame(0, DB::table('supporters')->count(), 'What was sent on later goes with the rest.');
    }

    public function test_a_row_that_someone_has_brought_in_meanwhile_is_not_made_twice(): void
    {
        $this->holdUnreadable('email', 'phone');
        $intake = $this->loaded(self::HEAD . "Lee,Ann,ann@example.org,555,,\n", [], self::TARGETS);
        $this->loaded(self::HEAD . "Lee,Ann,ann@example.org,,,\n", [], self::TARGETS);
        $this->postJson('/api/held/fix', [
            'intake_id' => $intake->id,
            'number' => 2,
            'column' => 3,
            'from' => '555',
            'value' => '207-555-0143',
        ])->assertOk();
        $this->postJson('/api/held/decide', ['do' => 'send', 'rows' => self::rows($intake, [2])])->assertOk();

        self::assertSame([1, ['+12075550143']], [DB::table('supporters')->count(), DB::table('phones')->pluck('number')->all()]);
    }

    public function test_all_alike_are_fixed_at_once_and_nothing_else(): void
    {
        $intake = $this->loaded(
            "Last name,First name,State,Zip\nLee,Ann,XX,03820\nPark,Bo,XX,03820\nDahl,Cy,YY,03820\nElm,Ed,NH,03820\n",
            [],
            ['name.last', 'name.first', 'address.state', 'address.postal_code'],
        );
        $held = $this->postJson('/api/held/fix', [
            'intake_id' => $intake->id,
            'number' => 2,
            'column' => 2,
            'from' => 'XX',
            'value' => 'NH',
            'all' => true,
        ])
            ->assertOk()
            ->json();

        self::assertSame([true, true, false], array_column($held['rows'], 'passes'));
        self::assertSame(0, DB::table('intake_edits')->where('number', 5)->count(), 'A row that came in is not read differently.');
    }

    public function test_rows_are_left_out_given_and_let_in(): void
    {
        $this->holdUnreadable('email', 'phone');
        $intake = $this->loaded(self::HEAD . "Lee,Ann,ann at x,,,\nPark,Bo,bo at x,,,\n", [], self::TARGETS);
        $colleague = $this->user(Role::Administrator);
        $this->postJson('/api/held/decide', ['do' => 'give', 'rows' => self::rows($intake, [3]), 'to' => $colleague->id])->assertOk();
        self::assertSame([null, 'Administrator'], array_column($this->held()['rows'], 'given_to'));
        self::assertSame([['id' => $intake->id, 'name' => $intake->name, 'rows' => 2]], $this->held()['intakes']);
        self::assertSame('Data steward gave you a held row.', DB::table('messages')->where('user_id', $colleague->id)->value('text'));
        $this->postJson('/api/held/decide', ['do' => 'out', 'rows' => self::rows($intake, [2])])->assertOk();

        self::assertSame(1, $this->as(Role::Administrator)->getJson('/api/held?mine=1')->assertOk()->json('total'));
        $proof = $this->getJson("/api/intakes/{$intake->id}/proof")->json();
        self::assertSame([1, 1, true], [$proof['outcomes']['left_out'], $proof['outcomes']['held'], $proof['balanced']]);
        $this->as(Role::GiftEntry)
            ->postJson('/api/held/decide', ['do' => 'out', 'rows' => self::rows($intake, [3])])
            ->assertStatus(403);
    }

    public function test_a_corrected_file_settles_rows_of_several_intakes(): void
    {
        $this->holdUnreadable('email', 'phone');
        $one = $this->loaded(self::HEAD . "Lee,Ann,ann at x,,,\nDahl,Cy,,555,,\n", [], self::TARGETS);
        $two = $this->sifted(self::HEAD . "Park,Bo,bo at x,,,\n", [], self::TARGETS);
        $first = $this->get("/api/intakes/{$one->id}/held.csv")->streamedContent();
        $second = $this->get("/api/intakes/{$two->id}/held.csv")->streamedContent();
        $lines = explode("\r\n", trim(str_replace("\xEF\xBB\xBF", '', $second)));
        // As a spreadsheet may save it: another order of columns, outer blanks gone, rows of two files in one.
        $file = str_replace(['ann at x', 'bo at x'], ['ann@example.org', 'bo@example.org'], trim($first) . "\r\n" . $lines[1] . "\r\n");
        $report = $this->upload($file, 'corrected.csv')->assertOk()->json('settled');

        self::assertSame(['rows' => 3, 'corrected' => 2, 'settled' => 2, 'still_held' => 1, 'not_held' => 0], $report);
        self::assertSame(
            [2, ['Ann']],
            [DB::table('intakes')->count(), DB::table('supporters')->pluck('first_name')->all()],
            'Bo comes in when his intake is loaded.',
        );
        $this->upload(str_replace(" of intake {$one->id}", ' of intake 99999', $first), 'other.csv')
            ->assertOk()
            ->assertJsonPath('settled.not_held', 2);
    }
}
