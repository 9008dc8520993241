<?php

declare(strict_types=1);

namespace Tests\Feature;
use App\Intakes\Intake;
use Illuminate\Support\Facades\DB;
use PhpOffice\PhpSpreadsheet\IOFactory;
use PhpOffice\PhpSpreadsheet\Spreadsheet;

/** What is wrong with a file, and how it is put right. */
final class FindingsTest extends TestCase
{
    private const CSV = "Beach day,,,,,\nFull name,Email,Phone,ZIP,Amount,Gift date\n\"SMITH, JOHN\",a@example.org; b@example.org,207-555-0143 / 207-555-0144,3820,\"$1,200.00\",12/25/2020\nJohn & Mary Diaz,n/a,999-999-9999,04072,25,1/13/2021\nFull name,Email,Phone,ZIP,Amount,Gift date\n  JosÃ©  GarcÃ­a ,c@example.org,207-555-0145,04072,30,1/14/2021\n\n,,,,,\nTotal,,,,\"$1,255.00\",\n";

    /** @return array<string, array<string, mixed>> by kind */
    private function findings(int $id): array
    {
        return array_column(
            $this->getJson("/api/intakes/{$id}/findings")
                ->assertOk()
                ->json('findings'),
            null,
            'kind',
        );
    }

    public function test_each_has_its_count_examples_and_a_remedy(): void
    {
        $this->as();
        $id = $this->upload(self::CSV)->json('id');
        $found = $this->findings($id);

        self::assertSame(
            [
                'above' => 1,
                'header' => 1,
                'total' => 1,
                'empty' => 2,
                'decoding' => 1,
                'invisible' => 1,
                'placeholder word' => 1,
                'placeholder number' => 1,
                'capitals' => 1,
                'last, first' => 1,
                'two people' => 1,
                'two emails' => 1,
                'two phones' => 1,
                'four digits' => 1,
                'currency' => 1,
            ],
            array_column($found, 'count', 'kind'),
        );
        self::assertSame(['row' => 3, 'value' => 'SMITH, JOHN', 'header' => 'Full name'], $found['last, first']['examples'][0]);
        self::assertSame('Fill numbers up to 5 digits with zeros', $found['four digits']['remedy']);
        self::assertSame([false, true], [$found['capitals']['applied'], $found['placeholder word']['applied']]);
    }

    public function test_one_click_applies_a_remedy_and_one_takes_it_back(): void
    {
        $this->as();
        $id = $this->upload(self::CSV)->json('id');
        $before = $this->getJson("/api/intakes/{$id}/columns")->json();
        foreach (['four digits', 'header', 'capitals', 'two people', 'placeholder number', 'placeholder word'] as $kind) {
            $applied = $kind === 'placeholder word';
            $this->postJson("/api/intakes/{$id}/findings", ['kind' => $kind, 'on' => !$applied])->assertOk();
            self::assertSame(!$applied, $this->findings($id)[$kind]['applied'], $kind);
            $this->postJson("/api/intakes/{$id}/findings", ['kind' => $kind, 'on' => $applied])->assertOk();
            self::assertSame($before, $this->getJson("/api/intakes/{$id}/columns")->json(), $kind);
        }
        $this->postJson("/api/intakes/{$id}/findings", ['kind' => 'magic', 'on' => true])->assertStatus(422);
    }

    public function test_all_remedies_at_once_bring_the_file_in(): void
    {
        $this->as();
        $id = $this->upload(self::CSV)->json('id');
        $this->postJson("/api/intakes/{$id}/findings", ['on' => true])->assertOk();
        $this->postJson("/api/intakes/{$id}/columns/accept")->assertOk();
        $this->postJson("/api/intakes/{$id}/columns/leave")->assertOk();
        $this->postJson("/api/intakes/{$id}/sift")->assertOk();
        $this->postJson("/api/intakes/{$id}/load", ['name' => 'Beach'])->assertOk();

        self::assertSame(['new' => 3, 'left_out' => 2], $this->outcomes(Intake::query()->findOrFail($id)));
        foreach (['John Smith', 'John Diaz', 'Mary Diaz', 'John & Mary Diaz', 'José García'] as $name) {
            $this->assertDatabaseHas('supporters', ['display_name' => $name]);
        }
        $this->assertDatabaseHas('gifts', ['amount' => '1200.00']);
    }

