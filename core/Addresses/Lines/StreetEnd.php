<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses\Lines;

use PineSieve\Core\Addresses\Places;
use PineSieve\Core\Addresses\Regions;
use PineSieve\Core\Text\Fold;

/** Where a street ends and its city begins, when nothing stands between them: "12 Elm St Apt 4 Dover". */
final class StreetEnd
{
    private const STATION =
        '(?:\s*,?\s*(?:Stn|Station|Succ|Succursale|RPO|CSP|LCD)\.?\s+' .
        '(?:[A-Z](?!\.?\w)|Main|Terminal|Downtown|Central|Forces|Centre-ville|Bureau-chef))?';

    /** Lines without a street, at the beginning of a text. */
    private const POSTAL =
        '/^(?:(?:(?:Box|Site|Comp) \w+\s+){1,2}R\.?\s?R\.?\s*#?\s*\d+|' .
        '(?:P\.?\s?O\.?\s*Box|POB|[BC]\.?P\.?|Drawer|Caller(?: Box)?)\s*#?\s*\d[\w-]*' .
        self::STATION .
        '|(?:R\.?\s?R\.?|Rural Route|H\.?C\.?R?|Star Route|RFD)\s*#?\s*\d+(?:(?:\s*,?\s*Box\s+[\w-]+)|' .
        self::STATION .
        ')|(?:PSC|CMR|Unit)\s*\d+\s+Box\s+\w+|General Delivery|Gen(?:\.|eral)? Del(?:\.|ivery)?)(?=\s|$)/i';

    /** The number of a highway ends it. */
    private const HIGHWAY = '/^(?:highway|hwy|route|rte|rt|road|rd|us|interstate|fm|loop|cr|sr)$/i';

    /** Suffixes that are hardly ever the name of a street. */
    private const NO_NAME = '/^(?:street|st|avenue|ave|road|rd|drive|dr|boulevard|blvd)$/i';

    /** @var ?array<string, list<string>> */
    private static ?array $cities = null;

    private function __construct() {}

    /** Whether a text is a street and nothing behind it. */
    public static function isWholeStreet(string $text): bool
    {
        $lexicon = Lexicon::of('US');
        $words = array_map(static fn(string $word): string => trim($word, '.,'), explode(' ', $text));
        $last = count($words) - 1;
        $end = $last > 1 && $lexicon->direction($words[$last]) !== null ? $last - 1 : $last;

        return preg_match('/^\d/', $text) === 1 && $lexicon->suffix($words[$end]) !== null;
    }

    /**
     * @param  string  $zip  in its form; '' if it is not known
     * @param  string  $country  "US" or "CA"
     * @param  bool  $hasStreet  whether the street stands elsewhere: the text is a city, perhaps with a unit before it
     * @return array{string, string} the street and the city, each as written
     */
    public static function split(string $text, string $zip, string $state, string $country, bool $hasStreet): array
    {
        if ($text === '') {
            return ['', ''];
        }
        if (!$hasStreet && preg_match(self::POSTAL, $text, $found) === 1) {
            return [$found[0], trim(substr($text, strlen($found[0])), ' ,')];
        }
        $words = explode(' ', $text);
        $startsStreet = preg_match('/^[\d#]|^[nsew]\d/i', $words[0]) === 1;
        if ($hasStreet && preg_match('/^[NS]?[EW]$|^[NS]$/D', $words[0]) === 1 && self::beforeCityOfZip($words, $zip) === 1) {
            return [$words[0], implode(' ', array_slice($words, 1))];
        }
        if ($hasStreet && !$startsStreet && Lexicon::of('US')->unit(trim($words[0], '.')) === null) {
            return ['', $text];
        }
        $end =
            ($country === 'CA' ? self::beforeCityOfProvince($words, $state) : self::beforeCityOfZip($words, $zip)) ??
            self::unlessNearer(self::ending($words, $country, $hasStreet), $words, $state);
        if ($end === null) {
            return $hasStreet || !$startsStreet ? ['', $text] : [$text, ''];
        }

        return [implode(' ', array_slice($words, 0, $end)), implode(' ', array_slice($words, $end))];
    }

    /**
     * "12 Meadow Lark Cir Fordville": what ends as a street does, before a city that the state has, is one.
     *
     * @param  ?int  $end  at which word the city begins, by how the street ends
     * @param  list<string>  $words
     */
    private static function unlessNearer(?int $end, array $words, string $state): ?int
    {
        $nearer = self::beforeCityOfState($words, $state);
        if ($end === null || $nearer === null || $nearer <= $end) {
            return $end ?? $nearer;
        }

        return self::isWholeStreet(implode(' ', array_slice($words, 0, $nearer))) ? $nearer : $end;
    }

    /**
     * @param  list<string>  $words
     * @return ?int at which word the city of the ZIP code begins; null if it is not there
     */
    private static function beforeCityOfZip(array $words, string $zip): ?int
    {
        $city = $zip === '' ? '' : Places::shipped()->of($zip)->city ?? '';
        $count = count(explode(' ', $city));
        // A word more or less: "St. Louis", "Saint Louis Park".
        foreach ($city === '' ? [] : [$count, $count + 1] as $length) {
            if (count($words) > $length && Places::isSameCity(implode(' ', array_slice($words, -$length)), $city)) {
                return count($words) - $length;
            }
        }

        return null;
    }

