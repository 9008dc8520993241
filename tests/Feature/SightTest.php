<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;

/** Who may see or change a field holds at every door, for a field of each type. */
final class SightTest extends TestCase
{
    private const CSV =
        "Name,Nick,Email,Phone,Street,City,State,Zip,Old id,Birth,Mail,Note,Group,Tag,Size,Date,Amount,Fund,Kind,Ref,Promised,How much,For\n" .
        "Lee Ann,Zorbina,zorb@example.org,603-555-0143,77 Zorb Ln,Zorbville,NH,03820,ZORB-77,1961-07-17,no,Zorbnote,Zorbgroup,Zorbtag,Zorbsize,2019-07-17,7777.77,Zorbfund,in kind,ZREF7,2018-08-08,8888.88,Zorbpledge\n";

    private const TARGETS = [
        'name.full',
        'name.nickname',
        'email',
        'phone',
        'address.line1',
        'address.city',
        'address.state',
        'address.postal_code',
        'id.old',
        'birth_date',
        'consent.mail',
        'notes',
        'groups',
        'tags',
        'custom.size',
        'gift.date',
        'gift.amount',
        'gift.fund',
        'gift.kind',
        'gift.reference',
        'promise.date',
        'promise.amount',
        'promise.fund',
    ];

    /** @return iterable<string, array{string, list<string>}> field, and what of it must not be found in any answer */
    public static function secrets(): iterable
    {
        yield 'text of the name' => ['name.nickname', ['Zorbina']];
        yield 'email' => ['email', ['zorb@example.org']];
        yield 'phone' => ['phone', ['6035550143']];
        yield 'street' => ['address.line1', ['77 Zorb Ln']];
        yield 'city' => ['address.city', ['Zorbville']];
        yield 'postal code' => ['address.postal_code', ['03820']];
        yield 'id' => ['id.old', ['ZORB-77']];
        yield 'date' => ['birth_date', ['1961-07-17']];
        yield 'long text' => ['notes', ['Zorbnote']];
        yield 'groups' => ['groups', ['Zorbgroup']];
        yield 'tags' => ['tags', ['Zorbtag']];
        yield 'of its own' => ['custom.size', ['Zorbsize']];
        yield 'gift date' => ['gift.date', ['2019-07-17']];
        yield 'gift amount' => ['gift.amount', ['7777.77', '7,777.77']];
        yield 'gift fund' => ['gift.fund', ['Zorbfund']];
        yield 'promise date' => ['promise.date', ['2018-08-08']];
        yield 'promise amount' => ['promise.amount', ['8888.88', '8,888.88']];
        yield 'promise fund' => ['promise.fund', ['Zorbpledge']];
        yield 'gift reference' => ['gift.reference', ['ZREF7']];
    }

    private function world(): int
    {
        $this->as()
            ->postJson('/api/fields', ['label' => 'Size', 'type' => 'text'])
            ->assertCreated();
        $this->postJson('/api/rules', ['subject' => 'gift', 'field' => 'gift.appeal', 'strength' => 'should'])->assertCreated();
        $this->loaded(self::CSV, [], self::TARGETS);

        return (int) DB::table('supporters')->value('id');
    }

    /** @param  list<string>  $secrets */
    #[DataProvider('secrets')]
    public function test_what_is_hidden_leaves_by_no_door(string $field, array $secrets): void
    {
        $id = $this->world();
        $this->patchJson("/api/fields/{$field}", ['see' => ['roles' => ['administrator'], 'users' => []]])->assertOk();
        $rule = DB::table('required_rules')->value('id');
        $gift = DB::table('gifts')->value('id');
        $this->as(Role::GiftEntry);
        $answers = [
            'the session' => $this->getJson('/api/session'),
            'today' => $this->getJson('/api/today'),
            'fields' => $this->getJson('/api/fields'),
            'forms' => $this->getJson('/api/forms'),
            'the list' => $this->getJson('/api/supporters'),
            'the page' => $this->getJson("/api/supporters/{$id}"),
            'the history' => $this->getJson("/api/supporters/{$id}/history"),
            'the form' => $this->getJson("/api/supporters/{$id}/form"),
            'gifts' => $this->getJson('/api/gifts'),
            'a gift' => $this->getJson("/api/gifts/{$gift}"),
            'promises' => $this->getJson('/api/promises'),
            'a promise' => $this->getJson('/api/promises/' . DB::table('promises')->value('id')),
            'what is held against a check' => $this->getJson("/api/batch-supporters/{$id}"),
            'gifts of a worklist' => $this->getJson("/api/gifts?rule={$rule}"),
            'a worklist' => $this->getJson("/api/rules/{$rule}/shortfalls"),
            'rules' => $this->getJson('/api/rules'),
            'intakes' => $this->getJson('/api/intakes'),
            'messages' => $this->getJson('/api/messages'),
            'held rows' => $this->getJson('/api/held'),
            'searches' => $this->getJson('/api/searches'),
            'who it may be' => $this->postJson('/api/supporters/check', [
                'draft' => ['kind' => 'person', 'fields' => ['name.first' => 'Lee', 'name.last' => 'Ann']],
            ]),
            'saving the form' => $this->putJson("/api/supporters/{$id}/form", [
                'draft' => ($form = $this->getJson("/api/supporters/{$id}/form")->json('draft')),
                'base' => $form,
            ]),
            'a gift that is checked' => $this->postJson("/api/supporters/{$id}/gifts/check", [
                'values' => ['gift.tribute' => 'x'],
                'gift' => $gift,
            ]),
        ];
        foreach ($answers as $door => $answer) {
            foreach ($secrets as $secret) {
                self::assertStringNotContainsString($secret, $answer->content(), $door);
            }
        }
        foreach ($secrets as $secret) {
            self::assertStringNotContainsString($secret, $this->get('/api/supporters.csv')->streamedContent(), 'the export');
        }
    }

