<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading;

/** Tells encoding and delimiter of a text file from its first bytes. */
final class DialectDetector
{
    /** Bytes of the file that detection looks at. */
    public const SAMPLE = 262144;

    /** @throws CannotRead if the sample is empty or not text */
    public function detect(string $sample): Dialect
    {
        if (trim($sample, "\x00 \r\n\t") === '') {
            throw CannotRead::empty();
        }
        $encoding = $this->encoding($sample);

        return new Dialect($encoding, $this->delimiter($this->decode($sample, $encoding)));
    }

    private function encoding(string $sample): Encoding
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
        // The sample may end within a character: up to three bytes are cut before judging.
        for ($cut = 0; $cut < 4; $cut++) {
            if (mb_check_encoding(substr($sample, 0, strlen($sample) - $cut), 'UTF-8')) {
                return Encoding::Utf8;
            }
        }

        return Encoding::Windows1252;
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

        return $encoding === Encoding::Utf8 ? $sample : mb_convert_encoding($sample, 'UTF-8', $encoding->value);
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
