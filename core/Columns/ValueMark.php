<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Gifts\Amount;
use PineSieve\Core\Gifts\NotPaid;
use PineSieve\Core\Names\FrequentNames;
use PineSieve\Core\Names\OddName;
use PineSieve\Core\Names\TwoPeople;
use PineSieve\Core\Names\Words;
use PineSieve\Core\Names\WrittenName;
use PineSieve\Core\Standards\Formats\WrittenDate;
use PineSieve\Core\Text\Fold;
use PineSieve\Core\Text\LostLetters;
use PineSieve\Core\Text\MailDomain;
use PineSieve\Core\Text\Mojibake;
use PineSieve\Core\Text\Placeholders;
use PineSieve\Core\Text\WebCodes;

/** What can be odd about a single value, whatever column it stands in. */
enum ValueMark: string
{
    case Blanks = 'blanks';
    case Breaks = 'breaks';
    case Invisible = 'invisible';
    case Decoding = 'decoding';
    case WebCodes = 'web codes';
    case LostLetters = 'lost letters';
    case Placeholder = 'placeholder word';
    case Test = 'placeholder test';
    case Filler = 'placeholder number';
    case FillerDate = 'placeholder date';
    case Error = 'placeholder error';
    case Scientific = 'placeholder scientific';
    case Capitals = 'capitals';
    case Small = 'small';
    case TwoPeople = 'two people';
    case LastFirst = 'last, first';
    case LastAhead = 'last first';
    case TurnedName = 'turned name';
    case Seconds = 'seconds';
    case OneWord = 'one word';
    case OddName = 'odd name';
    case TwoEmails = 'two emails';
    case TwoPhones = 'two phones';
    case OddDomain = 'odd domain';
    case FourDigits = 'four digits';
    case Serial = 'serial';
    case Currency = 'currency';
    case Parentheses = 'parentheses';
    case DecimalComma = 'decimal comma';
    case Negative = 'negative';
    case List = 'list';
    case NotPaid = 'not paid';

    /** Bytes of a text that may be a name. */
    private const NAME = 120;

    /**
     * @param  string  $cell  as it is, not blank
     * @param  string  $tidied  as Tidy::line() gives it
     * @param  bool  $mayBeName  whether its column may hold names
     * @return list<self>
     */
    public static function of(string $cell, string $tidied, bool $mayBeName = true): array
    {
        $marks = $cell === $tidied ? [] : self::ofBlanks($cell);
        if ($tidied === '') {
            return $marks;
        }
        $placeholder = Placeholders::kind($tidied);
        if ($placeholder !== null) {
            return [...$marks, self::from("placeholder {$placeholder}")];
        }
        if (NotPaid::isSaid($tidied)) {
            return [...$marks, self::NotPaid];
        }
        if (preg_match('/^[A-Z][a-z]+$/D', $tidied) === 1) {
            return $mayBeName ? [...$marks, self::OneWord] : $marks;
        }

        if (preg_match('/[^\x00-\x7F]/', $cell) === 1 && Mojibake::isLikely($cell) && Mojibake::mend($cell) !== $cell) {
            $marks[] = self::Decoding;
        } elseif (WebCodes::areIn($cell)) {
            $marks[] = self::WebCodes;
        } elseif (LostLetters::areIn($tidied)) {
            $marks[] = self::LostLetters;
        } elseif ($mayBeName && strlen($tidied) < self::NAME && OddName::isIn($tidied)) {
            $marks[] = self::OddName;
        }

        return [...$marks, ...strpbrk($tidied, '0123456789@') === false ? self::ofWords($tidied) : self::ofNumbers($tidied)];
    }

    /** @return list<self> */
    private static function ofBlanks(string $cell): array
    {
        return match (true) {
            preg_match('/[\r\n]/', trim($cell)) === 1 => [self::Breaks],
            preg_match('/[\x{A0}\x{200B}-\x{200D}\x{202F}\x{2060}\x{FEFF}\x{AD}]/u', $cell) === 1 => [self::Invisible],
            default => [self::Blanks],
        };
    }

