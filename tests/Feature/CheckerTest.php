<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Accounts\Role;
use App\Intakes\Intake;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use PHPUnit\Framework\Attributes\DataProvider;
use PineSieve\Core\Standards\FieldCatalog;

/** Forms, the grid, intakes, held rows, the API and the command line give the same problems for the same data, word for word. */
final class CheckerTest extends TestCase
{
    /** @return iterable<string, array{array<string, string>, list<string>}> field to what is written, and the reasons that are given */
    public static function cases(): iterable
    {
        $ann = ['name.first' => 'Ann', 'name.last' => 'Lee'];
        yield 'nothing wrong' => [[...$ann, 'email' => 'ann@example.org'], []];
        yield 'no last name' => [['name.first' => 'Ann', 'notes' => 'x'], ['No last name and no organization name']];
        yield 'an email' => [[...$ann, 'email' => 'ann at example.org'], ['"ann at example.org" is not an email address']];
        yield 'a phone' => [[...$ann, 'phone' => '555-0143'], ['"555-0143" is not a telephone number that can exist']];
        yield 'a phone of another country' => [
            [...$ann, 'phone' => '020 7946 0018', 'address.city' => 'London', 'address.country' => 'United Kingdom'],
            [],
        ];
        yield 'a date out of bounds' => [[...$ann, 'birth_date' => '1901-01-01'], ['"1901-01-01" is before 1905-01-01']];
        yield 'a date that will be' => [[...$ann, 'birth_date' => '2199-01-01'], ['"2199-01-01" lies in the future']];
        yield 'a consent' => [[...$ann, 'consent.mail' => 'perhaps'], ['"perhaps" says neither yes nor no']];
        yield 'a status' => [[...$ann, 'status' => 'sleeping'], ['"sleeping" is no status']];
        yield 'a postal code that is elsewhere' => [
            [...$ann, 'address.line1' => '1 Elm St', 'address.state' => 'NH', 'address.postal_code' => '90210'],
            ['90210 belongs to CA, the address says NH'],
        ];
        yield 'a postal code abroad' => [
            [...$ann, 'address.line1' => '1 Weg', 'address.postal_code' => '12', 'address.country' => 'Germany'],
            ['"12" does not have the form of a postal code of Germany'],
        ];
        yield 'a state that there is not' => [
            [...$ann, 'address.line1' => '1 Elm St', 'address.state' => 'Atlantis'],
            ['There is no state "Atlantis"'],
        ];
        yield 'a postal code that is required' => [
            [...$ann, 'address.line1' => '1 Elm St', 'address.state' => 'NH'],
            ['Postal code is required where country is US or CA'],
        ];
        yield 'and where it is not' => [[...$ann, 'address.line1' => '1 Elm St', 'address.country' => 'Kenya'], []];
        yield 'an email that consent asks for' => [
            [...$ann, 'consent.email' => 'opted in'],
            ['Email is required where may be written to by email is yes'],
        ];
        yield 'two things at once' => [
            [...$ann, 'email' => 'x', 'phone' => 'y'],
            ['"x" is not an email address', '"y" is not a telephone number that can exist'],
        ];
        yield 'a value that is not in the list' => [[...$ann, 'custom.shirt' => 'Huge'], ['"Huge" is not in the list']];
        yield 'a spelling of one that is' => [[...$ann, 'custom.shirt' => 'L'], []];
        yield 'a value that is retired' => [[...$ann, 'custom.shirt' => 'Tiny'], ['"Tiny" is no longer used']];
        yield 'a pattern' => [[...$ann, 'custom.badge' => 'b12'], ['"b12": badges are a letter and three digits']];
        yield 'a badge that another has' => [
            [...$ann, 'custom.badge' => 'B001'],
            ['Supporter 1 has "b001" already, and no two may have the same'],
        ];
        yield 'a retired field' => [[...$ann, 'custom.pager' => '1'], ['The field "Pager" is retired']];
        yield 'text that is too long' => [
            [...$ann, 'name.nickname' => str_repeat('n', 200)],
            ['The text has 200 characters, 190 can be kept'],
        ];
        yield 'a script is text like any other' => [[...$ann, 'notes' => '<script>alert(1)</script>'], []];
        yield 'a warning' => [[...$ann, 'status' => 'active', 'birth_date' => '1970-01-01'], []];
    }

