<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use PHPUnit\Framework\Attributes\DataProvider;

/** Supporters and gifts added and changed by hand. */
final class FormsTest extends TestCase
{
    /** @param  array<string, mixed>  $more */
    private static function draft(array $more = []): array
    {
        return ['kind' => 'person', 'fields' => ['name.first' => 'Ann', 'name.last' => 'Lee'], ...$more];
    }

    /** @param  array<string, mixed>  $draft */
    private function add(array $draft): int
    {
        return (int) $this->postJson('/api/supporters', ['draft' => $draft])
            ->assertCreated()
            ->json('id');
    }

    private function rule(string $field, array $more = []): int
    {
        return (int) $this->as()
            ->postJson('/api/rules', ['subject' => 'supporter', 'field' => $field, 'strength' => 'must', ...$more])
            ->assertCreated()
            ->json('id');
    }

    public function test_someone_with_everything_is_added_and_comes_back_as_written(): void
    {
        $company = $this->as(Role::GiftEntry)->add(['kind' => 'organization', 'fields' => ['organization.name' => 'Gannet Marine']]);
        $id = $this->add(
            self::draft([
                'fields' => [
                    'name.first' => 'Ann',
                    'name.last' => 'Lee',
                    'birth_date' => '3/31/1970',
                    'consent.email' => 'yes',
                    'groups' => "Board\nFriends\nboard",
                    'notes' => "one\ntwo",
                ],
                'addresses' => [
                    ['line1' => '12 Elm St', 'city' => 'Dover', 'state' => 'new hampshire', 'postal_code' => '03820', 'kind' => 'home'],
                    [
                        'line1' => '1 Pier',
                        'city' => 'Saco',
                        'state' => 'ME',
                        'postal_code' => '04072',
                        'kind' => 'work',
                        'is_primary' => true,
                        'condition' => 'undeliverable',
                    ],
                ],
                'emails' => [['address' => 'ANN@example.org', 'kind' => 'home']],
                'phones' => [['number' => '207-555-0143', 'kind' => 'mobile', 'label' => 'boat']],
                'identifiers' => [['system' => 'old database', 'value' => '007']],
                'links' => [['kind' => 'employee', 'other_id' => $company, 'role' => 'Chair']],
            ]),
        );

        $form = $this->getJson("/api/supporters/{$id}/form")
            ->assertOk()
            ->json('draft');
        self::assertSame('Ann Lee', $form['fields']['name.full']);
        self::assertSame('1970-03-31', $form['fields']['birth_date']);
        self::assertSame("Board\nFriends", $form['fields']['groups']);
        self::assertSame(
            [['ME', '1', 'undeliverable'], ['NH', '0', 'good']],
            array_map(static fn(array $one): array => [$one['state'], $one['is_primary'], $one['condition']], $form['addresses']),
        );
        self::assertSame(
            ['ann@example.org', '+12075550143', 'boat', '007', 'Chair'],
            [
                $form['emails'][0]['address'],
                $form['phones'][0]['number'],
                $form['phones'][0]['label'],
                $form['identifiers'][0]['value'],
                $form['links'][0]['role'],
            ],
        );

        // Nothing changed: nothing is written.
        $entries = DB::table('journal')->count();
        $this->putJson("/api/supporters/{$id}/form", ['draft' => $form, 'base' => $form])->assertOk();
        self::assertSame($entries, DB::table('journal')->count());
    }

    /** @return iterable<string, array{array<string, mixed>, string, string}> draft, place, reason */
    public static function faults(): iterable
    {
        yield 'nobody' => [['fields' => ['name.first' => 'Ann']], 'fields.name.last', 'No last name and no organization name'];
        yield 'an email' => [
            ['emails' => [['ref' => 'new4', 'address' => 'ann at example']]],
            'emails.new4.address',
            '"ann at example" is not an email address',
        ];
        yield 'a phone' => [['phones' => [['number' => '555']]], 'phones.new1.number', '"555" is not a telephone number that can exist'];
        yield 'a date' => [
            ['fields' => ['name.last' => 'Lee', 'birth_date' => '02/30/1970']],
            'fields.birth_date',
            '"02/30/1970" is not a date',
        ];
        yield 'an address that contradicts itself' => [
            ['addresses' => [['line1' => '1 Elm', 'state' => 'NH', 'postal_code' => '90210']]],
            'addresses.new1.postal_code',
            '90210 belongs to CA, the address says NH',
        ];
        yield 'a postal code abroad' => [
            ['addresses' => [['line1' => '1 Weg', 'postal_code' => '123', 'country' => 'Germany']]],
            'addresses.new1.postal_code',
            '"123" does not have the form of a postal code of Germany',
        ];
    }

