<?php

declare(strict_types=1);

namespace PineSieve\Core\Gifts;

/**
 * Which gifts of a file are there already, as counts of identities: the third of three like ones in the file is the third of those stored.
 * Ids of another system tell like ones apart; a gift that was kept without its id is the one that a file now names by one.
 */
final class SameGifts
{
    private const ID = '#';

    private function __construct() {}

    /** Equal for two gifts of one supporter that nothing at all tells apart. */
    public static function identity(Gift $gift): string
    {
        return $gift->sourceId === '' ? $gift->sameness() : $gift->sameness() . self::ID . $gift->sourceId;
    }

    /**
     * @param  array<string, int>  $stored  identity to the number of those stored
     * @param  array<string, int>  $seen  identity to the number of those that came before it in the file
     */
    public static function isThere(Gift $gift, array $stored, array $seen): bool
    {
        $own = self::identity($gift);
        if (($seen[$own] ?? 0) < ($stored[$own] ?? 0)) {
            return true;
        }
        $like = $gift->sameness();
        if ($gift->sourceId !== '' && ($stored[$like] ?? 0) === 0) {
            return false;
        }
        $named = static fn(string $identity): bool => str_starts_with($identity, $like . self::ID);
        // Those of the file that no stored one has the id of took one that was kept without any.
        $namedSeen = array_filter($seen, $named, ARRAY_FILTER_USE_KEY);
        $over = 0;
        foreach ($namedSeen as $identity => $count) {
            $over += max(0, $count - ($stored[$identity] ?? 0));
        }
        $without = ($stored[$like] ?? 0) - ($seen[$like] ?? 0) - $over;
        if ($gift->sourceId !== '' || $without > 0) {
            return $without > 0;
        }
        $left = 0;
        foreach (array_filter($stored, $named, ARRAY_FILTER_USE_KEY) as $identity => $count) {
            $left += max(0, $count - ($namedSeen[$identity] ?? 0));
        }

        return $left + $without > 0;
    }

    /**
     * Whether another gift with the same id of another system is there: with another amount or date, say.
     *
     * @param  array<string, int>  $stored  identity to the number of those stored
     */
    public static function isThereDifferently(Gift $gift, array $stored): bool
    {
        $end = self::ID . $gift->sourceId;

        foreach ($gift->sourceId === '' ? [] : $stored as $identity => $count) {
            if (str_ends_with($identity, $end)) {
                return true;
            }
        }

        return false;
    }
}
