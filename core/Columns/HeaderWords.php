<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Text\Fold;

/** What the words of a header say about its column, from data/headers.php. */
final class HeaderWords
{
    /** @var ?array<string, string> solid spelling to field key */
    private static ?array $fields = null;

    private function __construct()
    {
    }

    /** @return ?string key of the field that the header names; null if it names none */
    public static function field(string $header): ?string
    {
        $solid = Fold::solid((string) preg_replace('/([a-z])([A-Z])/', '$1 $2', $header));

        return self::fields()[$solid] ?? self::fields()[rtrim($solid, '1')] ?? null;
    }

    /** @return array<string, string> */
    private static function fields(): array
    {
        if (self::$fields === null) {
            self::$fields = [];
            /** @var array<string, string> $lists */
            $lists = require __DIR__.'/data/headers.php';
            foreach ($lists as $key => $words) {
                foreach (explode(' ', $words) as $word) {
                    self::$fields[$word] ??= $key;
                }
            }
        }

        return self::$fields;
    }
}
