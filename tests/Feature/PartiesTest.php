<?php

declare(strict_types=1);

namespace Tests\Feature;

use Illuminate\Support\Facades\DB;

/** Rows that tell of several supporters, in one pass and whatever their order. */
final class PartiesTest extends TestCase
{
    /** @return list<string> such as "Ann Lee employee Acme (Treasurer)" */
    private static function links(): array
    {
        $links = DB::table('links as l')
            ->join('supporters as a', 'a.id', 'l.supporter_id')
            ->join('supporters as b', 'b.id', 'l.other_id')
            ->orderBy('a.display_name')
            ->orderBy('l.kind')
            ->get(['a.display_name as one', 'l.kind', 'b.display_name as other', 'l.role']);

        return $links
            ->map(
                static fn($link): string => "{$link->one} {$link->kind} {$link->other}" . ($link->role === null ? '' : " ({$link->role})"),
            )
            ->all();
    }

    private static function mixed(): string
    {
        return "Organization,First name,Last name,Job title,Email,Type\n" .
            "Gannet Marine,Ann,Lee,Treasurer,ann@example.org,Contact\n" .
            ",Bo,Park,,bo@example.org,Individual\n" .
            "Gannet Marine,,,,office@example.org,Organization\n" .
            "Tern Foundation,Cy,Dahl,Director,cy@example.org,Contact\n" .
            "The Gannet Marine,Dee,Moss,,dee@example.org,Contact\n";
    }

    public function test_organizations_contacts_and_individuals_in_one_file(): void
    {
        $intake = $this->loaded(self::mixed());

        self::assertSame(
            [
                'Ann Lee employee Gannet Marine (Treasurer)',
                'Cy Dahl employee Tern Foundation (Director)',
                'Dee Moss employee Gannet Marine',
            ],
            self::links(),
        );
        self::assertSame(
            ['Ann Lee', 'Bo Park', 'Cy Dahl', 'Dee Moss', 'Gannet Marine', 'Tern Foundation'],
            DB::table('supporters')->orderBy('display_name')->pluck('display_name')->all(),
        );
        self::assertSame(
            ['office@example.org'],
            DB::table('emails')
                ->join('supporters', 'supporters.id', 'supporter_id')
                ->where('display_name', 'Gannet Marine')
                ->pluck('address')
                ->all(),
            'The row of its own fills in what the others only named.',
        );
        $proof = $this->getJson("/api/intakes/{$intake->id}/proof")->json();
        self::assertSame([5, 6, true], [array_sum($proof['outcomes']), $proof['supporters']['created'], $proof['balanced']]);
    }

    public function test_the_same_file_again_changes_nothing_and_undo_takes_all_back(): void
    {
        $before = $this->records();
        $intake = $this->loaded(self::mixed());
        self::assertSame(['unchanged' => 5], $this->outcomes($this->loaded(self::mixed())));
        self::assertCount(3, self::links());
        $this->postJson("/api/intakes/{$intake->id}/undo")->assertOk();
        self::assertSame($before, $this->records());
    }

    public function test_a_couple_in_two_columns_is_two_people_and_a_household(): void
    {
        $csv =
            "First,Last,Spouse first,Spouse last,Email,Address,City,State,Zip,Gift date,Amount\nJohn,Smith,Mary,,john@example.org,12 Elm St,Dover,NH,03820,2020-01-02,25\n";
        $intake = $this->loaded($csv, ['accept_addresses' => true]);

        self::assertSame(
            ['John & Mary Smith', 'John Smith', 'Mary Smith'],
            DB::table('supporters')->orderBy('display_name')->pluck('display_name')->all(),
        );
        self::assertSame(
            ['John Smith member John & Mary Smith', 'John Smith spouse Mary Smith', 'Mary Smith member John & Mary Smith'],
            self::links(),
        );
        self::assertSame(
            ['John Smith'],
            DB::table('gifts')->join('supporters', 'supporters.id', 'supporter_id')->pluck('display_name')->all(),
        );
        self::assertSame(['unchanged' => 1], $this->outcomes($this->loaded($csv)));
        self::assertSame(3, DB::table('supporters')->count());
        $page = $this->getJson(
            '/api/supporters/' . DB::table('supporters')->where('display_name', 'John & Mary Smith')->value('id'),
        )->json();
        self::assertSame(['has as a member', 'has as a member'], array_column($page['links'], 'phrase'));
        self::assertSame(1, $this->getJson("/api/intakes/{$intake->id}/undo")->json('gifts.removed'));
    }

