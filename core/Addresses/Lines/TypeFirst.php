<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses\Lines;

use PineSieve\Core\Addresses\AddressRule;
use PineSieve\Core\Addresses\PlaceCasing;

/**
 * Streets in Canada whose type stands before the name, as in French: "1230 boulevard Laurier Ouest" is "boul", Laurier and O; and highways
 * by number.
 */
final class TypeFirst
{
    /** Written small within a name. */
    private const SMALL = ['de' => 1, 'du' => 1, 'des' => 1, 'la' => 1, 'le' => 1, 'les' => 1, 'et' => 1, 'à' => 1, 'aux' => 1, 'au' => 1];

    /** "1re", "4e" */
    private const ORDINAL = '/^\d+(?:re|er|e|[eè]re|i?[eè]me)$/iDu';

    /** Roads of the country by number: they are written as they are. */
    private const RURAL =
        '/^(?:concession|conc|county|cty|regional|reg|region|municipal|district|range|rge|township|twp|grid|secondary|line)' .
        '(?: (?:road|rd|highway|hwy|line))? \d+[a-z]?$/iD';

    private function __construct() {}

    /**
     * @param  list<string>  $words  of a line, without the number of the house and units
     * @return ?array{name: string, suffix: string, after: string, isTypeFirst: bool} null if it is none
     */
    public static function of(array $words, Lexicon $lexicon, Reasons $reasons): ?array
    {
        $count = count($words);
        if ($count < 2) {
            return null;
        }
        if ($lexicon->suffix($words[0]) === 'Hwy' && preg_match('/^\d+[a-z]?$/iD', $words[1]) === 1) {
            $reasons->replaced(AddressRule::Highway, 'word', $words[0], 'Hwy');
            $after = $count === 3 ? $lexicon->direction($words[2]) : null;

            return $count === 2 || $after !== null
                ? ['name' => strtoupper($words[1]), 'suffix' => 'Hwy', 'after' => $after ?? '', 'isTypeFirst' => true]
                : null;
        }
        $rural = self::rural($words, $lexicon, $reasons);
        if ($rural !== null) {
            return $rural;
        }
        // "Rue du Nord" runs in no direction.
        $point = $count > 2 && !isset(self::SMALL[mb_strtolower($words[$count - 2])]) ? $lexicon->point($words[$count - 1]) : null;
        $isEnglish = $point === null && $count > 2 && $lexicon->direction($words[$count - 1]) !== null;
        $name = $point === null && !$isEnglish ? $words : array_slice($words, 0, -1);
        $last = $name[count($name) - 1];
        // "Avenue H South" is the eighth of them; of "Avenue H" it is not known in which language it is.
        if (strlen($last) === 1 && ctype_alpha($last) && count($name) === 2 && $lexicon->suffix($name[0]) === 'Ave') {
            return null;
        }
        $isOrdinal = preg_match(self::ORDINAL, $name[0]) === 1;
        if ($isOrdinal && count($name) === 2 && $lexicon->type($last) !== null) {
            [$type, $written, $name] = [$lexicon->type($last), $last, [$name[0]]];
        } else {
            $type = $lexicon->type($name[0]);
            // "Avenue Road" is a road.
            $isTypeOnly = count($name) === 2 && $lexicon->direction($last) !== null;
            // "Park Avenue", and "Cote St. Antoine Road" among the English.
            $isBoth = $lexicon->suffix($last) !== null && ($lexicon->suffix($name[0]) !== null || $lexicon->suffix($last) === 'Rd');
            if ($type === null || $isTypeOnly || $isBoth) {
                return null;
            }
            [$isOrdinal, $written, $name] = [false, $name[0], array_slice($isEnglish ? $words : $name, 1)];
        }
        // "Rue" is as good as "rue".
        $type = mb_strtolower($written) === $type && mb_strtoupper($written) !== $written ? $written : $type;
        $reasons->replaced(AddressRule::Suffix, 'street type', $written, $type);
        if ($point !== null) {
            $reasons->replaced(AddressRule::Direction, 'direction', $words[$count - 1], $point);
        }

        return [
            'name' => implode(' ', array_map(static fn(string $word): string => self::cased($word, $reasons), $name)),
            'suffix' => $type,
            'after' => $point ?? '',
            'isTypeFirst' => !$isOrdinal,
        ];
    }

    /**
     * @param  list<string>  $words
     * @return ?array{name: string, suffix: string, after: string, isTypeFirst: bool} null if it is none
     */
    private static function rural(array $words, Lexicon $lexicon, Reasons $reasons): ?array
    {
        $last = $words[count($words) - 1];
        $after = $lexicon->direction($last);
        $name = $after === null ? $words : array_slice($words, 0, -1);
        if (preg_match(self::RURAL, implode(' ', $name)) !== 1) {
            return null;
        }
        if ($after !== null) {
            $reasons->replaced(AddressRule::Direction, 'direction', $last, $after);
        }

        $plain = implode(' ', $name);
        // Short forms such as "TWP" are no initials.
        $isMixed = $plain !== strtoupper($plain) && $plain !== strtolower($plain);
        $cased = $isMixed ? $plain : ucwords(strtolower($plain));
        $reasons->replaced(AddressRule::Capitals, 'name', $plain, $cased);

        return [
            'name' => $cased,
            'suffix' => '',
            'after' => $after ?? '',
            'isTypeFirst' => false,
        ];
    }

    /** Whether a word is written small within a name, and is so. */
    public static function isSmall(string $word): bool
    {
        return isset(self::SMALL[$word]);
    }

    private static function cased(string $word, Reasons $reasons): string
    {
        $lower = mb_strtolower($word);
        if (preg_match(self::ORDINAL, $word) === 1) {
            return $lower;
        }
        $cased =
            isset(self::SMALL[$lower]) && mb_strlen($word) > 1
                ? ($word === mb_strtoupper($word)
                    ? $lower
                    : $word)
                : PlaceCasing::word($word);
        if ($cased !== $word) {
            $reasons->add(AddressRule::Capitals);
        }

        return $cased;
    }
}
