<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses\Lines;

use PineSieve\Core\Addresses\AddressRule;
use PineSieve\Core\Addresses\PlaceCasing;
use PineSieve\Core\Addresses\Reason;

/**
 * Reads a line of an address in the United States or Canada into its parts, in the form of USPS Publication 28 or of the Addressing
 * Guidelines of Canada Post, but in mixed case: "12 north elm street apartment 4" is 12, N, Elm, St and Apt 4.
 * What it does not know stays as it is written.
 */
final class StreetLine
{
    /** How a line begins that names people, not a street; or it begins with "%". */
    public const ATTENTION = '(?:c\s?\/\s?o|care of|att(?:n|ention))\b';

    private const PERSON = '/^' . self::ATTENTION . '|^%\s?\p{L}/iu';

    /** A house by its number, its letter, its grid: "12", "12B", "39-12", "1234-B", "N6W23001", "W6325". */
    private const NUMBER = '/^(?:\d+[a-z]?(?:-\d*[a-z]?\d*)?|[nsew]\d+[nsew]\d+|\d+[nsew]\d+|[nsew]\d{3,5})$/iD';

    /** In Puerto Rico the block stands before the number of the house: "A17 Calle Amapola". */
    private const BLOCK = '/^[a-z]{1,2}-?\d{1,4} (?:' . self::SPANISH . ')$/iD';

    public const NUMBER_WORDS = '/^(?:one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve)$/iD';

    /** Streets in Spanish begin with what they are: nothing behind it is a suffix. */
    public const SPANISH = 'calle|camino|avenida|paseo|via|carretera|carr|calzada|callejon|cll';

    /** A line without a house is a street only if it ends so: "Mary Lane" may be a person. */
    private const WITHOUT_NUMBER = ['St', 'Ave', 'Rd', 'Blvd', 'Dr', 'Hwy', 'Pkwy', 'Tpke'];

    /** What has no name but its number. */
    public const NUMBERED_ROAD =
        '(?:(?:u ?s|state|st|county|cnty|cty|co) )?(?:hwy|highway|rte|rt|route|interstate)|' .
        '(?:county|cnty|cty|co|state|ranch|township|twp) (?:road|rd)|[cs] ?r|f ?m';

    /** "Highway #16", "County Road No. 16": the number of the highway, and no unit. */
    private const HIGHWAY_SIGN =
        '/^(?:\S*\d\S* )?(?:(?:old|[nsew]|no|so|north|south|east|west) )?(?:' . self::NUMBERED_ROAD . ') (?:#|no|number) \d/i';

    /** "1234-104 Ave" in Canada: the street has no other name than its number. */
    private const NUMBERED = '/^(\d+)-(\d+(?:st|nd|rd|th|[a-z])?)$/iD';

    /** "#1200 - 123 Main St" and "Suite 1200-123 Main St" in Canada. */
    private const UNIT_BEFORE = '/^(?:#|(?:suite|ste|unit|apt|apartment)\b\.?\s*#?)\s*(\d+[a-z]?)\s*-\s*(?=\d)/i';

    private static ?DeliveryLine $blank = null;

    /** @var array<string, \Closure(string): DeliveryLine> country to how a line is read there */
    private static array $surely = [];

    private function __construct(private readonly Lexicon $lexicon, private readonly Reasons $reasons) {}

    /** @param  string  $country  "US" or "CA" */
    public static function parse(string $line, string $country = 'US'): DeliveryLine
    {
        if ($line === '') {
            return self::$blank ??= new DeliveryLine(LineKind::Blank, '');
        }

        return Houses::of($line, $country, static fn(string $one): DeliveryLine => self::surely($one, $country)) ??
            self::surely($line, $country);
    }

    /**
     * A line as it is written in the end, if it is that of a house as others of its street are: the street, its unit, and why.
     *
     * @return ?array{string, string, array<string, Reason>}
     */
    public static function written(string $line, string $country): ?array
    {
        return Houses::written(
            $line,
            $country,
            self::$surely[$country] ??= static fn(string $one): DeliveryLine => self::surely($one, $country),
        );
    }

