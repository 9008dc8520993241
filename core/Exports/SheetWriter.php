<?php

declare(strict_types=1);

namespace PineSieve\Core\Exports;

use PineSieve\Core\Reading\Copies\NewWorkbook;

/** A workbook (ECMA-376) with one sheet: amounts as numbers, all else as text. Streams. */
final class SheetWriter implements RowWriter
{
    private readonly NewWorkbook $book;

    /**
     * @param  list<ExportColumn>  $columns
     *
     * @throws CannotWrite
     */
    public function __construct(private readonly string $path, private readonly array $columns)
    {
        if (@file_put_contents($path, '') === false) {
            throw CannotWrite::at($path);
        }
        $this->book = new NewWorkbook();
        $this->book->row(array_map(static fn(ExportColumn $column): string => $column->header, $columns));
    }

    public function row(array $cells): void
    {
        $numbers = [];
        foreach ($this->columns as $i => $column) {
            $numbers[$i] = $column->isNumber && preg_match('/^-?\d{1,15}(?:\.\d+)?$/D', $cells[$i] ?? '') === 1;
        }
        $this->book->row($cells, $numbers);
    }

    public function end(): void
    {
        if (!$this->book->save($this->path)) {
            throw CannotWrite::at($this->path);
        }
    }
}
