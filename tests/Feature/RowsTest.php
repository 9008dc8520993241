<?php

declare(strict_types=1);

namespace Tests\Feature;

use Illuminate\Support\Facades\DB;

/** What people decide about rows: corrections, matches, addresses. */
final class RowsTest extends TestCase
{
    public function test_problems_by_kind_and_by_value_and_their_corrections(): void
    {
        $this->holdUnreadable('email');
        $intake = $this->sifted(
            "Last name,First name,State,Zip,Email\nLee,Ann,Mainland,04101,a@example.org\nPark,Bo,Mainland,04101,b@example.org\nDahl,Cy,ME,04101,nobody\n,Di,ME,04101,d@example.org\nPell,Ed,ME,04101,e@example.org\n",
        );
        $kinds = $this->getJson("/api/intakes/{$intake->id}/checks")
            ->assertOk()
            ->json('kinds');
        self::assertSame(['state.unknown' => 2, 'email.form' => 1, 'name.last.required' => 1], array_column($kinds, 'rows', 'code'));

        $values = $this->getJson("/api/intakes/{$intake->id}/problems?code=state.unknown&field=address.state&column=2")->json('values');
        self::assertSame(['Mainland', [2, 3]], [$values[0]['value'], array_column($values[0]['rows'], 'number')]);

        // One correction for all equal values, one for a cell; a blank can't be corrected for all.
        $this->edit($intake->id, ['kind' => 'value', 'column' => 2, 'from' => 'Mainland', 'to' => 'Maine']);
        $this->edit($intake->id, ['kind' => 'cell', 'number' => 5, 'column' => 0, 'to' => 'Quill']);
        self::assertSame(['new' => 4, 'held' => 1], $this->outcomes($intake));
        $this->postJson("/api/intakes/{$intake->id}/edits/blank", ['code' => 'email.form', 'field' => 'email', 'column' => 4])->assertOk();
        self::assertSame(['new' => 5], $this->outcomes($intake));

        $row = $this->getJson("/api/intakes/{$intake->id}/rows/2")->json();
        self::assertSame(['Mainland', 'Maine'], [$row['cells'][2]['raw'], $row['cells'][2]['corrected']], 'The source stays as it was.');

        // Corrections are settings: they survive a new run and can be taken back.
        $this->postJson("/api/intakes/{$intake->id}/sift")->assertOk();
        self::assertSame(['new' => 5], $this->outcomes($intake));
        $this->deleteJson("/api/intakes/{$intake->id}/edits", ['kind' => 'value'])->assertOk();
        $this->deleteJson("/api/intakes/{$intake->id}/edits", ['kind' => 'value'])->assertOk();
        self::assertSame(['new' => 2, 'held' => 3], $this->outcomes($intake));
    }

    public function test_rows_can_be_held_left_out_and_let_in(): void
    {
        $intake = $this->sifted("Last name,First name,Gift date,Amount\nLee,Ann,2020-01-02,5\nPark,Bo,2020-01-02,7\n");
        $this->edit($intake->id, ['kind' => 'row', 'number' => 2, 'to' => 'out']);
        $this->edit($intake->id, ['kind' => 'row', 'number' => 3, 'to' => 'hold']);
        self::assertSame(['held' => 1, 'left_out' => 1], $this->outcomes($intake));
        $proof = $this->getJson("/api/intakes/{$intake->id}/proof")->json();
        self::assertSame(
            [['USD' => '7.00'], ['USD' => '5.00'], true],
            [$proof['money']['held'], $proof['money']['left_out'], $proof['balanced']],
        );

        $this->edit($intake->id, ['kind' => 'row', 'number' => 2, 'to' => 'in']);
        $this->deleteJson("/api/intakes/{$intake->id}/edits", ['kind' => 'row'])->assertJson(['number' => 2]);
        $this->deleteJson("/api/intakes/{$intake->id}/edits", ['kind' => 'row'])->assertJson(['number' => 3]);
        self::assertSame(['new' => 1, 'left_out' => 1], $this->outcomes($intake));
        foreach (
            [
                ['kind' => 'row', 'number' => 2, 'to' => 'burn'],
                ['kind' => 'row', 'number' => 99, 'to' => 'out'],
                ['kind' => 'cell', 'number' => 2, 'column' => 77, 'to' => 'x'],
                ['kind' => 'match', 'number' => 2, 'to' => 's:abc'],
                ['kind' => 'dance', 'to' => 'x'],
            ]
            as $nonsense
        ) {
            $this->postJson("/api/intakes/{$intake->id}/edits", $nonsense)->assertStatus(422);
        }
    }

