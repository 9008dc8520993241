<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\Records\Act;
use App\Records\ActKind;
use App\Records\Entry;
use App\Records\RecordWriter;
use App\Standards\CustomField;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Subject;

/** The field catalog, pick lists and required data, as whoever runs the database sets them. */
final class StandardsTest extends TestCase
{
    private const FILE = "Last name,First name,Email,Zip,State,Gift date,Amount,Fund\nLee,Ann,ann@example.org,03820,NH,2020-01-02,5,General\nPark,Bo,,,NH,2020-01-03,6,\n";

    /** @return array<string, mixed> */
    private function catalogued(string $field): array
    {
        return array_column($this->getJson('/api/catalog')->assertOk()->json('fields'), null, 'key')[$field];
    }

    /** @param  array<string, mixed>  $more */
    private function rule(string $field, array $more = []): int
    {
        return (int) $this->as()
            ->postJson('/api/rules', ['subject' => 'supporter', 'field' => $field, 'strength' => 'must', ...$more])
            ->assertCreated()
            ->json('id');
    }

    public function test_the_catalog_says_all_about_every_field(): void
    {
        $this->loaded(self::FILE);
        $this->rule('email', ['strength' => 'should']);
        $email = $this->catalogued('email');

        self::assertSame(
            ['Email', 'email', ['count' => 1, 'total' => 2], ['Email is wanted'], false],
            [$email['label'], $email['type'], $email['fill'], array_column($email['rules'], 'sentence'), $email['custom']],
        );
        self::assertSame(['count' => 1, 'total' => 2], $this->catalogued('gift.fund')['fill']);
        self::assertSame('A person has a last name', $this->catalogued('name.last')['always']);
    }

    public function test_a_field_of_one_s_own_is_renamed_moved_retired_and_brought_back(): void
    {
        $key = $this->as()
            ->postJson('/api/fields', ['label' => 'Shirt', 'type' => 'pick list', 'options' => ['Small', 'Large']])
            ->assertCreated()
            ->json('key');
        $this->loaded("Last name,First name,Shirt\nLee,Ann,small\n");
        $this->patchJson("/api/fields/{$key}", ['label' => 'City'])->assertStatus(422);
        $this->patchJson("/api/fields/{$key}", ['label' => 'Shirt size', 'group' => 'Volunteers'])
            ->assertOk()
            ->assertJson(['label' => 'Shirt size', 'group' => 'Volunteers']);
        $this->patchJson("/api/fields/{$key}", ['retired' => true])->assertOk();

        self::assertNotContains($key, array_column($this->getJson('/api/fields')->json('fields'), 'key'));
        self::assertSame('Small', $this->getJson('/api/supporters/1')->json('custom.0.value'), 'What is there stays readable.');
        $refused = $this->postJson('/api/supporters', [
            'draft' => ['kind' => 'person', 'fields' => ['name.last' => 'Park', $key => 'Small']],
        ])
            ->assertStatus(422)
            ->json('problems.0');
        self::assertSame('The field "Shirt size" is retired', $refused['reason']);
        $this->patchJson("/api/fields/{$key}", ['retired' => false])->assertOk();
        self::assertContains($key, array_column($this->getJson('/api/fields')->json('fields'), 'key'));
        $this->patchJson('/api/fields/email', ['label' => 'Mail'])->assertStatus(422);
        $this->patchJson('/api/fields/nothing', [])->assertStatus(404);
    }

    public function test_another_type_shows_first_what_would_not_convert(): void
    {
        $key = $this->as()
            ->postJson('/api/fields', ['label' => 'Joined', 'type' => 'text'])
            ->json('key');
        $this->loaded("Last name,First name,Joined\nLee,Ann,2001-02-03\nPark,Bo,March 3 2002\nDahl,Cy,long ago\n");
        $before = $this->records();
        $report = $this->postJson("/api/fields/{$key}/type", ['type' => 'date'])
            ->assertOk()
            ->json();

        self::assertSame(
            [3, 1, [['value' => 'March 3 2002', 'becomes' => '2002-03-03', 'records' => 1]], ['long ago']],
            [$report['values'], $report['same'], $report['converted'], array_column($report['lost'], 'value')],
        );
        self::assertSame($before, $this->records(), 'Looking changes nothing.');
        $this->postJson("/api/fields/{$key}/type", ['type' => 'date', 'convert' => true])->assertOk();
        self::assertSame(['2001-02-03', '2002-03-03'], DB::table('custom_values')->orderBy('id')->pluck('value')->all());
        $this->postJson('/api/supporters/3/history/' . DB::table('journal')->where('owner_id', 3)->max('id'), ['change' => 0])->assertOk();
        self::assertContains('long ago', DB::table('custom_values')->pluck('value')->all(), 'What did not convert can be put back.');
        self::assertSame(['retype done'], self::retypes());
    }

