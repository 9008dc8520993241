<?php

declare(strict_types=1);

namespace Tests\Feature;

use Illuminate\Support\Facades\DB;

/** A value that can't be read keeps nobody out who can be without it, and is not lost; a detail of a gift makes none. */
final class UnreadTest extends TestCase
{
    private const PEOPLE = "First,Last,Email,Phone,Gift date,Amount\nAnn,Lee,ann@example.org,555-12,2020-01-02,5\nBo,Park,bo@example.org,603-555-0143,2020-01-03,6\n";

    private const TARGETS = ['name.first', 'name.last', 'email', 'phone', 'gift.date', 'gift.amount'];

    /** @return list<string> such as "phone 555-12" */
    private static function unread(): array
    {
        return DB::table('unread_values')->orderBy('id')->get()->map(static fn($one): string => "{$one->field} {$one->value}")->all();
    }

    public function test_a_row_comes_in_with_its_gift_and_without_a_phone_that_can_not_be(): void
    {
        $intake = $this->sifted(self::PEOPLE, [], self::TARGETS);
        self::assertSame(['new' => 2], $this->outcomes($intake));
        $checks = $this->getJson("/api/intakes/{$intake->id}/checks")->json();
        self::assertSame(
            [[], [['phone', 1, 'hold']]],
            [
                $checks['kinds'],
                array_map(static fn(array $one): array => [$one['field'], $one['rows'], $one['choice']], $checks['warnings']),
            ],
        );
        self::assertSame(
            ['555-12'],
            array_column(
                $this->getJson("/api/intakes/{$intake->id}/problems?code=phone.form&field=phone&warned=1")->json('values'),
                'value',
            ),
        );
        $this->postJson("/api/intakes/{$intake->id}/load", ['name' => 'x'])->assertOk();

        self::assertSame([['phone 555-12'], 1, 2], [self::unread(), DB::table('phones')->count(), DB::table('gifts')->count()]);
        $written = array_column($this->getJson("/api/intakes/{$intake->id}/proof")->json('written'), 'made', 'subject');
        self::assertSame(1, $written['Could not be read, kept as written']);
        $ann = DB::table('supporters')->where('first_name', 'Ann')->value('id');
        self::assertSame(
            [['Phone', '555-12']],
            array_map(
                static fn(array $one): array => [$one['label'], $one['value']],
                $this->getJson("/api/supporters/{$ann}")->json('unread'),
            ),
        );
        $this->getJson('/api/supporters?filter=unread')->assertJsonPath('total', 1);
        self::assertSame(
            ['unchanged' => 2],
            $this->outcomes($this->loaded(self::PEOPLE, [], self::TARGETS)),
            'The same file again changes nothing.',
        );
    }

    public function test_one_click_holds_them_and_another_lets_them_in(): void
    {
        $intake = $this->sifted(self::PEOPLE, [], self::TARGETS);
        $this->patchJson("/api/intakes/{$intake->id}", ['unreadable' => ['phone' => 'hold']])->assertOk();
        self::assertSame(['new' => 1, 'held' => 1], $this->outcomes($intake->refresh()));
        self::assertSame('without', $this->getJson("/api/intakes/{$intake->id}/checks")->json('kinds.0.choice'));
        $this->patchJson("/api/intakes/{$intake->id}", ['unreadable' => ['phone' => 'without'], 'notes_unread' => true])->assertOk();
        self::assertSame(['new' => 2], $this->outcomes($intake->refresh()));
        $this->postJson("/api/intakes/{$intake->id}/load", ['name' => 'x'])->assertOk();
        self::assertSame('Phone as written: 555-12', DB::table('supporters')->where('first_name', 'Ann')->value('notes'));
        $this->patchJson("/api/intakes/{$intake->id}", ['unreadable' => ['phone' => 'perhaps']])->assertStatus(422);
    }