    /**
     * @param  array<string, string>  $values
     * @param  list<string>  $reasons
     */
    #[DataProvider('cases')]
    public function test_the_same_problem_everywhere(array $values, array $reasons): void
    {
        $this->standards();
        $ways = [
            'the form' => $this->form($values),
            'the API' => $this->api($values),
            'the grid' => $this->grid($values),
            'an intake' => $this->intake($values),
            'a held row' => $this->heldRow($values),
            'the command line' => $this->commandLine($values),
        ];
        self::assertSame($reasons, array_column($ways['the form'], 'reason'));
        foreach ($ways as $way => $problems) {
            self::assertSame($ways['the form'], $problems, $way);
        }
    }

    private function standards(): void
    {
        $this->as();
        $shirt = $this->postJson('/api/fields', ['label' => 'Shirt', 'type' => 'pick list', 'options' => ['Small', 'Large', 'Tiny']])->json(
            'key',
        );
        $this->putJson("/api/fields/{$shirt}/list", [
            'values' => [['value' => 'Small'], ['value' => 'Large', 'code' => 'L'], ['value' => 'Tiny', 'retired' => true]],
        ])->assertOk();
        $badge = $this->postJson('/api/fields', ['label' => 'Badge', 'type' => 'text'])->json('key');
        $this->patchJson("/api/fields/{$badge}", [
            'limits' => [
                'pattern' => '[A-Z]\d{3}',
                'example' => 'B001',
                'message' => 'badges are a letter and three digits',
                'unique' => true,
            ],
        ])->assertOk();
        $this->postJson('/api/fields', ['label' => 'Pager', 'type' => 'text'])->assertCreated();
        $this->patchJson('/api/fields/custom.pager', ['retired' => true])->assertOk();
        // A file's row may come in without such a value; here all doors hold it.
        foreach (['phone', 'email', 'birth_date', $shirt, $badge, 'custom.pager'] as $field) {
            $this->patchJson("/api/fields/{$field}", ['unreadable' => 'hold'])->assertOk();
        }
        $this->patchJson('/api/fields/birth_date', ['limits' => ['least' => '1905-01-01']])->assertOk();
        $this->postJson('/api/supporters', [
            'draft' => ['kind' => 'person', 'fields' => ['name.last' => 'Okafor', 'name.first' => 'Chidi', 'custom.badge' => 'B001']],
        ])->assertCreated();
        foreach (
            [
                [
                    'field' => 'address.postal_code',
                    'conditions' => [['field' => 'address.country', 'test' => 'is', 'values' => ['US', 'Canada']]],
                ],
                ['field' => 'email', 'conditions' => [['field' => 'consent.email', 'test' => 'is', 'values' => ['yes']]]],
            ]
            as $rule
        ) {
            $this->postJson('/api/rules', ['subject' => 'supporter', 'strength' => 'must', ...$rule])->assertCreated();
        }
    }

    /**
     * @param  array<string, string>  $values
     * @return array<string, mixed>
     */
    private static function draft(array $values): array
    {
        $draft = ['kind' => 'person', 'fields' => []];
        foreach ($values as $field => $written) {
            [$list, $column] = match (true) {
                str_starts_with($field, 'address.') => ['addresses', substr($field, 8)],
                $field === 'email' => ['emails', 'address'],
                $field === 'phone' => ['phones', 'number'],
                default => ['fields', $field],
            };
            if ($list === 'fields') {
                $draft['fields'][$column] = $written;
            } else {
                $draft[$list][0][$column] = $written;
            }
        }

        return $draft;
    }

    /**
     * @param  array<string, string>  $values
     * @return list<array<string, mixed>>
     */
    private function form(array $values): array
    {
        return self::words(
            $this->postJson('/api/supporters/check', ['draft' => self::draft($values)])
                ->assertOk()
                ->json('problems'),
        );
    }

    /**
     * @param  array<string, string>  $values
     * @return list<array<string, mixed>>
     */
    private function api(array $values): array
    {
        // Taken back at once, so that the next way finds the database as this one did.
        DB::beginTransaction();
        $answer = $this->as(Role::GiftEntry)->postJson('/api/supporters', ['draft' => self::draft($values)]);
        DB::rollBack();

        return self::words($answer->json('problems') ?? []);
    }

