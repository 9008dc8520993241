<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\Intakes\Intake;
use Illuminate\Support\Facades\DB;

/** Rows that people type: an intake like any other. */
final class GridTest extends TestCase
{
    /** @param  list<string>  $columns */
    private function grid(array $columns): int
    {
        return (int) $this->postJson('/api/grids', ['name' => 'Cards of May', 'columns' => $columns])
            ->assertCreated()
            ->json('id');
    }

    /** Whoever asks in between, or a worker that is killed there, would leave it waiting for a person. */
    public function test_what_was_typed_goes_from_reading_to_working_out_at_once(): void
    {
        $this->as(Role::GiftEntry);
        $id = $this->grid(['name.first', 'name.last']);
        $this->putJson("/api/grids/{$id}/rows", ['rows' => [2 => ['Bo', 'Park']]])->assertOk();
        $states = [];
        Intake::updated(static function (Intake $intake) use (&$states): void {
            $states[] = $intake->state->value;
        });

        $this->postJson("/api/grids/{$id}/finish")->assertOk();

        self::assertSame(['reading', 'sifting', 'ready'], array_values(array_unique($states)));
    }

    public function test_rows_are_typed_checked_and_go_through_the_stages(): void
    {
        $known = $this->as(Role::GiftEntry)
            ->postJson('/api/supporters', ['draft' => ['kind' => 'person', 'fields' => ['name.first' => 'Ann', 'name.last' => 'Lee']]])
            ->json('id');
        $id = $this->grid(['supporter', 'name.first', 'name.last', 'email', 'gift.date', 'gift.amount', 'groups']);
        $problems = $this->putJson("/api/grids/{$id}/rows", [
            'rows' => [
                2 => ["{$known} Lee, Ann", '', '', '', '2024-03-01', '25', 'Board; Friends'],
                3 => ['', 'Bo', 'Park', 'bo at example', '2024-03-02', '10', ''],
                4 => ['999', '', '', '', '2024-03-02', '10', ''],
                5 => ['', 'Cy', '', '', '', '', ''],
            ],
        ])
            ->assertOk()
            ->json('problems');

        self::assertSame([], $problems[2]);
        self::assertSame(['"bo at example" is not an email address', 3], [$problems[3][0]['reason'], $problems[3][0]['column']]);
        self::assertSame('There is no supporter 999', $problems[4][0]['reason']);
        self::assertSame('name.last.required', $problems[5][0]['code']);
        $this->putJson("/api/grids/{$id}/rows", [
            'rows' => [
                3 => ['', 'Bo', 'Park', 'bo@example.org', '2024-03-02', '10', ''],
                4 => ['', '', '', '', '', '', ''],
                7 => ['', 'Di', 'Oak', '', '2024-02-30', '', ''],
            ],
        ])->assertOk();
        self::assertSame(
            [2, 3, 5, 7],
            array_keys(
                $this->getJson("/api/grids/{$id}")
                    ->assertOk()
                    ->json('rows'),
            ),
        );

        $this->postJson("/api/grids/{$id}/finish")->assertOk();
        $intake = Intake::query()->findOrFail($id);
        self::assertEquals(['updated' => 1, 'new' => 1, 'held' => 2], $this->outcomes($intake));
        $this->postJson("/api/intakes/{$id}/load", ['name' => 'Cards'])->assertOk();
        self::assertSame(
            [[$known, '25.00'], [2, '10.00']],
            DB::table('gifts')->orderBy('id')->get()->map(static fn($gift): array => [$gift->supporter_id, $gift->amount])->all(),
        );
        self::assertSame(
            ['Board', 'Friends'],
            DB::table('memberships')->where('supporter_id', $known)->orderBy('name')->pluck('name')->all(),
        );
        self::assertTrue($this->getJson("/api/intakes/{$id}/proof")->json('balanced'));
        $this->putJson("/api/grids/{$id}/rows", ['rows' => [2 => ['x']]])->assertStatus(409);
        $this->postJson("/api/intakes/{$id}/undo")->assertOk();
        self::assertSame([0, 1], [DB::table('gifts')->count(), DB::table('supporters')->count()]);
    }

