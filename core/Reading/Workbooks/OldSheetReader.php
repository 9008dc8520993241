<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Workbooks;

use PhpOffice\PhpSpreadsheet\Cell\Cell;
use PhpOffice\PhpSpreadsheet\Reader\IReadFilter;
use PhpOffice\PhpSpreadsheet\Reader\Xls;
use PhpOffice\PhpSpreadsheet\RichText\RichText;
use PhpOffice\PhpSpreadsheet\Shared\Date;
use PhpOffice\PhpSpreadsheet\Worksheet\Worksheet;
use PineSieve\Core\Reading\SheetMark;
use PineSieve\Core\Reading\SheetMarks;
use PineSieve\Core\Reading\SourceReader;

/** Reads one sheet of a BIFF8 workbook in blocks of rows, so that a large sheet needs no more memory than a block. */
final class OldSheetReader implements SourceReader
{
    /** Cells held at once. The file is parsed again for every block. */
    private const CELLS = 80_000;

    private SheetMarks $marks;

    /** @var array<int, array{?ShownNumber, bool}> index of a cell format to how it shows numbers, and whether it strikes through */
    private array $styles = [];

    public function __construct(
        private readonly string $path,
        private readonly string $sheet,
        private readonly int $rows,
        private readonly int $columns,
        private readonly bool $fillMerged,
    ) {
        $this->marks = new SheetMarks();
    }

    public function marks(): SheetMarks
    {
        return $this->marks;
    }

    public function rows(): iterable
    {
        $this->marks = new SheetMarks();
        $merged = null;
        $block = max(100, intdiv(self::CELLS, max(1, $this->columns)));
        for ($from = 1; $from <= $this->rows; $from += $block) {
            $sheet = $this->load($from, $from + $block - 1);
            $merged ??= $this->noticed($sheet);
            foreach ($sheet->getRowIterator($from, min($this->rows, $from + $block - 1)) as $row) {
                $number = $row->getRowIndex();
                $cells = [];
                $struck = 0;
                foreach ($row->getCellIterator() as $cell) {
                    $text = $this->text($cell, $number, count($cells));
                    if ($text !== '' && $this->style($cell)[1]) {
                        $this->marks->cell(SheetMark::Struck, $number, count($cells));
                        $struck++;
                    }
                    $cells[] = $text;
                }
                while ($cells !== [] && end($cells) === '') {
                    array_pop($cells);
                }
                $this->marks->row($number, $struck, $cells);
                $cells = $merged->fill($number, $cells);
                if (implode('', $cells) !== '') {
                    if ($sheet->rowDimensionExists($number) && !$sheet->getRowDimension($number)->getVisible()) {
                        $this->marks->hiddenRows[$number] = true;
                    }
                    yield $number => $cells;
                }
            }
            $sheet->getParent()?->disconnectWorksheets();
            unset($sheet);
        }
    }

    private function load(int $from, int $to): Worksheet
    {
        $this->styles = [];
        $reader = new Xls();
        $reader->setLoadSheetsOnly([$this->sheet]);
        $reader->setReadFilter(
            new class ($from, $to) implements IReadFilter {
                public function __construct(private readonly int $from, private readonly int $to) {}

                public function readCell(string $columnAddress, int $row, string $worksheetName = ''): bool
                {
                    return $row >= $this->from && $row <= $this->to;
                }
            },
        );
        try {
            return $reader->load($this->path)->getActiveSheet();
        } catch (\Exception $error) {
            throw OldWorkbook::refused($error);
        }
    }

    private function noticed(Worksheet $sheet): MergedCells
    {
        $ranges = array_values($sheet->getMergeCells());
        foreach ($ranges as $range) {
            $this->marks->merge($range);
        }
        foreach ($sheet->getComments() as $reference => $comment) {
            $this->marks->note(
                SheetMark::Note,
                (int) preg_replace('/^\D*/', '', $reference),
                mb_strimwidth($comment->getText()->getPlainText(), 0, 200, '…'),
            );
        }
        foreach ($sheet->getColumnDimensions() as $dimension) {
            if (!$dimension->getVisible()) {
                $this->marks->hiddenColumns[$dimension->getColumnNumeric() - 1] = true;
            }
        }

        return new MergedCells($this->fillMerged ? $ranges : []);
    }

    private function text(Cell $cell, int $row, int $column): string
    {
        $value = $cell->getValue();
        if ($cell->isFormula()) {
            $this->marks->cell(SheetMark::Formula, $row, $column);
            // What the spreadsheet had worked out when it was saved; nothing is calculated here.
            $value = $cell->getOldCalculatedValue();
        }

        return match (true) {
            $value === null => '',
            is_bool($value) => $value ? 'TRUE' : 'FALSE',
            $value instanceof RichText => $value->getPlainText(),
            is_int($value) || is_float($value) => $this->shown($cell, (string) $value),
            is_string($value) => $value,
            default => '',
        };
    }

    /** A number as its format shows it. */
    private function shown(Cell $cell, string $number): string
    {
        $format = $this->style($cell)[0];

        return $format === null ? CellNumber::text($number) : $format->shown($number, Date::getExcelCalendar() === Date::CALENDAR_MAC_1904);
    }

    /** @return array{?ShownNumber, bool} how it shows numbers, and whether it strikes through */
    private function style(Cell $cell): array
    {
        $index = $cell->getXfIndex();
        if (!isset($this->styles[$index])) {
            $style = $cell->getWorksheet()->getParentOrThrow()->getCellXfByIndex($index);
            $this->styles[$index] = [
                ShownNumber::of(0, (string) $style->getNumberFormat()->getFormatCode()),
                $style->getFont()->getStrikethrough() === true,
            ];
        }

        return $this->styles[$index];
    }
}
