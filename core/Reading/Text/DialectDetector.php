<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Text;

use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Text\StrayBytes;

/** Tells encoding and delimiter of a text file from its first bytes, and from the lines further on that are not plain ASCII. */
final class DialectDetector
{
    /** Bytes of the file that detection looks at. */
    public const SAMPLE = 262144;

    /**
     * @param  string  $beyond  lines behind the sample that are not plain ASCII
     *
     * @throws CannotRead if the sample is empty or not text
     */
    public function detect(string $sample, string $beyond = ''): Dialect
    {
        if (trim($sample, "\x00 \r\n\t") === '') {
            throw CannotRead::empty();
        }
        $encoding = $this->encoding($sample, $beyond);
        $text = $this->decode($sample, $encoding);

        return new Dialect($encoding, $this->delimiter(OldMacLines::areIn($text) ? (new OldMacLines())->turned($text) : $text));
    }

    private function encoding(string $sample, string $beyond): Encoding
    {
        foreach ([Encoding::Utf8, Encoding::Utf16LittleEndian, Encoding::Utf16BigEndian] as $encoding) {
            if (str_starts_with($sample, $encoding->mark())) {
                return $encoding;
            }
        }
        if (str_contains($sample, "\x00")) {
            return $this->withoutMark($sample);
        }
        $controls = preg_match_all('/[\x01-\x08\x0E-\x1A\x1C-\x1F]/', $sample);
        if ($controls > strlen($sample) / 200) {
            throw CannotRead::binary();
        }
        // The sample may end within a character, and a letter may have been cut in half on its way: most of them decide.
        [$characters, $stray] = StrayBytes::count($sample . $beyond);

        return $stray === 0 || $characters >= $stray ? Encoding::Utf8 : EncodingGuess::of($sample . $beyond);
    }

    /** UTF-16 of mostly Latin text has a zero in every second byte; anything else with zeros is not text. */
    private function withoutMark(string $sample): Encoding
    {
        $zeros = [0, 0];
        $length = min(strlen($sample), 4096);
        for ($i = 0; $i < $length; $i++) {
            if ($sample[$i] === "\x00") {
                $zeros[$i % 2]++;
            }
        }
        $half = $length / 2;

        return match (true) {
            $zeros[1] > 0.6 * $half && $zeros[0] < 0.05 * $half => Encoding::Utf16LittleEndian,
            $zeros[0] > 0.6 * $half && $zeros[1] < 0.05 * $half => Encoding::Utf16BigEndian,
            default => throw CannotRead::binary(),
        };
    }

    private function decode(string $sample, Encoding $encoding): string
    {
        $sample = substr($sample, strlen($encoding->mark()) * (int) str_starts_with($sample, $encoding->mark()));

        return $encoding->decode($sample);
    }

    /** The delimiter that gives the most lines the same number of cells, more than one; in a file of one column one that no line has. */
    private function delimiter(string $text): string
    {
        $best = ',';
        $bestScore = 0.0;
        $isOneColumn = false;
        $absent = [];
        foreach (Dialect::DELIMITERS as $delimiter) {
            $widths = [];
            $stream = new \SplTempFileObject();
            $stream->fwrite($text);
            $stream->rewind();
            for ($i = 0; $i < 60 && !$stream->eof() && is_array($cells = $stream->fgetcsv($delimiter, '"', '')); $i++) {
                if ($cells !== [null]) {
                    $widths[] = count($cells);
                }
            }
            $counts = array_count_values(array_filter($widths, static fn(int $width): bool => $width > 1));
            if ($counts === []) {
                $absent[] = $delimiter;
                continue;
            }
            arsort($counts);
            $width = array_key_first($counts);
            $score = ($counts[$width] / count($widths)) * log(1 + $width);
            if ($score > $bestScore) {
                [$best, $bestScore] = [$delimiter, $score];
                // "12 Elm St; Saco" in a few of many lines, below a header that is one cell, is in a cell.
                $isOneColumn = $widths[0] === 1 && count($widths) > 7 && array_sum($counts) < count($widths) / 4;
            }
        }

        return $isOneColumn ? $absent[0] ?? $best : $best;
    }
}