    /**
     * @param  array<string, string>  $values
     * @return list<array<string, mixed>>
     */
    private function grid(array $values): array
    {
        $columns = array_values(array_filter(array_keys($values), static fn(string $field): bool => $field !== 'custom.pager'));
        // A retired field can't be a column; of one that is retired later, the rows say so.
        $id = $this->as()
            ->postJson('/api/grids', ['name' => 'Typed', 'columns' => $columns])
            ->assertCreated()
            ->json('id');
        $intake = Intake::query()->findOrFail($id);
        $intake->update(['grid' => array_keys($values)]);

        return self::words(
            $this->putJson("/api/grids/{$id}/rows", ['rows' => [2 => array_values($values)]])
                ->assertOk()
                ->json('problems.2'),
        );
    }

    /** @param  array<string, string>  $values */
    private function intake(array $values): array
    {
        return $this->ofIntake($this->brought($values, $values));
    }

    /**
     * A row that was right is corrected to what is wrong.
     *
     * @param  array<string, string>  $values
     * @return list<array<string, mixed>>
     */
    private function heldRow(array $values): array
    {
        $intake = $this->brought($values, array_fill_keys(array_keys($values), ''));
        foreach (array_values($values) as $column => $value) {
            $this->postJson("/api/intakes/{$intake->id}/edits", [
                'kind' => 'cell',
                'number' => 2,
                'column' => $column,
                'to' => $value,
            ])->assertOk();
        }

        return $this->ofIntake($intake);
    }

    /**
     * @param  array<string, string>  $values
     * @return list<array<string, mixed>>
     */
    private function commandLine(array $values): array
    {
        $intake = $this->brought($values, $values);
        DB::table('column_plans')->insert(['name' => 'Checker', 'plan' => json_encode($intake->plan), 'settings' => '{}']);
        $path = (string) tempnam(sys_get_temp_dir(), 'checker');
        file_put_contents($path, $this->csv($values, $values));
        Artisan::call('intake:run', ['file' => $path, '--plan' => 'Checker', '--dry-run' => true, '--json' => true, '--problems' => true]);
        unlink($path);
        $problems = json_decode(trim(Artisan::output()), true)['problems'];

        return self::words($problems);
    }

    /**
     * @param  array<string, string>  $fields
     * @param  array<string, string>  $values
     */
    private function brought(array $fields, array $values): Intake
    {
        $id = $this->as()->upload($this->csv($fields, $values))->assertCreated()->json('id');
        foreach (array_keys($fields) as $column => $field) {
            $this->patchJson("/api/intakes/{$id}/columns/{$column}", ['feeds' => [['target' => $field]], 'steps' => []])->assertOk();
        }
        // A blank line would be no row at all.
        $this->patchJson("/api/intakes/{$id}/columns/" . count($fields), ['feeds' => []])->assertOk();
        $this->postJson("/api/intakes/{$id}/sift")->assertOk();

        return Intake::query()->findOrFail($id);
    }

    /**
     * @param  array<string, string>  $fields
     * @param  array<string, string>  $values
     */
    private function csv(array $fields, array $values): string
    {
        $stream = fopen('php://temp', 'r+');
        assert($stream !== false);
        $catalog = app(FieldCatalog::class);
        fputcsv(
            $stream,
            [...array_map(static fn(string $field): string => $catalog->field($field)->label, array_keys($fields)), 'Line'],
            escape: '',
        );
        fputcsv($stream, [...array_values($values), 'one'], escape: '');
        rewind($stream);

        return (string) stream_get_contents($stream);
    }

    /** @return list<array<string, mixed>> */
    private function ofIntake(Intake $intake): array
    {
        return self::words(
            DB::table('intake_problems')->where('intake_id', $intake->id)->get()->map(static fn($row): array => (array) $row)->all(),
        );
    }

    /**
     * @param  list<array<string, mixed>>  $problems
     * @return list<array<string, mixed>>
     */
    private static function words(array $problems): array
    {
        $words = array_map(
            static fn(array $problem): array => [
                'code' => $problem['code'],
                'field' => $problem['field'],
                'reason' => $problem['reason'],
                'remedy' => $problem['remedy'],
                'blocks' => (bool) $problem['blocks'],
            ],
            $problems,
        );
        usort($words, static fn(array $a, array $b): int => $a['reason'] <=> $b['reason']);

        return $words;
    }
}
