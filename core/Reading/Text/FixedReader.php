<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Text;

use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\SheetMarks;
use PineSieve\Core\Reading\SourceReader;

/** Streams text whose columns stand at fixed places. */
final readonly class FixedReader implements SourceReader
{
    /** Bytes of a line: beyond it the file is no list. */
    private const LONGEST = 1 << 20;

    public function __construct(private string $path, private Encoding $encoding, private FixedColumns $columns) {}

    public function marks(): SheetMarks
    {
        return new SheetMarks();
    }

    public function rows(): iterable
    {
        $stream = @fopen($this->path, 'r');
        if ($stream === false) {
            throw CannotRead::missing($this->path);
        }
        try {
            for ($number = 1; ($line = fgets($stream, self::LONGEST)) !== false; $number++) {
                $line =
                    $number === 1 && str_starts_with($line, $this->encoding->mark())
                        ? substr($line, strlen($this->encoding->mark()))
                        : $line;
                $text = rtrim($this->encoding->decode($line), "\r\n\f");
                if (trim($text, " \f") !== '' && !FixedColumns::isRule($text)) {
                    // A title keeps to no columns.
                    yield $number => $number < $this->columns->header ? [trim($text)] : $this->columns->cells($text);
                }
            }
        } finally {
            fclose($stream);
        }
    }
}