    /** @param  array<string, mixed>  $draft */
    #[DataProvider('faults')]
    public function test_what_is_wrong_is_said_at_its_place_and_nothing_is_written(array $draft, string $place, string $reason): void
    {
        $sent = ['draft' => [...self::draft(), ...$draft]];
        $problem = $this->as()->postJson('/api/supporters', $sent)->assertStatus(422)->json('problems.0');

        self::assertSame([$place, $reason], [$problem['place'], $problem['reason']]);
        self::assertSame($problem, $this->postJson('/api/supporters/check', $sent)->assertOk()->json('problems.0'));
        self::assertSame(0, DB::table('supporters')->count());
    }

    public function test_what_is_no_form_is_refused(): void
    {
        foreach (
            [
                [],
                ['kind' => 'bird'],
                ['kind' => 'person', 'fields' => ['x' => []]],
                ['kind' => 'person', 'emails' => ['x']],
                ['kind' => 'person', 'emails' => [['ref' => '../1']]],
                ['kind' => 'person', 'emails' => array_fill(0, 61, ['address' => 'a@example.org'])],
            ]
            as $draft
        ) {
            self::assertNotSame(
                '',
                (string) $this->as()
                    ->postJson('/api/supporters', ['draft' => $draft])
                    ->assertStatus(422)
                    ->json('message'),
            );
        }
    }

    public function test_a_must_holds_and_a_should_warns(): void
    {
        $this->rule('email');
        $this->rule('phone', ['strength' => 'should']);

        self::assertSame(
            'Email is required',
            $this->postJson('/api/supporters', ['draft' => self::draft()])
                ->assertStatus(422)
                ->json('problems.0.reason'),
        );
        $kept = $this->postJson('/api/supporters', [
            'draft' => self::draft(['emails' => [['address' => 'ann@example.org']]]),
        ])->assertCreated();
        self::assertSame(['Phone is wanted'], array_column($kept->json('warnings'), 'reason'));
    }

    public function test_a_record_that_fell_short_before_can_be_changed_but_not_made_worse(): void
    {
        $id = $this->as()->add(self::draft(['phones' => [['number' => '207-555-0143']]]));
        $this->rule('email');
        $this->rule('phone');
        $form = $this->getJson("/api/supporters/{$id}/form")->json('draft');

        $this->putJson("/api/supporters/{$id}/form", [
            'draft' => [...$form, 'fields' => [...$form['fields'], 'notes' => 'met at the pier']],
            'base' => $form,
        ])->assertOk();
        self::assertSame(
            'Phone is required',
            $this->putJson("/api/supporters/{$id}/form", ['draft' => [...$form, 'phones' => []], 'base' => $form])
                ->assertStatus(422)
                ->json('problems.0.reason'),
        );
    }

    public function test_two_people_change_different_things(): void
    {
        $id = $this->as()->add(self::draft(['emails' => [['address' => 'ann@example.org']]]));
        $base = $this->getJson("/api/supporters/{$id}/form")->json('draft');
        $this->change($id, $base, ['fields' => [...$base['fields'], 'notes' => 'theirs']])->assertOk();
        $second = $this->change($id, $base, ['fields' => [...$base['fields'], 'name.nickname' => 'Annie']])->assertOk();

        self::assertSame('theirs', $second->json('theirs')['fields.notes']['theirs']);
        $now = $this->getJson("/api/supporters/{$id}/form")->json('draft.fields');
        self::assertSame(['theirs', 'Annie'], [$now['notes'], $now['name.nickname']]);
    }

    public function test_two_people_change_the_same(): void
    {
        $id = $this->as()->add(self::draft(['emails' => [['address' => 'ann@example.org']]]));
        $base = $this->getJson("/api/supporters/{$id}/form")->json('draft');
        $email = static fn(string $address): array => ['emails' => [[...$base['emails'][0], 'address' => $address]]];
        $this->change($id, $base, $email('theirs@example.org'))->assertOk();

        $answer = $this->change($id, $base, $email('mine@example.org'))->assertStatus(409);
        $place = "emails.{$base['emails'][0]['ref']}.address";
        self::assertSame(
            [$place => ['base' => 'ann@example.org', 'mine' => 'mine@example.org', 'theirs' => 'theirs@example.org']],
            $answer->json('conflicts'),
        );
        self::assertSame('mine@example.org', $answer->json('merged.emails.0.address'), 'What was typed is not lost.');
        self::assertSame(['theirs@example.org'], DB::table('emails')->pluck('address')->all());

        $now = $this->getJson("/api/supporters/{$id}/form")->json('draft');
        $this->change($id, $now, $email('mine@example.org'))->assertOk();
        self::assertSame(['mine@example.org'], DB::table('emails')->pluck('address')->all());
    }