    /** Whether a line names whose hands it goes through, and no street. */
    public static function isAttention(string $line): bool
    {
        return preg_match(self::PERSON, $line) === 1;
    }

    /** Whether nothing of a line is understood, as of others that differ from it by their number alone; how it is written was asked before. */
    public static function isUnread(string $line, string $country): bool
    {
        return Houses::isUnread($line, $country);
    }

    private static function surely(string $line, string $country): DeliveryLine
    {
        $read = self::once($line, $country);
        if ($read->isPostal() || $read->text() === $line) {
            return $read;
        }
        // What would be read in another way the next time is not understood.
        $again = self::once($read->text(), $country);
        $isSame =
            [$again->withoutUnits(), $again->unitsText()] === [$read->withoutUnits(), $read->unitsText()] &&
            ($read->units === [] ||
                (self::once($read->withoutUnits(), $country)->text() === $read->withoutUnits() &&
                    self::once($read->unitsText(), $country)->text() === $read->unitsText()));

        return $isSame ? $read : new DeliveryLine(LineKind::Unread, $line);
    }

    private static function once(string $line, string $country): DeliveryLine
    {
        if ($line === '') {
            return new DeliveryLine(LineKind::Blank, '');
        }
        if (self::isAttention($line)) {
            return new DeliveryLine(LineKind::Attention, $line);
        }
        $reasons = new Reasons();
        $isCanada = $country === 'CA';
        $plain = $isCanada ? (string) preg_replace(self::UNIT_BEFORE, '$1-', $line) : $line;
        if ($plain !== $line) {
            $reasons->add(AddressRule::Unit, 'the unit stands before the number, with a hyphen between');
        }
        $words = Words::of($plain, $reasons);

        return ($isCanada ? PostalLine::canada($line, $words, $reasons) : PostalLine::unitedStates($line, $words, $reasons)) ??
            (new self(Lexicon::of($country), $reasons))->read($line, $words);
    }

    /** @param  list<string>  $words */
    private function read(string $line, array $words): DeliveryLine
    {
        $sign = array_key_last(array_intersect(array_map(strtolower(...), $words), ['#', 'no', 'number']));
        if ($sign !== null && preg_match(self::HIGHWAY_SIGN, implode(' ', $words)) === 1) {
            $this->reasons->add(AddressRule::Highway);
            array_splice($words, $sign, 1);
        }
        $words = Words::withOrdinals($words, $this->reasons);
        [$words, $urbanization] = $this->lexicon->hasTypes() ? [$words, ''] : Urbanization::cut($words, $this->lexicon, $this->reasons);
        [$words, $units] = (new Units($this->lexicon, $this->reasons))->cut($words);
        if ($this->goesOn($words)) {
            return new DeliveryLine(LineKind::Unread, $line);
        }
        $words = Words::withoutCommas($words);
        if ($words === []) {
            return new DeliveryLine(LineKind::Unit, $line, urbanization: $urbanization, units: $units, reasons: $this->reasons->all());
        }
        [$number, $rest] = $this->cutNumber($words);
        if ($rest === []) {
            return new DeliveryLine(LineKind::Unread, $line);
        }
        $french = $this->lexicon->hasTypes() ? TypeFirst::of($rest, $this->lexicon, $this->reasons) : null;
        if ($french !== null && BehindStreet::isIn($french['name'], false, $this->lexicon)) {
            return new DeliveryLine(LineKind::Unread, $line);
        }
        if ($french !== null) {
            return new DeliveryLine(
                LineKind::Street,
                $line,
                $number,
                name: $french['name'],
                suffix: $french['suffix'],
                after: $french['after'],
                isTypeFirst: $french['isTypeFirst'],
                units: $units,
                reasons: $this->reasons->all(),
            );
        }
        $highway = $this->lexicon->hasTypes() ? null : HighwayName::of($rest, $this->lexicon, $this->reasons);
        [$before, $name, $suffix, $after] = $this->street($highway ?? $rest, $number === '');
        $isHouseless =
            $number === '' &&
            $highway === null &&
            // "N 8120 Elm St" is a house of which nobody knows where its number begins.
            (!in_array($suffix, self::WITHOUT_NUMBER, true) || preg_match('/(?:^| )\d+(?: |$)/D', $name) === 1);
        // "US Hwy 41 North 2200": the house may as well be a unit.
        $isFollowed = preg_grep('/^\d+$/D', array_slice($highway ?? [], 1)) !== [];
        $isOver =
            BehindStreet::endsAnother($name, $suffix, $this->lexicon) ||
            BehindStreet::isIn($name, $suffix === '' && $highway === null, $this->lexicon);
        if ($isHouseless || $isFollowed || $isOver) {
            return new DeliveryLine(LineKind::Unread, $line);
        }

        return new DeliveryLine(
            $highway === null ? LineKind::Street : LineKind::Highway,
            $line,
            $number,
            $before,
            $name,
            $suffix,
            $after,
            urbanization: $urbanization,
            units: $units,
            reasons: $this->reasons->all(),
        );
    }

