<?php

declare(strict_types=1);

namespace PineSieve\Core\Names;

/** The word lists of data/words.php. Keys are folded. */
final class Words
{
    /** @var ?array{titles: array<string, string>, suffixes: array<string, string>, particles: array<string, int>, organizations: array<string, int>, idle: array<string, int>} */
    private static ?array $lists = null;

    private function __construct()
    {
    }

    public static function title(string $folded): ?string
    {
        return self::lists()['titles'][$folded] ?? null;
    }

    public static function suffix(string $folded): ?string
    {
        return self::lists()['suffixes'][$folded] ?? null;
    }

    public static function isParticle(string $folded): bool
    {
        return isset(self::lists()['particles'][$folded]);
    }

    public static function tellsOrganization(string $folded): bool
    {
        return isset(self::lists()['organizations'][$folded]);
    }

    public static function isIdle(string $folded): bool
    {
        return isset(self::lists()['idle'][$folded]);
    }

    /** @return array{titles: array<string, string>, suffixes: array<string, string>, particles: array<string, int>, organizations: array<string, int>, idle: array<string, int>} */
    private static function lists(): array
    {
        if (self::$lists === null) {
            /** @var array{titles: array<string, string>, suffixes: array<string, string>, particles: array<string, int>, organizations: array<string, int>, idle: array<string, int>} $lists */
            $lists = require __DIR__.'/data/words.php';
            self::$lists = $lists;
        }

        return self::$lists;
    }
}