    public function test_the_standards_say_it_for_a_field_but_never_for_what_a_record_can_not_be_without(): void
    {
        $this->as();
        $this->patchJson('/api/fields/phone', ['unreadable' => 'hold'])->assertOk();
        self::assertSame(['new' => 1, 'held' => 1], $this->outcomes($this->sifted(self::PEOPLE, [], self::TARGETS)));
        $this->patchJson('/api/fields/gift.date', ['unreadable' => 'without'])->assertStatus(422);
        $this->patchJson('/api/fields/consent.email', ['unreadable' => 'without'])->assertOk();
        self::assertSame(
            ['new' => 1],
            $this->outcomes($this->sifted("Last,Email opt in\nLee,perhaps\n", [], ['name.last', 'consent.email'])),
        );
    }

    public function test_it_leaves_the_worklist_once_the_field_is_filled_and_goes_with_an_undo(): void
    {
        $before = $this->records();
        $intake = $this->loaded(self::PEOPLE, [], self::TARGETS);
        $this->loaded("First,Last,Email,Phone\nAnn,Lee,ann@example.org,603-555-0199\n");
        $this->getJson('/api/supporters?filter=unread')->assertJsonPath('total', 0);
        self::assertSame(['phone 555-12'], self::unread(), 'What was written is not lost.');
        foreach (DB::table('intakes')->orderByDesc('id')->pluck('id') as $id) {
            $this->postJson("/api/intakes/{$id}/undo")->assertOk();
        }
        self::assertSame([], self::unread());
        self::assertSame($before, $this->records());
        $this->postJson("/api/intakes/{$intake->id}/redo")->assertOk();
        self::assertSame(['phone 555-12'], self::unread());
    }

    public function test_it_goes_along_in_a_merge_and_comes_back(): void
    {
        $this->loaded("First,Last,Email,Phone\nAnn,Lee,ann@example.org,555-12\n", [], array_slice(self::TARGETS, 0, 4));
        $this->loaded("First,Last,Email,Phone\nAnnabel,Leeds,annabel@example.org,555-13\n", [], array_slice(self::TARGETS, 0, 4));
        [$ann, $annabel] = DB::table('supporters')->orderBy('id')->pluck('id')->all();
        $merge = $this->postJson('/api/merges', ['supporters' => [$ann, $annabel], 'survivor' => $ann])
            ->assertCreated()
            ->json('id');
        self::assertSame([$ann, $ann], DB::table('unread_values')->orderBy('id')->pluck('supporter_id')->all());
        $this->postJson("/api/merges/{$merge}/apart")->assertOk();
        self::assertSame([$ann, $annabel], DB::table('unread_values')->orderBy('id')->pluck('supporter_id')->all());
    }

    public function test_a_name_whose_other_evidence_can_not_be_read_is_asked_about_where_there_is_one_of_that_name(): void
    {
        $file = "First,Last,Email\nAnn,Lee,ann at home\nBo,Park,bo@example.org\nBO,PARK,bo at home\n";
        self::assertSame(
            ['new' => 2, 'held' => 1],
            $this->outcomes($this->sifted($file, [], ['name.first', 'name.last', 'email'])),
            'Nobody is called Ann Lee; someone further up is called Bo Park.',
        );
        $this->loaded("First,Last,Email\nÁnn,Lee,ann@example.org\n");
        self::assertSame(
            ['new' => 1, 'held' => 2],
            $this->outcomes($intake = $this->sifted($file, [], ['name.first', 'name.last', 'email'])),
        );
        $held = DB::table('intake_results')->where('intake_id', $intake->id)->where('outcome', 'held')->orderBy('number')->first();
        self::assertSame(
            ['unsure', ['Same first name, which 1 of 3 have: strong', 'Same last name, which 1 of 3 have: strong']],
            [$held->held_by, json_decode($held->findings, true)[0]['for']],
        );
    }