    /**
     * Whether something that is not known stands behind a comma. "12 Elm St, North" is a street.
     *
     * @param  list<string>  $words
     */
    private function goesOn(array $words): bool
    {
        $comma = array_search(',', $words, true);
        if ($comma === false || $comma === count($words) - 1) {
            return false;
        }
        $behind = array_slice($words, $comma + 1);
        // "12, rue Principale", "12 1/2, rue Principale", "12, 5th St"; not "12, 14 Elm St"
        $isBehindNumber =
            ($comma === 1 && (!ctype_digit($words[2]) || !$this->leavesName(array_slice($words, 3)))) ||
            ($comma === 2 && preg_match('/^\d\/\d$/D', $words[1]) === 1);
        if ($isBehindNumber) {
            return $this->goesOn($behind);
        }
        $left = Words::withoutCommas($behind);

        return count($left) > 1 || $this->lexicon->direction($left[0] ?? '') === null;
    }

    /**
     * @param  list<string>  $words
     * @return array{string, list<string>} the number of the house, and what stands behind it
     */
    private function cutNumber(array $words): array
    {
        // "No. 12 Elm St" is no street in the north; "No. 12th St" may be.
        if (count($words) > 3 && preg_match('/^(?:no|num|number)$/iD', $words[0]) === 1 && preg_match(self::NUMBER, $words[1]) === 1) {
            $this->reasons->add(AddressRule::NumberWord);

            return $this->cutNumber(array_slice($words, 1));
        }
        if (
            $this->lexicon->hasTypes() &&
            count($words) < 4 &&
            $this->lexicon->suffix($words[1] ?? '') !== null &&
            preg_match(self::NUMBERED, $words[0], $both) === 1
        ) {
            $this->reasons->add(AddressRule::Marks, 'the number of the house stands apart from that of the street');

            return [$both[1], [$both[2], ...array_slice($words, 1)]];
        }
        if (preg_match(self::BLOCK, $words[0] . ' ' . ($words[1] ?? '')) === 1) {
            return [$this->cased($words[0]), array_slice($words, 1)];
        }
        if (preg_match(self::NUMBER, $words[0]) !== 1) {
            $isInWords = count($words) > 2 && preg_match(self::NUMBER_WORDS, $words[0]) === 1 && $this->endsInSuffix($words);

            return $isInWords ? [$this->cased($words[0]), array_slice($words, 1)] : ['', $words];
        }
        $number = $this->cased($words[0]);
        $next = $words[1] ?? '';
        $isPart =
            preg_match('/^\d\/\d$/D', $next) === 1 ||
            (count($words) > 3 &&
                preg_match('/^[a-df-mo-rt-vx-z]$/iD', $next) === 1 &&
                preg_match('/\d$/', $number) === 1 &&
                // "I St NW" is the ninth of them, "U S 33", "C R 33", "I 55" are highways.
                $this->lexicon->suffix($words[2]) === null &&
                preg_match('/^(?:u s|c r|f m|i \d+)$/iD', "{$next} {$words[2]}") !== 1);

        return $isPart ? ["{$number} {$this->cased($next)}", array_slice($words, 2)] : [$number, array_slice($words, 1)];
    }