    public function test_nobody_is_found_by_what_one_may_not_see(): void
    {
        $this->world();
        $found = fn(): array => array_map(fn(string $asked): int => $this->getJson("/api/supporters?q={$asked}")->json('total'), [
            'Ann',
            'zorb@example.org',
            '6035550143',
            'ZORB-77',
        ]);
        self::assertSame([1, 1, 1, 1], $this->as(Role::Reader) === $this ? $found() : []);
        foreach (['email', 'phone', 'id.old'] as $field) {
            $this->as()
                ->patchJson("/api/fields/{$field}", ['see' => ['roles' => ['administrator'], 'users' => []]])
                ->assertOk();
        }
        $this->as(Role::Reader);
        self::assertSame([1, 0, 0, 0], $found());
        self::assertSame(0, $this->getJson('/api/gifts?q=zorb@example.org')->json('total'));
        $this->as(Role::Administrator);
        self::assertSame([1, 1, 1, 1], $found());
    }

    /** @return iterable<string, array{string}> */
    public static function lockable(): iterable
    {
        foreach (self::secrets() as $name => [$field]) {
            yield $name => [$field];
        }
        yield 'consent' => ['consent.mail'];
        yield 'gift kind' => ['gift.kind'];
    }

    #[DataProvider('lockable')]
    public function test_what_is_locked_is_changed_at_no_door(string $field): void
    {
        $id = $this->world();
        $this->patchJson("/api/fields/{$field}", ['edit' => ['roles' => ['administrator'], 'users' => []]])->assertOk();
        $gift = DB::table('gifts')->value('id');
        $tables = fn(): array => array_intersect_key(
            $this->records(),
            array_flip(['supporters', 'addresses', 'emails', 'phones', 'identifiers', 'memberships', 'custom_values', 'gifts']),
        );
        $before = $tables();
        $this->as(Role::GiftEntry);
        $form = $this->getJson("/api/supporters/{$id}/form")->json('draft');
        $other = [...$form, 'fields' => array_map(static fn(string $value): string => $value, $form['fields'])];
        if (isset($other['fields'][$field]) || str_starts_with($field, 'custom.')) {
            $other['fields'][$field] = $field === 'birth_date' ? '1990-01-01' : ($field === 'consent.mail' ? 'yes' : 'Other');
        }
        foreach (
            [
                'email' => ['emails', 'address', 'other@example.org'],
                'phone' => ['phones', 'number', '603-555-0199'],
                'id.old' => ['identifiers', 'value', 'OTHER'],
                'address.line1' => ['addresses', 'line1', '1 Other St'],
                'address.city' => ['addresses', 'city', 'Otherton'],
                'address.postal_code' => ['addresses', 'postal_code', '03824'],
            ]
            as $locked => [$list, $column, $value]
        ) {
            if ($locked === $field) {
                $other[$list][0][$column] = $value;
            }
        }
        $this->putJson("/api/supporters/{$id}/form", ['draft' => $other, 'base' => $form]);
        if (str_starts_with($field, 'gift.')) {
            $this->putJson("/api/supporters/{$id}/gifts/{$gift}", [
                'values' => [
                    $field => match ($field) {
                        'gift.date' => '2020-01-01',
                        'gift.amount' => '1',
                        'gift.kind' => 'cash',
                        default => 'Other',
                    },
                ],
                'base' => [],
            ]);
            $this->deleteJson("/api/supporters/{$id}/gifts/{$gift}")->assertStatus(409);
        }
        // Whatever the load wrote is put back change by change, as far as one may.
        foreach ($this->getJson("/api/supporters/{$id}/history")->json('entries') as $entry) {
            foreach ($entry['changes'] as $change) {
                if (str_contains(json_encode($change), str_contains($field, '.') ? explode('.', $field)[0] : $field)) {
                    $this->postJson("/api/supporters/{$id}/history/{$entry['id']}", ['change' => $change['change']]);
                }
            }
        }
        $after = $tables();
        $holder =
            [
                'email' => 'emails',
                'phone' => 'phones',
                'id.old' => 'identifiers',
                'groups' => 'memberships',
                'tags' => 'memberships',
                'custom.size' => 'custom_values',
            ][$field] ?? (str_starts_with($field, 'gift.') ? 'gifts' : (str_starts_with($field, 'address.') ? 'addresses' : 'supporters'));
        self::assertSame($before[$holder], $after[$holder]);
    }
}
