<?php

declare(strict_types=1);

namespace PineSieve\Core\Names;

/** Short forms of given names, from data/nicknames.php. */
final class Nicknames
{
    /** @var ?array<string, array<string, string>> short or full form to the full names that it may stand for */
    private static ?array $full = null;

    /** @var array<string, non-empty-list<string>> full name to itself and its short forms */
    private static array $forms = [];

    private function __construct() {}

    /**
     * The full name that both may stand for ("bob", "robert" -> "robert"); null if none is known.
     *
     * @param  string  $one  folded
     * @param  string  $other  folded
     */
    public static function common(string $one, string $other): ?string
    {
        $full = self::full();
        $shared = array_intersect_key($full[$one] ?? [], $full[$other] ?? []);

        return array_key_first($shared);
    }

    /**
     * The full names that a name may stand for, itself among them if it is one.
     *
     * @param  string  $name  folded
     * @return list<string>
     */
    public static function fullOf(string $name): array
    {
        return array_values(self::full()[$name] ?? []);
    }

    /**
     * A full name and its short forms.
     *
     * @return non-empty-list<string>
     */
    public static function formsOf(string $full): array
    {
        self::full();

        return self::$forms[$full] ?? [$full];
    }

    /** @return array<string, array<string, string>> */
    private static function full(): array
    {
        if (self::$full === null) {
            self::$full = [];
            /** @var list<string> $lines */
            $lines = require __DIR__ . '/data/nicknames.php';
            foreach ($lines as $line) {
                $names = explode(' ', $line);
                self::$forms[$names[0]] = $names;
                foreach ($names as $name) {
                    self::$full[$name][$names[0]] = $names[0];
                }
            }
        }

        return self::$full;
    }
}
