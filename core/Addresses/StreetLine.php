<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

/** Puts a street line into the form of USPS Publication 28, in mixed case: "12 north elm street apartment 4" becomes "12 N Elm St Apt 4". */
final class StreetLine
{
    /** Whose hands it goes through: a line that names people, not a street. */
    private const PERSON = '/^(?:c\s?\/\s?o|care of|att(?:n|ention))\b|^%\s?\p{L}/iu';

    /** @var ?array{suffixes: array<string, string>, directions: array<string, string>, units: array<string, string>, lone: array<string, int>, capitals: array<string, int>} */
    private static ?array $words = null;

    private function __construct() {}

    /** @return array{string, list<string>} the line, and the reasons for each kind of change */
    public static function standardize(string $line): array
    {
        if ($line === '' || preg_match(self::PERSON, $line) === 1) {
            return [$line, []];
        }
        $reasons = [];
        $box = preg_replace('/^(?:p\.?\s*o\.?|post\s+office)\s*(?:box|bx)\.?\s*#?\s*(\w[\w-]*)$/i', 'PO Box $1', $line);
        if ($box !== null && $box !== $line) {
            return [strtoupper(substr($box, 0, 3)) . 'Box ' . strtoupper(substr($box, 7)), ['post office box in its postal form']];
        }
        if (str_starts_with($line, 'PO Box ')) {
            return [$line, []];
        }
        $words = explode(' ', trim(preg_replace(['/#\s*(?=\w)/', '/[.,;]+(?=\s|$)/', '/\s+/'], ['# ', ' ', ' '], $line) ?? $line));
        if (implode(' ', $words) !== str_replace('#', '# ', $line) && preg_match('/[.,;](?:\s|$)/', $line) === 1) {
            $reasons['marks'] = 'full stops and commas are not used';
        }
        if (preg_match('/#\w/', $line) === 1) {
            $reasons['sign'] = 'the sign # stands apart from its number';
        }
        [$street, $unit] = self::cutUnit($words, $reasons);
        $street = self::casing(self::street($street, $reasons), $reasons);
        $unit = self::casing($unit, $reasons);

        return [implode(' ', [...$street, ...$unit]), array_values($reasons)];
    }

    /**
     * @param  list<string>  $words
     * @param  array<string, string>  $reasons
     * @return array{list<string>, list<string>}
     */
    private static function cutUnit(array $words, array &$reasons): array
    {
        $lists = self::words();
        for ($i = count($words) - 1; $i > 0 || ($i === 0 && count($words) <= 2); $i--) {
            $short = $words[$i] === '#' ? '#' : $lists['units'][strtolower($words[$i])] ?? null;
            $hasNumber = isset($words[$i + 1]) && (preg_match('/\d/', $words[$i + 1]) === 1 || strlen($words[$i + 1]) === 1);
            if ($short === null || (!$hasNumber && !(isset($lists['lone'][$short]) && $i === count($words) - 1 && $i > 1))) {
                continue;
            }
            if ($short !== $words[$i]) {
                $reasons['unit'] = "\"{$words[$i]}\" is \"{$short}\" in postal form";
            }
            $number = array_map(strtoupper(...), array_slice($words, $i + 1));

            return [array_slice($words, 0, $i), [$short, ...$number]];
        }

        return [$words, []];
    }

    /**
     * @param  list<string>  $words
     * @param  array<string, string>  $reasons
     * @return list<string>
     */
    private static function street(array $words, array &$reasons): array
    {
        $lists = self::words();
        $last = count($words) - 1;
        // After the suffix a direction may stand: "Elm Street North".
        if (
            $last > 1 &&
            isset($lists['directions'][strtolower($words[$last])]) &&
            isset($lists['suffixes'][strtolower($words[$last - 1])])
        ) {
            self::replace($words, $last, $lists['directions'][strtolower($words[$last])], 'direction', $reasons);
            $last--;
        }
        // The suffix needs a name before it: in "12 Park" or "The Crescent" the word is the name itself.
        if ($last > 1 && isset($lists['suffixes'][strtolower($words[$last])])) {
            self::replace($words, $last, $lists['suffixes'][strtolower($words[$last])], 'street suffix', $reasons);
            if ($last > 2 && preg_match('/^\d/', $words[0]) === 1 && isset($lists['directions'][strtolower($words[1])])) {
                self::replace($words, 1, $lists['directions'][strtolower($words[1])], 'direction', $reasons);
            }
        }

        return array_values($words);
    }

    /**
     * @param  array<int, string>  $words
     * @param  array<string, string>  $reasons
     */
    private static function replace(array &$words, int $at, string $short, string $what, array &$reasons): void
    {
        if ($words[$at] !== $short) {
            $reasons[$what] = "{$what} \"{$words[$at]}\" is \"{$short}\" in postal form";
            $words[$at] = $short;
        }
    }

    /**
     * Words all in capitals or all in small letters get an initial capital; mixed words are left as someone wrote them.
     *
     * @param  list<string>  $words
     * @param  array<string, string>  $reasons
     * @return list<string>
     */
    private static function casing(array $words, array &$reasons): array
    {
        foreach ($words as $i => $word) {
            $cased = match (true) {
                preg_match('/^\d+(?:st|nd|rd|th)$/i', $word) === 1 => strtolower($word),
                preg_match('/\d/', $word) === 1 => strtoupper($word),
                self::isInCapitals($word), isset(self::words()['directions'][strtolower($word)]) && strlen($word) <= 2 => strtoupper($word),
                mb_strtolower($word) === $word || (mb_strtoupper($word) === $word && mb_strlen($word) > 1) => PlaceCasing::place($word),
                default => $word,
            };
            if ($cased !== $word) {
                $reasons['case'] = 'capitals and small letters';
                $words[$i] = $cased;
            }
        }

        return $words;
    }

    /** Whether a word is one that the names of streets end in: "Ct", "lane". */
    public static function isSuffix(string $word): bool
    {
        return isset(self::words()['suffixes'][strtolower(trim($word, '.,'))]);
    }

    /** Whether a word is written in capitals whatever stands around it: "PO", "NW". */
    public static function isInCapitals(string $word): bool
    {
        return isset(self::words()['capitals'][strtoupper($word)]);
    }

    /** @return array{suffixes: array<string, string>, directions: array<string, string>, units: array<string, string>, lone: array<string, int>, capitals: array<string, int>} each spelling in small letters to its abbreviation */
    private static function words(): array
    {
        if (self::$words === null) {
            /** @var array{suffixes: array<string, string>, directions: array<string, string>, units: array<string, string>, lone: array<string, int>, capitals: array<string, int>} $data */
            $data = require __DIR__ . '/data/streets.php';
            self::$words = [
                'suffixes' => self::flip($data['suffixes']),
                'directions' => self::flip($data['directions']),
                'units' => self::flip($data['units']),
                'lone' => $data['lone'],
                'capitals' => $data['capitals'],
            ];
        }

        return self::$words;
    }

    /**
     * @param  array<string, string>  $list  abbreviation to its other spellings
     * @return array<string, string> every spelling to its abbreviation
     */
    private static function flip(array $list): array
    {
        $spellings = [];
        foreach ($list as $short => $others) {
            foreach (explode(' ', trim(strtolower($short) . ' ' . $others)) as $spelling) {
                $spellings[$spelling] = $short;
            }
        }

        return $spellings;
    }
}