    public function test_rows_that_are_struck_through_are_told_and_can_be_left_out(): void
    {
        $book = new Spreadsheet();
        $book
            ->getActiveSheet()
            ->fromArray([['Last name', 'Email'], ['Lee', 'a@example.org'], ['Park', 'b@example.org'], ['Dahl', 'c@example.org']]);
        $book->getActiveSheet()->getStyle('A3:B3')->getFont()->setStrikethrough(true);
        $path = storage_path('app/struck.xlsx');
        IOFactory::createWriter($book, 'Xlsx')->save($path);
        $this->as();
        $id = $this->upload((string) file_get_contents($path), 'struck.xlsx')->json('id');

        self::assertSame(['struck row' => 1, 'struck' => 2], array_column($this->findings($id), 'count', 'kind'));
        $this->postJson("/api/intakes/{$id}/findings", ['on' => true])->assertOk();
        self::assertFalse($this->findings($id)['struck row']['applied'], 'Only a person can say that they go.');
        $this->postJson("/api/intakes/{$id}/findings", ['kind' => 'struck row', 'on' => true])->assertOk();
        $this->postJson("/api/intakes/{$id}/sift")->assertOk();
        $this->postJson("/api/intakes/{$id}/load", ['name' => 'Struck'])->assertOk();

        self::assertSame(['new' => 2, 'left_out' => 1], $this->outcomes(Intake::query()->findOrFail($id)));
        $this->assertDatabaseMissing('supporters', ['last_name' => 'Park']);
    }

    public function test_ditto_marks_are_filled_when_a_person_says_so_and_not_before(): void
    {
        $this->as();
        $id = $this->upload("Last name,City,State\nLee,Dover,NH\nPark,\"\"\"\",ditto\nDahl,\"\"\"\",ME\n")->json('id');
        $this->postJson("/api/intakes/{$id}/columns/accept")->assertOk();

        self::assertSame(3, $this->findings($id)['ditto']['count']);
        $this->postJson("/api/intakes/{$id}/findings", ['on' => true])->assertOk();
        self::assertFalse($this->findings($id)['ditto']['applied'], 'Only a person knows if the rows were sorted.');
        $this->postJson("/api/intakes/{$id}/findings", ['kind' => 'ditto', 'on' => true])->assertOk();
        self::assertTrue($this->findings($id)['ditto']['applied']);
        $this->postJson("/api/intakes/{$id}/columns/accept")->assertOk();
        $this->postJson("/api/intakes/{$id}/sift")->assertOk();
        $this->postJson("/api/intakes/{$id}/load", ['name' => 'Dittos'])->assertOk();

        self::assertSame(
            ['Lee: Dover, NH', 'Park: Dover, NH', 'Dahl: Dover, ME'],
            DB::table('addresses')
                ->join('supporters', 'supporters.id', '=', 'addresses.supporter_id')
                ->orderBy('supporters.id')
                ->get()
                ->map(static fn($one): string => "{$one->last_name}: {$one->city}, {$one->state}")
                ->all(),
        );
    }

    public function test_headings_get_a_column_when_a_person_says_so(): void
    {
        $this->as();
        $id = $this->upload(
            "Name,Amount,Date\nAnn Lee,5,2026-01-04\nAnnual Fund,,\nBo Park,25,2026-01-05\nCy Dahl,30,2026-01-06\n" .
                "Total Annual Fund,55,\nBuilding Fund:,,\n--- Roof ---,,\nEd Roe,10,2026-01-07\n",
        )->json('id');
        self::assertSame(
            [3, 3, false],
            [
                $this->findings($id)['heading']['count'],
                $this->findings($id)['section']['count'],
                $this->findings($id)['heading']['applied'],
            ],
        );
        $this->postJson("/api/intakes/{$id}/findings", ['kind' => 'total', 'on' => true])->assertOk();
        $this->postJson("/api/intakes/{$id}/findings", ['kind' => 'heading', 'on' => true])->assertOk();
        self::assertTrue($this->findings($id)['section']['applied'], 'A heading is no row any more.');

        $this->postJson("/api/intakes/{$id}/findings", ['kind' => 'total', 'on' => true])->assertOk();
        $columns = $this->getJson("/api/intakes/{$id}/columns")
            ->assertOk()
            ->json('columns');
        self::assertSame('Heading above', $columns[3]['header']);
        $rows = array_column(
            $this->getJson("/api/intakes/{$id}/source")
                ->assertOk()
                ->json('rows'),
            'cells',
            'number',
        );
        self::assertSame(['Heading above', '', '', 'Annual Fund'], array_column(array_slice($rows, 0, 4), 3));
        $this->patchJson("/api/intakes/{$id}/columns/3", ['feeds' => [['target' => 'gift.fund']], 'steps' => []])->assertOk();
        $this->postJson("/api/intakes/{$id}/columns/accept")->assertOk();
        $this->postJson("/api/intakes/{$id}/sift")->assertOk();
        $this->postJson("/api/intakes/{$id}/load", ['name' => 'Headings'])->assertOk();

        self::assertSame(['new' => 4, 'left_out' => 4], $this->outcomes(Intake::query()->findOrFail($id)));
        self::assertSame(
            ['Lee: ', 'Park: Annual Fund', 'Dahl: Annual Fund', 'Roe: Building Fund / Roof'],
            DB::table('gifts')
                ->join('supporters', 'supporters.id', '=', 'gifts.supporter_id')
                ->orderBy('gifts.id')
                ->get(['supporters.last_name', 'gifts.fund'])
                ->map(static fn($one): string => "{$one->last_name}: {$one->fund}")
                ->all(),
        );
    }

