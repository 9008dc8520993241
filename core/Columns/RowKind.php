<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Gifts\Amount;
use PineSieve\Core\Text\Fold;
use PineSieve\Core\Text\Tidy;

/** Tells rows that are no records: headers in the middle of a file, totals and footers, headings of a part. */
final readonly class RowKind
{
    private const COLUMNS_OF_A_SECTION = 4;

    /** The header of a column that was added for the heading above each row: it is none of the file. */
    public const ABOVE = 'Heading above';

    /** What rows are put under; in a sheet of few columns, other words alone may be a record that lacks the rest. */
    private const HEADING =
        '/:$|^[-=*#~_ ]{2,}|\b(?:funds?|gifts|donations|offerings?|contributions|campaign|appeal|memorials|members|sponsors|board|staff|' .
        'pledges|dues|grants|(?:week|route|district|class) \d+|' .
        '(?:jan(?:uary)?|feb(?:ruary)?|march|april|may|june?|july?|aug(?:ust)?|sept?(?:ember)?|oct(?:ober)?|nov(?:ember)?|dec(?:ember)?)\.?,?(?: \d{4})?)$/iD';

    /** "Total Annual Fund", "Total for Ann", "Annual Fund total"; Total Wine is a firm. */
    private const TOTAL =
        '/^\W*(?:(?:grand |sub-?|report |sum |running )?totals?\b(?:(?! \w+ [A-Z])| (?:for|of)\b|.*\b(?:funds?|gifts?|donations?|offerings?|giving|' .
        'contributions?|campaign|appeal|received|deposits?|pledges?|dues)\W*$)|sum\b|count\b|average\b|subtotal)|\b(?:sub-?)?totals?\W*$/iu';

    /** A day beside a total says when it was drawn. */
    private const DAY = '/^\d{1,4}[\/.-]\d{1,2}[\/.-]\d{1,4}$/D';

    /** @var array<int, string> column to its solid header */
    private array $headers;

    /** @param  list<string>  $headers as the reading of the source names them: "City (2)" is written "City" */
    public function __construct(array $headers)
    {
        $this->headers = array_filter(
            array_map(static fn(string $header): string => Fold::solid((string) preg_replace('/ \(\d+\)$/D', '', $header)), $headers),
            static fn(string $header): bool => $header !== '' &&
                !str_starts_with($header, 'unnamed') &&
                $header !== Fold::solid(self::ABOVE),
        );
    }

    /**
     * @param  list<string>  $cells
     * @return ?string "header", "total" or "section"; null for an ordinary row
     */
    public function of(array $cells): ?string
    {
        return match (true) {
            $this->isHeader($cells) => 'header',
            self::isTotal($cells) => 'total',
            $this->isSection($cells) => 'section',
            default => null,
        };
    }

    /** @param  list<string>  $cells */
    private function isHeader(array $cells): bool
    {
        $same = 0;
        $filled = 0;
        foreach ($cells as $column => $cell) {
            if ($cell === '') {
                continue;
            }
            $filled++;
            $header = $this->headers[$column] ?? '';
            // Most rows are done with after one look.
            if ($header === '' || strlen($cell) > 120 || strlen($cell) < strlen($header) || Fold::solid($cell) !== $header) {
                if ($filled > 2 && $same === 0) {
                    return false;
                }
            } else {
                $same++;
            }
        }

        return ($same >= 2 && $same >= 0.7 * $filled) || ($same === 1 && $filled === 1 && count($this->headers) === 1);
    }

    /**
     * Words alone in the first cell: "Board members", "--- 2019 ---".
     *
     * @param  list<string>  $cells
     */
    private function isSection(array $cells): bool
    {
        $first = $cells[0] ?? '';
        $isNarrow = count($this->headers) < self::COLUMNS_OF_A_SECTION;
        if (
            $first === '' ||
            strlen($first) > 80 ||
            count($this->headers) < 2 ||
            ($isNarrow && preg_match(self::HEADING, trim($first)) !== 1)
        ) {
            return false;
        }
        foreach ($cells as $column => $cell) {
            if ($column > 0 && trim($cell) !== '') {
                return false;
            }
        }

        // An id, a date or an email alone is a record that lacks the rest.
        return preg_match('/@|^\W*\d+\W*$|\d[\/.-]\d/', $first) !== 1 || preg_match('/^[-=*#~_ ]{2,}/', $first) === 1;
    }

    /**
     * A row with few cells, one of which says "total", "end of report" or the like, the others being amounts.
     *
     * @param  list<string>  $cells
     */
    private static function isTotal(array $cells): bool
    {
        $filled = [];
        foreach (array_slice($cells, 0, 60) as $cell) {
            $cell = $cell === '' ? '' : Tidy::line($cell);
            if (strlen($cell) > 80 || ($cell !== '' && count($filled) === 6)) {
                return false;
            }
            if ($cell !== '') {
                $filled[] = $cell;
            }
        }
        if ($filled === []) {
            return false;
        }
        $words = array_values(
            array_filter($filled, static fn(string $cell): bool => Amount::parse($cell) === null && preg_match(self::DAY, $cell) !== 1),
        );
        if (count($words) !== 1) {
            return false;
        }
        $others = count($filled) - 1;

        return preg_match(self::TOTAL, $words[0]) === 1 ||
            ($others === 0 &&
                preg_match(
                    '/^\W*(?:end of|page \d|printed|generated|report (?:run|date|printed)|exported|\d+ (?:rows|records)|confidential|©|copyright|prepared by|total)/iu',
                    $words[0],
                ) === 1);
    }
}
