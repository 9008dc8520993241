<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Intakes\Intake;
use Illuminate\Support\Facades\DB;

/** Unsure rows that are unsure for the same reason are decided, and taken back, as one. */
final class UnsureGroupsTest extends TestCase
{
    private const HEAD = "Last name,First name,Email,Phone\n";

    private function unsure(): Intake
    {
        $names = ['Quackenbush,Ottoline', 'Featherstonehaugh,Isolde', 'Zwingenberger,Leocadia', 'Abernethy-Vance,Thaddea'];
        $this->loaded(
            self::HEAD .
                implode(
                    '',
                    array_map(
                        static fn(string $name, int $i): string => "{$name},,603-555-01" . (10 + 17 * $i) . "\n",
                        $names,
                        array_keys($names),
                    ),
                ),
            [],
            ['name.last', 'name.first', 'email', 'phone'],
        );
        $rows = implode(
            '',
            array_map(static fn(string $name, int $i): string => "{$name},n{$i}@example.org,\n", $names, array_keys($names)),
        );

        return $this->sifted(self::HEAD . $rows . "Park,Bo,bo@example.org,\n", [], ['name.last', 'name.first', 'email', 'phone']);
    }

    public function test_a_group_is_decided_as_one_and_taken_back_as_one(): void
    {
        $intake = $this->unsure();
        self::assertSame(['new' => 1, 'held' => 4], $this->outcomes($intake));
        $groups = $this->getJson("/api/intakes/{$intake->id}/match-groups")
            ->assertOk()
            ->json('groups');
        self::assertSame(
            [['Same first name, same last name', 4, 4]],
            array_map(static fn(array $group): array => [$group['why'], $group['rows'], $group['single']], $groups),
        );
        self::assertCount(4, $groups[0]['sample']);

        $this->postJson("/api/intakes/{$intake->id}/match-groups", ['why' => $groups[0]['why'], 'to' => 'same'])
            ->assertOk()
            ->assertJson(['decided' => 4, 'left' => 0]);
        self::assertSame(['new' => 1, 'updated' => 4], $this->outcomes($intake->refresh()));
        self::assertSame([], $this->getJson("/api/intakes/{$intake->id}/match-groups")->json('groups'));
        $this->deleteJson("/api/intakes/{$intake->id}/edits", ['kind' => 'match'])->assertOk();
        self::assertSame([['new' => 1, 'held' => 4], 0], [$this->outcomes($intake->refresh()), DB::table('intake_edits')->count()]);

        $this->postJson("/api/intakes/{$intake->id}/match-groups", ['why' => $groups[0]['why'], 'to' => 'new'])
            ->assertOk()
            ->assertJson(['decided' => 4]);
        self::assertSame(['new' => 5], $this->outcomes($intake->refresh()));
    }

    public function test_rows_that_may_be_more_than_one_are_left_and_a_group_that_is_gone_decides_nothing(): void
    {
        $intake = $this->unsure();
        $this->postJson("/api/intakes/{$intake->id}/match-groups", ['why' => 'No such reason', 'to' => 'same'])
            ->assertOk()
            ->assertJson(['decided' => 0, 'left' => 0]);
        $this->postJson("/api/intakes/{$intake->id}/match-groups", ['why' => 'x', 'to' => 'burn'])->assertStatus(422);
        DB::table('intake_results')
            ->where('intake_id', $intake->id)
            ->where('number', 3)
            ->update(['candidates' => 2]);
        $this->postJson("/api/intakes/{$intake->id}/match-groups", ['why' => 'Same first name, same last name', 'to' => 'same'])
            ->assertOk()
            ->assertJson(['decided' => 3, 'left' => 1]);
        self::assertSame(1, DB::table('intake_results')->where('intake_id', $intake->id)->where('held_by', 'unsure')->count());
    }
}
