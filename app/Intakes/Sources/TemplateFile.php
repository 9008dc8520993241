<?php

declare(strict_types=1);

namespace App\Intakes\Sources;

use PhpOffice\PhpSpreadsheet\Cell\Coordinate;
use PhpOffice\PhpSpreadsheet\Cell\DataType;
use PhpOffice\PhpSpreadsheet\Cell\DataValidation;
use PhpOffice\PhpSpreadsheet\Spreadsheet;
use PhpOffice\PhpSpreadsheet\Style\Fill;
use PhpOffice\PhpSpreadsheet\Style\NumberFormat;
use PhpOffice\PhpSpreadsheet\Worksheet\Worksheet;
use PhpOffice\PhpSpreadsheet\Writer\Xlsx;
use PineSieve\Core\Columns\Template;
use PineSieve\Core\Gifts\GiftKind;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Reading\FormulaGuard;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Standards;
use PineSieve\Core\Standards\Target;

/** A template as a file: a workbook with drop-downs and explanations, or the headers alone as CSV. */
final readonly class TemplateFile
{
    private const REQUIRED = 'FFF6E3BF';

    private const OPTIONAL = 'FFE4ECE6';

    /** Rows that have drop-downs. */
    private const ROWS = 2000;

    public function __construct(private Standards $standards) {}

    /** @param  resource  $stream */
    public function csv(Template $template, $stream): void
    {
        fwrite($stream, "\xEF\xBB\xBF");
        fputcsv($stream, array_map(static fn(Field $field): string => FormulaGuard::on($field->label), $template->columns), ',', '"', '');
    }

    public function xlsx(Template $template, string $path): void
    {
        $book = new Spreadsheet();
        $fill = $book->getActiveSheet()->setTitle('Fill in');
        $example = $book->createSheet()->setTitle('Example');
        $explained = $book->createSheet()->setTitle('Columns explained');
        $lists = $book->createSheet()->setTitle('Lists');
        $lists->setSheetState(Worksheet::SHEETSTATE_HIDDEN);
        $explained->fromArray([['Column', 'Required', 'What belongs there', 'Values']]);
        foreach ($template->columns as $i => $field) {
            $letter = Coordinate::stringFromColumnIndex($i + 1);
            foreach ([$fill, $example] as $sheet) {
                $this->header($sheet, $letter, $field);
            }
            foreach (self::samples($field) as $row => $sample) {
                $example->setCellValueExplicit($letter . ($row + 2), $sample, DataType::TYPE_STRING);
            }
            // Ids and postal codes keep their leading zeros: every column is text.
            $fill
                ->getStyle("{$letter}2:{$letter}" . self::ROWS)
                ->getNumberFormat()
                ->setFormatCode(NumberFormat::FORMAT_TEXT);
            $options = self::options($field);
            foreach (
                [
                    $field->label,
                    Template::isRequired($field, $this->standards->rules) ? 'yes' : '',
                    self::about($field),
                    implode(', ', $options),
                ]
                as $column => $text
            ) {
                $explained->setCellValueExplicit([$column + 1, $i + 2], $text, DataType::TYPE_STRING);
            }
            if ($options !== []) {
                $this->dropDown($fill, $lists, $letter, $options);
            }
        }
        foreach (['A' => 30, 'B' => 10, 'C' => 60, 'D' => 60] as $letter => $width) {
            $explained->getColumnDimension($letter)->setWidth($width);
        }
        $explained->getStyle('A1:D1')->getFont()->setBold(true);
        $fill->freezePane('A2');
        $book->setActiveSheetIndex(0);
        (new Xlsx($book))->save($path);
        $book->disconnectWorksheets();
    }

    private function header(Worksheet $sheet, string $letter, Field $field): void
    {
        $sheet->setCellValueExplicit("{$letter}1", $field->label, DataType::TYPE_STRING);
        $style = $sheet->getStyle("{$letter}1");
        $style->getFont()->setBold(true);
        $style
            ->getFill()
            ->setFillType(Fill::FILL_SOLID)
            ->getStartColor()
            ->setARGB(Template::isRequired($field, $this->standards->rules) ? self::REQUIRED : self::OPTIONAL);
        $sheet->getColumnDimension($letter)->setWidth(max(14, mb_strlen($field->label) + 3));
    }

    /** @param  non-empty-list<string>  $options */
    private function dropDown(Worksheet $fill, Worksheet $lists, string $letter, array $options): void
    {
        foreach ($options as $row => $option) {
            $lists->setCellValueExplicit($letter . ($row + 1), $option, DataType::TYPE_STRING);
        }
        $validation = $fill->getCell("{$letter}2")->getDataValidation();
        $validation
            ->setType(DataValidation::TYPE_LIST)
            ->setErrorStyle(DataValidation::STYLE_WARNING)
            ->setAllowBlank(true)
            ->setShowDropDown(true)
            ->setShowErrorMessage(true)
            ->setErrorTitle('Not in the list')
            ->setError('Choose one from the list, or leave the cell blank.')
            ->setFormula1("Lists!\${$letter}\$1:\${$letter}\$" . count($options));
        $validation->setSqref("{$letter}2:{$letter}" . self::ROWS);
    }

    /** @return list<string> */
    private static function options(Field $field): array
    {
        return match ($field->type) {
            FieldType::Choice => $field->options(),
            FieldType::YesNo, FieldType::Consent => ['yes', 'no'],
            FieldType::GiftKind => array_column(GiftKind::cases(), 'value'),
            FieldType::RecordKind => array_column(SupporterKind::cases(), 'value'),
            FieldType::Status => ['active', 'inactive', 'deceased'],
            default => [],
        };
    }

    private static function about(Field $field): string
    {
        return match ($field->type) {
            FieldType::Date => 'A date as year-month-day: 2024-03-31',
            FieldType::Amount => 'An amount without a currency sign: 1250.00',
            FieldType::Email => 'One email address',
            FieldType::Phone => 'One telephone number with its area code',
            FieldType::FullName => 'First name, then last name',
            FieldType::AddressBlock => 'Street, city, state and postal code in one',
            FieldType::State => 'The two letters or the name of a state or province',
            FieldType::PostalCode => 'A ZIP or postal code, with its leading zero',
            FieldType::Country => 'The name of a country; blank for the United States',
            FieldType::Identifier => 'As the other system writes it',
            FieldType::Names, FieldType::Choices => 'One or several, with semicolons between them',
            FieldType::YesNo, FieldType::Consent => 'yes or no',
            FieldType::Number => 'A number',
            default => $field->options() === [] ? '' : 'One of the list',
        };
    }

    /** @return array{string, string} made up */
    private static function samples(Field $field): array
    {
        $base = Target::tryParse($field->key)->field ?? '';

        return match (true) {
            $base === 'name.first' => ['Marguerite', 'Bo'],
            $base === 'name.last' => ['Holloway', 'Park'],
            $base === 'name.full' => ['Marguerite Holloway', 'Bo Park'],
            $base === 'name.title' => ['Dr.', ''],
            $base === 'organization.name' => ['', 'Gannet Marine, Inc.'],
            $field->type === FieldType::Email => ['marguerite@example.org', 'bo@example.org'],
            $field->type === FieldType::Phone => ['207-555-0143', '603-555-0144'],
            $base === 'address.line1' => ['12 Elm St', '4 Oak Rd'],
            $field->type === FieldType::AddressBlock => ['12 Elm St, Dover, NH 03820', '4 Oak Rd, Saco, ME 04072'],
            $base === 'address.city' => ['Dover', 'Saco'],
            $field->type === FieldType::State => ['NH', 'ME'],
            $field->type === FieldType::PostalCode => ['03820', '04072'],
            $base === 'birth_date' => ['1970-02-03', ''],
            $field->type === FieldType::Date => ['2024-03-31', '2024-12-24'],
            $field->type === FieldType::Amount => ['25.00', '1250.00'],
            $field->type === FieldType::Identifier => ['A-1001', 'A-1002'],
            $base === 'gift.fund' => ['General fund', 'Puffin nursery'],
            $base === 'groups' => ['Volunteers; Newsletter', ''],
            self::options($field) !== [] => [self::options($field)[0], self::options($field)[1] ?? ''],
            default => ['', ''],
        };
    }
}