    public function test_columns_change_and_what_was_typed_stays_with_its_column(): void
    {
        $id = $this->as()->grid(['name.first', 'name.last']);
        $this->putJson("/api/grids/{$id}/rows", ['rows' => [2 => ['Ann', 'Lee']]])->assertOk();
        self::assertSame(
            [2 => ['Lee', '', 'Ann']],
            $this->patchJson("/api/grids/{$id}", ['columns' => ['name.last', 'email', 'name.first']])
                ->assertOk()
                ->json('rows'),
        );
        self::assertSame(
            'There is text in the column First name. Empty it before you remove it.',
            $this->patchJson("/api/grids/{$id}", ['columns' => ['name.last']])
                ->assertStatus(409)
                ->json('message'),
        );
        $this->patchJson("/api/grids/{$id}", ['columns' => ['name.last', 'name.first']])->assertOk();
    }

    public function test_layouts_are_kept_by_name(): void
    {
        $this->as()
            ->postJson('/api/layouts', ['name' => 'Checks', 'columns' => ['supporter', 'gift.amount']])
            ->assertOk();
        $layouts = $this->postJson('/api/layouts', ['name' => 'Checks', 'columns' => ['supporter', 'gift.amount', 'gift.date']])
            ->assertOk()
            ->json('layouts');
        self::assertSame(
            [['Checks', ['supporter', 'gift.amount', 'gift.date']]],
            array_map(static fn(array $one): array => [$one['name'], $one['columns']], $layouts),
        );
        self::assertSame(
            [],
            $this->deleteJson("/api/layouts/{$layouts[0]['id']}")
                ->assertOk()
                ->json('layouts'),
        );
    }

    public function test_what_can_not_be_typed(): void
    {
        $this->as();
        foreach (
            [
                [],
                ['nothing'],
                ['email', 'email'],
                ['group'],
                array_map(static fn(int $i): string => 'email' . ($i > 1 ? ".{$i}" : ''), range(1, 61)),
            ]
            as $columns
        ) {
            $this->postJson('/api/grids', ['name' => 'x', 'columns' => $columns])->assertStatus(422);
        }
        $id = $this->grid(['name.last']);
        foreach ([1, 0, 5002] as $number) {
            $this->putJson("/api/grids/{$id}/rows", ['rows' => [$number => ['x']]])->assertStatus(422);
        }
        $this->postJson("/api/grids/{$id}/finish")->assertStatus(422);
        $this->as(Role::GiftEntry)
            ->putJson("/api/grids/{$id}/rows", ['rows' => [2 => ['x']]])
            ->assertStatus(403);
        $this->as()
            ->deleteJson("/api/intakes/{$id}")
            ->assertOk();
    }

    public function test_two_who_write_the_same_row_do_not_write_over_each_other(): void
    {
        $this->as(Role::GiftEntry);
        $id = $this->grid(['name.first', 'name.last']);
        $this->putJson("/api/grids/{$id}/rows", ['rows' => [2 => ['Ann', 'Lee']], 'were' => [2 => ['']]])->assertOk();
        // The other still sees an empty row.
        $this->putJson("/api/grids/{$id}/rows", ['rows' => [2 => ['Bo', ''], 3 => ['Cy', 'Dahl']], 'were' => [2 => [''], 3 => ['']]])
            ->assertStatus(422)
            ->assertJsonFragment([
                'message' =>
                    'Row 1 was changed in another tab or by someone else, so what you typed there is not kept yet. Copy it, open the grid again, and put it in.',
            ]);
        self::assertSame([2 => ['Ann', 'Lee']], $this->getJson("/api/grids/{$id}")->json('rows'), 'All or nothing.');
        // Both who write the same are one, and rows that nobody else has touched are kept.
        $this->putJson("/api/grids/{$id}/rows", ['rows' => [2 => ['Ann', 'Lee', '']], 'were' => [2 => ['']]])->assertOk();
        $this->putJson("/api/grids/{$id}/rows", ['rows' => [2 => ['Ann', 'Leigh']], 'were' => [2 => ['Ann', 'Lee']]])->assertOk();
        self::assertSame([2 => ['Ann', 'Leigh']], $this->getJson("/api/grids/{$id}")->json('rows'));
    }
}