    public function test_a_column_says_which_values_hold_a_row_and_which_it_comes_in_without(): void
    {
        $this->as();
        $id = $this->upload("Last name,Phone,Gift date,Gift amount\nLee,12,2/30/2026,25\nPark,207-555-0143,2/3/2026,30\n")->json('id');
        $of = function (int $column, string $target) use ($id): array {
            $values = $this->postJson("/api/intakes/{$id}/columns/{$column}/preview", [
                'feeds' => [['target' => $target]],
                'steps' => $target === 'phone' ? [] : [['do' => 'date', 'order' => 'mdy']],
            ])
                ->assertOk()
                ->json('values');

            return array_map(static fn(array $value): array => [$value['held'], $value['unread']], array_column($values, null, 'value'));
        };

        self::assertSame(['12' => [false, true], '207-555-0143' => [false, false]], $of(1, 'phone'));
        self::assertSame(['2/30/2026' => [true, false], '2/3/2026' => [false, false]], $of(2, 'gift.date'));
    }

    public function test_a_step_is_previewed_before_it_is_kept(): void
    {
        $this->as();
        $id = $this->upload("Last name,First name\nLEE,Ann\nPARK,Bo\n")->json('id');
        $draft = [
            'feeds' => [['target' => 'name.last']],
            'steps' => [['do' => 'case', 'to' => 'name'], ['do' => 'join', 'with' => ['First name'], 'separator' => '-']],
        ];
        $values = $this->postJson("/api/intakes/{$id}/columns/0/preview", $draft)
            ->assertOk()
            ->json('values');

        self::assertSame(['LEE', ['Lee', 'Lee-Ann'], 'Lee-Ann'], [$values[0]['value'], $values[0]['through'], $values[0]['becomes']]);
        self::assertSame([], $this->getJson("/api/intakes/{$id}/columns")->json('columns.0.steps'), 'Nothing is kept by looking.');
        self::assertStringContainsString(
            'no column',
            (string) $this->postJson("/api/intakes/{$id}/columns/0/preview", [
                'feeds' => [['target' => 'name.last']],
                'steps' => [['do' => 'formula', 'expression' => 'cell("Shoe")']],
            ])->json('values.0.note'),
        );
        foreach (
            [
                [['do' => 'formula', 'expression' => 'value ~']],
                [['do' => 'formula', 'expression' => '1..9999999']],
                [['do' => 'formula', 'expression' => 'constant("PHP_OS")']],
                [['do' => 'take', 'what' => 'all']],
                [['do' => 'blank', 'kinds' => ['moon']]],
                [['do' => 'phone', 'country' => 'Canada']],
                ['trim'],
            ]
            as $bad
        ) {
            $this->patchJson("/api/intakes/{$id}/columns/0", ['feeds' => [['target' => 'name.last']], 'steps' => $bad])->assertStatus(422);
        }
    }

    public function test_constants_are_checked(): void
    {
        $this->as();
        $id = $this->upload("Last name,Amount,Date received\nLee,25,2020-01-02\n")->json('id');
        self::assertStringContainsString(
            'Gift amount',
            (string) $this->patchJson("/api/intakes/{$id}/plan", ['constants' => [['target' => 'gift.amount', 'value' => 'lots']]])
                ->assertStatus(422)
                ->json('message'),
        );
        $this->patchJson("/api/intakes/{$id}/plan", ['constants' => [['target' => 'shoe.size', 'value' => '9']]])->assertStatus(422);
        $this->patchJson("/api/intakes/{$id}/plan", ['constants' => [['target' => 'gift.kind', 'value' => 'Visa']]])->assertOk();
        self::assertSame('card', $this->getJson("/api/intakes/{$id}/columns")->json('constants.0.value'));
    }

    public function test_fields_of_ones_own(): void
    {
        $this->as();
        foreach (
            [
                ['label' => ''],
                ['label' => 'City', 'type' => 'text'],
                ['label' => 'X', 'type' => 'spell'],
                ['label' => 'X', 'type' => 'pick list'],
                ['label' => 'X', 'type' => 'pick list', 'options' => ['a', 'A']],
            ]
            as $bad
        ) {
            $this->postJson('/api/fields', $bad)->assertStatus(422);
        }
        $key = $this->postJson('/api/fields', ['label' => 'Shoe size!', 'type' => 'number', 'required' => true])
            ->assertCreated()
            ->json('key');
        self::assertSame('custom.shoe_size', $key);
        $this->postJson('/api/fields', ['label' => 'Shoe size!', 'type' => 'text'])->assertStatus(422);
        $intake = $this->sifted("Last name,Shoe size!\nLee,9\nPark,\nDahl,big\n");
        self::assertSame(['new' => 1, 'held' => 2], $this->outcomes($intake));
        self::assertSame(
            ['custom.shoe_size.required'],
            array_column($this->getJson("/api/intakes/{$intake->id}/checks")->json('kinds'), 'code'),
        );
    }
}
