<?php

declare(strict_types=1);

namespace PineSieve\Core\Connections;

/** Where a value lies in an answer: names joined by a full stop, "data.donor.email"; numbers are places in lists, from 0. */
final class Path
{
    private function __construct() {}

    /**
     * @param  array<array-key, mixed>  $within
     * @return mixed null if nothing lies there; '' is the whole
     */
    public static function value(array $within, string $path): mixed
    {
        $value = $within;
        foreach ($path === '' ? [] : explode('.', $path) as $name) {
            if (!is_array($value) || !array_key_exists($name, $value)) {
                return null;
            }
            $value = $value[$name];
        }

        return $value;
    }

    /**
     * @param  array<array-key, mixed>  $within
     * @return string '' for what is not there, and for what is no single value
     */
    public static function text(array $within, string $path): string
    {
        $value = $path === '' ? null : self::value($within, $path);

        return match (true) {
            is_string($value) => trim($value),
            is_int($value), is_float($value) => (string) $value,
            is_bool($value) => $value ? 'true' : 'false',
            default => '',
        };
    }

    /**
     * @param  array<array-key, mixed>  $within
     * @return array<array-key, mixed> without what lies there
     */
    public static function without(array $within, string $path): array
    {
        [$name, $rest] = explode('.', $path, 2) + [1 => ''];
        if ($rest === '') {
            unset($within[$name]);
        } elseif (is_array($within[$name] ?? null)) {
            $within[$name] = self::without($within[$name], $rest);
        }

        return $within;
    }
}