    public function test_another_type_that_was_cut_off_goes_on(): void
    {
        $key = $this->as()
            ->postJson('/api/fields', ['label' => 'Joined', 'type' => 'text'])
            ->json('key');
        $this->loaded("Last name,First name,Joined\nLee,Ann,1/2/2001\nPark,Bo,March 3 2002\n");
        $field = CustomField::query()->where('key', $key)->sole();
        // As far as the program came before it ended: one value is written, and the field is what it was.
        $act = Act::begin(ActKind::Retype, null, "Changed \"{$field->label}\" into date");
        $value = DB::table('custom_values')->where('value', '1/2/2001')->first();
        $change = new Change(Subject::Custom, $value->id, Action::Update, ['value' => ['1/2/2001', '2001-01-02']]);
        DB::transaction(static fn(): array => app(RecordWriter::class)->write([new Entry($value->supporter_id, [$change])], $act));
        self::assertSame(['retype under way'], self::retypes());
        $this->postJson("/api/fields/{$key}/type", ['type' => 'date', 'convert' => true])->assertOk();

        self::assertSame(['2001-01-02', '2002-03-03'], DB::table('custom_values')->orderBy('id')->pluck('value')->all());
        self::assertSame([['retype done'], 2, 'date'], [self::retypes(), $act->refresh()->records, $field->refresh()->type->value]);
    }

    /** @return list<string> */
    private static function retypes(): array
    {
        return Act::query()
            ->where('kind', ActKind::Retype)
            ->get()
            ->map(static fn(Act $act): string => "{$act->kind->value} {$act->state->value}")
            ->all();
    }

    public function test_a_hidden_field_never_leaves_the_server(): void
    {
        $intake = $this->loaded(self::FILE);
        $this->patchJson('/api/fields/email', ['see' => ['roles' => ['administrator'], 'users' => []]])->assertOk();
        $this->patchJson('/api/fields/gift.amount', ['see' => ['roles' => [], 'users' => [$this->user()->id]]])->assertOk();
        $this->as(Role::Reader);
        foreach (['supporters', 'supporters/1', 'supporters/1/history', 'gifts', 'today', 'forms'] as $path) {
            $answer = $this->getJson("/api/{$path}")
                ->assertOk()
                ->content();
            self::assertStringNotContainsString('ann@example.org', $answer, $path);
            self::assertStringNotContainsString('5.00', $answer, $path);
            self::assertStringNotContainsString('11.00', $answer, $path);
        }
        foreach (['source', 'columns', 'rows/2', 'checks', 'proof', 'preview?outcome=new', 'file', 'held.csv'] as $path) {
            $this->getJson("/api/intakes/{$intake->id}/{$path}")->assertStatus(403);
        }
        $this->as(Role::GiftEntry)
            ->getJson('/api/supporters/1/form')
            ->assertOk()
            ->assertJsonMissing(['address' => 'ann@example.org']);
        self::assertStringContainsString('ann@example.org', $this->as(Role::Administrator)->getJson('/api/supporters/1')->content());
        self::assertStringContainsString('5.00', $this->as()->getJson('/api/supporters/1')->content(), 'By person, not only by role.');
        self::assertStringNotContainsString('ann@example.org', $this->as(Role::Reader)->get('/api/supporters.csv')->streamedContent());
        $this->as()
            ->patchJson('/api/fields/name.last', ['see' => ['roles' => [], 'users' => []]])
            ->assertStatus(422);
    }

    public function test_the_list_of_supporters_leaves_as_a_file_and_maps_itself_when_it_comes_back(): void
    {
        $this->loaded(
            "Last name,First name,Email,Notes,Groups,Zip,State\nLee,Ann,ann@example.org,=1+1,Board; Friends,03820,NH\nPark,Bo,bo@example.org,,,,\n",
        );
        $this->patchJson('/api/fields/address.state', ['hidden_in' => ['export']])->assertOk();
        $csv = $this->get('/api/supporters.csv?q=lee')->assertOk()->streamedContent();
        $rows = array_map(
            static fn(string $line): array => str_getcsv($line, escape: ''),
            explode("\r\n", trim(str_replace("\xEF\xBB\xBF", '', $csv))),
        );
        $ann = array_combine($rows[0], $rows[1]);

        self::assertSame(2, count($rows));
        self::assertSame(
            ['1', 'ann@example.org', "'=1+1", 'Board; Friends', '03820', false],
            [
                $ann['Number in Pine Sieve'],
                $ann['Email'],
                $ann['Notes'],
                $ann['Groups, by name'],
                $ann['Postal code'],
                isset($ann['State or province']),
            ],
        );
        self::assertSame('export', DB::table('audit')->orderByDesc('id')->value('kind'));
        self::assertSame(['unchanged' => 2], $this->outcomes($this->sifted($this->get('/api/supporters.csv')->streamedContent())));
    }