    /**
     * @param  list<string>  $words
     * @return ?int at which word the city begins, by how the street ends: its suffix, direction and units; null if nothing tells
     */
    private static function ending(array $words, string $country, bool $hasStreet): ?int
    {
        $lexicon = Lexicon::of($country);
        $plain = array_map(static fn(string $word): string => trim(str_replace('.', '', $word), ','), $words);
        $count = count($plain);
        $end = $hasStreet ? 0 : null;
        for ($i = 1; $end === null && $i < $count - 1; $i++) {
            $isHighway = preg_match(self::HIGHWAY, $plain[$i]) === 1 && preg_match('/^\d+[a-z]?$/iD', $plain[$i + 1]) === 1;
            if ($isHighway) {
                $end = $i + 2;
            } elseif ($i > 1 && $lexicon->suffix($plain[$i]) !== null && !self::isStillName($plain, $i, $lexicon)) {
                $end = $i + 1;
            } elseif (preg_match('/^(?:avenue|ave)$/i', $plain[$i]) === 1 && preg_match('/^[a-z]$/iD', $plain[$i + 1]) === 1) {
                $end = $i + 2;
            } elseif ($i > 1 && preg_match('/^\d+$/D', $plain[$i]) === 1 && preg_match('/^[nsew]$/iD', $plain[$i + 1]) === 1) {
                $end = $i + 1;
            } elseif (
                $i > 1 &&
                ($plain[$i] === '#' || $lexicon->unit($plain[$i]) !== null) &&
                preg_match('/^#?\d|^[a-z]$/i', $plain[$i + 1]) === 1
            ) {
                $end = $i;
            }
        }
        if ($end === null) {
            return null;
        }
        while ($end < $count - 1) {
            $isUnit = self::isUnit($plain, $end, $lexicon);
            // "North Adams" is a city; "North Apt 4" is not.
            $isDirection =
                $lexicon->direction($plain[$end]) !== null && (strlen($plain[$end]) < 3 || self::isUnit($plain, $end + 1, $lexicon));
            $isGlued = preg_match('/^#\w+$/D', $plain[$end]) === 1;
            if (!$isDirection && !$isUnit && !$isGlued) {
                break;
            }
            $end += $isUnit ? 2 : 1;
        }

        return $end > 0 && $end < $count ? $end : null;
    }

    /** @param  list<string>  $words */
    private static function isUnit(array $words, int $at, Lexicon $lexicon): bool
    {
        return isset($words[$at + 1]) &&
            ($words[$at] === '#' || $lexicon->unit($words[$at]) !== null) &&
            preg_match('/^#?[\w-]*\d|^#?[a-z]$/i', $words[$at + 1]) === 1;
    }

    /**
     * Whether a suffix is of the street's name: the real one comes next, or there is no name before it.
     *
     * @param  list<string>  $words
     */
    private static function isStillName(array $words, int $at, Lexicon $lexicon): bool
    {
        $next = $lexicon->suffix($words[$at + 1]);
        $isOnlyDirection = $at === 2 && $lexicon->direction($words[1]) !== null && $next !== null;
        // "22 Bay Street St. George" is in Saint George.
        $isSaint = preg_match('/^ste?$/i', $words[$at + 1]) === 1 && preg_match(self::NO_NAME, $words[$at]) === 1;
        $follows = $next !== null && !$isSaint && $lexicon->isCommon($next) && $at + 2 < count($words);

        return $isOnlyDirection || $follows;
    }

    /**
     * @param  list<string>  $words
     * @return ?int at which word one of the larger cities of Canada begins; null if there is none
     */
    private static function beforeCityOfProvince(array $words, string $province): ?int
    {
        self::$cities ??= self::cities();
        $code = Regions::find($province)['code'] ?? '';
        for ($at = 2; $at < count($words); $at++) {
            $provinces = self::$cities[Fold::words(implode(' ', array_slice($words, $at)))] ?? [];
            if ($provinces !== [] && ($code === '' || in_array($code, $provinces, true))) {
                return $at;
            }
        }

        return null;
    }

    /** @return array<string, list<string>> folded name to the provinces that have such a city */
    private static function cities(): array
    {
        /** @var array<string, string> $names */
        $names = require __DIR__ . '/../data/cities-ca.php';
        $cities = [];
        foreach ($names as $province => $list) {
            foreach (explode('|', $list) as $name) {
                $cities[Fold::words($name)][] = $province;
            }
        }

        return $cities;
    }

    /**
     * @param  list<string>  $words
     * @return ?int at which word a city begins that the state has: the longest name; null if there is none
     */
    private static function beforeCityOfState(array $words, string $state): ?int
    {
        $code = Regions::find($state)['code'] ?? '';
        for ($at = 2; $code !== '' && $at < count($words); $at++) {
            if (Places::shipped()->codes(implode(' ', array_slice($words, $at)), $code) !== []) {
                return $at;
            }
        }

        return null;
    }
}
