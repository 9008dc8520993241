<?php

declare(strict_types=1);

namespace PineSieve\Core\Names;

use PineSieve\Core\Text\Fold;
use PineSieve\Core\Text\LostLetters;

/** A name in one cell that may be read wrongly: with words, numbers or signs that no name has, or in an order that says little. */
final class OddName
{
    /** Most names have nothing of it. */
    private const MAY_BE =
        '/\d|[^\p{L}\p{M}\s.,\'\x{2019}&()"\x{201C}\x{201D}+\/-]|\bw\/|\(\p{L}+\)|^\p{Lu}{2} \p{Lu}\p{Ll}|' .
        self::SMALL .
        '|(?i:' .
        self::NO_NAME .
        ')|[\'\x{2019}]s\b|-\p{Ll}|^\+|^(?i:the|an|in|mc|her|his|their) |^a |\b\p{L}{3,}\. |\p{Lu}{3}|^(?:\S+ ){6}| - |(?:,|&).*(?:,|&| and )|\p{L}+ \p{L}+, \p{L}+(?: \p{L}+)?$|^\p{L}{2,}\.\p{L}{2,}$|^\p{Lu}\p{Ll}{2,}\p{Lu}\p{Ll}+$|^(?i:de|del|la|le|di|da|du|dos|el|los|las|san|santa|st|van|von)\.? \p{L}+ .*\p{L}{2,}$|(?:&|\+|(?i: and)) ?\p{L}{2,}$|\p{L}\.? ?& ?\p{L}\.?$| (?:\p{L}|(?i:dr|mr|mrs|ms|rev|prof))\.?$/u';

    /** Words within a text, not within a name. */
    private const SMALL = '\b(?:of|for|at|to|not|no|by|with|from|on|see|per|via|y|e|et)\b';

    /** What people call their kin, and words that lists have beside a name. */
    private const NO_NAME = '\b(?:mom|mommy|dad|daddy|grandma|grandpa|aunt|uncle|cousin|viuda|vda|duplicate|dupe?|donor|giver|customer|client|widow|vip|void|kids|boys|girls|children|twins|parents|table|tbl|deleted|inactive|moved|hijo|padre|hija|pending|jtwros|jt ten|ten com|utma|ugma|fbo|tod|poa|dtd)\b';

    /** "De Luca" alone, and what may be such. */
    private const PARTICLE = '/^(?i:de|del|dela|delos|della|la|le|di|da|du|dos|el|los|las|san|st|van|von|ter|der|vander|vanden|saint|mac|mc|o)\.? (?:\p{L}+ ){0,2}\p{L}[\p{L}\'\x{2019}-]+$/uD';

    /** "Kim Yong-ho" has the last name first. */
    private const GIVEN_LAST = '/ \p{Lu}\p{Ll}+-\p{Ll}+$/u';

    /** Short forms of first names. */
    private const SHORT = [
        'geo',
        'chas',
        'jas',
        'thos',
        'robt',
        'jos',
        'benj',
        'edw',
        'alex',
        'saml',
        'danl',
        'fredk',
        'margt',
        'eliz',
        'ste',
    ];

    private const ORDINAL = '/\b(?:2nd|3rd|4th)\b/i';

    private function __construct() {}

