<?php

declare(strict_types=1);

namespace PineSieve\Core\Gifts;

use Brick\Math\BigDecimal;
use Brick\Math\RoundingMode;

/** Money with exactly two decimals, as a string such as "1204.50" or "-3.00". Never a float. */
final class Amount
{
    /** Units that fit the column decimal(14,2). */
    private const MAX_DIGITS = 12;

    private function __construct()
    {
    }

    /**
     * Reads what people write: "$1,234.50", "USD 25", "(50.00)", "12,50", "1.234,50".
     *
     * @return ?string the amount; null if it is not one
     */
    public static function parse(string $text): ?string
    {
        if (preg_match('/^\d{1,12}(?:\.\d{1,2})?$/D', $text) === 1) {
            return self::twoDecimals($text);
        }
        $bare = preg_replace('/^(?:US|CA|C)?\s*\$|[$€£]|\b(?:USD|CAD)\b|[\s\x{A0}]/iu', '', $text) ?? '';
        $negative = false;
        if (preg_match('/^\((.+)\)$/D', $bare, $inner) === 1 || preg_match('/^[-\x{2212}](.+)$/uD', $bare, $inner) === 1 || preg_match('/^(.+)-$/D', $bare, $inner) === 1) {
            [$negative, $bare] = [true, $inner[1]];
        }
        $plain = match (1) {
            preg_match('/^\d+(?:\.\d*)?$/D', $bare), preg_match('/^\.\d+$/D', $bare) => $bare,
            preg_match('/^\d{1,3}(?:,\d{3})+(?:\.\d+)?$/D', $bare) => str_replace(',', '', $bare),
            preg_match('/^\d{1,3}(?:\.\d{3})+,\d{1,2}$/D', $bare), preg_match('/^\d+,\d{1,2}$/D', $bare) => strtr($bare, ['.' => '', ',' => '.']),
            preg_match("/^\d{1,3}(?:'\d{3})+(?:\.\d+)?$/D", $bare) => str_replace("'", '', $bare),
            default => null,
        };
        if ($plain === null || strlen(ltrim(explode('.', $plain)[0], '0')) > self::MAX_DIGITS) {
            return null;
        }
        $decimals = rtrim(explode('.', $plain)[1] ?? '', '0');
        if (strlen($decimals) > 2) {
            return null;
        }
        $amount = self::twoDecimals(rtrim(str_starts_with($plain, '.') ? "0{$plain}" : $plain, '.'));

        return $negative && $amount !== '0.00' ? "-{$amount}" : $amount;
    }

    /** @param  iterable<string>  $amounts */
    public static function sum(iterable $amounts): string
    {
        $sum = BigDecimal::zero();
        foreach ($amounts as $amount) {
            $sum = $sum->plus($amount);
        }

        return (string) $sum->toScale(2, RoundingMode::UNNECESSARY);
    }

    public static function difference(string $from, string $less): string
    {
        return (string) BigDecimal::of($from)->minus($less)->toScale(2, RoundingMode::UNNECESSARY);
    }

    public static function equal(string $one, string $other): bool
    {
        return BigDecimal::of($one)->isEqualTo($other);
    }

    private static function twoDecimals(string $plain): string
    {
        [$units, $decimals] = [...explode('.', $plain), ''];
        $units = ltrim($units, '0');

        return ($units === '' ? '0' : $units).'.'.str_pad(substr($decimals, 0, 2), 2, '0');
    }
}
