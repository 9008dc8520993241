<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Copies;

use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\SourceReader;

/** The rows of a file in a workbook of their own, every cell as text: for formats that can't be added to. Streams. */
final readonly class PlainWorkbook implements CopyWithColumns
{
    public function __construct(private SourceReader $reader, private int $width) {}

    public function write(string $path, \Closure $added): void
    {
        $book = new NewWorkbook();
        foreach ($this->reader->rows() as $number => $cells) {
            $book->row([...array_pad($cells, $this->width, ''), ...$added($number)], number: $number);
        }
        $book->save($path) || throw CannotRead::missing($path);
    }
}
