<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses\Lines;

use PineSieve\Core\Addresses\AddressRule;

/** The units of a line: they stand behind the street, each with a word and most with a number (Publication 28, 213 and appendix C2). */
final readonly class Units
{
    private const NUMBER = '/^(?:[a-z]{0,3}-?\d[\w-]*(?:\/(?:\d[\w-]*|[a-z]{1,2}))*|[a-z]-?[a-z]?)$/iD';

    /** A unit that says no more than which one it is. North, south, east and west are directions. */
    private const BARE = '/^(?:\d{1,4}-?[a-z]?|[a-df-mo-rt-vx-z]-?\d{0,4}|[nsew]-?\d{1,4})$/iD';

    /** Types of streets in which there are flats. */
    private const WITH_UNITS = [
        'Ave' => 1,
        'Blvd' => 1,
        'Cir' => 1,
        'Ct' => 1,
        'Dr' => 1,
        'Ln' => 1,
        'Pkwy' => 1,
        'Pl' => 1,
        'Rd' => 1,
        'St' => 1,
        'Ter' => 1,
        'Way' => 1,
    ];

    /** "County Road 12": roads that are called by a number. */
    private const BY_NUMBER = '/^(?:county|co|cnty|state|forest|fire|ranch|farm|market|township|twp|private|service|levee|indian|bia|navajo|tribal|us|fm|[a-z-]+-market)$/iD';

    private const IN_WORDS = [
        'first' => '1',
        'second' => '2',
        'third' => '3',
        'fourth' => '4',
        'fifth' => '5',
        'sixth' => '6',
        'seventh' => '7',
        'eighth' => '8',
        'ninth' => '9',
        'tenth' => '10',
        'eleventh' => '11',
        'twelfth' => '12',
        'twentieth' => '20',
        'ground' => 'G',
    ];

    private const COUNTED = [
        'one' => '1',
        'two' => '2',
        'three' => '3',
        'four' => '4',
        'five' => '5',
        'six' => '6',
        'seven' => '7',
        'eight' => '8',
        'nine' => '9',
        'ten' => '10',
        'eleven' => '11',
        'twelve' => '12',
    ];

    public function __construct(private Lexicon $lexicon, private Reasons $reasons) {}

    /**
     * @param  list<string>  $words
     * @return array{list<string>, list<Unit>} the words without them
     */
    public function cut(array $words): array
    {
        $count = count($words);
        for ($at = 0; $at < $count; $at++) {
            if (!$this->mayBegin($words[$at])) {
                continue;
            }
            // Why is told only of what is taken.
            $reasons = new Reasons();
            [$units, $end] = (new self($this->lexicon, $reasons))->from($words, $at);
            if ($units === [] || $this->isOfAnother($words, $at)) {
                continue;
            }
            // Of a street: behind its number and name. Alone in the line: all of it. Before the street: its number comes next.
            $isBehind = $end === $count && ($at === 0 || count(Words::withoutCommas(array_slice($words, 0, $at))) > 1);
            $isBefore = $at === 0 && $end + 1 < $count && $this->beginsStreet($words, $end);
            if (!$isBehind && !$isBefore) {
                continue;
            }
            $this->reasons->take($reasons);
            if ($isBefore) {
                $this->reasons->add(AddressRule::UnitBehind);
            }

            return [$isBehind ? array_slice($words, 0, $at) : array_slice($words, $end), $units];
        }

        return $this->bare($words) ?? [$words, []];
    }

    /**
     * "12 Elm St", "One Liberty Plaza"
     *
     * @param  list<string>  $words
     */
    private function beginsStreet(array $words, int $at): bool
    {
        return preg_match('/^\d/', $words[$at]) === 1 ||
            (preg_match(StreetLine::NUMBER_WORDS, $words[$at]) === 1 && $this->lexicon->suffix($words[count($words) - 1]) !== null);
    }

    /**
     * "12 Elm St 4B", "12 Elm St, B": what stands behind the type of a street, alone, is a unit without its word. Of a road that is called by
     * its number nobody knows.
     *
     * @param  list<string>  $words
     * @return ?array{list<string>, list<Unit>} null if there is none
     */
    private function bare(array $words): ?array
    {
        $last = count($words) - 1;
        $street = Words::withoutCommas(array_slice($words, 0, max(0, $last)));
        $count = count($street);
        if (
            $count < 3 ||
            $this->lexicon->hasTypes() ||
            preg_match(self::BARE, $words[$last]) !== 1 ||
            preg_match('/^\d/', $street[0]) !== 1
        ) {
            return null;
        }
        $suffix = $this->lexicon->suffix($street[$count - 1]);
        $isNumbered =
            ($suffix === 'Rd' && $words[$last - 1] !== ',') ||
            (in_array($suffix, ['Rd', 'Ln'], true) && preg_match(self::BY_NUMBER, $street[$count - 2]) === 1);
        if ($suffix === null || !isset(self::WITH_UNITS[$suffix]) || $isNumbered) {
            return null;
        }
        $this->reasons->add(AddressRule::UnitBare);

        return [$street, [$this->named('#', '#', $words[$last])]];
    }

    /**
     * Whether a word for a unit stands before another, and means something with it: "Trailer Space 7", "Mail Stop 8". "Palm Key" is a street.
     *
     * @param  list<string>  $words
     */
    private function isOfAnother(array $words, int $at): bool
    {
        $before = $words[$at - 1] ?? '';
        $short = $this->lexicon->unit($before);
        $isStreet = $this->lexicon->suffix($before) !== null && $this->lexicon->suffix($words[$at - 2] ?? '') === null;

        return strtolower($before) === 'mail' || ($short !== null && !$isStreet && !$this->lexicon->standsAlone($short));
    }

    private function mayBegin(string $word): bool
    {
        return $word === '#' ||
            $this->lexicon->unit($word) !== null ||
            in_array(strtolower($word), ['no', 'number', 'num'], true) ||
            isset(self::IN_WORDS[strtolower($word)]) ||
            preg_match('/^(?:\d+(?:st|nd|rd|th)|[a-z]+-?\d[\w-]*)$/iD', $word) === 1;
    }

    /**
     * @param  list<string>  $words
     * @return array{list<Unit>, int} the units that stand from a word on, and where they end; none if anything else stands between
     */
    private function from(array $words, int $at): array
    {
        [$units, $first] = [[], $at];
        while ($at < count($words)) {
            if ($words[$at] === ',') {
                $at++;
                continue;
            }
            $found = $this->one($words, $at, $units !== [] || $this->followsStreet($words, $first));
            if ($found === null) {
                break;
            }
            [$units[], $at] = $found;
        }

        return [$units, $at];
    }

    /**
     * @param  list<string>  $words
     * @return ?array{Unit, int} a unit, and where it ends
     */
    private function one(array $words, int $at, bool $mayStandAlone): ?array
    {
        $word = $words[$at];
        $next = strtolower($words[$at + 1] ?? '');
        // "5th Floor"
        $floor = self::IN_WORDS[strtolower($word)] ?? (preg_match('/^(\d+)(?:st|nd|rd|th)$/iD', $word, $digits) === 1 ? $digits[1] : null);
        if ($floor !== null) {
            $short = $this->lexicon->unit('floor');
            if ($short === null || $this->lexicon->unit($next) !== $short) {
                return null;
            }
            $this->reasons->add(AddressRule::Unit, "\"{$word} {$words[$at + 1]}\" is \"{$short} {$floor}\" in postal form");

            return [new Unit($short, $floor), $at + 2];
        }
        // "Apt4B", "PH-3"
        $short = preg_match('/^([a-z]{2,9})-?(\d[\w-]*)$/iD', $word, $glued) === 1 ? $this->lexicon->unit($glued[1]) : null;
        if ($short !== null) {
            $this->reasons->add(AddressRule::Unit, "\"{$word}\" is two words in postal form");

            return [$this->named($short, $glued[1], $glued[2]), $at + 1];
        }
        $short = $this->lexicon->unit($word);
        $isSign = $word === '#' || ($short === null && in_array(strtolower($word), ['no', 'number', 'num'], true));
        if ($isSign) {
            return isset($words[$at + 1]) && preg_match('/^[a-z]{0,2}-?\d|^[a-z]$/i', $words[$at + 1]) === 1
                ? $this->numbered('#', $word, $words, $at + 1)
                : null;
        }
        if ($short === null) {
            return null;
        }
        $number = $at + 1;
        if (in_array($next, ['#', 'no', 'number', 'num'], true) && isset($words[$at + 2]) && $this->isNumber($words[$at + 2])) {
            $this->reasons->add(AddressRule::Unit, 'the sign # is not used beside the word for a unit');
            $number++;
        }
        if (isset($words[$number]) && $this->isNumber($words[$number])) {
            return $this->numbered($short, $word, $words, $number);
        }
        if ($this->lexicon->standsAlone($short) && $mayStandAlone) {
            $this->reasons->replaced(AddressRule::Unit, 'unit', $word, $short);

            return [new Unit($short), $at + 1];
        }

        return null;
    }

    /**
     * @param  list<string>  $words
     * @return array{Unit, int}
     */
    private function numbered(string $short, string $written, array $words, int $at): array
    {
        // "Apt One", "Fl 3rd"
        $number = self::COUNTED[strtolower($words[$at])] ?? (preg_replace('/^(\d+)(?:st|nd|rd|th)$/iD', '$1', $words[$at]) ?? $words[$at]);
        $isApart = isset($words[$at + 1]) && preg_match('/^[a-z]$/iD', $words[$at + 1]) === 1 && preg_match('/\d/', $number) === 1;

        $unit = $this->named($short, $written, $isApart ? "{$number} {$words[$at + 1]}" : $number);
        $this->reasons->replaced(AddressRule::Unit, 'number', $words[$at], $number);

        return [$unit, $at + ($isApart ? 2 : 1)];
    }

    private function named(string $short, string $written, string $number): Unit
    {
        $this->reasons->replaced(AddressRule::Unit, 'unit', $written, $short);
        if (strtoupper($number) !== $number) {
            $this->reasons->add(AddressRule::Capitals);
        }

        return new Unit($short, strtoupper($number));
    }

    /**
     * Whether the words before are a street already, or a comma ends them: "12 Elm St Rear", but "12 Harbor Front".
     *
     * @param  list<string>  $words
     */
    private function followsStreet(array $words, int $at): bool
    {
        if ($at < 3) {
            return $at === 0;
        }
        $before = $words[$at - 1];

        return $before === ',' || $this->lexicon->suffix($before) !== null || $this->lexicon->direction($before) !== null;
    }

    private function isNumber(string $word): bool
    {
        // "Trailer Ct" is a street.
        return isset(self::COUNTED[strtolower($word)]) ||
            (preg_match(self::NUMBER, $word) === 1 && (strlen($word) < 2 || $this->lexicon->suffix($word) === null));
    }
}