    public function test_where_a_field_shows(): void
    {
        $this->loaded("Last name,First name,Notes\nLee,Ann,secret-ish\n");
        $this->patchJson('/api/fields/notes', ['hidden_in' => ['page', 'grid']])->assertOk();
        self::assertStringNotContainsString('secret-ish', $this->getJson('/api/supporters/1')->content());
        self::assertFalse(array_column($this->getJson('/api/fields')->json('fields'), 'in_grid', 'key')['notes']);
        $form = $this->getJson('/api/supporters/1/form')->json('draft');
        $this->putJson('/api/supporters/1/form', [
            'draft' => [...$form, 'fields' => array_diff_key($form['fields'], ['notes' => 1])],
            'base' => [...$form, 'fields' => array_diff_key($form['fields'], ['notes' => 1])],
        ])->assertOk();
        self::assertSame('secret-ish', DB::table('supporters')->value('notes'), 'A field that a form does not show stays as it is.');
    }

    public function test_a_field_that_one_may_see_but_not_edit_stays_as_it_is(): void
    {
        $this->loaded(self::FILE);
        $this->patchJson('/api/fields/email', ['edit' => ['roles' => ['administrator'], 'users' => []]])->assertOk();
        $form = $this->as(Role::GiftEntry)->getJson('/api/supporters/1/form')->json('draft');
        self::assertSame('ann@example.org', $form['emails'][0]['address']);
        $this->putJson('/api/supporters/1/form', [
            'draft' => [...$form, 'emails' => [], 'fields' => [...$form['fields'], 'notes' => 'x']],
            'base' => $form,
        ])->assertOk();

        self::assertSame(
            [['ann@example.org'], 'x'],
            [DB::table('emails')->pluck('address')->all(), DB::table('supporters')->where('id', 1)->value('notes')],
        );
    }

    /** @return iterable<string, array{string, array<string, mixed>}> */
    public static function unusable(): iterable
    {
        yield 'a pattern that is none' => ['notes', ['limits' => ['pattern' => '([']]];
        yield 'an example that does not fit' => ['notes', ['limits' => ['pattern' => '\d+', 'example' => 'x']]];
        yield 'a bound that is no date' => ['birth_date', ['limits' => ['least' => '2000-02-30']]];
        yield 'a bound for text' => ['notes', ['limits' => ['least' => '5']]];
        yield 'a city that only one may have' => ['address.city', ['limits' => ['unique' => true]]];
        yield 'a default for an email' => ['email', ['defaults' => ['supporter' => 'a@example.org']]];
        yield 'a default that is not in the form' => ['consent.mail', ['defaults' => ['supporter' => 'perhaps']]];
        yield 'a place that there is not' => ['notes', ['hidden_in' => ['attic']]];
        yield 'a role that there is not' => ['notes', ['see' => ['roles' => ['king'], 'users' => []]]];
    }

    /** @param  array<string, mixed>  $settings */
    #[DataProvider('unusable')]
    public function test_settings_that_can_not_be(string $field, array $settings): void
    {
        $before = $this->as()->getJson('/api/catalog')->json();
        $this->patchJson("/api/fields/{$field}", $settings)->assertStatus(422);
        self::assertSame($before, $this->getJson('/api/catalog')->json());
    }

    public function test_a_rule_shows_what_it_would_mean_before_it_is_kept(): void
    {
        $this->loaded(self::FILE);
        $rule = [
            'subject' => 'supporter',
            'field' => 'address.postal_code',
            'strength' => 'must',
            'conditions' => [['field' => 'address.state', 'test' => 'is', 'values' => ['New Hampshire']]],
        ];
        $preview = $this->postJson('/api/rules/preview', $rule)->assertOk()->json();

        self::assertSame(
            [1, 2, null, 'Postal code is required where state or province is NH'],
            [$preview['short'], $preview['checked'], $preview['after'], $preview['sentence']],
            'The condition is kept as the data is.',
        );
        self::assertSame(['Park, Bo'], array_column($preview['some'], 'name'));
        self::assertSame(0, DB::table('required_rules')->count());

        $id = $this->postJson('/api/rules', $rule)->assertCreated()->json('id');
        self::assertSame(['Park, Bo'], array_column($this->getJson("/api/rules/{$id}/shortfalls")->json('rows'), 'name'));
        $this->getJson("/api/supporters?rule={$id}")->assertJsonPath('total', 1);
        $this->putJson("/api/rules/{$id}", [...$rule, 'strength' => 'should'])->assertOk();
        $this->deleteJson("/api/rules/{$id}")->assertOk();
        self::assertSame(0, DB::table('shortfalls')->count());
    }

