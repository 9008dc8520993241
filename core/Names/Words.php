<?php

declare(strict_types=1);

namespace PineSieve\Core\Names;

/** The word lists of data/words.php. Keys are folded. */
final class Words
{
    /** @var ?array{titles: array<string, string>, suffixes: array<string, string>, credentials: array<string, string>, particles: array<string, int>, organizations: array<string, int>, 'last names': array<string, int>, 'spanish last names': array<string, int>, 'first names': array<string, int>, places: array<string, int>, idle: array<string, int>, common: array<string, int>, full: array<string, string>} */
    private static ?array $lists = null;

    private function __construct() {}

    public static function title(string $folded): ?string
    {
        return self::lists()['titles'][$folded] ?? null;
    }

    public static function suffix(string $folded): ?string
    {
        return self::lists()['suffixes'][$folded] ?? null;
    }

    /** A suffix that counts behind a whole name alone, since it may be a name or initials: "DO", "V". */
    public static function credential(string $folded): ?string
    {
        return self::lists()['credentials'][$folded] ?? null;
    }

    /** Whether a word of organizations is a first name too. */
    public static function isFirstName(string $folded): bool
    {
        return isset(self::lists()['first names'][$folded]);
    }

    /** Whether a word of organizations is a last name too. */
    public static function isLastName(string $folded): bool
    {
        return isset(self::lists()['last names'][$folded]);
    }

    /** Whether it is one only behind a first name that is known: "Kay Music", not "Tansel Music". */
    public static function asksFirstName(string $folded): bool
    {
        return (self::lists()['last names'][$folded] ?? 0) > 0;
    }

    /** Whether so many have it that behind any other word either may be meant: "Tansel Glass". */
    public static function isOftenLastName(string $folded): bool
    {
        return (self::lists()['last names'][$folded] ?? 0) > 1;
    }

    /** Whether a word tells, behind such a name, that a place or a congregation is meant. */
    public static function tellsPlace(string $folded): bool
    {
        return isset(self::lists()['places'][$folded]);
    }

    public static function isSpanishLastName(string $folded): bool
    {
        return isset(self::lists()['spanish last names'][$folded]);
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

    /** @return list<string> words that say little in the name of an organization: idle ones, and those that many have */
    public static function common(): array
    {
        return array_map(strval(...), array_keys([...self::lists()['idle'], ...self::lists()['common']]));
    }

    /** A word of an organization's name without being shortened: "assn" is "association". */
    public static function inFull(string $folded): string
    {
        return self::lists()['full'][$folded] ?? $folded;
    }

    /** @return array{titles: array<string, string>, suffixes: array<string, string>, credentials: array<string, string>, particles: array<string, int>, organizations: array<string, int>, 'last names': array<string, int>, 'spanish last names': array<string, int>, 'first names': array<string, int>, places: array<string, int>, idle: array<string, int>, common: array<string, int>, full: array<string, string>} */
    private static function lists(): array
    {
        if (self::$lists === null) {
            /** @var array{titles: array<string, string>, suffixes: array<string, string>, credentials: array<string, string>, particles: array<string, int>, organizations: array<string, int>, 'last names': array<string, int>, 'spanish last names': array<string, int>, 'first names': array<string, int>, places: array<string, int>, idle: array<string, int>, common: array<string, int>, full: array<string, string>} $lists */
            $lists = require __DIR__ . '/data/words.php';
            self::$lists = $lists;
        }

        return self::$lists;
    }
}
