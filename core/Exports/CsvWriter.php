<?php

declare(strict_types=1);

namespace PineSieve\Core\Exports;

use PineSieve\Core\Reading\FormulaGuard;

/** Delimited text (RFC 4180), in UTF-8 with its mark unless something else is asked for; cells that a spreadsheet would run as formulas are guarded, which bringing it in again undoes. */
final readonly class CsvWriter implements RowWriter
{
    /** A cell that begins with a sign, or one that other programs part into several. */
    private const SIGNS = '/(?:^|\0)[=@+\-\'\x80-\xff]|[;\t\r\n]/';

    /** @var resource */
    private mixed $stream;

    /**
     * @param  list<ExportColumn>  $columns
     *
     * @throws CannotWrite
     */
    public function __construct(private string $path, array $columns, private CsvForm $form = new CsvForm())
    {
        $stream = @fopen($path, 'w');
        if ($stream === false) {
            throw CannotWrite::at($path);
        }
        $this->stream = $stream;
        fwrite($this->stream, $form->mark());
        $this->row(array_map(static fn(ExportColumn $column): string => $column->header, $columns));
    }

    public function row(array $cells): void
    {
        // Most rows hold nothing that has to be looked at cell by cell.
        if (preg_match(self::SIGNS, implode("\0", $cells)) === 1) {
            $cells = array_map(FormulaGuard::on(...), $cells);
        }
        $isWritten =
            $this->form->encoding === 'UTF-8'
                ? @fputcsv($this->stream, $cells, $this->form->delimiter, '"', '', $this->form->lineEnd)
                : @fwrite($this->stream, $this->form->encoded($this->line($cells)));
        if ($isWritten === false) {
            throw CannotWrite::at($this->path);
        }
    }

    /** @param  list<string>  $cells */
    private function line(array $cells): string
    {
        $line = fopen('php://memory', 'w+');
        if ($line === false) {
            throw CannotWrite::at($this->path);
        }
        fputcsv($line, $cells, $this->form->delimiter, '"', '', $this->form->lineEnd);
        rewind($line);

        return (string) stream_get_contents($line);
    }

    public function end(): void
    {
        if (!fflush($this->stream) || !fclose($this->stream)) {
            throw CannotWrite::at($this->path);
        }
    }
}