    public function test_a_worklist_goes_down_as_records_are_mended(): void
    {
        $this->loaded(self::FILE);
        $fund = $this->rule('gift.fund', [
            'subject' => 'gift',
            'conditions' => [['field' => 'gift.kind', 'test' => 'is not', 'values' => ['pledge']]],
        ]);
        $email = $this->rule('email');
        self::assertSame(
            [1, 1],
            [DB::table('shortfalls')->where('rule_id', $fund)->count(), DB::table('shortfalls')->where('rule_id', $email)->count()],
        );

        $this->postJson("/api/rules/{$email}/shortfalls", ['value' => 'all@example.org'])->assertStatus(422);
        $this->postJson("/api/rules/{$fund}/shortfalls", ['value' => 'General'])
            ->assertOk()
            ->assertJson(['written' => 1, 'left' => 0]);
        self::assertSame(['General', 'General'], DB::table('gifts')->pluck('fund')->all());
        $form = $this->getJson('/api/supporters/2/form')->json('draft');
        $this->putJson('/api/supporters/2/form', [
            'draft' => [...$form, 'emails' => [['address' => 'bo@example.org']]],
            'base' => $form,
        ])->assertOk();
        self::assertSame(0, DB::table('shortfalls')->count());
        self::assertSame(
            [['count' => 1]],
            array_map(
                static fn(array $one): array => ['count' => $one['count']],
                $this->getJson("/api/rules/{$email}/shortfalls")->json('over_time'),
            ),
            'One figure a day is kept.',
        );
    }

    public function test_a_form_that_lacks_a_required_field_gets_it(): void
    {
        $this->as()
            ->patchJson('/api/fields/birth_date', ['hidden_in' => ['add', 'export']])
            ->assertOk();
        $added = $this->postJson('/api/rules', ['subject' => 'person', 'field' => 'birth_date', 'strength' => 'must'])
            ->assertCreated()
            ->json('added_to');

        self::assertSame(['add'], $added);
        self::assertSame(['export'], $this->catalogued('birth_date')['hidden_in']);
    }

    /** @return iterable<string, array{array<string, mixed>}> */
    public static function badRules(): iterable
    {
        yield 'a field that there is not' => [['subject' => 'supporter', 'field' => 'nothing', 'strength' => 'must']];
        yield 'a field that ends in others' => [['subject' => 'supporter', 'field' => 'name.full', 'strength' => 'must']];
        yield 'a strength that there is not' => [['subject' => 'supporter', 'field' => 'email', 'strength' => 'perhaps']];
        yield 'a gift\'s field of a person' => [['subject' => 'person', 'field' => 'gift.fund', 'strength' => 'must']];
        yield 'a person\'s field of a gift' => [['subject' => 'gift', 'field' => 'email', 'strength' => 'must']];
        yield 'a condition without a value' => [
            [
                'subject' => 'supporter',
                'field' => 'email',
                'strength' => 'must',
                'conditions' => [['field' => 'status', 'test' => 'is', 'values' => [' ']]],
            ],
        ];
        yield 'a test that there is not' => [
            [
                'subject' => 'supporter',
                'field' => 'email',
                'strength' => 'must',
                'conditions' => [['field' => 'status', 'test' => 'rhymes with', 'values' => ['x']]],
            ],
        ];
    }

    /** @param  array<string, mixed>  $rule */
    #[DataProvider('badRules')]
    public function test_rules_that_can_not_be(array $rule): void
    {
        $this->as()->postJson('/api/rules', $rule)->assertStatus(422);
        $this->postJson('/api/rules/preview', $rule)->assertStatus(422);
        self::assertSame(0, DB::table('required_rules')->count());
    }