    public function test_a_name_carries_its_forms_along_unless_someone_wrote_them(): void
    {
        $id = $this->as()->add(self::draft());
        $form = $this->getJson("/api/supporters/{$id}/form")->json('draft');
        $this->change($id, $form, ['fields' => [...$form['fields'], 'name.last' => 'Park', 'name.greeting' => 'Doctor Park']])->assertOk();
        $this->change($id, $form = $this->getJson("/api/supporters/{$id}/form")->json('draft'), [
            'fields' => [...$form['fields'], 'name.last' => 'Stone'],
        ])->assertOk();

        $stored = DB::table('supporters')->first();
        self::assertSame(
            ['Ann Stone', 'Stone, Ann', 'Ann Stone', 'Doctor Park'],
            [$stored->display_name, $stored->sort_name, $stored->envelope_name, $stored->greeting],
        );
    }

    public function test_likely_duplicates_while_typing(): void
    {
        $this->as()->add(
            self::draft([
                'emails' => [['address' => 'ann@example.org']],
                'addresses' => [['line1' => '12 Elm St', 'city' => 'Dover', 'state' => 'NH', 'postal_code' => '03820']],
            ]),
        );
        $alike = $this->postJson('/api/supporters/check', ['draft' => self::draft(['emails' => [['address' => 'ann@example.org']]])])->json(
            'alike',
        );

        self::assertSame(['Ann Lee', 'Dover, NH'], [$alike[0]['name'], $alike[0]['place']]);
        self::assertNotSame([], $alike[0]['for']);
        self::assertSame(
            [],
            $this->postJson('/api/supporters/check', [
                'draft' => self::draft(['fields' => ['name.last' => 'Okafor', 'name.first' => 'Chidi']]),
            ])->json('alike'),
        );
    }

    public function test_links_from_either_side(): void
    {
        $ann = $this->as()->add(self::draft());
        $home = $this->add([
            'kind' => 'household',
            'fields' => ['name.full' => 'The Lees', 'name.last' => 'Lee'],
            'links' => [['kind' => 'member', 'other_id' => $ann, 'reversed' => true]],
        ]);
        self::assertSame(
            [[$ann, $home, 'member']],
            DB::table('links')->get()->map(static fn($link): array => [$link->supporter_id, $link->other_id, $link->kind])->all(),
        );

        $form = $this->getJson("/api/supporters/{$home}/form")->json('draft');
        self::assertSame('1', $form['links'][0]['reversed']);
        $this->change($home, $form, ['links' => []])->assertOk();
        self::assertSame(0, DB::table('links')->count());
        $this->change($ann, $form = $this->getJson("/api/supporters/{$ann}/form")->json('draft'), [
            'links' => [['kind' => 'spouse', 'other_id' => $ann]],
        ])->assertOk();
        self::assertSame(0, DB::table('links')->count(), 'Nobody is linked to himself.');
    }

    public function test_gifts_by_hand(): void
    {
        $id = $this->as(Role::GiftEntry)->add(self::draft());
        $refused = $this->postJson("/api/supporters/{$id}/gifts", ['values' => ['gift.date' => '2024-13-01', 'gift.amount' => '-5']])
            ->assertStatus(422)
            ->json('problems');
        self::assertSame(['date.form', 'amount.refund'], array_column($refused, 'code'));
        $this->rule('gift.fund', [
            'subject' => 'gift',
            'conditions' => [['field' => 'gift.kind', 'test' => 'is not', 'values' => ['other']]],
        ]);
        $gift = ['gift.date' => '3/31/2024', 'gift.amount' => '$1,250'];
        self::assertSame(
            ['Gift fund is required where gift kind is not other'],
            array_column(
                $this->postJson("/api/supporters/{$id}/gifts", ['values' => $gift])
                    ->assertStatus(422)
                    ->json('problems'),
                'reason',
            ),
        );
        $made = $this->postJson("/api/supporters/{$id}/gifts", ['values' => [...$gift, 'gift.kind' => 'Other']])
            ->assertCreated()
            ->json('id');

        $this->putJson("/api/supporters/{$id}/gifts/{$made}", [
            'values' => ['gift.amount' => '99'],
            'base' => ['gift.amount' => '1250.00'],
        ])->assertOk();
        $this->putJson("/api/supporters/{$id}/gifts/{$made}", [
            'values' => ['gift.amount' => '98'],
            'base' => ['gift.amount' => '1250.00'],
        ])->assertStatus(409);
        self::assertSame(['99.00'], DB::table('gifts')->pluck('amount')->all());
        $this->deleteJson("/api/supporters/{$id}/gifts/{$made}")->assertOk();
        self::assertSame(0, DB::table('gifts')->count());
        $this->postJson("/api/supporters/{$id}/history/" . DB::table('journal')->max('id'), ['change' => 0])->assertOk();
        self::assertSame(['99.00'], DB::table('gifts')->pluck('amount')->all(), 'The history brings it back.');
    }

