<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading;

/** Keeps a spreadsheet from running a cell of a file that we write as a formula; what it does is taken back when the file returns. */
final class FormulaGuard
{
    private const RISKY = '/^\'*(?:[=@\t\r]|[+-](?![\d.,() -]*$))/';

    private function __construct()
    {
    }

    public static function on(string $cell): string
    {
        return preg_match(self::RISKY, $cell) === 1 ? "'{$cell}" : $cell;
    }

    public static function off(string $cell): string
    {
        return str_starts_with($cell, "'") && preg_match(self::RISKY, substr($cell, 1)) === 1 ? substr($cell, 1) : $cell;
    }
}
