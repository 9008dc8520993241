<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Text;

/**
 * Which encoding of one byte a character a text is in: the one in which its letters stand where letters do. "Mu\x96oz" is "Muñoz" on a
 * Macintosh, "Muûoz" under DOS, "Mu–oz" on Windows.
 */
final class EncodingGuess
{
    /** How often each letter stands in names that are brought in, against the most frequent one. */
    private const WESTERN = [
        'é' => 10,
        'á' => 9,
        'í' => 9,
        'ó' => 9,
        'ñ' => 9,
        'ü' => 7,
        'ö' => 7,
        'ú' => 6,
        'è' => 5,
        'ç' => 5,
        'ä' => 5,
        'ë' => 4,
        'ã' => 4,
        'å' => 4,
        'ø' => 4,
        'ê' => 3,
        'ô' => 3,
        'â' => 3,
        'à' => 3,
        'ï' => 3,
        'î' => 3,
        'ß' => 3,
        'æ' => 2,
        'œ' => 2,
        'û' => 2,
        'ù' => 2,
        'ò' => 2,
        'ì' => 2,
        'õ' => 2,
        'ý' => 2,
        'š' => 2,
        'ž' => 2,
        'þ' => 1,
        'ð' => 1,
        'ÿ' => 1,
    ];

    private const CENTRAL = 'ąćęłńóśźżáčďéěíňřšťúůýžőűăâîşţöüäôçë';

    /** What every other letter is, if it was read right. */
    private const VOWELS = 'аеиоуыэюяіїєАЕИОУЭЮЯαεηιουωάέήίόύώΑΕΗΙΟΥΩΆΈΉΊΌΎΏ';

    /** Scripts whose every letter is beyond ASCII. */
    private const SCRIPTS = ['windows-1251' => 'Cyrillic', 'windows-1253' => 'Greek'];

    /** Letters where they never stand, and more of them in a row than words of Latin letters have. */
    private const MISPLACED =
        'ç(?![aouáãâôõ])|ñ(?![aeiouyáéíóú])|œ(?![uir])|ß(?=\p{Lu})|[áéó](?=[áéíóúü])|á(?=[oe])' .
        '|(?<=[bcdfghjklmnpqrstvwxz])[îï](?=[aeou])|[À-ÖØ-öø-ž]{3}|\bÐ\b|æ\b|ø(?=á)|è(?=[ei])|(?<=\b[DOL])Õ';

    /** Punctuation where it stands in prose. */
    private const SIGNS =
        '(?<![\p{L}\p{N}])[\x{201C}\x{2018}\x{2019}](?=[\p{L}\p{N}])|(?<=[\p{L}\p{N}.,!?])[\x{201D}\x{2019}](?![\p{L}\p{N}])' .
        '|(?<=[\s\d])[\x{2013}\x{2014}](?=[\s\d\p{L}])|(?<=\p{L})[\x{2013}\x{2014}](?=[\s\p{Lu}])|(?<=[\p{L}\s])\x{2026}(?!\p{L})' .
        '|(?<=\p{L})\x{2019}(?=\p{L})';

    /** Signs that say nothing: those where no letter is beside them, and blanks. */
    private const PLAIN =
        '(?<!\p{L})[^\x00-\x{9F}\p{L}\x{FFFD}](?!\p{L})|(?<=[\p{L}\p{N}])[ªº]|[\x{A0}\x{AD}]' .
        '|(?<!\p{L})[•†‡§¶](?=\p{Lu})|(?<=\p{L})[™®©°†‡](?!\p{L})';

    /** What may be a letter of a Macintosh, too: the accents of "García" and "Schröder". */
    private const DOUBTFUL =
        '(?:(?<=\p{L}[bcdfghjklmnpqrstvwxz])|(?<=\b[BCFGHJKMPQRSTVWXZ]))\x{2019}(?=[aon]|[rt]e)' .
        '|(?<=[bcdfghjklmnprtvwzBCDFGHJKLMNPRTVWZ])š(?=[bcdfghjklmnprstvwz])';

    private function __construct() {}

    /** @param  string  $sample  lines of a text that is no UTF-8 */
    public static function of(string $sample): Encoding
    {
        $best = Encoding::Windows1252;
        $most = self::fit($best, $sample);
        // Far more files are as Windows writes them, and many letters are there in others too, only not the same.
        if ($most > 0) {
            return $best;
        }
        foreach ([Encoding::MacRoman, Encoding::Dos850, Encoding::CentralEuropean, Encoding::Cyrillic, Encoding::Greek] as $encoding) {
            $fit = self::fit($encoding, $sample);
            if ($fit > 0 && $fit > $most) {
                [$best, $most] = [$encoding, $fit];
            }
        }

        return $best;
    }

    /** Whether a text makes sense as what it is read as: no more letters stand where none does than where some do. */
    public static function isSense(Encoding $encoding, string $bytes): bool
    {
        return self::fit($encoding, $bytes) >= 0;
    }

    /** The letters that stand where letters do, by how frequent they are, less all signs that stand where none does. */
    private static function fit(Encoding $encoding, string $sample): int
    {
        $text = $encoding->decode($sample);
        $isScript = isset(self::SCRIPTS[$encoding->value]);
        preg_match_all(self::placed($encoding), $text, $placed);
        $good = 0;
        foreach ($placed[0] as $letter) {
            $good += self::WESTERN[mb_strtolower($letter)] ?? ($isScript && !str_contains(self::VOWELS, $letter) ? 1 : 4);
        }
        if ($isScript && self::count('\p{Lu}', implode('', $placed[0])) < count($placed[0]) / 20) {
            return -1;
        }
        $signs = self::count(self::SIGNS, $text);
        $good -= 5 * self::count(self::DOUBTFUL, $text);
        $right = count($placed[0]) + self::count(self::SIGNS . '|' . self::PLAIN, $text);
        $wrong = self::count('[^\x00-\x7F]', $text) - $right + ($isScript ? 0 : self::count(self::MISPLACED, $text, 'i'));

        return $good + 5 * $signs - 15 * $wrong;
    }

    /** How often a pattern is in a text. */
    private static function count(string $pattern, string $text, string $flags = ''): int
    {
        return (int) preg_match_all("/{$pattern}/u{$flags}", $text);
    }

    /** A letter of the encoding where one can stand: small ones in a word, capitals at its beginning or among others. */
    private static function placed(Encoding $encoding): string
    {
        $script = self::SCRIPTS[$encoding->value] ?? null;
        if ($script !== null) {
            $isInWord = "(?:(?<=\\p{{$script}})|(?=\\p{{$script}}{2}))";

            return "/{$isInWord}(?:(?=\\p{Ll})\\p{{$script}}(?!\\p{Lu})|(?<!\\p{Ll})(?=\\p{Lu})\\p{{$script}})/u";
        }
        $letters = $encoding === Encoding::CentralEuropean ? self::CENTRAL : implode('', array_keys(self::WESTERN));
        $capitals = mb_strtoupper(str_replace('ß', '', $letters));

        return "/(?<=\\p{L})[{$letters}](?!\\p{Lu})|[{$letters}](?=\\p{Ll})" .
            "|(?<!\\p{L})[{$capitals}](?=\\p{L}|\\b)|(?<=\\p{Lu})[{$capitals}](?!\\p{Ll})/u";
    }
}
