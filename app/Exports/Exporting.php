<?php

declare(strict_types=1);

namespace App\Exports;

use PineSieve\Core\Exports\CannotWrite;
use PineSieve\Core\Exports\CsvWriter;
use PineSieve\Core\Exports\ExportColumn;
use PineSieve\Core\Exports\JsonWriter;
use PineSieve\Core\Exports\RowWriter;
use PineSieve\Core\Exports\SheetWriter;

/**
 * Writes an export to a file: beside it first, so that a file that is there stays until the new one is whole.
 *
 * @phpstan-type Exported array{of: string, rows: int, amounts: array<string, string>, file: string}
 */
final readonly class Exporting
{
    public const FORMATS = ['csv', 'xlsx', 'json'];

    public function __construct(
        private SupporterRows $supporters,
        private GiftRows $gifts,
        private PromiseRows $promises,
        private TotalRows $totals,
    ) {}

    /**
     * @return Exported
     *
     * @throws UnusableExport|CannotWrite
     */
    public function write(ExportAsked $asked, string $format, string $path): array
    {
        $rows = $this->rows($asked);
        $columns = $rows->columns($asked);
        $beside = "{$path}.part";
        try {
            $writer = self::writer($format, $beside, $columns);
            $count = 0;
            foreach ($rows->rows($asked) as $cells) {
                $writer->row($cells);
                $count++;
            }
            $writer->end();
            @rename($beside, $path) || throw CannotWrite::at($path);
        } finally {
            @unlink($beside);
        }

        return ['of' => $asked->of->value, 'rows' => $count, 'amounts' => $rows->amounts($asked)->toArray(), 'file' => $path];
    }

    /**
     * What it would have.
     *
     * @return array{rows: int, amounts: array<string, string>, columns: list<string>}
     *
     * @throws UnusableExport
     */
    public function preview(ExportAsked $asked): array
    {
        $rows = $this->rows($asked);
        $columns = $rows->columns($asked);

        return [
            'rows' => $rows->count($asked),
            'amounts' => $rows->amounts($asked)->toArray(),
            'columns' => array_map(static fn(ExportColumn $column): string => $column->header, $columns),
        ];
    }

    /**
     * @return list<ExportColumn>
     *
     * @throws UnusableExport if something that is asked for can't be had
     */
    public function columns(ExportAsked $asked): array
    {
        return $this->rows($asked)->columns($asked);
    }

    private function rows(ExportAsked $asked): ExportRows
    {
        return match ($asked->of) {
            ExportOf::Supporters => $this->supporters,
            ExportOf::Gifts => $this->gifts,
            ExportOf::Promises => $this->promises,
            ExportOf::Totals => $this->totals,
        };
    }

    /**
     * @param  list<ExportColumn>  $columns
     *
     * @throws UnusableExport|CannotWrite
     */
    private static function writer(string $format, string $path, array $columns): RowWriter
    {
        return match ($format) {
            'csv' => new CsvWriter($path, $columns),
            'xlsx' => new SheetWriter($path, $columns),
            'json' => new JsonWriter($path, $columns),
            default => throw new UnusableExport("There is no format \"{$format}\": it is " . implode(', ', self::FORMATS) . '.'),
        };
    }
}
