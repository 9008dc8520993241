<?php

declare(strict_types=1);

namespace PineSieve\Core\Gifts;

use Brick\Math\BigDecimal;
use Brick\Math\RoundingMode;

/** Money with exactly two decimals, as a string such as "1204.50" or "-3.00". Never a float. */
final class Amount
{
    /** Digits before the point that fit the column decimal(14,2). */
    public const MOST_DIGITS = 12;

    private function __construct() {}

    /**
     * The figure of what people write, whatever its currency: "$1,234.50", "USD 25", "(50.00)", "12,50", "1.234,50".
     *
     * @return ?string the amount; null if it is not one
     */
    public static function parse(string $text): ?string
    {
        return WrittenMoney::parse($text)?->amount;
    }

    /** @param  iterable<string>  $amounts */
    public static function sum(iterable $amounts): string
    {
        $sum = BigDecimal::zero();
        $amounts = [...$amounts];
        // One that is written as it is kept is its own sum.
        if (count($amounts) === 1 && self::isWritten($amounts[0])) {
            return $amounts[0];
        }
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
        return $one === $other || (!(self::isWritten($one) && self::isWritten($other)) && BigDecimal::of($one)->isEqualTo($other));
    }

    public static function isZero(string $amount): bool
    {
        return self::equal($amount, '0.00');
    }

    public static function isBelow(string $one, string $other): bool
    {
        return BigDecimal::of($one)->isLessThan($other);
    }

    public static function negated(string $amount): string
    {
        return self::difference('0', $amount);
    }

    /**
     * An amount divided in a proportion, to the cent: what is left over goes to the shares that lost most of it, the first of like ones first.
     *
     * @param  non-empty-list<string>  $weights  amounts, of one sign and not all zero
     * @return list<string> shares that come to the amount
     */
    public static function divided(string $amount, array $weights): array
    {
        $cents = BigDecimal::of($amount)->multipliedBy(100);
        $all = BigDecimal::of(self::sum($weights));
        $shares = $lost = [];
        foreach ($weights as $i => $weight) {
            $exact = $cents->multipliedBy($weight);
            $shares[$i] = $exact->dividedBy($all, 0, RoundingMode::DOWN);
            $lost[$i] = $exact->minus($shares[$i]->multipliedBy($all))->abs();
        }
        $left = $cents->minus(BigDecimal::sum(...$shares));
        uasort($lost, static fn(BigDecimal $a, BigDecimal $b): int => $b->compareTo($a));
        foreach (array_slice(array_keys($lost), 0, $left->abs()->toInt()) as $i) {
            $shares[$i] = $shares[$i]->plus($left->getSign());
        }

        return array_values(
            array_map(static fn(BigDecimal $share): string => (string) $share->dividedBy(100, 2, RoundingMode::UNNECESSARY), $shares),
        );
    }

    /** Whether it is written as amounts are kept, so that equal ones are equal texts. */
    private static function isWritten(string $amount): bool
    {
        return preg_match('/^(?:0|-?[1-9]\d*)\.\d\d$|^-0\.(?:0[1-9]|[1-9]\d)$/D', $amount) === 1;
    }
}