    public function test_someone_who_may_be_another_holds_the_whole_row_until_a_person_says(): void
    {
        $this->loaded("First name,Last name,Email\nMary,Smith,mary@example.org\n");
        $intake = $this->sifted("First,Last,Spouse first,Spouse last\nJohn,Smith,Mary,Smith\n");

        self::assertSame(['held' => 1], $this->outcomes($intake));
        $match = $this->getJson("/api/intakes/{$intake->id}/rows/2/match")->json();
        self::assertSame(['spouse', 1, 'Mary Smith'], [$match['role'], $match['part'], $match['incoming']['name']]);
        $this->postJson("/api/intakes/{$intake->id}/edits", [
            'kind' => 'match',
            'number' => 2,
            'column' => 1,
            'to' => $match['candidates'][0]['decision'],
        ])->assertOk();
        self::assertSame(['new' => 1], $this->outcomes($intake->refresh()));
        $this->postJson("/api/intakes/{$intake->id}/load", ['name' => 'x'])->assertOk();
        self::assertSame(1, DB::table('supporters')->where('display_name', 'Mary Smith')->count());
    }

    public function test_a_supporter_that_others_are_linked_to_stays_when_it_is_undone(): void
    {
        $first = $this->loaded("Organization,First name,Last name\nGannet Marine,,\n");
        $this->loaded("Employer,First name,Last name\nGannet Marine,Ann,Lee\n");
        $this->postJson("/api/intakes/{$first->id}/undo")->assertOk();

        self::assertSame(['Ann Lee employee Gannet Marine'], self::links());
        self::assertSame(1, $first->refresh()->undo_report['kept_count']);
    }

    public function test_every_kind_of_field_at_once(): void
    {
        $this->as();
        $shirt = $this->postJson('/api/fields', ['label' => 'Shirt size', 'type' => 'pick list', 'options' => ['Small', 'Large']])
            ->assertCreated()
            ->json('key');
        $csv =
            "Name,Email,Work email,Cell,Home phone,Interests,Volunteer,Email opt in,Birthday,Shirt size,2019,2020\n" .
            "Ann Lee,ann@example.org,ann@work.example.org,207-555-0143,207-555-0144,Birds; Boats,yes,subscribed,1970-02-03,large,25,30\n" .
            "Bo Park,bo@example.org,,,,,no,unsubscribed,,,,15\n";
        $intake = $this->loaded($csv);

        self::assertSame(
            [[3, '70.00'], ['2019-12-31', '2020-12-31', '2020-12-31']],
            [
                [DB::table('gifts')->count(), (string) DB::table('gifts')->sum('amount')],
                DB::table('gifts')->orderBy('given_on')->pluck('given_on')->all(),
            ],
        );
        self::assertSame(['Birds', 'Boats', 'Volunteer'], DB::table('memberships')->orderBy('name')->pluck('name')->all());
        self::assertSame([$shirt => 'Large'], DB::table('custom_values')->pluck('value', 'field')->all());
        self::assertSame(['yes', 'no'], DB::table('supporters')->orderBy('display_name')->pluck('consent_email')->all());
        self::assertSame(2, DB::table('phones')->count());
        self::assertTrue($this->getJson("/api/intakes/{$intake->id}/proof")->json('balanced'));
        self::assertSame(['unchanged' => 2], $this->outcomes($this->loaded($csv)));
        $this->postJson("/api/intakes/{$intake->id}/undo")->assertOk();
        self::assertSame([0, 0, 0], [DB::table('memberships')->count(), DB::table('custom_values')->count(), DB::table('gifts')->count()]);
    }

    public function test_chunks_never_part_a_row(): void
    {
        config(['sieve.load_chunk' => 1, 'sieve.sift_chunk' => 2]);
        $intake = $this->loaded(self::mixed());

        self::assertSame(6, DB::table('supporters')->count());
        self::assertTrue($this->getJson("/api/intakes/{$intake->id}/proof")->json('balanced'));
    }

    public function test_an_employer_whom_nobody_has_holds_the_row_and_the_others_go_on(): void
    {
        $intake = $this->loaded(
            "Ref,First name,Last name,Email,Employer ID,Position\n1,Orla,Poole,orla@example.net,999,Buyer\n2,Bo,Park,bo@example.org,,\n",
        );

        self::assertSame(['new' => 1, 'held' => 1], $this->outcomes($intake));
        self::assertSame(
            [['No organization with the id 999', 'employer.id.old']],
            DB::table('intake_problems')
                ->get(['reason', 'field'])
                ->map(static fn($problem): array => [$problem->reason, $problem->field])
                ->all(),
        );
        self::assertSame(['Bo Park'], DB::table('supporters')->pluck('display_name')->all());
        self::assertTrue($this->getJson("/api/intakes/{$intake->id}/proof")->json('balanced'));
    }

    public function test_contacts_of_an_organization_whose_row_is_held_are_held_with_it(): void
    {
        $this->holdUnreadable('email', 'phone');
        $csv =
            "Org ID,Organization,First name,Last name,Email,Phone,Employer ID\n7,Gannet Marine,,,office@,,\n,,Ann,Lee,ann@example.org,,7\n,,Bo,Park,bo@example.org,,\n";
        $intake = $this->loaded($csv, [], ['id.old', 'organization.name', 'name.first', 'name.last', 'email', 'phone', 'employer.id.old']);

        self::assertSame(['new' => 1, 'held' => 2], $this->outcomes($intake));
        self::assertSame('loaded', $intake->state->value);
    }
}
