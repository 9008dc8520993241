<?php

declare(strict_types=1);

namespace App\Support;

/** Columns of rows as lists of one type, whatever keys and types the driver gave them. */
final class Lists
{
    private function __construct() {}

    /**
     * @param  iterable<mixed>  $values  each of them a whole number, or one that is written as text
     * @return list<int>
     */
    public static function ints(iterable $values): array
    {
        $ints = [];
        foreach ($values as $value) {
            $ints[] = is_numeric($value) ? (int) $value : 0;
        }

        return $ints;
    }

    /**
     * @param  iterable<mixed>  $values
     * @return list<string>
     */
    public static function texts(iterable $values): array
    {
        $texts = [];
        foreach ($values as $value) {
            $texts[] = is_scalar($value) ? (string) $value : '';
        }

        return $texts;
    }

    /**
     * @template T
     *
     * @param  iterable<T>  $values
     * @return list<T>
     */
    public static function of(iterable $values): array
    {
        return is_array($values) ? array_values($values) : iterator_to_array($values, false);
    }

    /** @return list<string> what was written one below the other, without what is blank */
    public static function lines(string $written): array
    {
        return array_values(array_filter(array_map(trim(...), explode("\n", $written)), static fn(string $one): bool => $one !== ''));
    }

    /** What SQL compares with "like" to find words anywhere in a text. */
    public static function within(string $words): string
    {
        return '%' . addcslashes($words, '\\%_') . '%';
    }
}