    public function test_matches_against_the_database(): void
    {
        $this->loaded(
            "Legacy No,Last name,First name,Email,Street,City,State,Zip\nX1,Lee,Ann,ann@example.org,,,,\nX2,Park,Robert,,12 Elm St,Dover,NH,03820\nX3,García,José,,,,,\n",
            ['accept_addresses' => true],
        );
        $intake = $this->sifted(
            "Legacy No,Last name,First name,Email,Street,City,State,Zip\nx1,Lee,Anna,,,,,\n,Lee,A.,ANN@example.org,,,,\n,PARK,ROBERT,,12 elm street,dover,n.h.,3820\n,Park,Bob,,12 Elm St,Dover,NH,03820\n,Garcia,Jose,,,,,\n,Lee,,ann@example.org,,,,\n,Lee,Bo,ann@example.org,,,,\n,Quill,Zoe,z@example.org,,,,\n",
        );
        $verdicts = DB::table('intake_results')->where('intake_id', $intake->id)->orderBy('number')->pluck('verdict')->all();

        self::assertSame(['known', 'known', 'known', 'known', 'unsure', 'unsure', 'new', 'new'], $verdicts);
        $unsure = $this->getJson("/api/intakes/{$intake->id}/matches?show=unsure")->json('rows');
        self::assertSame([6, 7], array_column($unsure, 'number'), 'A rare name alone, and an email without a first name.');

        $pair = $this->getJson("/api/intakes/{$intake->id}/rows/7/match")->json();
        self::assertSame('Lee', $pair['incoming']['name']);
        self::assertSame(['Ann Lee', ''], [$pair['candidates'][0]['after']['name'], $pair['candidates'][0]['after']['gifts']]);
        self::assertSame('Ann Lee', $pair['candidates'][0]['values']['name']);
        self::assertContains(
            'Same email, which 3 of 8 have',
            array_map(static fn(string $reason): string => explode(':', $reason)[0], $pair['candidates'][0]['for']),
        );

        $this->edit($intake->id, ['kind' => 'match', 'number' => 7, 'to' => 'new']);
        $this->edit($intake->id, [
            'kind' => 'match',
            'number' => 6,
            'to' => $this->getJson("/api/intakes/{$intake->id}/rows/6/match")->json('candidates.0.decision'),
        ]);
        self::assertSame(
            1,
            $this->getJson("/api/intakes/{$intake->id}")->json('held.unsure'),
            'Row 8 gives a first name, and may be the one of row 7.',
        );
        $this->deleteJson("/api/intakes/{$intake->id}/edits", ['kind' => 'match'])->assertJson(['number' => 6]);
        self::assertSame(2, $this->getJson("/api/intakes/{$intake->id}")->json('held.unsure'));
    }

    public function test_a_row_that_may_be_one_above_is_shown_with_the_gifts_of_both(): void
    {
        $intake = $this->sifted(
            "Last name,First name,Email,Gift date,Amount\nLee,Ann,ann@example.org,2024-01-02,50\nLee,,ann@example.org,2024-02-03,1.50\nLee,,ann@example.org,2024-01-02,50\n",
        );
        $candidate = fn(int $number): array => $this->getJson("/api/intakes/{$intake->id}/rows/{$number}/match")
            ->assertOk()
            ->json('candidates.0');

        self::assertSame(
            ['Row 2 of this file', '1 gift, USD 50.00, latest 2024-01-02', '2 gifts, USD 51.50, latest 2024-02-03'],
            [$candidate(3)['label'], $candidate(3)['values']['gifts'], $candidate(3)['after']['gifts']],
        );
        $said = $candidate(4);
        $this->edit($intake->id, ['kind' => 'match', 'number' => 4, 'to' => $said['decision']]);
        $this->postJson("/api/intakes/{$intake->id}/load", ['name' => 'Gifts'])->assertSuccessful();
        self::assertSame('2 gifts, USD 100.00, latest 2024-01-02', $said['after']['gifts']);
        self::assertSame(['100.00', 2], [DB::table('gifts')->sum('amount'), DB::table('gifts')->count()], 'What was shown is what came.');
    }