    /**
     * Whether a person's or a household's name may be read wrongly; that of an organization is not read at all.
     *
     * @param  bool  $isOneCell  whether first and last name stand in one, and what begins like a last name may be one alone
     */
    public static function isIn(string $text, bool $isOneCell = true): bool
    {
        // Most columns are others: numbers, emails, streets.
        if (str_contains($text, '@') || preg_match('/\p{L}{2}/u', $text) !== 1) {
            return preg_match('/^\p{L}\. ?\p{L}\.$|^\p{L}\S* .*@/uD', $text) === 1;
        }
        if (
            preg_match('/^\d+\w? /', $text) === 1 ||
            LostLetters::areIn($text) ||
            self::mayBeEither($text) ||
            WrittenName::mayBeCouple($text) ||
            (preg_match('/^(mrs\.?) (\p{L}+) \p{L}/iu', $text, $found) === 1 && HusbandsName::isIn($found[1], $found[2])) ||
            ($isOneCell && preg_match(self::PARTICLE, $text) === 1 && WrittenName::mayBeLastAlone($text))
        ) {
            return true;
        }
        if (preg_match(self::MAY_BE, $text) !== 1 || WrittenName::isOrganization($text)) {
            return false;
        }
        if (preg_match('/\bw\//i', $text) === 1 || self::namesAnother($text)) {
            return true;
        }
        $name = NameRemarks::of($text)->name;
        if (preg_match('/\d|[^\p{L}\p{M}\s.,\'\x{2019}&+\/-]/u', (string) preg_replace(self::ORDINAL, '', $name)) === 1) {
            return true;
        }
        if (TwoPeople::areIn($name)) {
            return self::areMore($name) || preg_match('/' . self::NO_NAME . '/iu', $name) === 1;
        }
        if (FamilyName::of($name) !== null) {
            return false;
        }
        $person = WrittenName::parse($name)->person;
        if (substr_count($name, ',') > 1 && $person->suffix === '') {
            return true;
        }
        $inner = trim("{$person->first} {$person->middle} {$person->last}");
        $words = explode(' ', $inner);
        $first = Fold::words($words[0]);

        return count($words) > 6 ||
            str_contains($inner, ',') ||
            str_contains($inner, ' - ') ||
            preg_match('/' . self::SMALL . '|(?i:' . self::NO_NAME . ')|\p{L}[\'\x{2019}]s\b/u', $inner) === 1 ||
            preg_match(self::GIVEN_LAST, $name) === 1 ||
            ($person->suffix === '' && !str_contains(explode(',', $name)[0], $person->first) && self::mayBeTwo($name)) ||
            ($first === 'mc' && count($words) > 2) ||
            self::endsShort($words) ||
            $words[0] === 'a' ||
            str_starts_with($name, '+') ||
            in_array($first, ['the', 'an', 'in', 'her', 'his', 'their'], true) ||
            self::hasShortened($words) ||
            self::hasLettersAhead($words) ||
            self::isJoined($name) ||
            (count($words) > 2 && self::beginsAsLast($name)) ||
            self::shouts($words);
    }

    /**
     * "Supt. Ann Lee", "Emer. Liang": a word with a full stop is a title or an office that is in no list.
     *
     * @param  list<string>  $words
     */
    private static function hasShortened(array $words): bool
    {
        foreach ($words as $word) {
            if (preg_match('/^\p{L}{3,}\.$/u', $word) === 1 && !in_array(Fold::words($word), self::SHORT, true)) {
                return true;
            }
        }

        return false;
    }

    /**
     * "Omar H." and "SMITH JANE DR": no last name is one letter, or such a title.
     *
     * @param  list<string>  $words
     */
    private static function endsShort(array $words): bool
    {
        return count($words) > 1 && preg_match('/^(?:\p{L}|(?i:dr|mr|mrs|ms|rev|prof))\.?$/uD', $words[count($words) - 1]) === 1;
    }

    /** "Robert Lee, Ann Park" and "Robert Lee, Florist" are no last names with a first one behind; "Martin Lopez, Ana Maria" is. */
    private static function mayBeTwo(string $name): bool
    {
        return preg_match('/^(?:\p{L}{1,5}\. )*(?<first>\p{L}+) \p{L}{2,}, (?:\p{L}{2,} )?(?<last>\p{L}{2,})$/uD', $name, $found) === 1 &&
            FrequentNames::isFirst(Fold::words($found['first'])) &&
            !FrequentNames::isFirst(Fold::words($found['last']));
    }

    /** "Tansel Glass" may make glass, "Grace Chapel" may be called so. */
    private static function mayBeEither(string $text): bool
    {
        if (preg_match('/^(\p{L}{2,}) (\p{L}{3,})$/uD', $text, $words) !== 1) {
            return self::mayBeChurch($text);
        }
        $last = Fold::words($words[2]);

        return Words::isOftenLastName($last) ? !FrequentNames::isFirst(Fold::words($words[1])) : self::mayBeChurch($text);
    }

    /** "Grace Chapel", "Hope & Peace Church" */
    private static function mayBeChurch(string $text): bool
    {
        return preg_match(
            '/^(?:(?:grace|hope|faith|charity|mercy|peace|joy|trinity|glory|love|&|and) )+(?:church|chapel|temple)$/iD',
            $text,
        ) === 1;
    }