    public function test_a_twin_is_told_though_the_gift_is_warned_of(): void
    {
        $id = $this->as()->add(self::draft());
        $this->rule('gift.fund', ['subject' => 'gift', 'strength' => 'should']);
        $gift = ['gift.date' => '3/31/2024', 'gift.amount' => '50'];
        $this->postJson("/api/supporters/{$id}/gifts", ['values' => $gift])->assertCreated();
        $refused = $this->postJson("/api/supporters/{$id}/gifts", ['values' => $gift])->assertStatus(422);
        self::assertContains('gift.twice', array_column($refused->json('problems'), 'code'));
        $this->postJson("/api/supporters/{$id}/gifts", ['values' => $gift, 'again' => true])->assertCreated();
    }

    public function test_the_history_tells_every_change_and_puts_one_back(): void
    {
        $id = $this->as()->add(self::draft(['emails' => [['address' => 'ann@example.org']]]));
        $form = $this->getJson("/api/supporters/{$id}/form")->json('draft');
        $this->change($id, $form, ['fields' => [...$form['fields'], 'notes' => 'first', 'groups' => 'Board'], 'emails' => []])->assertOk();

        $entries = $this->getJson("/api/supporters/{$id}/history")
            ->assertOk()
            ->json('entries');
        self::assertSame(['edit', 'edit'], array_column($entries, 'cause'));
        $shown = array_merge(
            ...array_map(
                static fn(array $change): array => array_map(
                    static fn(array $field): array => [$change['action'], $field['label'], $field['before'], $field['after']],
                    $change['fields'],
                ),
                $entries[0]['changes'],
            ),
        );
        self::assertContains(['update', 'Notes', null, 'first'], $shown);
        self::assertContains(['delete', 'Email', 'ann@example.org', null], $shown);
        self::assertContains(['create', 'Group', null, 'Board'], $shown);
        foreach ($entries[0]['changes'] as $change) {
            $this->postJson("/api/supporters/{$id}/history/{$entries[0]['id']}", ['change' => $change['change']])->assertOk();
        }
        self::assertEquals($form, $this->getJson("/api/supporters/{$id}/form")->json('draft'));
        $this->postJson("/api/supporters/{$id}/history/{$entries[0]['id']}", ['change' => 0])->assertStatus(409);
        $this->as(Role::Reader)
            ->postJson("/api/supporters/{$id}/history/{$entries[0]['id']}", ['change' => 0])
            ->assertStatus(403);
    }

    public function test_one_field_is_put_back_alone_and_takes_what_follows_from_it_along(): void
    {
        $id = $this->as()->add(self::draft());
        $form = $this->getJson("/api/supporters/{$id}/form")->json('draft');
        $this->change($id, $form, ['fields' => [...$form['fields'], 'notes' => 'stays', 'name.nickname' => 'Nan']])->assertOk();
        $entry = DB::table('journal')->max('id');
        $stored = static fn(): array => (array) DB::table('supporters')
            ->where('id', $id)
            ->first(['notes', 'nickname', 'greeting']);
        self::assertSame(['notes' => 'stays', 'nickname' => 'Nan', 'greeting' => 'Nan'], $stored());

        $this->postJson("/api/supporters/{$id}/history/{$entry}", ['change' => 0, 'column' => 'sandwich'])->assertStatus(409);
        $this->postJson("/api/supporters/{$id}/history/{$entry}", ['change' => 0, 'column' => 'nickname'])->assertOk();
        self::assertSame(['notes' => 'stays', 'nickname' => null, 'greeting' => 'Ann'], $stored());
        $this->postJson("/api/supporters/{$id}/history/{$entry}", ['change' => 0, 'column' => 'nickname'])->assertStatus(409);
    }

    /**
     * @param  array<string, mixed>  $base
     * @param  array<string, mixed>  $changes
     */
    private function change(int $id, array $base, array $changes): TestResponse
    {
        return $this->putJson("/api/supporters/{$id}/form", ['draft' => [...$base, ...$changes], 'base' => $base]);
    }
}
