<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Text;

use PineSieve\Core\Reading\HeaderRow;

/** Where the columns of a text stand that has no delimiter, as old systems print lists: below their names, with blanks between. */
final readonly class FixedColumns
{
    /** Columns from which on lines that are aligned are no accident. */
    private const FEWEST = 3;

    /** Part of the lines that may reach into the next column, and one that always may. */
    private const FEW = 0.1;

    private const LINES = 200;

    /**
     * @param  int  $header  number of the line with the names
     * @param  non-empty-list<int>  $starts  in characters
     */
    private function __construct(public int $header, private array $starts) {}

    /** @param  string  $text  the beginning of a file, in UTF-8; its last line may be cut */
    public static function of(string $text): ?self
    {
        $lines = explode("\n", str_replace("\r\n", "\n", $text), self::LINES + 1);
        $lines = array_slice($lines, 0, self::LINES);
        $lines = array_filter($lines, static fn(string $line): bool => trim($line) !== '' && !self::isRule($line));
        foreach (array_slice($lines, 0, HeaderRow::WITHIN, true) as $i => $line) {
            // Names of delimited columns have a delimiter between them.
            if (preg_match('/[,;|\t"]/', $line) !== 1 && preg_match('/\S\s{2,}\S.*\S\s{2,}\S/u', $line) === 1) {
                $below = array_filter($lines, static fn(int $at): bool => $at > $i, ARRAY_FILTER_USE_KEY);
                $starts = count($below) < self::FEWEST ? null : self::starts($line, array_values($below));
                if ($starts !== null) {
                    return new self($i + 1, $starts);
                }
            }
        }

        return null;
    }

    /** "-----  ----": what stands below the names. */
    public static function isRule(string $line): bool
    {
        return preg_match('/^[\s=_-]*[=_-]{2}[\s=_-]*$/D', $line) === 1;
    }

    /**
     * @param  list<string>  $lines  below it
     * @return ?non-empty-list<int> null if the lines do not stand below its names
     */
    private static function starts(string $header, array $lines): ?array
    {
        if (preg_grep('/\t/', $lines) !== []) {
            return null;
        }
        preg_match_all('/\S+(?:\s\S+)*/u', $header, $found, PREG_OFFSET_CAPTURE);
        $names = array_map(
            static fn(array $name): array => [($at = mb_strlen(substr($header, 0, $name[1]))), $at + mb_strlen($name[0])],
            $found[0],
        );
        $blanks = self::blanks([$header, ...$lines]);
        $starts = [0];
        foreach (array_slice($names, 1) as $i => [$begin]) {
            $start = self::gap($blanks, $names[$i][1], $begin, count($lines) + 1);
            if ($start === null) {
                return null;
            }
            $starts[] = $start;
        }

        return count($starts) < self::FEWEST ? null : $starts;
    }

    /**
     * @param  list<string>  $lines
     * @return array<int, int> position to the number of lines that are blank there
     */
    private static function blanks(array $lines): array
    {
        $width = max([0, ...array_map(mb_strlen(...), $lines)]);
        $blanks = array_fill(0, $width, 0);
        foreach ($lines as $line) {
            foreach (mb_str_split(str_pad($line, $width + strlen($line) - mb_strlen($line))) as $at => $letter) {
                $blanks[$at] += trim($letter) === '' ? 1 : 0;
            }
        }

        return $blanks;
    }

    /**
     * Where the column of a name begins: below its first letter, or, of numbers that end below it, behind the blanks before them.
     *
     * @param  array<int, int>  $blanks
     * @param  int  $from  end of the name before
     * @return ?int null if nothing lies between
     */
    private static function gap(array $blanks, int $from, int $begin, int $lines): ?int
    {
        for ($at = $begin; $at > $from; $at--) {
            if ($blanks[$at - 1] >= $lines - max(1, (int) (self::FEW * $lines))) {
                return $at;
            }
        }

        return null;
    }

    /** @return list<string> cells of a line; one, if it does not keep to the columns */
    public function cells(string $line): array
    {
        $letters = mb_str_split($line);
        $cells = [];
        foreach ($this->starts as $i => $start) {
            $isCrossed = $start > 0 && trim($letters[$start - 1] ?? '') !== '' && trim($letters[$start] ?? '') !== '';
            if ($isCrossed) {
                return [trim($line)];
            }
            $end = $this->starts[$i + 1] ?? count($letters);
            $cells[] = trim(implode('', array_slice($letters, $start, max(0, $end - $start))));
        }

        // Blanks within a cell show that the line is shifted.
        return preg_grep('/\S\s{3,}\S/u', $cells) === [] ? $cells : [trim($line)];
    }
}