    /** @param  list<string>  $words */
    private function endsInSuffix(array $words): bool
    {
        return $this->lexicon->suffix($words[count($words) - 1]) !== null || $this->lexicon->suffix($words[count($words) - 2]) !== null;
    }

    /**
     * @param  list<string>  $words
     * @return array{string, string, string, string} direction, name, suffix, direction
     */
    private function street(array $words, bool $isWithoutNumber): array
    {
        if (preg_match('/^(?:' . self::SPANISH . ')$/iD', $words[0]) === 1) {
            // "Calle E" is the fifth of them; "Calle 31 SO" lies in the southwest.
            $last = strtoupper($words[count($words) - 1]);
            [$after, $words] = match (true) {
                count($words) < 3 => ['', $words],
                $last === 'SO' || $last === 'NO' => [$last, array_slice($words, 0, -1)],
                default => $this->cutAfter($words),
            };

            return ['', $this->name($words), '', $after];
        }
        [$before, $words] = $isWithoutNumber && count($words) < 3 ? ['', $words] : $this->cutBefore($words);
        [$after, $words] = $this->cutAfter($words);
        $last = count($words) - 1;
        // "The Circle", "Avenue of the Pines"
        $isName = $last > 0 && in_array(strtolower($words[$last - 1]), ['the', 'of'], true);
        $suffix = $last > 0 && !$isName ? $this->lexicon->suffix($words[$last]) : null;
        // In the Virgin Islands: "Estate Hannah's Rest", but "Estate Dr".
        if ($suffix !== null && $last > 1 && strcasecmp($words[0], 'estate') === 0 && !$this->lexicon->isCommon($suffix)) {
            $suffix = null;
        }
        if ($suffix !== null) {
            $this->reasons->replaced(AddressRule::Suffix, 'street suffix', $words[$last], $suffix);
        } elseif ($last > 0 && !$isName) {
            $suffix = $this->lexicon->meant($words[$last]);
            if ($suffix !== null) {
                $this->reasons->replaced(AddressRule::SuffixMended, 'street suffix', $words[$last], $suffix);
            }
        }

        return [$before, $this->name($suffix === null ? $words : $this->inFull(array_slice($words, 0, $last))), $suffix ?? '', $after];
    }

    /**
     * The direction before the name, unless it is all the name there is: "N Elm St", but "North Ave" (Publication 28, 233.2).
     *
     * @param  list<string>  $words
     * @return array{string, list<string>}
     */
    private function cutBefore(array $words): array
    {
        $first = $this->lexicon->direction($words[0]);
        if ($first === null) {
            return ['', $words];
        }
        [$both, $length] = $this->twoWords($words, 0);
        if ($length === 2 && $this->leavesName(array_slice($words, 2))) {
            $this->reasons->replaced(AddressRule::Direction, 'direction', "{$words[0]} {$words[1]}", $both);

            return [$both, array_slice($words, 2)];
        }
        $second = $this->lexicon->direction($words[1] ?? '');
        // "North South Road" runs both ways: that is its name.
        $isBothWays = $second !== null && in_array("{$first}{$second}", ['NS', 'SN', 'EW', 'WE'], true);
        if ($isBothWays || !$this->leavesName(array_slice($words, 1))) {
            return ['', $words];
        }
        $this->reasons->replaced(AddressRule::Direction, 'direction', $words[0], $first);

        return [$first, array_slice($words, 1)];
    }

