<?php

declare(strict_types=1);

namespace PineSieve\Core\Merging;

/** Whose value a field of the merged record gets. */
enum FieldRule: string
{
    case Survivor = 'survivor';
    case FirstFilled = 'first filled';
    case Newest = 'newest';
    case Longest = 'longest';
    case MostFrequent = 'most frequent';
    case Joined = 'joined';

    /**
     * @param  non-empty-list<array{value: string, at: string}>  $values  the survivor's first
     * @param  string  $separator  of Joined
     */
    public function choose(array $values, string $separator): string
    {
        $filled = array_values(array_filter($values, static fn(array $one): bool => $one['value'] !== ''));
        if ($filled === [] || $this === self::Survivor) {
            return $values[0]['value'];
        }
        $texts = array_column($filled, 'value');

        return match ($this) {
            self::FirstFilled => $texts[0],
            self::Newest => self::most($filled, static fn(array $one): string => $one['at']),
            self::Longest => self::most($filled, static fn(array $one): int => mb_strlen($one['value'])),
            self::MostFrequent => self::most($filled, static fn(array $one): int => count(array_keys($texts, $one['value'], true))),
            self::Joined => implode($separator, self::unlike($texts)),
        };
    }

    /**
     * The first of those that have the most of it.
     *
     * @param  non-empty-list<array{value: string, at: string}>  $values
     * @param  callable(array{value: string, at: string}): (int|string)  $of
     */
    private static function most(array $values, callable $of): string
    {
        $best = $values[0];
        foreach ($values as $value) {
            $best = $of($value) > $of($best) ? $value : $best;
        }

        return $best['value'];
    }

    /**
     * @param  non-empty-list<string>  $texts
     * @return list<string> those that no other says in other capitals
     */
    private static function unlike(array $texts): array
    {
        $unlike = [];
        foreach ($texts as $text) {
            $unlike[mb_strtolower($text)] ??= $text;
        }

        return array_values($unlike);
    }
}
