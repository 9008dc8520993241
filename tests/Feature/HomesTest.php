<?php

declare(strict_types=1);

namespace Tests\Feature;

use Illuminate\Support\Facades\DB;

/** People who are several and live together. */
final class HomesTest extends TestCase
{
    private function person(string $first, string $last, string $street = '12 Elm St'): int
    {
        return (int) $this->postJson('/api/supporters', [
            'draft' => [
                'kind' => 'person',
                'fields' => ['name.first' => $first, 'name.last' => $last],
                'addresses' => [['line1' => $street, 'city' => 'Dover', 'state' => 'NH', 'postal_code' => '03820']],
            ],
        ])
            ->assertCreated()
            ->json('id');
    }

    public function test_people_who_live_together_become_a_household(): void
    {
        $this->as();
        [$ann, $bo] = [$this->person('Ann', 'Lee'), $this->person('Bo', 'Lee')];
        $made = $this->postJson('/api/duplicates/household', ['supporters' => [$ann, $bo]])
            ->assertCreated()
            ->json();

        self::assertSame('Ann & Bo Lee', $made['name']);
        self::assertSame(
            [[$ann, $made['household'], 'member'], [$bo, $made['household'], 'member']],
            DB::table('links')
                ->orderBy('supporter_id')
                ->get()
                ->map(static fn($link): array => [$link->supporter_id, $link->other_id, $link->kind])
                ->all(),
        );
        self::assertSame('12 Elm St', DB::table('addresses')->where('supporter_id', $made['household'])->value('line1'));
        self::assertSame(
            [[$ann, $bo]],
            DB::table('pair_decisions')
                ->get(['one', 'other'])
                ->map(static fn($pair): array => [$pair->one, $pair->other])
                ->all(),
            'They are remembered as two.',
        );

        // Whoever comes later joins it.
        $cy = $this->person('Cy', 'Dahl');
        $this->postJson('/api/duplicates/household', ['supporters' => [$ann, $cy]])
            ->assertCreated()
            ->assertJsonPath('household', $made['household']);
        self::assertSame(3, DB::table('links')->where('other_id', $made['household'])->count());
    }

    public function test_those_who_live_together_are_offered_as_a_household(): void
    {
        $this->as();
        [$ann, $bo, $cy] = [$this->person('Ann', 'Lee'), $this->person('Bo', 'Lee'), $this->person('Cyrus', 'Lee')];
        $this->person('Dora', 'Lee', '9 Ash Ln');
        $this->person('Zoe', 'Quill');
        $this->postJson('/api/duplicates/search')->assertStatus(202);
        $homes = fn(): array => array_map(
            static fn(array $cluster): array => array_column($cluster['members'], 'id'),
            $this->getJson('/api/duplicates?show=homes')->json('clusters'),
        );
        self::assertSame([[], [[$ann, $bo, $cy]]], [$this->getJson('/api/duplicates')->json('clusters'), $homes()]);
        self::assertSame(['certain' => 0, 'review' => 0, 'homes' => 1], $this->getJson('/api/duplicates')->json('counts'));
        $reasons = $this->postJson('/api/merges/preview', ['supporters' => [$ann, $bo]])->json('reasons.0');
        self::assertSame([null, 'The first names differ: Ann Lee, Bo Lee'], [$reasons['verdict'], $reasons['against'][0]]);

        // Who is in a household with the others is offered no more, after a search of all or of some, and whoever comes new is.
        $this->postJson('/api/duplicates/household', ['supporters' => [$ann, $bo]])->assertCreated();
        self::assertSame([[$ann, $bo, $cy]], $homes(), 'By way of the third they hang together still.');
        $this->postJson('/api/duplicates/household', ['supporters' => [$ann, $cy]])->assertCreated();
        $this->postJson('/api/duplicates/not-the-same', ['supporters' => [$bo, $cy]])->assertOk();
        self::assertSame([], $homes());
        $this->deleteJson("/api/duplicates/not-the-same/{$bo}/{$cy}")->assertOk();
        self::assertSame([], $homes(), 'They are in one household.');
        $eve = $this->person('Eve', 'Lee');
        $this->postJson('/api/duplicates/search', ['kind' => 'changed'])->assertStatus(202);
        self::assertSame([[$ann, $bo, $cy, $eve]], $homes());
        $this->postJson('/api/duplicates/search')->assertStatus(202);
        self::assertSame([[$ann, $bo, $cy, $eve]], $homes());
    }

