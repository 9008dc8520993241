<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Text;

/** How a delimited file sets off a cell that holds a delimiter: by RFC 4180, or in a way that other programs have. */
final readonly class Quoting
{
    /** Lines that are looked at. */
    private const LINES = 200;

    /** Part of them that must be so. */
    private const MOST = 0.9;

    /** Whether it is by RFC 4180. */
    public bool $isUsual;

    /**
     * @param  string  $mark  what stands around a cell
     * @param  string  $escape  what stands before such a mark within one; '' where the mark stands twice
     * @param  bool  $isWrapped  whether each line is one cell that holds the others
     */
    private function __construct(public string $mark = '"', public string $escape = '', private bool $isWrapped = false)
    {
        $this->isUsual = $mark === '"' && $escape === '' && !$isWrapped;
    }

    public static function usual(): self
    {
        return new self();
    }

    /** @param  string  $sample  the first lines of the file; the last may be cut off */
    public static function of(string $sample, string $delimiter): self
    {
        $lines = array_slice(
            array_values(
                array_filter(explode("\n", str_replace("\r", "\n", $sample)), static fn(string $line): bool => trim($line) !== ''),
            ),
            0,
            self::LINES,
        );
        $count = count($lines);
        // The first line may be a header without marks, and the last may be cut off.
        $are = static fn(string $form): bool => count((array) preg_grep($form, $lines)) >= min($count - 1, self::MOST * $count);
        $of = preg_quote($delimiter, '/');
        if ($count < 2) {
            return self::usual();
        }
        if (!str_contains($sample, '"')) {
            // 'Ann Lee','12 Elm St'
            return $are("/^\s*'(?:[^']|'')*'\s*{$of}.*'\s*$/D") ? new self("'") : self::usual();
        }
        if (self::areWrapped($lines, $delimiter)) {
            return new self(isWrapped: true);
        }
        // "5 \"gallon\" drum": nobody doubles the mark there.
        $isEscaped =
            preg_match('/[^\\\\' . $of . ']\\\\"[^' . $of . '\r\n]/', $sample) === 1 &&
            preg_match('/[^"' . $of . '\n]""[^"]/', $sample) !== 1;

        return $isEscaped ? new self(escape: '\\') : self::usual();
    }

    /**
     * Whether each line is one cell, and holds as many as the first: "Name,Amount,Date". Of two, "Last, First" may be one column.
     *
     * @param  list<string>  $lines
     */
    private static function areWrapped(array $lines, string $delimiter): bool
    {
        $widths = [];
        foreach ($lines as $line) {
            $cells = str_getcsv(trim($line), $delimiter, '"', '');
            $widths[] = count($cells) === 1 && str_starts_with($line, '"') ? count(str_getcsv((string) $cells[0], $delimiter, '"', '')) : 0;
        }

        return $widths[0] > 2 && count(array_keys($widths, $widths[0], true)) >= self::MOST * count($widths);
    }

    /**
     * Cells as they are meant: without the backslashes, and without the sign by which a spreadsheet is kept from changing them (="03820").
     *
     * @param  list<?string>  $cells
     * @return list<?string>
     */
    public function meant(array $cells, string $delimiter): array
    {
        if ($this->isWrapped && count($cells) === 1) {
            $cells = str_getcsv((string) $cells[0], $delimiter, '"', '');
        }

        return array_map(
            fn(?string $cell): ?string => match (true) {
                $cell === null => null,
                $cell !== '' && $cell[0] === '=' && preg_match('/^="(.*)"$/sD', $cell, $kept) === 1 => str_replace('""', '"', $kept[1]),
                $this->escape !== '' => str_replace($this->escape . $this->mark, $this->mark, $cell),
                default => $cell,
            },
            $cells,
        );
    }

    /** Whether a record is written as it should be: a mark that closes a cell has nothing behind it. Cells that are too long to tell are. */
    public function isWellFormed(string $record, string $delimiter): bool
    {
        [$mark, $of] = [preg_quote($this->mark, '/'), preg_quote($delimiter, '/')];
        $within = $this->escape === '' ? "(?:[^{$mark}]|{$mark}{$mark})" : "(?:[^{$mark}\\\\]|\\\\.|{$mark}{$mark})";
        $cell = "(?:\s*{$mark}{$within}*+{$mark}\s*|(?!\s*{$mark})[^{$of}\r\n]*+)";

        return preg_match("/^{$cell}(?:{$of}{$cell})*+[\r\n]*$/sD", $record) !== 0;
    }
}
