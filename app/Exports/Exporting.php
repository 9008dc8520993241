<?php

declare(strict_types=1);

namespace App\Exports;

use PineSieve\Core\Exports\CannotWrite;
use PineSieve\Core\Exports\CsvForm;
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

    /** Behind the name of a file: that of the one which says what is in it. */
    public const CONTROL = '.control.json';

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
            $writer = self::writer($format, $beside, $columns, $asked->csv);
            $count = 0;
            foreach ($rows->rows($asked) as $cells) {
                $writer->row($cells);
                $count++;
            }
            $writer->end();
            $done = ['of' => $asked->of->value, 'rows' => $count, 'amounts' => $rows->amounts($asked)->toArray(), 'file' => $path];
            self::control($done, $beside);
            @rename($beside, $path) || throw CannotWrite::at($path);
        } finally {
            @unlink($beside);
        }

        return $done;
    }

    /**
     * A file beside it that says what is in it, for whoever checks that it arrived whole: rows, sums, and the sum of its bytes (SHA-256).
     *
     * @param  Exported  $done
     * @param  string  $written  where the file is as yet
     *
     * @throws CannotWrite
     */
    private static function control(array $done, string $written): void
    {
        $control = [
            ...$done,
            'file' => basename($done['file']),
            'amounts' => (object) $done['amounts'],
            'bytes' => filesize($written),
            'sha256' => hash_file('sha256', $written),
            'made_at' => now()->toIso8601String(),
        ];
        $json = json_encode($control, JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR);
        @file_put_contents($done['file'] . self::CONTROL, "{$json}\n") !== false || throw CannotWrite::at($done['file'] . self::CONTROL);
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
    private static function writer(string $format, string $path, array $columns, CsvForm $form): RowWriter
    {
        return match ($format) {
            'csv' => new CsvWriter($path, $columns, $form),
            'xlsx' => new SheetWriter($path, $columns),
            'json' => new JsonWriter($path, $columns),
            default => throw new UnusableExport("There is no format \"{$format}\": it is " . implode(', ', self::FORMATS) . '.'),
        };
    }
}
