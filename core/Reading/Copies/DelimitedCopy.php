<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Copies;

use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\FormulaGuard;
use PineSieve\Core\Reading\Text\DelimitedReader;
use PineSieve\Core\Reading\Text\Dialect;

/** Delimited text with its own bytes, in its encoding, with its delimiter and line ends. A short row is filled up, so that columns stay columns. */
final readonly class DelimitedCopy implements CopyWithColumns
{
    /** @param  int  $width  columns that the file has */
    public function __construct(private string $from, private Dialect $dialect, private int $width) {}

    public function write(string $path, \Closure $added): void
    {
        $out = fopen($path, 'w');
        if ($out === false) {
            throw CannotRead::missing($path);
        }
        $reader = new DelimitedReader($this->from, $this->dialect);
        fwrite($out, $reader->mark());
        foreach ($reader->records() as $number => [$bytes, $cells]) {
            $more = $cells === 0 ? [] : $added($number);
            $line = rtrim($bytes, "\r\n");
            $end = substr($bytes, strlen($line));
            $written =
                $more === []
                    ? $bytes
                    : $line . str_repeat($this->dialect->delimiter, max(1, $this->width - $cells + 1)) . $this->cells($more) . $end;
            fwrite($out, $reader->asWritten($written)) !== false || throw CannotRead::missing($path);
        }
        fclose($out);
    }

    /** @param  list<string>  $cells */
    private function cells(array $cells): string
    {
        $texts = array_map(static function (string $cell): string {
            $cell = FormulaGuard::on($cell);

            return preg_match('/[",;|\t\r\n]/', $cell) === 1 ? '"' . str_replace('"', '""', $cell) . '"' : $cell;
        }, $cells);
        $text = implode($this->dialect->delimiter, $texts);

        return $this->dialect->encoding->isLikeAscii() ? $this->dialect->encoding->encode($text) : $text;
    }
}
