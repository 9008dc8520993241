<?php

declare(strict_types=1);

namespace PineSieve\Core\Text;

/** What stands for the value of another cell: a ditto mark for that of the row above, "same as home" for that of another column. */
final class Ditto
{
    private const MARKS = [
        '"' => 1,
        '""' => 1,
        "''" => 1,
        '“' => 1,
        '”' => 1,
        '““' => 1,
        '””' => 1,
        '〃' => 1,
        ',,' => 1,
        '„' => 1,
        '" "' => 1,
        'ditto' => 1,
        'do.' => 1,
        '-do-' => 1,
        '"do"' => 1,
        'idem' => 1,
    ];

    /** First bytes of the marks, and a blank before one. */
    private const BEGINS = "\"',-dDiI \xE2\xE3";

    /** Bytes of the longest mark, and blanks beside it. */
    private const LENGTH = 6;

    private const REFERENCE =
        '/^[(*]?(?:(?:see|as|same(?: as|,)?|is|address|addr|same) )*(?:same|above|below|before|previous|left|ditto|' .
        '(?<=as |see )(?:the )?(?:home|work|billing|mailing|shipping|physical|street|legal|permanent|residence|residential|primary|spouse|donor|parents?|' .
        'mom|dad|mother|father|husband|wife|notes?|comments?|other)(?: address| addr| info| phone| email| column)?)(?: address)?[)*.]?$/iD';

    private function __construct() {}

    /** @param  string  $cell  as Tidy::line() gives it, or as it is */
    public static function isMark(string $cell): bool
    {
        return isset(self::MARKS[strtolower(trim($cell))]);
    }

    /**
     * @param  list<string>  $cells
     * @return array<int, string> those that are marks, by column
     */
    public static function marks(array $cells): array
    {
        $marks = [];
        foreach ($cells as $column => $cell) {
            // Nearly every cell is done with after one look.
            if ($cell !== '' && !isset($cell[self::LENGTH]) && strpos(self::BEGINS, $cell[0]) !== false && self::isMark($cell)) {
                $marks[$column] = $cell;
            }
        }

        return $marks;
    }

    /** @param  string  $tidied as Tidy::line() gives it */
    public static function isReference(string $tidied): bool
    {
        return strlen($tidied) < 40 &&
            preg_match('/same|above|below|as |see /i', $tidied) === 1 &&
            (preg_match(self::REFERENCE, $tidied) === 1 || preg_match('/^same as [^,\d]+$/iD', $tidied) === 1);
    }
}