    public function test_a_row_that_may_be_father_or_son_is_asked_about(): void
    {
        $this->loaded(
            "Last name,First name,Suffix,Birthday,Email,Street,City,State,Zip\nPark,Robert,,1948-02-03,rob@example.org,12 Elm St,Dover,NH,03820\nPark,Robert,Jr.,1975-11-23,,12 Elm St,Dover,NH,03820\nLee,Ann,,,,9 Quay Rd,Dover,NH,03820\n",
            ['accept_addresses' => true],
            [
                'name.last',
                'name.first',
                'name.suffix',
                'birth_date',
                'email',
                'address.line1',
                'address.city',
                'address.state',
                'address.postal_code',
            ],
        );
        $intake = $this->sifted(
            "Last name,First name,Suffix,Birthday,Street,City,State,Zip\nPark,Robert,,,12 Elm St,Dover,NH,03820\nPark,Robert,,1948-02-03,12 Elm St,Dover,NH,03820\nPark,Robert,Jr.,,12 Elm St,Dover,NH,03820\nLee,Ann,,,9 Quay Rd,Dover,NH,03820\n",
            [],
            [
                'name.last',
                'name.first',
                'name.suffix',
                'birth_date',
                'address.line1',
                'address.city',
                'address.state',
                'address.postal_code',
            ],
        );

        self::assertSame(
            ['unsure', 'known', 'known', 'known'],
            DB::table('intake_results')->where('intake_id', $intake->id)->orderBy('number')->pluck('verdict')->all(),
        );
        $candidates = $this->getJson("/api/intakes/{$intake->id}/rows/2/match")->json('candidates');
        self::assertSame(
            [['Another of this name is as near: Only one is Jr.'], ['Only one is Jr., Sr. or the like: says little']],
            array_column($candidates, 'against'),
        );
    }

    public function test_a_row_that_only_points_at_someone_known_needs_no_name(): void
    {
        $this->loaded("Legacy No,Last name,First name,Email\nX1,Lee,Ann,ann@example.org\nX2,Larkspur,Bo,\n");
        $intake = $this->loaded(
            "Legacy No,Email,Gift date,Amount\nX1,,2024-01-02,5\n,ann@example.org,2024-01-03,6\nX9,,2024-01-04,7\nX2,,2024-01-05,8\n",
        );

        self::assertSame(['updated' => 3, 'held' => 1], $this->outcomes($intake));
        self::assertSame(['19.00', 2], [DB::table('gifts')->sum('amount'), DB::table('supporters')->count()]);
        self::assertSame(
            'No last name and no organization name: the gift has no supporter',
            DB::table('intake_problems')->where('intake_id', $intake->id)->value('reason'),
        );
    }

    public function test_the_order_of_rows_does_not_decide_who_is_known(): void
    {
        $file =
            "Last name,First name,Email,Street,City,State,Zip,Gift date,Amount\nLee,Ann,a@example.org,12 Elm St,Dover,NH,03820,2024-01-01,1\nLee,Bo,a@example.org,12 Elm St,Dover,NH,03820,2024-01-02,2\nLee,Bo,,12 Elm St,Dover,NH,03820,2024-01-03,4\n,,b@example.org,,,,,2024-01-04,8\nPark,Cy,b@example.org,,,,,2024-01-05,16\n";
        $intake = $this->loaded($file, ['accept_addresses' => true]);

        self::assertSame(
            ['new' => 3, 'updated' => 2],
            $this->outcomes($intake),
            'Bo shares an email with Ann and is himself by row 4; row 5 points at Cy, who comes after it.',
        );
        self::assertSame(
            ['1.00', '6.00', '24.00'],
            DB::table('gifts')->groupBy('supporter_id')->orderBy('supporter_id')->selectRaw('sum(amount) as total')->pluck('total')->all(),
        );
        $before = $this->records();
        self::assertSame(['unchanged' => 5], $this->outcomes($this->loaded($file, ['accept_addresses' => true])));
        self::assertSame($before, $this->records());
    }

