<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading;

/**
 * Keeps a spreadsheet from running a cell of a file that we write as a formula; what it does is taken back when the file returns.
 * The signs in their full width count as well, since some programs read them as the plain ones. A program that parts cells at
 * semicolons or tabs sees cells where we write none: a sign after one of these, or after a line break or a quotation mark there, is guarded too.
 */
final class FormulaGuard
{
    private const SIGN = '(?:[=@＝＠\t\r\n]|[+\-＋－](?![\d.,() \-]*$))';

    private const START = '/^\'*' . self::SIGN . '/uD';

    private const INSIDE = '/(?<=[;\t\r\n])(\s*"*\'*)(?=[=@＝＠]|[+\-＋－](?![\d.,() \-]*(?:[;\t\r\n]|$)))/uD';

    private const GUARDED = '/(?<=[;\t\r\n])(\s*"*\'*)\'(?=[=@＝＠]|[+\-＋－](?![\d.,() \-]*(?:[;\t\r\n]|$)))/uD';

    private const QUOTED = '/^\'[^\'\t\r\n;]+\'(?![\w=@+-])/u';

    /** By which spreadsheets are told that "03820" is text; "'72" is a year. */
    private const NUMBER = '/^\'(?=0\d|\d{3}|\+\d)[\d ().+-]+$/D';

    /** Most rows have no guard. */
    private const MAY_BE = '/\'[=@+\-\t\r\n\xEF\d]/';

    private function __construct() {}

    public static function on(string $cell): string
    {
        $inside = preg_replace(self::INSIDE, "$1'", $cell) ?? $cell;

        return preg_match(self::START, $cell) === 1 ? "'{$inside}" : $inside;
    }

    /**
     * The cells without their guards, ours and those of other programs, which put the same sign there.
     *
     * @param  list<string>  $cells
     * @return list<string>
     */
    public static function offAll(array $cells): array
    {
        return preg_match(self::MAY_BE, implode("\0", $cells)) === 1 ? array_map(self::off(...), $cells) : $cells;
    }

    public static function off(string $cell): string
    {
        // "'@home' program" is in quotation marks.
        $isGuarded =
            preg_match(self::NUMBER, $cell) === 1 ||
            (str_starts_with($cell, "'") && preg_match(self::START, substr($cell, 1)) === 1 && preg_match(self::QUOTED, $cell) !== 1);
        $bare = $isGuarded ? substr($cell, 1) : $cell;

        return preg_replace(self::GUARDED, '$1', $bare) ?? $bare;
    }
}