    public function test_of_those_who_may_be_one_nothing_is_said_by_making_a_household_of_a_home(): void
    {
        $this->as();
        $this->useSet('People');
        [$ann, $bo, $cy] = [$this->person('Ann', 'Lee'), $this->person('A.', 'Lee'), $this->person('Cyrus', 'Lee')];
        $this->postJson('/api/duplicates/search')->assertStatus(202);
        self::assertSame(['certain' => 0, 'review' => 1, 'homes' => 1], $this->getJson('/api/duplicates')->json('counts'));
        $said = fn(): array => DB::table('pair_decisions')
            ->orderBy('one')
            ->get(['one', 'other'])
            ->map(static fn($pair): array => [$pair->one, $pair->other])
            ->all();

        $left = $this->postJson('/api/duplicates/not-the-same', ['supporters' => [$ann, $bo, $cy], 'homes' => true])
            ->assertOk()
            ->json();
        self::assertSame([[[$ann, $cy], [$bo, $cy]], ['certain' => 0, 'review' => 1, 'homes' => 0]], [$left['said'], $left['counts']]);
        $this->deleteJson("/api/duplicates/not-the-same/{$ann}/{$cy}")->assertOk();
        $made = $this->postJson('/api/duplicates/household', ['supporters' => [$ann, $bo, $cy], 'homes' => true])
            ->assertCreated()
            ->json();
        self::assertSame([[[$ann, $cy]], [[$ann, $cy], [$bo, $cy]]], [$made['said'], $said()]);
        $this->postJson("/api/duplicates/household/{$made['household']}/take-back", [
            'supporters' => [$ann, $bo, $cy],
            ...$made,
        ])->assertOk();
        self::assertSame([[$bo, $cy]], $said(), 'What was said before is still said.');
        self::assertSame(['certain' => 0, 'review' => 1, 'homes' => 1], $this->getJson('/api/duplicates')->json('counts'));
        $this->postJson("/api/duplicates/household/{$made['household']}/take-back", ['supporters' => [$ann, $bo], ...$made])->assertStatus(
            422,
        );
    }

    public function test_a_household_that_was_made_just_now_is_taken_back(): void
    {
        $this->as();
        [$ann, $bo, $cy] = [$this->person('Ann', 'Lee'), $this->person('Bo', 'Lee'), $this->person('Cy', 'Dahl')];
        $before = $this->records();
        $take = fn(array $made, array $of) => $this->postJson("/api/duplicates/household/{$made['household']}/take-back", [
            'supporters' => $of,
            'act' => $made['act'],
            'said' => $made['said'],
        ]);
        $make = fn(array $of): array => $this->postJson('/api/duplicates/household', ['supporters' => $of])
            ->assertCreated()
            ->json();
        $made = $make([$ann, $bo]);
        $take([...$made, 'said' => []], [$ann, $cy])->assertStatus(409);
        $take([...$made, 'act' => $made['act'] - 1], [$ann, $bo])->assertStatus(409);
        $take($made, [$ann, $bo])->assertOk();
        self::assertSame([$before, 0], [$this->records(), DB::table('pair_decisions')->count()]);

        // Whoever joins one that was there goes out of it; the others stay in.
        $make([$ann, $bo]);
        $joined = $make([$ann, $cy]);
        $take($joined, [$ann, $cy])->assertOk();
        self::assertSame([2, 1], [DB::table('links')->count(), DB::table('pair_decisions')->count()]);

        // Where all are in it already, nothing but what was said is there to be taken back.
        $both = $make([$ann, $bo]);
        self::assertSame([[], null], [$both['said'], $both['act']]);
        $this->deleteJson("/api/duplicates/not-the-same/{$ann}/{$bo}")->assertOk();
        $both = $make([$ann, $bo]);
        $take($both, [$ann, $bo])->assertOk();
        self::assertSame([2, 0], [DB::table('links')->count(), DB::table('pair_decisions')->count()]);

        // What has been added to it since is not thrown away.
        $other = $make([$cy, $this->person('Di', 'Dahl')]);
        $this->postJson("/api/supporters/{$other['household']}/gifts", [
            'values' => ['gift.date' => '2024-01-02', 'gift.amount' => '5', 'gift.kind' => 'cash'],
        ])->assertCreated();
        $then = $this->records();
        self::assertStringContainsString(
            'The household stays as it is.',
            (string) $take($other, [$cy, $other['household'] - 1])
                ->assertStatus(409)
                ->json('message'),
        );
        self::assertSame($then, $this->records());
    }

    public function test_a_household_of_those_who_can_not_be_one_is_refused_and_nothing_is_written(): void
    {
        $this->as();
        [$ann, $bo, $cy, $di] = [
            $this->person('Ann', 'Lee'),
            $this->person('Bo', 'Lee'),
            $this->person('Cy', 'Dahl', '4 Oak Rd'),
            $this->person('Di', 'Dahl', '9 Ash Ln'),
        ];
        $lees = $this->postJson('/api/duplicates/household', ['supporters' => [$ann, $bo]])->json('household');
        $dahls = $this->postJson('/api/duplicates/household', ['supporters' => [$cy, $di]])->assertCreated();
        self::assertSame(0, DB::table('addresses')->where('supporter_id', $dahls->json('household'))->count(), 'They share no address.');
        $before = $this->records();

        self::assertStringContainsString(
            'different households',
            (string) $this->postJson('/api/duplicates/household', ['supporters' => [$ann, $cy]])
                ->assertStatus(409)
                ->json('message'),
        );
        $this->postJson('/api/duplicates/household', ['supporters' => [$ann, $lees]])->assertStatus(409);
        foreach ([[], [$ann], [$ann, $ann], [$ann, 999]] as $nonsense) {
            $this->postJson('/api/duplicates/household', ['supporters' => $nonsense])->assertStatus(422);
        }
        self::assertSame($before, $this->records());
    }
}