    public function test_names_without_a_second_sign_are_never_made_twice(): void
    {
        $file = "Name\nCher\nMadonna\n李明\n";
        $this->loaded($file);
        $this->loaded($file);
        self::assertSame(3, DB::table('supporters')->count());
    }

    public function test_rows_of_one_file_that_are_the_same_person(): void
    {
        $intake = $this->loaded(
            "Last name,First name,Email,Phone,Gift date,Amount\nLee,Ann,ann@example.org,,2020-01-02,5\nPark,Bo,bo@example.org,,2020-01-02,6\nLee,Ann,ANN@example.org,603-555-0143,2020-02-02,7\nLee,Ann,ann@example.org,,2020-02-02,7\n",
        );

        self::assertSame(['new' => 2, 'updated' => 2], $this->outcomes($intake));
        $ann = (int) DB::table('supporters')->where('first_name', 'Ann')->value('id');
        self::assertSame(
            ['19.00', 3, 1],
            [
                DB::table('gifts')->where('supporter_id', $ann)->sum('amount'),
                DB::table('gifts')->where('supporter_id', $ann)->count(),
                DB::table('phones')->where('supporter_id', $ann)->count(),
            ],
        );
        self::assertSame(2, DB::table('supporters')->count());
    }

    public function test_a_correction_lets_a_later_row_follow_an_earlier_one(): void
    {
        $this->holdUnreadable('phone');
        $intake = $this->sifted(
            "Last name,First name,Email,Phone\nLee,Ann,ann@example.org,12\nLee,Ann,ann@example.org,603-555-0143\nPark,Bo,bo@example.org,603-555-0144\n",
        );
        self::assertSame(['new' => 2, 'held' => 1], $this->outcomes($intake));
        self::assertSame('new', DB::table('intake_results')->where('intake_id', $intake->id)->where('number', 3)->value('outcome'));

        $this->edit($intake->id, ['kind' => 'cell', 'number' => 2, 'column' => 3, 'to' => '']);
        self::assertSame(
            ['new', 'updated', 'new'],
            DB::table('intake_results')->where('intake_id', $intake->id)->orderBy('number')->pluck('outcome')->all(),
        );
        $partial = DB::table('intake_results')->where('intake_id', $intake->id)->orderBy('number')->get()->all();
        $this->postJson("/api/intakes/{$intake->id}/sift")->assertOk();
        self::assertEquals(
            $partial,
            DB::table('intake_results')->where('intake_id', $intake->id)->orderBy('number')->get()->all(),
            'Working out a few rows gives what working out all gives.',
        );
    }

    public function test_an_old_row_decided_to_be_the_same_as_another_row(): void
    {
        $intake = $this->sifted("Last name,First name,Gift date,Amount\nLee,Ann,2020-01-02,5\nLee,Ann,2020-02-02,6\n");
        self::assertSame(['new' => 1, 'held' => 1], $this->outcomes($intake), 'The name alone is not enough, within the file too.');
        $this->edit($intake->id, ['kind' => 'match', 'number' => 3, 'to' => 'r:2']);
        $this->postJson("/api/intakes/{$intake->id}/load", ['name' => 'x'])->assertOk();

        self::assertSame([1, 2], [DB::table('supporters')->count(), DB::table('gifts')->distinct()->count('given_on')]);
        self::assertSame(1, DB::table('gifts')->distinct()->count('supporter_id'));
    }

