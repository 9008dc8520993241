<?php

declare(strict_types=1);

namespace App\Exports;

use App\Support\DrawnTable;
use App\Support\PdfPage;
use PineSieve\Core\Exports\CannotWrite;
use PineSieve\Core\Exports\ExportColumn;
use PineSieve\Core\Exports\RowWriter;

/** A list to be printed: a table over as many pages as it takes. */
final class ListPdf implements RowWriter
{
    private const MOST_COLUMNS = 12;

    private const MOST_ROWS = 20_000;

    /** @var list<list<string>> */
    private array $rows = [];

    /**
     * @param  list<ExportColumn>  $columns
     *
     * @throws UnusableExport if they are too many for a page
     */
    public function __construct(private readonly string $path, private readonly array $columns, private readonly string $title)
    {
        if (count($columns) > self::MOST_COLUMNS) {
            throw new UnusableExport('A page has room for ' . self::MOST_COLUMNS . ' fields. Choose fewer of them for a PDF.');
        }
    }

    public function row(array $cells): void
    {
        $this->rows[] = $cells;
        if (count($this->rows) > self::MOST_ROWS) {
            throw new UnusableExport(
                'A PDF has no more than ' . number_format(self::MOST_ROWS) . ' rows. Ask for fewer, or for a workbook.',
            );
        }
    }

    public function end(): void
    {
        $page = new PdfPage($this->title, (string) config('sieve.organization'));
        $page->line(number_format(count($this->rows)) . ' rows, made ' . now()->toDateString() . '.');
        $pdf = $page->laidOut();
        $columns = array_map(
            fn(ExportColumn $column): array => [
                'head' => $column->header,
                'width' => 1 / count($this->columns),
                'isNumber' => $column->isNumber,
            ],
            $this->columns,
        );
        (new DrawnTable($pdf, $this->title, $columns))->draw($this->rows);
        @file_put_contents($this->path, (string) $pdf->output()) !== false || throw CannotWrite::at($this->path);
    }
}
