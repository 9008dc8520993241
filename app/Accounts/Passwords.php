<?php

declare(strict_types=1);

namespace App\Accounts;

/**
 * Which passwords are too easy to guess to be taken: those made only of words that everyone uses and of figures, those that
 * repeat one piece, those that run along the keyboard or the alphabet, and those that hold the person's or the organization's name.
 *
 * @see https://pages.nist.gov/800-63-3/sp800-63b.html#memsecretver NIST SP 800-63B, 5.1.1.2: refuse what is common, repeated, sequential or of the context
 */
final class Passwords
{
    /** Characters; a list of common ones can't know shorter ones well enough. */
    public const SHORTEST = 12;

    /** Keys that lie next to each other, and orders that everyone knows; each is read both ways. */
    private const RUNS = [
        '01234567890123456789',
        'abcdefghijklmnopqrstuvwxyz',
        'qwertyuiopasdfghjklzxcvbnm',
        'qwertyuiop',
        'asdfghjkl',
        'zxcvbnm',
        'qwertzuiop',
        'azertyuiop',
        '1q2w3e4r5t6y7u8i9o0p',
        'qazwsxedcrfvtgbyhnujmikolp',
        '1qaz2wsx3edc4rfv5tgb6yhn7ujm',
    ];

    /** How letters are written as figures and signs: a for @, and so on. */
    private const DISGUISES = [
        '0' => 'o',
        '1' => 'i',
        '3' => 'e',
        '4' => 'a',
        '5' => 's',
        '7' => 't',
        '@' => 'a',
        '$' => 's',
        '!' => 'i',
        '|' => 'i',
        '+' => 't',
    ];

    private function __construct() {}

    /**
     * @param  list<string>  $names  of the person and the organization
     * @return ?string why it is not taken, as a sentence; null if it is
     */
    public static function fault(string $password, array $names): ?string
    {
        $small = mb_strtolower($password);
        if (self::isMadeOf($names, $small)) {
            return 'A password that is a name from here and little else is easy to guess. Choose another one.';
        }

        return match (true) {
            mb_strlen($password) < self::SHORTEST => 'A password needs at least ' . self::SHORTEST . ' characters.',
            self::repeats($small) => 'A password that repeats itself is easy to guess. Choose another one.',
            self::runs($small) => 'A password that follows the keyboard or the alphabet is easy to guess. Choose another one.',
            self::isCommon($small)
                => 'This password is one of those that are tried first. Choose another one, such as four words that have nothing to do with each other.',
            default => null,
        };
    }

    /**
     * Whether a word of the names is in it, and fewer than five letters or figures besides.
     *
     * @param  list<string>  $names
     */
    private static function isMadeOf(array $names, string $password): bool
    {
        $words = array_filter(
            preg_split('/[^\pL\pN]+/u', mb_strtolower(implode(' ', $names)), -1, PREG_SPLIT_NO_EMPTY) ?: [],
            static fn(string $word): bool => mb_strlen($word) > 2,
        );
        $left = str_replace($words, '', $password);

        return $left !== $password && mb_strlen((string) preg_replace('/[^\pL\pN]+/u', '', $left)) < 5;
    }

    private static function repeats(string $password): bool
    {
        $letters = mb_str_split($password);
        if (count(array_unique($letters)) < 5) {
            return true;
        }
        for ($length = 1, $all = count($letters); $length <= intdiv($all, 2); $length++) {
            if (array_slice($letters, $length) === array_slice($letters, 0, $all - $length)) {
                return true;
            }
        }

        return false;
    }

    private static function runs(string $password): bool
    {
        $left = $password;
        foreach (self::RUNS as $run) {
            foreach ([$run, strrev($run)] as $line) {
                for ($length = strlen($line); $length >= 4; $length--) {
                    for ($from = 0; $from + $length <= strlen($line); $from++) {
                        $left = str_replace(substr($line, $from, $length), '', $left);
                    }
                }
            }
        }

        return mb_strlen($left) < 5;
    }

    private static function isCommon(string $password): bool
    {
        static $words = null;
        $words ??= file(__DIR__ . '/common-passwords.txt', FILE_IGNORE_NEW_LINES | FILE_SKIP_EMPTY_LINES) ?: [];
        $ofThese = '/^(?:' . implode('|', array_map(static fn(string $word): string => preg_quote($word, '/'), $words)) . ')+$/';
        // As it is written, and with figures read as the letters that they stand for; figures before and after are no help.
        $bare = (string) preg_replace('/^[\pN\pP\pS\s]+|[\pN\pP\pS\s]+$/u', '', $password);
        foreach ([$password, $bare] as $text) {
            foreach ([$text, strtr($text, self::DISGUISES), strtr($text, ['1' => 'l'] + self::DISGUISES)] as $reading) {
                $letters = (string) preg_replace('/[^\pL]+/u', '', $reading);
                if ($letters === '' || preg_match($ofThese, $letters) === 1) {
                    return true;
                }
            }
        }

        return false;
    }
}