    public function test_what_a_match_does_is_a_setting(): void
    {
        $this->loaded("Last name,First name,Email,Phone\nLee,Ann,ann@example.org,603-555-0143\n");
        $file = "Last name,First name,Middle name,Email,Phone\nLee,Ann,Mary,ann@example.org,603-555-0199\n";
        $intake = $this->sifted($file);
        $planned = fn(): array => array_column(
            $this->getJson("/api/intakes/{$intake->id}/preview?outcome=updated")->json('rows.0.changes') ?? [],
            'subject',
        );
        self::assertSame(['supporter'], $planned());
        $this->patchJson("/api/intakes/{$intake->id}", ['effect' => 'replace'])->assertOk();
        self::assertSame(['supporter', 'phone'], $planned());
        $this->patchJson("/api/intakes/{$intake->id}", ['effect' => 'leave alone'])->assertOk();
        self::assertSame(['unchanged' => 1], $this->outcomes($intake));
        $this->patchJson("/api/intakes/{$intake->id}", ['effect' => 'burn'])->assertStatus(422);
    }

    public function test_addresses_are_accepted_in_bulk_or_one_by_one(): void
    {
        $intake = $this->sifted(
            "Last name,First name,Street,City,State,Zip\nLee,Ann,12 elm street,DOVER,NH,3820\nPark,Bo,4 Oak Road,Saco,ME,04072\nDahl,Cy,9 Ash St,Saco,ME,04072\n",
        );
        $this->getJson("/api/intakes/{$intake->id}")->assertJson(['addresses' => ['ask' => 2, 'same' => 1, 'accepted' => 0]]);
        $row = $this->getJson("/api/intakes/{$intake->id}/addresses?show=ask")->json('rows.0');
        self::assertSame(['12 elm street', '12 Elm St', '03820'], [$row['from']['line1'], $row['to']['line1'], $row['to']['postal_code']]);
        self::assertStringContainsString('zero put back: the state is NH', implode(' ', array_column($row['changes'], 'reason')));

        $this->edit($intake->id, ['kind' => 'address', 'to' => 'accept']);
        $this->edit($intake->id, ['kind' => 'address', 'number' => 3, 'to' => 'keep']);
        $this->getJson("/api/intakes/{$intake->id}")->assertJson(['addresses' => ['ask' => 0, 'accepted' => 1, 'kept' => 1]]);
        $this->postJson("/api/intakes/{$intake->id}/load", ['name' => 'x'])->assertOk();

        self::assertSame(
            ['12 Elm St', '12 elm street, DOVER, NH 3820'],
            array_values(
                (array) DB::table('addresses')
                    ->where('city', 'Dover')
                    ->first(['line1', 'original']),
            ),
        );
        self::assertSame(
            ['4 Oak Road', null],
            array_values(
                (array) DB::table('addresses')
                    ->where('line1', 'like', '4 Oak%')
                    ->first(['line1', 'original']),
            ),
        );
    }

