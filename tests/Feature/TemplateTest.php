<?php

declare(strict_types=1);

namespace Tests\Feature;

use Illuminate\Support\Facades\DB;
use PhpOffice\PhpSpreadsheet\IOFactory;

/** A sheet to fill in, and how it comes back. */
final class TemplateTest extends TestCase
{
    private const FIELDS = [
        'id.old',
        'name.first',
        'name.last',
        'organization.name',
        'email',
        'phone',
        'address.line1',
        'address.city',
        'address.state',
        'address.postal_code',
        'spouse.name.first',
        'employer.role',
        'child.name.full',
        'groups',
        'consent.email',
        'gift.date',
        'gift.amount',
        'gift.kind',
    ];

    private const REPEAT = ['email' => 2, 'gift' => 2, 'child' => 2];

    /** @return array{list<string>, string} headers, and the file as it came */
    private function template(string $format): array
    {
        $content = $this->as()
            ->get('/api/template?' . http_build_query(['format' => $format, 'fields' => self::FIELDS, 'repeat' => self::REPEAT]))
            ->assertOk()
            ->streamedContent();
        $path = (string) tempnam(sys_get_temp_dir(), 'template') . ".{$format}";
        file_put_contents($path, $content);
        if ($format === 'csv') {
            return [str_getcsv(ltrim(trim($content), "\xEF\xBB\xBF"), ',', '"', ''), $path];
        }
        $sheet = IOFactory::load($path)->getSheetByName('Fill in');

        return [array_values(array_map(strval(...), $sheet?->rangeToArray('A1:' . $sheet->getHighestColumn() . '1')[0] ?? [])), $path];
    }

    public function test_a_filled_in_workbook_maps_itself(): void
    {
        $this->as()
            ->postJson('/api/fields', ['label' => 'Shirt size', 'type' => 'pick list', 'options' => ['Small', 'Large'], 'required' => true])
            ->assertCreated();
        [$headers, $path] = $this->template('xlsx');
        $book = IOFactory::load($path);
        $book
            ->getSheetByName('Fill in')
            ?->fromArray(
                [
                    [
                        'TH-1',
                        'Ann',
                        'Lee',
                        'Acme',
                        'a@example.org',
                        'a2@example.org',
                        '207-555-0143',
                        '12 Elm St',
                        'Dover',
                        'NH',
                        '03820',
                        'Bo',
                        'Treasurer',
                        'Cy',
                        'Dee',
                        'Birds; Boats',
                        'yes',
                        '2024-03-31',
                        '25.00',
                        'check',
                        '2024-04-01',
                        '30.00',
                        'cash',
                    ],
                ],
                null,
                'A2',
            );
        IOFactory::createWriter($book, 'Xlsx')->save($path);
        $id = $this->upload((string) file_get_contents($path), 'template.xlsx')->assertCreated()->json('id');
        $columns = $this->getJson("/api/intakes/{$id}/columns")->json('columns');

        self::assertSame(
            [
                'id.old',
                'name.first',
                'name.last',
                'organization.name',
                'email',
                'email.2',
                'phone',
                'address.line1',
                'address.city',
                'address.state',
                'address.postal_code',
                'spouse.name.first',
                'employer.role',
                'child.name.full',
                'child.2.name.full',
                'groups',
                'consent.email',
                'gift.date',
                'gift.amount',
                'gift.kind',
                'gift.2.date',
                'gift.2.amount',
                'gift.2.kind',
            ],
            array_column($columns, 'target'),
        );
        self::assertCount(count($headers), $columns);
        self::assertSame(['Example', 'Columns explained', 'Lists'], array_slice(IOFactory::load($path)->getSheetNames(), 1));
        self::assertNotSame('', IOFactory::load($path)->getSheetByName('Fill in')?->getCell('T2')->getDataValidation()->getFormula1());
    }

    public function test_the_headers_alone(): void
    {
        [$headers] = $this->template('csv');

        self::assertSame(['Email', 'Email 2'], array_slice($headers, 4, 2));
        self::assertContains('Gift 2 date', $headers);
        self::assertContains('Child 2: Name, in one', $headers);
    }

    public function test_a_field_that_is_not_there(): void
    {
        $this->as()
            ->getJson('/api/template?' . http_build_query(['format' => 'csv', 'fields' => ['shoe.size']]))
            ->assertStatus(422);
        $this->getJson('/api/template?' . http_build_query(['format' => 'docx', 'fields' => ['email']]))->assertStatus(422);
        self::assertSame(0, DB::table('intakes')->count());
    }
}