    /** "Mrs. Robert (Ann) Lee" is Ann: what stands in parentheses is a first name, and no form of the one before it. */
    private static function namesAnother(string $text): bool
    {
        if (preg_match('/(\p{L}+) \((\p{L}+)\) \p{L}|^(?:mr|mrs|ms|dr)\.? (\p{L}+) \p{L}+ \((\p{L}+)\)$/iuD', $text, $found) !== 1) {
            return false;
        }
        [$first, $other] = [Fold::words($found[3] ?? $found[1]), Fold::words($found[4] ?? $found[2])];

        return FrequentNames::isFirst($first) && FrequentNames::isFirst($other) && Nicknames::common($first, $other) === null;
    }

    /** "AnnLee", "ann.lee"; "McLee" and "MaryAnn" may be names. */
    private static function isJoined(string $name): bool
    {
        return preg_match('/^(\p{L}{2,}\.)\p{L}{2,}$|^(\p{Lu}\p{Ll}{2,})(\p{Lu}\p{Ll}+)$/uD', $name, $parts) === 1 &&
            (!isset($parts[3]) || (FrequentNames::isFirst(Fold::words($parts[2])) && !FrequentNames::isFirst(Fold::words($parts[3]))));
    }

    /** "Van der Meer Ludwig", "De Leon Maria". */
    private static function beginsAsLast(string $name): bool
    {
        return preg_match('/^(?:de|del|la|le|di|da|du|dos|el|los|las|san|santa|st|van|von)\.? /iD', $name) === 1 &&
            !str_contains($name, ',');
    }

    /**
     * "FF Mike Dorsey": two capitals in front of a first name are an office, or someone else's initials.
     *
     * @param  list<string>  $words
     */
    private static function hasLettersAhead(array $words): bool
    {
        return count($words) > 2 && preg_match('/^\p{Lu}{2}$/D', $words[0]) === 1 && FrequentNames::isFirst(Fold::words($words[1]));
    }

    /** "Ann, Bo & Cy Park" may be three, or Mr. Ann's Bo and someone else. */
    private static function areMore(string $name): bool
    {
        $halves = array_values(
            array_filter(
                TwoPeople::halves($name),
                static fn(string $half): bool => Words::title(Fold::solid($half)) === null && strcasecmp($half, 'family') !== 0,
            ),
        );
        $turned = array_filter($halves, static fn(string $half): bool => str_contains($half, ','));

        return count($halves) > 2 ||
            (count($halves) === 2 && self::areFirstNames($halves)) ||
            substr_count($name, ',') > 2 ||
            preg_match('/^[^,]* \p{L}\.?(?: ?& ?\p{L}\.?)?$/uD', $name) === 1 ||
            (count($turned) === 1 && preg_match('/^(?:\p{L}{2,}\.? )?\p{L}{2,} \p{L}{2,}$/uD', $halves[1] ?? '') === 1) ||
            self::mayBeFirm($name, $halves);
    }

    /**
     * "Joan & Ed": neither is a last name.
     *
     * @param  list<string>  $halves
     */
    private static function areFirstNames(array $halves): bool
    {
        return array_filter(
            array_map(Fold::words(...), $halves),
            static fn(string $half): bool => !FrequentNames::isFirst($half) || FrequentNames::isLast($half),
        ) === [];
    }

    /**
     * "Olsen Bait & Tackle" and "Hook & Ladder" are no couples, and nothing but the last word tells.
     *
     * @param  list<string>  $halves
     */
    private static function mayBeFirm(string $name, array $halves): bool
    {
        $last = $halves[1] ?? '';

        return !str_contains($name, ',') &&
            preg_match('/^\p{L}{2,}$/uD', $last) === 1 &&
            !FrequentNames::isFirst(Fold::words($last)) &&
            !in_array(Fold::words($last), ['wife', 'husband', 'spouse', 'family', 'guest', 'son', 'sons', 'daughter', 'children'], true);
    }

    /**
     * Whether a word is all in capitals beside others that are not: a rank, a degree, a remark; the last name may be.
     *
     * @param  non-empty-list<string>  $words
     */
    private static function shouts(array $words): bool
    {
        if (preg_match('/\p{Ll}/u', implode('', $words)) !== 1) {
            return false;
        }
        $others = array_slice($words, 0, -1);
        $loud = array_filter($others, static fn(string $word): bool => preg_match('/^\p{Lu}{3,}$/uD', $word) === 1);
        $last = $words[count($words) - 1];

        return $loud !== [] && (count($loud) < count($others) || preg_match('/\p{Ll}/u', $last) === 1);
    }
}