    public function test_addresses_that_change_for_one_reason_are_decided_as_one(): void
    {
        $intake = $this->sifted(
            "Last name,First name,Street,City,State,Zip\nLee,Ann,12 Elm Street Apt 4,Dover,NH,03820\nPark,Bo,4 Oak Road,Saco,ME,04072\n" .
                "Dahl,Cy,9 Ash St Unit 2,Saco,ME,04072\nFox,Di,1 Elm St,Saco,ME,04072\nHill,Eve,The Old Mill,Saco,ME,04072\n",
        );
        $groups = "/api/intakes/{$intake->id}/address-groups";
        $counts = fn(string $show): array => array_column($this->getJson("{$groups}?show={$show}")->json('groups'), 'rows', 'rule');

        self::assertEquals(['suffix' => 2, 'unit moved' => 2], $counts('ask'));
        self::assertSame(
            'street suffix "Street" is "St" in postal form',
            array_column($this->getJson($groups)->json('groups'), 'example', 'rule')['suffix'],
        );
        self::assertSame(
            [2, 4],
            array_column($this->getJson("/api/intakes/{$intake->id}/addresses?rule=unit+moved")->json('rows'), 'number'),
        );
        $this->postJson($groups, ['rule' => 'unit moved', 'to' => 'keep'])
            ->assertOk()
            ->assertJsonPath('addresses.kept', 2);
        self::assertSame([['suffix' => 1], 2], [$counts('ask'), $counts('kept')['unit moved']]);
        $this->postJson($groups, ['rule' => 'suffix', 'to' => 'accept'])
            ->assertOk()
            ->assertJson(['addresses' => ['ask' => 0, 'accepted' => 1, 'kept' => 2]]);
        // The last one is taken back as one, and then the one before.
        $this->deleteJson("/api/intakes/{$intake->id}/edits", ['kind' => 'address'])->assertOk();
        $this->deleteJson("/api/intakes/{$intake->id}/edits", ['kind' => 'address'])->assertOk();
        self::assertEquals(['suffix' => 2, 'unit moved' => 2], $counts('ask'));
        self::assertSame(['not understood' => 1], $counts('same'));
        // Whoever looks at what changes is told of those too.
        self::assertSame(['not understood' => 1], array_column($this->getJson($groups)->json('left'), 'rows', 'rule'));
        self::assertSame([], $this->getJson("{$groups}?show=same")->json('left'));
        self::assertSame(
            [6],
            array_column($this->getJson("/api/intakes/{$intake->id}/addresses?show=same&rule=not+understood")->json('rows'), 'number'),
        );
        $this->postJson($groups, ['rule' => 'magic', 'to' => 'accept'])->assertStatus(422);
        $this->postJson($groups, ['rule' => 'suffix', 'to' => 'burn'])->assertStatus(422);
    }

    public function test_cells_are_kept_to_the_letter(): void
    {
        $intake = $this->sifted("Last name,First name,Odd\n\" Lee \u{A0}\",Ann,\"a\nb\"\n=cmd,Bo,'x\nPark,Cy,\n");

        self::assertSame(
            ["[\" Lee \u{A0}\",\"Ann\",\"a\\nb\"]", '["=cmd","Bo","\'x"]', '["Park","Cy",""]'],
            DB::table('intake_rows')->where('intake_id', $intake->id)->orderBy('number')->pluck('cells')->all(),
        );
        self::assertSame(
            'Lee',
            json_decode((string) DB::table('intake_results')->where('number', 2)->value('changes'), true)[0]['fields']['last_name'][1],
        );
    }

    public function test_the_blanks_in_the_settings_of_a_step_are_kept(): void
    {
        $this->as();
        $id = $this->upload("First,Last,Email\nAnn Mary,de Vries,ann@example.org\n")->json('id');
        $this->patchJson("/api/intakes/{$id}/columns/1", [
            'target' => 'name.last',
            'steps' => [['do' => 'replace', 'find' => 'de ', 'with' => 'van '], ['do' => 'join', 'with' => ['First'], 'separator' => ' ']],
        ])->assertOk();
        $steps =
            $this->getJson("/api/intakes/{$id}/columns/1")->json('choice.steps') ?? DB::table('intakes')->where('id', $id)->value('plan');
        self::assertStringContainsString('"find":"de ","with":"van "', is_string($steps) ? $steps : json_encode($steps));
        self::assertStringContainsString('"separator":" "', is_string($steps) ? $steps : json_encode($steps));
        $this->patchJson("/api/intakes/{$id}/columns/0", [
            'target' => 'name.first',
            'steps' => [['do' => 'take', 'what' => 'before', 'mark' => ' ']],
        ])->assertOk();
        self::assertStringContainsString('"mark":" "', (string) DB::table('intakes')->where('id', $id)->value('plan'));
    }

    public function test_pasted_cells_keep_their_leading_tabs(): void
    {
        $this->as();
        $id = $this->postJson('/api/intakes', ['text' => "\tFirst name\tLast name\n1\tAnn\tLee\n\tBo\tPark\n"])
            ->assertCreated()
            ->json('id');

        self::assertSame(
            [['1', 'Ann', 'Lee'], ['', 'Bo', 'Park']],
            DB::table('intake_rows')
                ->where('intake_id', $id)
                ->orderBy('number')
                ->pluck('cells')
                ->map(static fn(string $cells): array => json_decode($cells, true))
                ->all(),
        );
    }
}