    /**
     * @param  list<string>  $words
     * @return array{string, list<string>}
     */
    private function cutAfter(array $words): array
    {
        $last = count($words) - 1;
        $direction = $last > 0 ? $this->lexicon->direction($words[$last]) : null;
        // "Avenue E" is the fifth of them, "North West" no street.
        $isLetter = $last === 1 && strlen($words[1]) === 1 && $this->lexicon->suffix($words[0]) !== null;
        if ($direction === null || $isLetter) {
            return ['', $words];
        }
        [$both, $length] = $this->twoWords($words, $last - 1);
        if ($length === 2 && $last > 1) {
            $this->reasons->replaced(AddressRule::Direction, 'direction', "{$words[$last - 1]} {$words[$last]}", $both);

            return [$both, array_slice($words, 0, $last - 1)];
        }
        $this->reasons->replaced(AddressRule::Direction, 'direction', $words[$last], $direction);

        return [$direction, array_slice($words, 0, $last)];
    }

    /**
     * "North West" is NW.
     *
     * @param  list<string>  $words
     * @return array{string, int} the direction, and how many words it takes
     */
    private function twoWords(array $words, int $at): array
    {
        [$one, $other] = [$this->lexicon->direction($words[$at] ?? ''), $this->lexicon->direction($words[$at + 1] ?? '')];

        return $one !== null && $other !== null && in_array("{$one}{$other}", ['NE', 'NW', 'SE', 'SW'], true)
            ? ["{$one}{$other}", 2]
            : ['', 1];
    }

    /**
     * Whether a name is left beside the suffix and the direction behind it.
     *
     * @param  list<string>  $words
     */
    private function leavesName(array $words): bool
    {
        $last = count($words) - 1;
        if ($last > 0 && $this->lexicon->direction($words[$last]) !== null) {
            $last--;
        }

        return $last > 0 || ($last === 0 && $this->lexicon->suffix($words[0]) === null);
    }

    /**
     * Of two suffixes the first is of the name, as is a direction before the suffix: they are written out (Publication 28, 234 and 233.3).
     *
     * @param  list<string>  $name
     * @return list<string>
     */
    private function inFull(array $name): array
    {
        $last = count($name) - 1;
        // "Ctr St" is Center Street; of others, such as "Fry St", nobody knows.
        if ($last < 1 && !in_array(strtolower($name[0] ?? ''), ['ctr', 'cntr'], true)) {
            return $name;
        }
        $direction = $this->lexicon->direction($name[$last]);
        $isLetter = $direction !== null && strlen($name[$last]) === 1 && $this->lexicon->suffix($name[$last - 1]) !== null;
        $full = match (true) {
            $direction === null => $this->lexicon->inFull($name[$last]),
            $isLetter => null,
            default => $this->lexicon->directionInFull($direction),
        };
        if ($full !== null && $this->isShort($name[$last])) {
            $this->reasons->add(AddressRule::NameInFull, "\"{$name[$last]}\" belongs to the name: it is \"{$full}\" in postal form");
            return [...array_slice($name, 0, -1), $full];
        }

        return $name;
    }

    private function isShort(string $word): bool
    {
        return $this->lexicon->direction($word) !== null ? strlen($word) < 3 : true;
    }

    /** @param  list<string>  $words */
    private function name(array $words): string
    {
        // "Ave C" and "Ave of the Pines" have no other name.
        $isNamed = preg_match('/^(?:[a-z]|\d+)$/iD', $words[1] ?? '') === 1 ? count($words) === 2 : strtolower($words[1] ?? '') === 'of';
        if ($isNamed && $this->lexicon->suffix($words[0]) === 'Ave' && !$this->lexicon->hasTypes()) {
            $this->reasons->replaced(AddressRule::NameInFull, 'name', $words[0], 'Avenue');
            $words[0] = 'Avenue';
        }
        foreach ($words as $i => $word) {
            // "1000 de la Gauchetière" goes without its "rue".
            $words[$i] = $this->lexicon->hasTypes() && TypeFirst::isSmall($word) ? $word : $this->cased($word, $i === 0);
        }

        return implode(' ', $words);
    }

    private function cased(string $word, bool $isFirst = true): string
    {
        // The name of a highway is several words, as they should be.
        if (str_contains($word, ' ')) {
            return $word;
        }
        $cased = PlaceCasing::word($word, $isFirst);
        if ($cased !== $word) {
            $this->reasons->add(AddressRule::Capitals);
        }

        return $cased;
    }
}
