<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Text;

/** "$1,250.00" that nobody put in quotation marks, and that a comma cut into "$1" and "250.00": one cell again, where the row is wider by just that. */
final class CutAmounts
{
    private const FIRST = '/^\s*[-(]?(?:[$€£]|USD|CAD)?\s*[-(]?\d{1,3}$/uD';

    private const NEXT = '/^\d{3}$/D';

    private const LAST = '/^\d{3}(?:\.\d\d)?\)?\s*$/D';

    private function __construct() {}

    /**
     * @param  list<string>  $cells
     * @param  int  $width  columns that the header names
     * @return list<string> the same, if anything else may have made the row wider
     */
    public static function mended(array $cells, int $width): array
    {
        $count = count($cells);
        while ($count > 0 && trim($cells[$count - 1]) === '') {
            $count--;
        }
        if ($count <= $width || $width < 1) {
            return $cells;
        }
        [$whole, $joined] = [[], 0];
        for ($i = 0; $i < $count; $i++) {
            $parts = self::parts($cells, $i);
            $joined += $parts - 1;
            $whole[] = implode(',', array_slice($cells, $i, $parts));
            $i += $parts - 1;
        }

        return $joined === $count - $width ? $whole : $cells;
    }

    /**
     * How many cells from here on are one amount: its sign, or its cents, say that it is one.
     *
     * @param  list<string>  $cells
     */
    private static function parts(array $cells, int $from): int
    {
        if (preg_match(self::FIRST, $cells[$from]) !== 1) {
            return 1;
        }
        $count = 1;
        while (isset($cells[$from + $count]) && preg_match(self::NEXT, $cells[$from + $count]) === 1) {
            $count++;
        }
        $last = $cells[$from + $count] ?? '';
        $count += preg_match(self::LAST, $last) === 1 ? 1 : 0;
        $isMoney = preg_match('/\D/', trim($cells[$from])) === 1 || str_contains($cells[$from + $count - 1], '.');

        return $count > 1 && $isMoney ? $count : 1;
    }
}
