<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Intakes\Plans\SavedPlan;
use PHPUnit\Framework\Attributes\DataProvider;
use PineSieve\Core\Columns\Steps\Steps;

/** Plans that are kept: for the next file, copied, carried away and brought back. */
final class PlansTest extends TestCase
{
    private const FIRST = "First name,Last name,When,State of mind,Extra\nAnn,Lee,1/2/2020,keen,x\nBo,Park,25/12/2020,cool,y\n";

    private function kept(): int
    {
        $this->as();
        $id = $this->upload(self::FIRST)->json('id');
        $this->patchJson("/api/intakes/{$id}/columns/2", ['target' => 'first_known', 'date_order' => 'dmy'])->assertOk();
        $this->patchJson("/api/intakes/{$id}/columns/3", [
            'feeds' => [['target' => 'tags']],
            'steps' => [['do' => 'table', 'values' => ['keen' => 'Keen', 'cool' => 'Cool'], 'otherwise' => 'keep']],
        ])->assertOk();
        $this->patchJson("/api/intakes/{$id}/columns/4", ['target' => null])->assertOk();
        $this->patchJson("/api/intakes/{$id}/plan", ['constants' => [['target' => 'groups', 'value' => 'Old list']]])->assertOk();
        $this->postJson("/api/intakes/{$id}/plan", ['name' => 'Monthly'])->assertOk();

        return SavedPlan::query()->where('name', 'Monthly')->firstOrFail()->id;
    }

    public function test_nothing_that_differs_passes_in_silence(): void
    {
        $this->kept();
        $next = $this->upload("First name,Last name,When,State of mind,Shoe\nCy,Dahl,12/31/2021,eager,9\n")->json('id');
        self::assertSame('Monthly', $this->getJson("/api/intakes/{$next}/columns")->json('offered_plan'));
        $differences = $this->putJson("/api/intakes/{$next}/plan", ['name' => 'Monthly'])
            ->assertOk()
            ->json('differences');

        self::assertSame(
            [['date order', 'When'], ['new values', 'State of mind'], ['new column', 'Shoe'], ['missing column', 'Extra']],
            array_map(static fn(array $difference): array => [$difference['kind'], $difference['header']], $differences),
        );
        self::assertSame(['eager'], $differences[1]['values']);
        $columns = $this->getJson("/api/intakes/{$next}/columns")->json();
        self::assertSame(
            ['sure', 'sure', 'look', 'look', 'open'],
            array_column($columns['columns'], 'state'),
            'What differs is to be looked at.',
        );
        self::assertSame([$differences, 'Old list'], [$columns['differences'], $columns['constants'][0]['value']]);
    }

    public function test_a_file_like_the_first_is_settled_at_once(): void
    {
        $this->kept();
        $next = $this->upload("Extra,WHEN,last_name,First Name,State of Mind\nz,3/4/2021,Moss,Dee,Cool\n")->json('id');

        self::assertSame([], $this->putJson("/api/intakes/{$next}/plan", ['name' => 'Monthly'])->json('differences'));
        $this->postJson("/api/intakes/{$next}/sift")->assertOk();
        $this->postJson("/api/intakes/{$next}/load", ['name' => 'Next'])->assertOk();
        $this->assertDatabaseHas('supporters', ['display_name' => 'Dee Moss', 'first_known_on' => '2021-04-03']);
        $this->assertDatabaseHas('memberships', ['list' => 'tag', 'name' => 'Cool']);
        $this->assertDatabaseHas('memberships', ['list' => 'group', 'name' => 'Old list']);
    }

    public function test_listed_copied_renamed_and_deleted(): void
    {
        $id = $this->kept();
        self::assertSame(
            'Last name',
            $this->getJson("/api/plans/{$id}")
                ->assertOk()
                ->json('labels')['name.last'],
        );
        $copy = $this->postJson("/api/plans/{$id}/copy")
            ->assertCreated()
            ->json();
        self::assertSame(['Copy of Monthly', 5, 4], [$copy['name'], $copy['columns'], $copy['brought_in']]);
        $this->patchJson("/api/plans/{$copy['id']}", ['name' => 'Monthly'])->assertStatus(422);
        $this->patchJson("/api/plans/{$copy['id']}", ['name' => 'Yearly'])->assertOk();
        self::assertSame(['Monthly', 'Yearly'], array_column($this->getJson('/api/plans')->json('plans'), 'name'));
        $this->deleteJson("/api/plans/{$copy['id']}")->assertOk();
        $this->getJson("/api/plans/{$copy['id']}")->assertStatus(404);
    }