    /** @return list<self> */
    private static function ofWords(string $text): array
    {
        $marks = [];
        if (preg_match('/\p{L}{2}/u', $text) === 1) {
            $isLoud = mb_strtoupper($text) === $text;
            // Of scripts without capitals, every name is both.
            $isQuiet = mb_strtolower($text) === $text;
            if ($isLoud !== $isQuiet) {
                $marks[] = $isLoud ? self::Capitals : self::Small;
            }
        }
        if (TwoPeople::areIn($text) && !WrittenName::isOrganization($text)) {
            $marks[] = self::TwoPeople;
        } elseif (preg_match('/^[\p{L}\'\x{2019}. -]+,\s*[\p{L}\'\x{2019}. -]+$/uD', $text) === 1) {
            $marks[] = self::LastFirst;
        } elseif (preg_match('/^\p{L}[\p{L}\p{M}\'\x{2019}.&-]+$/uD', $text) === 1) {
            $marks[] = self::OneWord;
        } elseif (self::isLastAhead($text)) {
            $marks[] = self::LastAhead;
            if (self::isTurned($text)) {
                $marks[] = self::TurnedName;
            }
        }
        if (preg_match('/[;|\/]|,.*,/', $text) === 1) {
            $marks[] = self::List;
        }

        return $marks;
    }

    /** "TREMBLAY MARC" and "Lee Ann M": of two words the second is a first name, the first is none. */
    private static function isLastAhead(string $text): bool
    {
        return preg_match('/^(\p{L}[\p{L}\'\x{2019}-]+) (\p{L}{2,})(?:-\p{L}+)?(?: \p{L}+\.?)?$/uD', $text, $words) === 1 &&
            FrequentNames::isFirst(Fold::words($words[2])) &&
            !FrequentNames::isFirst(Fold::words($words[1])) &&
            Words::title(Fold::solid($words[1])) === null;
    }

    /** "Johnson Robert": the first word is a frequent last name, the second is none; in "Parker Ann Smith" the third is one. */
    private static function isTurned(string $text): bool
    {
        $words = array_map(Fold::words(...), explode(' ', $text));

        return FrequentNames::isTurned($words) && strlen($words[2] ?? '') < 2;
    }

    /** @return list<self> */
    private static function ofNumbers(string $text): array
    {
        $length = strlen($text);
        if (strspn($text, '0123456789') === $length) {
            return match (true) {
                $length === 4 || $length === 8 => [self::FourDigits],
                WrittenDate::areSeconds($text) => [self::Seconds],
                $length === 5 && $text >= '10000' && $text < '60000' => [self::Serial],
                default => [],
            };
        }
        $marks = [];
        if (str_contains($text, '@')) {
            return substr_count($text, '@') > 1 ? [self::TwoEmails] : (MailDomain::meant($text) === '' ? [] : [self::OddDomain]);
        }
        $digits = preg_match_all('/\d/', $text);
        if ($digits >= 14 && preg_match('/\d{3}\D{0,3}\d{4}\D+(?:\+?1\D*)?\(?\d{3}\)?\D{0,2}\d{3}\D{0,3}\d{4}/', $text) === 1) {
            $marks[] = self::TwoPhones;
        }
        if (preg_match('/\p{Sc}|\b(?:USD|CAD|EUR|GBP)\b/u', $text) === 1) {
            $marks[] = self::Currency;
        } elseif (preg_match('/^\(\s*[\d.,]+\s*\)$/D', $text) === 1) {
            $marks[] = self::Parentheses;
        }
        if (preg_match('/^[-\x{2212}(]|^\p{Sc}\s?-|-$/u', $text) === 1 && str_starts_with(Amount::parse($text) ?? '', '-')) {
            $marks[] = self::Negative;
        }
        if (preg_match('/^[^\d;|@]*\d{1,3}(?:\.\d{3})*,\d{1,2}[^\d;|@]*$/D', $text) === 1) {
            $marks[] = self::DecimalComma;
        }
        if (preg_match('/[;|\n]/', $text) === 1) {
            $marks[] = self::List;
        }

        return $marks;
    }
}
