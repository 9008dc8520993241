<?php

declare(strict_types=1);

namespace PineSieve\Core\Gifts;

use DateTimeImmutable;

/** Gifts that may be the same one, typed or brought in twice: the same amount about the same day, or the same number of a check. */
final class LikeGifts
{
    /** Days between what is written on a check and when it came in. */
    private const DAYS = 10;

    private function __construct() {}

    /**
     * @param  array<int, Gift>  $among  gifts of the same supporter
     * @return array<int, Gift> those that are like it, under their keys
     */
    public static function of(Gift $gift, array $among): array
    {
        return array_filter($among, static fn(Gift $other): bool => self::areLike($gift, $other));
    }

    private static function areLike(Gift $one, Gift $other): bool
    {
        if ($one->isPromise() !== $other->isPromise() || $one->currency !== $other->currency) {
            return false;
        }
        $references = [mb_strtolower($one->reference), mb_strtolower($other->reference)];
        if ($references[0] !== '' && $references[0] === $references[1]) {
            return true;
        }
        // Two checks with numbers of their own are two.
        $areTold = $references[0] !== '' && $references[1] !== '';

        return !$areTold &&
            !in_array('', [$one->amount, $other->amount], true) &&
            Amount::equal($one->amount, $other->amount) &&
            self::days($one->date, $other->date) <= self::DAYS;
    }

    private static function days(string $one, string $other): int
    {
        return $one === '' || $other === '' ? PHP_INT_MAX : abs((new DateTimeImmutable($one))->diff(new DateTimeImmutable($other))->days);
    }
}