    public function test_carried_away_and_brought_back(): void
    {
        $id = $this->kept();
        $file = $this->get("/api/plans/{$id}/file")
            ->assertOk()
            ->streamedContent();
        $data = json_decode($file, true);
        self::assertSame(['pine-sieve-column-plan', 1, 'Monthly'], [$data['format'], $data['version'], $data['name']]);

        $this->postJson('/api/plans', ['content' => $file])->assertStatus(422);
        $again = $this->postJson('/api/plans', ['content' => $file, 'name' => 'Brought'])
            ->assertCreated()
            ->json('id');
        self::assertSame($this->getJson("/api/plans/{$id}")->json('plan'), $this->getJson("/api/plans/{$again}")->json('plan'));
    }

    public function test_the_file_is_as_its_schema_says(): void
    {
        $id = $this->kept();
        $data = json_decode($this->get("/api/plans/{$id}/file")->streamedContent(), true);
        $schema = json_decode((string) file_get_contents(base_path('docs/column-plan.schema.json')), true, flags: JSON_THROW_ON_ERROR);

        self::assertSame([], array_diff(array_keys($data), array_keys($schema['properties'])));
        self::assertSame([], array_diff($schema['required'], array_keys($data)));
        self::assertEqualsCanonicalizing(
            array_keys(Steps::KINDS),
            array_map(static fn(array $step): string => $step['properties']['do']['const'], $schema['$defs']['step']['oneOf']),
        );
    }

    /** @return iterable<string, array{string, string}> */
    public static function badFiles(): iterable
    {
        yield 'no JSON' => ['hello', 'not a column plan'];
        yield 'another format' => ['{"format":"x"}', 'not a column plan'];
        yield 'no columns' => ['{"format":"pine-sieve-column-plan"}', 'list "columns"'];
        yield 'a column without a header' => ['{"format":"pine-sieve-column-plan","columns":[{"state":"sure"}]}', 'Column 1'];
        yield 'a state that is none' => ['{"format":"pine-sieve-column-plan","columns":[{"header":"A","state":"maybe"}]}', 'Column 1'];
        yield 'a field that is not there' => [
            '{"format":"pine-sieve-column-plan","columns":[{"header":"A","state":"sure","feeds":[{"target":"shoe.size"}]}]}',
            'not in the catalog',
        ];
        yield 'a step that is not there' => [
            '{"format":"pine-sieve-column-plan","columns":[{"header":"A","state":"sure","steps":[{"do":"explode"}]}]}',
            'no step "explode"',
        ];
        yield 'an expression that does harm' => [
            '{"format":"pine-sieve-column-plan","columns":[{"header":"A","state":"sure","steps":[{"do":"formula","expression":"constant(\"PHP_VERSION\")"}]}]}',
            'expression',
        ];
        yield 'steps of the wrong shape' => [
            '{"format":"pine-sieve-column-plan","columns":[{"header":"A","state":"sure","steps":"all"}]}',
            'not a valid column plan',
        ];
        yield 'an effect that is none' => ['{"format":"pine-sieve-column-plan","columns":[],"settings":{"effect":"destroy"}}', 'effect'];
    }

    #[DataProvider('badFiles')]
    public function test_a_file_that_is_no_plan_is_refused_in_plain_words(string $content, string $message): void
    {
        self::assertStringContainsString(
            $message,
            (string) $this->as()
                ->postJson('/api/plans', ['content' => $content, 'name' => 'Bad'])
                ->assertStatus(422)
                ->json('message'),
        );
        self::assertSame(0, SavedPlan::query()->count());
    }

    public function test_what_else_a_column_could_mean_is_said_by_the_server(): void
    {
        $this->as();
        $meant = $this->getJson('/api/targets/gift.2.credit.3.id')->assertOk();

        $meant->assertJsonPath('field.key', 'gift.credit.id')->assertJsonPath('variants.1.what', 'Which credit of the gift');
        self::assertContains(['target' => 'gift.2.credit.4.id', 'label' => 'credit 4'], $meant->json('variants.1.options'));
        $this->getJson('/api/targets/spouse.name.first')->assertOk()->assertJsonPath('field.label', 'Spouse: First name');
        $this->getJson('/api/targets/gift.credit.1.id')->assertNotFound();
        $this->getJson('/api/targets/shoe.size')->assertNotFound();
    }
}
