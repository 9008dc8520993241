<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses\Lines;

/** What stands behind a street, or within its name, and is not of it: a remark, a place, a part of the house that the post has no word for. */
final class BehindStreet
{
    /** Whatever stands behind these words, and is no unit, no suffix and no direction, is not of the street: "St" may be Saint, of a few. */
    private const GOES_ON =
        '/\S (?:street|avenue|ave|road|rd|drive|boulevard|blvd|lane|ln|parkway|pkwy) \S|' .
        '\S (?:ct|crt|pl|cir|cres|terr?|trl|sq|hwy|dr(?! (?:m|king))) \S|' .
        '\S (?:piso|local|oficina|edif|edificio|km) \S|^mi(?:les?)? |^(?!(?:mount|mt|port|fort|ft|cape|lake|bay|old|rue|via|blvd|boulevard) st )\S.* st \S|' .
        '^bay st (?!louis)|\S st .*\d|\S box \S*\d|\S \d{5}(?:-\d{4})?$/iD';

    /** Signs that no street has: someone wrote a remark. */
    private const REMARK = '/[*()\[\]{}<>!?=:"_|~^@$%+\\\\]/';

    /** Another street behind the first: "12 Elm St & 14 Oak", "12 Elm St at Oak St". */
    private const ANOTHER =
        '/(?:^| )\/ |\S & \d|\S (?:street|st|avenue|ave|road|rd|drive|dr|lane|ln|blvd|boulevard) ' .
        '(?:and|&|at|near|off|behind|opposite|corner) \S/i';

    /** "Grand Concourse 4D" */
    private const HOME = '/^(?!(?:' . StreetLine::SPANISH . ') )\S.* \d+[a-z]$/iD';

    /** "12 Elm 4" and "5 Park 2": of roads that are numbered the number is the name. */
    private const UNSAID =
        '/^(?!.*\b(?:avenue|ave|street|st|road|rd|lane|ln|drive|dr|line|conc(?:ession)?|side ?road|sideline|rang|rg|rue|r|highway|hwy|route|rte|rt|loop|spur|' .
        'exit|mile|township|twp|range|section|trail|trl|camp|levee|lateral|canal|[fr]m|[cs]r|no|' .
        StreetLine::SPANISH .
        ') \d+$)\p{L}\S.* \d+$/iuD';

    /** More than one house, or a number that is part of a word: "5 1234 104 Ave", "12/14 Elm St", "12 & 14 Elm St", "12Elm St". */
    private const NUMBERS = '/^\d+(?: \d+(?: |$)|\/\d|(?!i?eme)[a-z]{3,}(?: |$))|^(?:&|and) \d/iD';

    /** A street within a name: "Spring St Spring" of "Spring St Spring Hill". */
    private const STREET_WITHIN = '/\S (?:street|st|avenue|ave|road|rd|boulevard|blvd|lane|ln) \S/iD';

    /** A street as the whole of a name: "M St" of "M St Trailer". */
    private const WHOLE_STREET = '/\S (?:street|st|avenue|ave|road|rd|drive|dr|boulevard|blvd|lane|ln|court|ct)$/iD';

    private function __construct() {}

    /**
     * Whether the last word is a suffix by its form alone, and stands behind a street that ended before: it ends the name of a town,
     * as in "12 Spring St Spring Hill", or is a part of the house without its number, as in "12 M St Trailer".
     */
    public static function endsAnother(string $name, string $suffix, Lexicon $lexicon): bool
    {
        return $suffix !== '' &&
            ((!$lexicon->isCommon($suffix) && preg_match(self::STREET_WITHIN, $name) === 1) ||
                ($lexicon->unit($suffix) !== null && preg_match(self::WHOLE_STREET, $name) === 1));
    }

    /** @param  bool  $isOpen  whether no suffix and no number of a highway ends the name */
    public static function isIn(string $name, bool $isOpen, Lexicon $lexicon): bool
    {
        return preg_match(self::REMARK, $name) === 1 ||
            preg_match(self::NUMBERS, $name) === 1 ||
            preg_match(self::ANOTHER, $name) === 1 ||
            ($isOpen &&
                (preg_match(self::GOES_ON, $name) === 1 ||
                    preg_match(self::HOME, $name) === 1 ||
                    preg_match(self::UNSAID, $name) === 1 ||
                    self::hasNumber($name, $lexicon)));
    }

    /** Whether a number or a letter stands behind the type of a street: "Elm Ct Villa 12". */
    private static function hasNumber(string $name, Lexicon $lexicon): bool
    {
        $words = preg_match('/ \S*\d| [a-z]$/iD', $name) === 1 ? explode(' ', $name) : [];
        foreach ($words as $at => $word) {
            $suffix = $at > 0 && $at < count($words) - 1 ? $lexicon->suffix($word) : null;
            if ($suffix !== null && $lexicon->isCommon($suffix)) {
                return preg_match('/\d| [a-z]$/iD', implode(' ', array_slice($words, $at + 1))) === 1;
            }
        }

        return false;
    }
}
