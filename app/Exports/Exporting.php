<?php

declare(strict_types=1);

namespace App\Exports;

use PineSieve\Core\Exports\CannotWrite;
use PineSieve\Core\Exports\CardWriter;
use PineSieve\Core\Exports\CsvWriter;
use PineSieve\Core\Exports\ExportColumn;
use PineSieve\Core\Exports\JsonWriter;
use PineSieve\Core\Exports\RowWriter;
use PineSieve\Core\Exports\SheetWriter;

/**
 * Writes an export to a file: beside it first, so that a file that is there stays until the new one is whole.
 *
 * @phpstan-import-type ExportChoice from ExportFields
 * @phpstan-type Exported array{of: string, rows: int, amounts: array<string, string>, file: string}
 */
final readonly class Exporting
{
    public const FORMATS = ['csv', 'xlsx', 'json', 'vcf', 'pdf'];

    /** Behind the name of a file: that of the one which says what is in it. */
    public const CONTROL = '.control.json';

    public function __construct(
        private SupporterRows $supporters,
        private GiftRows $gifts,
        private PromiseRows $promises,
        private TotalRows $totals,
        private PartRows $parts,
        private BatchRows $batches,
        private ExportFields $fields,
    ) {}

    /**
     * @return Exported
     *
     * @throws UnusableExport|CannotWrite
     */
    public function write(ExportAsked $asked, string $format, string $path): array
    {
        $rows = $this->rows($asked);
        $columns = $this->columns($asked);
        $beside = "{$path}.part";
        try {
            $writer = self::writer($format, $beside, $columns, $asked);
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
        $columns = $this->columns($asked);

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
        $columns = array_map(
            static fn(ExportColumn $column): ExportColumn => isset($asked->headers[$column->key])
                ? new ExportColumn($column->key, $asked->headers[$column->key], $column->isNumber)
                : $column,
            $this->rows($asked)->columns($asked),
        );
        foreach (array_keys(array_diff_key($asked->headers, array_flip($asked->fields))) as $key) {
            throw new UnusableExport("\"{$key}\" is given a name, and is not in the file.");
        }
        foreach (array_count_values(array_column($columns, 'header')) as $header => $times) {
            if ($times > 1 && $asked->headers !== []) {
                throw new UnusableExport("{$times} columns would be called \"{$header}\". Give each a name of its own.");
            }
        }

        return $columns;
    }

    /** @return list<ExportChoice> */
    public function choices(): array
    {
        return $this->fields->choices(
            fn(ExportOf $of, string $key): ExportColumn => $this->columns(
                ExportAsked::of(['of' => $of->value, 'fields' => $key, ...$of === ExportOf::Due ? ['to' => now()->toDateString()] : []]),
            )[0],
        );
    }

    private function rows(ExportAsked $asked): ExportRows
    {
        return match ($asked->of) {
            ExportOf::Supporters => $this->supporters,
            ExportOf::Gifts, ExportOf::Splits => $this->gifts,
            ExportOf::Promises => $this->promises,
            ExportOf::Totals => $this->totals,
            ExportOf::Batches => $this->batches,
            default => $this->parts,
        };
    }

    /**
     * @param  list<ExportColumn>  $columns
     *
     * @throws UnusableExport|CannotWrite
     */
    private static function writer(string $format, string $path, array $columns, ExportAsked $asked): RowWriter
    {
        return match ($format) {
            'csv' => new CsvWriter($path, $columns, $asked->csv),
            'xlsx' => new SheetWriter($path, $columns),
            'json' => new JsonWriter($path, $columns),
            'vcf' => $asked->of === ExportOf::Supporters
                ? new CardWriter($path, $columns)
                : throw new UnusableExport('Cards are of supporters alone.'),
            'pdf' => new ListPdf($path, $columns, ucfirst($asked->of->value)),
            default => throw new UnusableExport("There is no format \"{$format}\": it is " . implode(', ', self::FORMATS) . '.'),
        };
    }
}
