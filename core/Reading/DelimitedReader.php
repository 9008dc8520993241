<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading;

/** Reads delimited text: RFC 4180 quoting, any line ending, line breaks within quotes. */
final readonly class DelimitedReader implements SourceReader
{
    /** Even, so that no UTF-16 unit is cut. */
    private const BLOCK = 1 << 20;

    public function __construct(private string $path, private Dialect $dialect) {}

    public function marks(): SheetMarks
    {
        return new SheetMarks();
    }

    public function rows(): iterable
    {
        $stream = $this->text();
        try {
            yield from $this->read($stream);
        } finally {
            fclose($stream);
        }
    }

    /** The byte order mark that the file begins with; '' if there is none. */
    public function mark(): string
    {
        $mark = $this->dialect->encoding->mark();

        return $mark !== '' && str_starts_with((string) file_get_contents($this->path, length: 3), $mark) ? $mark : '';
    }

    /**
     * Every record as it is written, blank ones too, with its line end. Bytes of the file; UTF-8 where that is in UTF-16.
     *
     * @return iterable<int, array{string, int}> number to bytes and how many cells they are; none if it is blank
     *
     * @throws CannotRead
     */
    public function records(): iterable
    {
        $stream = $this->text();
        try {
            $start = 0;
            for ($number = 1; ($cells = $this->next($stream, $start)) !== null; $number++) {
                $end = (int) ftell($stream);
                fseek($stream, $start);
                $bytes = (string) fread($stream, max(1, $end - $start));
                yield $number => [$bytes, trim($bytes) === '' ? 0 : count($cells)];
            }
        } finally {
            fclose($stream);
        }
    }

    /** What records() gives, in the encoding of the file. */
    public function asWritten(string $text): string
    {
        return match ($this->dialect->encoding) {
            Encoding::Utf16LittleEndian, Encoding::Utf16BigEndian => mb_convert_encoding($text, $this->dialect->encoding->value, 'UTF-8'),
            default => $text,
        };
    }

    /**
     * The file behind its byte order mark, as text that can be read a byte at a time.
     *
     * @return resource
     */
    private function text()
    {
        $stream = @fopen($this->path, 'r');
        if ($stream === false) {
            throw CannotRead::missing($this->path);
        }
        $mark = $this->dialect->encoding->mark();
        if ($mark !== '' && fread($stream, strlen($mark)) !== $mark) {
            rewind($stream);
        }
        if (!in_array($this->dialect->encoding, [Encoding::Utf16LittleEndian, Encoding::Utf16BigEndian], true)) {
            return $stream;
        }
        try {
            return $this->transcoded($stream);
        } finally {
            fclose($stream);
        }
    }

    /**
     * @param  resource  $stream
     * @return iterable<int, list<string>>
     */
    private function read($stream): iterable
    {
        $encoding = $this->dialect->encoding;
        $start = 0;
        $number = 0;
        while (($cells = $this->next($stream, $start)) !== null) {
            $number++;
            $joined = implode("\0", $cells);
            if (substr_count($joined, "\0") !== count($cells) - 1) {
                throw CannotRead::binary();
            }
            if (trim($joined, "\0") === '') {
                continue;
            }
            if ($encoding === Encoding::Windows1252 || $encoding === Encoding::Latin1) {
                $joined = mb_convert_encoding($joined, 'UTF-8', $encoding->value);
            } elseif (!mb_check_encoding($joined, 'UTF-8')) {
                throw CannotRead::encoding($encoding->label(), $number);
            }
            yield $number => explode("\0", $joined);
        }
        $this->assertClosed($stream, $start, $number);
    }

    /**
     * @param  resource  $stream
     * @param  int  $start  set to where the record begins
     * @return ?list<?string> null at the end
     */
    private function next($stream, int &$start): ?array
    {
        $here = (int) ftell($stream);
        $cells = fgetcsv($stream, null, $this->dialect->delimiter, '"', '');
        if ($cells === false) {
            return null;
        }
        $start = $here;

        return $cells;
    }

    /**
     * A quotation mark that is never closed takes all lines to the end of the file into one cell.
     *
     * @param  resource  $stream
     */
    private function assertClosed($stream, int $start, int $number): void
    {
        fseek($stream, $start);
        $last = trim((string) stream_get_contents($stream));
        if (substr_count($last, '"') % 2 === 1 && preg_match('/\R/', $last) === 1) {
            throw CannotRead::openQuote($number);
        }
    }

    /**
     * The rest of a UTF-16 stream as UTF-8, kept on disk once it is larger than two megabytes.
     *
     * @param  resource  $stream
     * @return resource
     */
    private function transcoded($stream)
    {
        $utf8 = fopen('php://temp', 'r+');
        if ($utf8 === false) {
            throw new \LogicException('No temporary stream.');
        }
        $carry = '';
        while (!feof($stream)) {
            $block = $carry . fread($stream, self::BLOCK);
            $carry = '';
            // A block must not end between the two halves of a character, nor within one unit.
            $keep = strlen($block) % 2;
            if (strlen($block) - $keep >= 2) {
                $unit = substr($block, strlen($block) - $keep - 2, 2);
                $high = ord($unit[$this->dialect->encoding === Encoding::Utf16LittleEndian ? 1 : 0]);
                $keep += $high >= 0xd8 && $high <= 0xdb ? 2 : 0;
            }
            if ($keep > 0 && !feof($stream)) {
                $carry = substr($block, -$keep);
                $block = substr($block, 0, -$keep);
            }
            fwrite($utf8, mb_convert_encoding($block, 'UTF-8', $this->dialect->encoding->value));
        }
        rewind($utf8);

        return $utf8;
    }
}
