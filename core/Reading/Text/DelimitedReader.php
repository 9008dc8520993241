<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Text;

use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\SheetMark;
use PineSieve\Core\Reading\SheetMarks;
use PineSieve\Core\Reading\SourceReader;
use PineSieve\Core\Text\StrayBytes;

/** Reads delimited text: RFC 4180 quoting, any line ending, line breaks within quotes. */
final class DelimitedReader implements SourceReader
{
    /** Even, so that no UTF-16 unit is cut. */
    private const BLOCK = 1 << 20;

    private SheetMarks $marks;

    private bool $isOldMac = false;

    private Quoting $quoting;

    /** Whether a mark of the record that was read last is not closed. */
    private bool $isOpen = false;

    /** Cells of the first record: of a mark that is not closed the lines behind it are told by as many. */
    private int $width = 0;

    public function __construct(private readonly string $path, private readonly Dialect $dialect)
    {
        $this->marks = new SheetMarks();
        $this->quoting = Quoting::usual();
    }

    public function marks(): SheetMarks
    {
        return $this->marks;
    }

    public function rows(): iterable
    {
        $this->marks = new SheetMarks();
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
     * Every record as it is written, blank ones too, with its line end. Bytes of the file; UTF-8 where bytes are not like ASCII.
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
                $bytes = $this->isOldMac && str_ends_with($bytes, "\n") ? substr($bytes, 0, -1) . "\r" : $bytes;
                yield $number => [$bytes, trim($bytes) === '' ? 0 : count($cells)];
            }
        } finally {
            fclose($stream);
        }
    }

    /** What records() gives, in the encoding of the file. */
    public function asWritten(string $text): string
    {
        return $this->dialect->encoding->isLikeAscii() ? $text : $this->dialect->encoding->encode($text);
    }

    /**
     * The file behind its byte order mark, as text that can be read a byte at a time, its lines ended by line feeds.
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
        $start = (int) ftell($stream);
        $sample = (string) fread($stream, DialectDetector::SAMPLE);
        fseek($stream, $start);
        $isLikeAscii = $this->dialect->encoding->isLikeAscii();
        $plain = $isLikeAscii ? $sample : $this->dialect->encoding->decode($sample);
        $this->isOldMac = OldMacLines::areIn($plain);
        $this->quoting = Quoting::of($plain, $this->dialect->delimiter);
        $this->width = 0;
        if ($isLikeAscii && !$this->isOldMac) {
            return $stream;
        }
        try {
            return $this->rewritten($stream);
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
            if ($this->isOpen) {
                $this->marks->note(SheetMark::OpenQuote, $number, (string) end($cells));
                $this->isOpen = false;
            }
            $joined = implode("\0", $cells);
            if (substr_count($joined, "\0") !== count($cells) - 1) {
                throw CannotRead::binary();
            }
            if (trim($joined, "\0") === '') {
                continue;
            }
            yield $number => explode("\0", preg_match('/[^\x00-\x7F]/', $joined) === 1 ? $this->decoded($joined, $number) : $joined);
        }
        $this->assertClosed($stream, $start, $number);
    }

    /** Cells in UTF-8, "\0" between; what had to be guessed is noted. */
    private function decoded(string $joined, int $number): string
    {
        $encoding = $this->dialect->encoding;
        if ($encoding->isLikeAscii() && $encoding !== Encoding::Utf8) {
            $decoded = $encoding->decode($joined);
            if ($encoding !== Encoding::Windows1252 && $encoding !== Encoding::Latin1) {
                $this->marks->note(SheetMark::GuessedEncoding, $number, self::beyondAscii($decoded));
            } elseif (!EncodingGuess::isSense($encoding, strtr($joined, "\0", "\n"))) {
                $this->marks->note(SheetMark::OtherEncoding, $number, self::beyondAscii($decoded));
            }

            return $decoded;
        }
        if (mb_check_encoding($joined, 'UTF-8')) {
            return $joined;
        }
        foreach (explode("\0", $joined) as $column => $cell) {
            if (!mb_check_encoding($cell, 'UTF-8')) {
                $this->marks->cell(SheetMark::StrayBytes, $number, $column);
            }
        }

        return StrayBytes::read($joined);
    }

    /** The first of the cells that is not plain ASCII. */
    private static function beyondAscii(string $joined): string
    {
        return preg_match('/[^\0]*[^\x00-\x7F][^\0]*/u', $joined, $cell) === 1 ? $cell[0] : '';
    }

    /**
     * @param  resource  $stream
     * @param  int  $start  set to where the record begins
     * @return ?list<?string> null at the end
     */
    private function next($stream, int &$start): ?array
    {
        $here = (int) ftell($stream);
        $cells = $this->cells($stream);
        if ($cells === null) {
            return null;
        }
        $start = $here;
        $this->width = $this->width > 1 ? $this->width : count($cells);
        $joined = implode('', $cells);
        // Where lines are within a cell, its mark may not have been closed.
        $cells = strpbrk($joined, "\r\n") === false ? $cells : $this->closed($stream, $here) ?? $cells;

        return $this->quoting->isUsual && !str_contains($joined, '="') ? $cells : $this->quoting->meant($cells, $this->dialect->delimiter);
    }

    /**
     * @param  resource  $stream
     * @return ?list<?string> null at the end
     */
    private function cells($stream): ?array
    {
        $cells = fgetcsv($stream, null, $this->dialect->delimiter, $this->quoting->mark, $this->quoting->escape);

        return $cells === false ? null : $cells;
    }

    /**
     * The first line of a record that took further ones in because a mark is not closed: the next line alone is a whole record.
     *
     * @param  resource  $stream  set behind the line
     * @return ?list<?string> null if the record is as it should be, or nobody can tell
     */
    private function closed($stream, int $start): ?array
    {
        $end = (int) ftell($stream);
        fseek($stream, $start);
        $record = (string) fread($stream, max(1, $end - $start));
        fseek($stream, $end);
        if ($this->quoting->isWellFormed($record, $this->dialect->delimiter)) {
            return null;
        }
        $lines = preg_split('/(?<=\n)|(?<=\r)(?!\n)/', $record, 3);
        [$first, $second] = [$lines[0] ?? '', rtrim($lines[1] ?? '')];
        $isRecord =
            $this->width > 1 &&
            count(str_getcsv($second, $this->dialect->delimiter, $this->quoting->mark, $this->quoting->escape)) === $this->width &&
            substr_count($second, $this->quoting->mark) % 2 === 0 &&
            $this->quoting->isWellFormed($second, $this->dialect->delimiter);
        if (!$isRecord) {
            return null;
        }
        fseek($stream, $start + strlen($first));
        $this->isOpen = true;

        return str_getcsv(rtrim($first) . $this->quoting->mark, $this->dialect->delimiter, $this->quoting->mark, $this->quoting->escape);
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
        if ($this->quoting->escape === '' && substr_count($last, $this->quoting->mark) % 2 === 1 && preg_match('/\R/', $last) === 1) {
            throw CannotRead::openQuote($number);
        }
    }

    /**
     * The rest of a stream as UTF-8, or as it is where bytes are like ASCII, lines ended by line feeds; kept on disk beyond two megabytes.
     *
     * @param  resource  $stream
     * @return resource
     */
    private function rewritten($stream)
    {
        $utf8 = fopen('php://temp', 'r+');
        if ($utf8 === false) {
            throw new \LogicException('No temporary stream.');
        }
        $encoding = $this->dialect->encoding;
        $isUtf16 = $encoding->mark() !== '' && $encoding !== Encoding::Utf8;
        $lines = new OldMacLines();
        $carry = '';
        while (!feof($stream)) {
            $block = $carry . fread($stream, self::BLOCK);
            $carry = '';
            $keep = match (true) {
                feof($stream) || $encoding->isLikeAscii() => 0,
                $isUtf16 => $this->halfOfUtf16($block),
                default => self::behindLastLine($block),
            };
            if ($keep > 0) {
                $carry = substr($block, -$keep);
                $block = substr($block, 0, -$keep);
            }
            $text = $encoding->isLikeAscii() ? $block : $encoding->decode($block);
            fwrite($utf8, $this->isOldMac ? $lines->turned($text) : $text);
        }
        rewind($utf8);

        return $utf8;
    }

    /** Bytes behind the last end of a line: the second byte of a character is never one. */
    private static function behindLastLine(string $block): int
    {
        $end = max((int) strrpos($block, "\n"), (int) strrpos($block, "\r"));

        return strlen($block) - ($end === 0 ? 0 : $end + 1);
    }

    /** Bytes at the end of a block that are half a character, or half a unit. */
    private function halfOfUtf16(string $block): int
    {
        $keep = strlen($block) % 2;
        if (strlen($block) - $keep < 2) {
            return $keep;
        }
        $unit = substr($block, strlen($block) - $keep - 2, 2);
        $high = ord($unit[$this->dialect->encoding === Encoding::Utf16LittleEndian ? 1 : 0]);

        return $keep + ($high >= 0xd8 && $high <= 0xdb ? 2 : 0);
    }
}