    public function test_required_data_is_still_required(): void
    {
        $this->as()
            ->postJson('/api/rules', ['subject' => 'person', 'field' => 'phone', 'strength' => 'must'])
            ->assertCreated();
        self::assertSame(['new' => 1, 'held' => 1], $this->outcomes($this->sifted(self::PEOPLE, [], self::TARGETS)));
    }

    public function test_a_blank_that_is_none_empties_nothing(): void
    {
        $this->loaded("First,Last,Email,Birthday\nAnn,Lee,ann@example.org,1970-02-03\n");
        $this->loaded(
            "First,Last,Email,Birthday\nAnn,Lee,ann@example.org,the third\n",
            ['effect' => 'replace', 'blanks_empty' => true],
            ['name.first', 'name.last', 'email', 'birth_date'],
        );

        self::assertSame(['1970-02-03', ['birth_date the third']], [DB::table('supporters')->value('birth_date'), self::unread()]);
    }

    public function test_a_part_of_a_second_address_that_can_not_be(): void
    {
        $this->loaded(
            "First,Last,Email,Address,City,State,Zip,Work address,Work city,Work state,Work zip\nAnn,Lee,ann@example.org,12 Elm St,Dover,NH,03820,9 Oak St,Dover,NH,99\n",
            [],
            [
                'name.first',
                'name.last',
                'email',
                'address.line1',
                'address.city',
                'address.state',
                'address.postal_code',
                'address.work.line1',
                'address.work.city',
                'address.work.state',
                'address.work.postal_code',
            ],
        );

        self::assertSame([2, ['address.postal_code 99']], [DB::table('addresses')->count(), self::unread()]);
    }

    public function test_a_detail_makes_no_gift_and_keeps_nobody_out(): void
    {
        $csv =
            "First,Last,Email,Amount,Joined,Key code\nAnn,Lee,ann@example.org,5,2020-01-02,A1\nBo,Park,bo@example.org,,2020-01-03,A2\nCy,Dahl,cy@example.org,,2020-13-45,\nDi,Pell,di@example.org,0.00,,A4\n";
        $intake = $this->loaded($csv, [], ['name.first', 'name.last', 'email', 'gift.amount', 'gift.date', 'gift.appeal']);

        self::assertSame([['new' => 4], 1], [$this->outcomes($intake), DB::table('gifts')->count()]);
        self::assertSame(
            [['gift.appeal', 2], ['gift.date', 2], ['gift.amount', 1]],
            array_map(
                static fn(array $one): array => [$one['field'], $one['rows']],
                $this->getJson("/api/intakes/{$intake->id}/proof")->json('untaken'),
            ),
        );
        self::assertSame(
            [null, 2, 2],
            array_map(fn(int $column): ?int => $this->getJson("/api/intakes/{$intake->id}/columns")->json("columns.{$column}.gifts"), [
                2,
                4,
                5,
            ]),
        );
    }

    public function test_money_that_goes_back_is_held_as_a_refund_and_can_be_left_out(): void
    {
        $intake = $this->sifted(
            "First,Last,Email,Gift date,Amount\nAnn,Lee,ann@example.org,2020-01-02,100\nAnn,Lee,ann@example.org,2020-02-02,(25)\n",
        );
        self::assertSame(['new' => 1, 'held' => 1], $this->outcomes($intake));
        $proof = $this->getJson("/api/intakes/{$intake->id}/proof")->json();
        self::assertSame(
            [['USD' => '-25.00'], 'amount.refund', '75.00'],
            [$proof['money']['held'], $proof['held_by_reason'][0]['code'], $proof['source_amount']],
        );
        $this->postJson("/api/intakes/{$intake->id}/edits/leave-out", ['code' => 'amount.refund', 'field' => 'gift.amount'])->assertOk();
        self::assertSame(['new' => 1, 'left_out' => 1], $this->outcomes($intake->refresh()));
        self::assertContains('negative', array_column($this->getJson("/api/intakes/{$intake->id}/findings")->json('findings'), 'kind'));
    }
}