    public function test_a_pick_list_reads_other_spellings_and_two_values_are_merged_and_put_apart_again(): void
    {
        $this->loaded(
            "Last name,First name,Gift date,Amount,Fund\nLee,Ann,2020-01-02,5,Puffin nursery\nPark,Bo,2020-01-03,6,Puffin Nurseries\nDahl,Cy,2020-01-03,6,General\n",
        );
        $list = $this->getJson('/api/fields/gift.fund/list')->assertOk()->json();
        self::assertSame([[], 3], [$list['values'], count($list['not_listed'])]);
        self::assertSame(
            'Puffin nursery',
            $this->putJson('/api/fields/gift.fund/list', [
                'values' => [
                    ['value' => 'Puffin nursery', 'code' => 'PN', 'spellings' => ['Puffins']],
                    ['value' => 'Puffin Nurseries'],
                    ['value' => 'Old boat', 'retired' => true],
                ],
            ])
                ->assertOk()
                ->json('values.0.value'),
        );
        $this->putJson('/api/fields/gift.fund/list', [
            'values' => [['value' => 'A', 'code' => 'x'], ['value' => 'B', 'spellings' => ['X']]],
        ])->assertStatus(422);
        $this->putJson('/api/fields/birth_date/list', ['values' => []])->assertStatus(404);

        $before = DB::table('gifts')->orderBy('id')->pluck('fund')->all();
        $merged = $this->postJson('/api/fields/gift.fund/list/merge', ['from' => 'Puffin Nurseries', 'to' => 'Puffin nursery'])
            ->assertOk()
            ->json();
        self::assertSame([1, ['Puffins', 'Puffin Nurseries']], [$merged['changed'], $merged['values'][0]['spellings']]);
        self::assertSame(['Puffin nursery', 'Puffin nursery', 'General'], DB::table('gifts')->orderBy('id')->pluck('fund')->all());
        $this->postJson('/api/supporters/2/history/' . DB::table('journal')->max('id'), ['change' => 0])->assertOk();
        self::assertSame($before, DB::table('gifts')->orderBy('id')->pluck('fund')->all());

        $again = $this->loaded(
            "Last name,First name,Gift date,Amount,Fund\nOak,Di,2020-01-02,5,pn\nElm,Ed,2020-01-02,5,Lighthouse\nAsh,Fay,2020-01-02,5,old boat\n",
        );
        self::assertSame(['new' => 1, 'held' => 2], $this->outcomes($again));
        $this->patchJson('/api/fields/gift.fund', ['open_list' => true])->assertOk();
        self::assertSame(
            ['new' => 1, 'held' => 1],
            $this->outcomes(
                $this->loaded(
                    "Last name,First name,Gift date,Amount,Fund\nYew,Gil,2020-01-02,5,Lighthouse\nFir,Hal,2020-01-02,5,old boat\n",
                ),
            ),
        );
    }

    public function test_merging_groups_leaves_nobody_in_one_twice(): void
    {
        $this->loaded("Last name,First name,Groups\nLee,Ann,Volunteer; Volunteers\nPark,Bo,Volunteer\n");
        $this->postJson('/api/fields/groups/list/merge', ['from' => 'Volunteer', 'to' => 'Volunteers'])
            ->assertOk()
            ->assertJson(['changed' => 2]);

        self::assertSame(
            [[1, 'Volunteers'], [2, 'Volunteers']],
            DB::table('memberships')
                ->orderBy('supporter_id')
                ->get()
                ->map(static fn($one): array => [$one->supporter_id, $one->name])
                ->all(),
        );
    }

    public function test_defaults_and_unique_values_hold_for_files(): void
    {
        $this->as()
            ->patchJson('/api/fields/gift.fund', ['defaults' => ['gift' => 'General']])
            ->assertOk();
        $this->patchJson('/api/fields/consent.mail', ['defaults' => ['person' => 'yes']])->assertOk();
        $badge = $this->postJson('/api/fields', ['label' => 'Badge', 'type' => 'text'])->json('key');
        $this->patchJson("/api/fields/{$badge}", ['limits' => ['unique' => true]])->assertOk();
        $intake = $this->loaded(
            "Last name,First name,Badge,Gift date,Amount\nLee,Ann,b-1,2020-01-02,5\nOkafor,Chidi,B-1,,\nPark,Bo,b-2,,\n",
        );

        self::assertSame(['new' => 2, 'held' => 1], $this->outcomes($intake));
        self::assertSame(
            'Row 2 of the file has "b-1" already, and no two may have the same',
            DB::table('intake_problems')->value('reason'),
        );
        self::assertSame(
            [['General'], ['yes', 'yes']],
            [DB::table('gifts')->pluck('fund')->all(), DB::table('supporters')->pluck('consent_mail')->all()],
        );
        $later = $this->loaded("Last name,First name,Badge\nOkafor,Chidi,b-1\n");
        $reasons = DB::table('intake_problems')->where('intake_id', $later->id)->pluck('reason')->all();
        self::assertSame(['Supporter 1 has "b-1" already, and no two may have the same'], $reasons);
    }
}
