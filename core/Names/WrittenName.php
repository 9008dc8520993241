<?php

declare(strict_types=1);

namespace PineSieve\Core\Names;

use PineSieve\Core\Text\Fold;
use PineSieve\Core\Text\Tidy;

/** A name that stands in one cell, read as a person's, a household's or an organization's. */
final readonly class WrittenName
{
    private const FAMILY = '/^(?|(?:the )?(\S.*?)(?: (?:&|and|\+))? (?:family|families|fam\.?|household|residence)|(?:familia|famille|familie|fam\.?) (\S.*))$/iuD';

    /** What may stand behind "and" in the name of a firm. */
    private const FIRM = '/(?:&|\b(?:and|et|y|e)\b|\+)\s*(?:sons?|fils|hijos|filhos|daughters?|brothers|bros|co|company|associates?|assoc|partners)\b/iu';

    /** "Friends of the Tern", "Troop 22", "Class of 1985", "Bill's Tire", "St. Mark's"; "The Lee's" are a family. */
    private const NAMED =
        '/^(?-i:\p{Lu}{1,4}&\p{Lu}{1,4})$|^(?:the )?(?:est(?:ate)?\.?|friends|descendants|office|law offices?|bank|class|city|town|state|knights|sons|daughters|order) of\b|^estate \S|\S estate$|^(?:[^,]*|.*,) ?p\.c\.?$|\b(?:dds|dmd|md|cpa|od|dvm|dc|esq)\.?,? p\.?[ac]\.?$|' .
        '\b(?:troop|pack|local|post|lodge|chapter|engine co\.?|hose co\.?|grade|room) (?:no\.? ?|# ?)?\d|\b\d(?:st|nd|rd|th)[ -]grade|' .
        '^(?!the \S+$)(?:\S+ )*\p{L}{2,}[\'\x{2019}]s(?: (?!(?:mom|mother|dad|father|wife|husband|parents|family|kids?)\b)|$)/iuD';

    /** "Seán Ó Briain": with its accent it is no initial. */
    private const IRISH = ['Ó' => 1, 'Ní' => 1, 'Nic' => 1, 'Uí' => 1];

    /** "Conan O Brien" has no middle initial. */
    private const BEHIND_O = '/^(?:brien|connor|conor|connell|neill?|neal|donnell|donoghue|donohue|reill?y|keefe|leary|hara|rourke|sullivan|toole|malley|shea|grady|mara|dwyer|callaghan|hare|dowd|meara|gorman|flaherty|loughlin|halloran|hanlon|driscoll|bryan|riordan)$/D';

    /** Words that begin a last name and are nobody's first name. */
    private const NEVER_FIRST = [
        'de' => 1,
        'von' => 1,
        'della' => 1,
        'der' => 1,
        'du' => 1,
        'dos' => 1,
        'la' => 1,
        'st' => 1,
        'ter' => 1,
        'dela' => 1,
        'delos' => 1,
        'ibn' => 1,
        'bint' => 1,
        'los' => 1,
        'las' => 1,
        'sta' => 1,
        'sto' => 1,
        'el' => 1,
        'vander' => 1,
        'vanden' => 1,
        'dal' => 1,
        'dalla' => 1,
        'dalle' => 1,
        'delle' => 1,
        'dello' => 1,
        'degli' => 1,
        'zur' => 1,
        'op' => 1,
        'saint' => 1,
        'mc' => 1,
        'vant' => 1,
    ];

    /** Words that begin a last name, where more of them follow or a title stands before; else they may be first names. */
    private const SELDOM_FIRST = ['van' => 1, 'del' => 1, 'le' => 1, 'di' => 1, 'da' => 1, 'san' => 1];

    /** Behind these "Van" and "Le" may be a first name. */
    private const VIETNAMESE = '/^(?:nguyen|tran|pham|le|hoang|huynh|phan|vu|vo|dang|bui|do|ho|ngo|duong|ly|dinh|doan|luong|mai|truong|lam|cao|trinh|ha|thai|lee|kim|wu|wang|li|liu|zhang|chen)$/D';

    private const BEHIND_MAC = '/^(?:donald|arthur|kenzie|millan|intyre|gregor|lean|leod|kay|namara|neil|pherson|farland|dougall|aulay|kinnon|lachlan|duff|bride|callum|dermott|donnell|guire|innis|allister)$/D';

    /** What stands before a title, to how it is written: "Rt. Rev." */
    private const BEFORE_TITLES = [
        'very' => 'Very',
        'most' => 'Most',
        'rt' => 'Rt.',
        'right' => 'Rt.',
        'he' => 'H.E.',
        'petty' => 'Petty',
        'state' => 'State',
        'vice' => 'Vice',
        'rear' => 'Rear',
        'staff' => 'Staff',
        'first' => 'First',
        'second' => 'Second',
        '1st' => '1st',
        '2nd' => '2nd',
    ];

    private function __construct(public SupporterKind $kind, public PersonName $person, public string $whole) {}

    public static function parse(string $text): self
    {
        $text = (string) preg_replace('/\s+(?:&|and|\+)$/iuD', '', Tidy::line($text));
        if (self::isOrganization($text)) {
            return new self(SupporterKind::Organization, new PersonName(), $text);
        }
        $name = NameRemarks::of($text)->name;
        $plural = FamilyName::of($name);
        if ($plural !== null) {
            return new self(SupporterKind::Household, new PersonName(last: $plural), $text);
        }
        $isFamily = preg_match(self::FAMILY, $name, $family) === 1;
        $name = $isFamily ? $family[1] : $name;
        if ($isFamily || TwoPeople::areIn($name)) {
            $halves = TwoPeople::halves($name);
            $last = $halves[count($halves) - 1];
            // "Jo Lee Jr. and Ann"
            $half = !str_contains($last, ' ') && str_contains($halves[0], ' ') ? $halves[0] : $last;

            return new self(
                SupporterKind::Household,
                new PersonName(last: self::lastNameOf(str_contains($name, ',') ? explode(',', $name)[0] . ',' : $half)),
                $text,
            );
        }

        return self::ofPerson($text);
    }

    /** As the name of a person, whatever it looks like. */
    public static function ofPerson(string $text): self
    {
        $remarks = NameRemarks::of($text);

        return new self(SupporterKind::Person, self::person($remarks->name, $remarks->nickname !== ''), $text);
    }

    /** "De Luca", "Van Horne": whether it is, or may be, a last name alone that looks like a first and a last one. */
    public static function mayBeLastAlone(string $name): bool
    {
        [$title, $words] = self::cutTitle(explode(' ', $name));

        return $title === '' && self::isLastAlone('Mr.', $words);
    }

    /**
     * Whether others say all that it says: "Ann Lee" beside "Ann" and "Lee" does, "Ann & Bo Lee" does not. Titles, initials and short forms of
     * a first name say nothing more.
     *
     * @param  list<string>  $others
     */
    public function isSaidBy(array $others): bool
    {
        $said = explode(' ', Fold::words(implode(' ', $others)));
        foreach (explode(' ', Fold::words(NameRemarks::of($this->whole)->name)) as $word) {
            $isIdle =
                strlen($word) < 2 ||
                in_array($word, ['and', 'or', 'the', 'of', 'family', 'household'], true) ||
                Words::title($word) !== null ||
                Words::suffix($word) !== null ||
                Words::credential($word) !== null;
            $isShort = array_filter($said, static fn(string $other): bool => Nicknames::common($word, $other) !== null) !== [];
            if (!$isIdle && !$isShort && !in_array($word, $said, true)) {
                return false;
            }
        }

        return true;
    }

    /** Whether it says so itself: "The Lee Family", not "Ann & Bo Lee". */
    public function isFamily(): bool
    {
        $name = NameRemarks::of($this->whole)->name;

        return $this->kind === SupporterKind::Household && (FamilyName::of($name) !== null || preg_match(self::FAMILY, $name) === 1);
    }

    public static function isOrganization(string $text): bool
    {
        // Of "Ann Lee dba Lee Designs" and "Ann Lee c/o Lee Designs" the name is what stands before.
        $text = NameRemarks::withoutWay($text);
        if (preg_match(self::FIRM, $text) === 1 || preg_match(self::NAMED, $text) === 1) {
            return true;
        }
        $telling = self::telling($text);

        if (count($telling) === 1 && self::isFirstName($telling[0], $text)) {
            return false;
        }

        return $telling !== [] && (count($telling) > 1 || !Words::isLastName($telling[0]) || !self::isLastName($telling[0], $text));
    }

    /** "Hunter & Trinity Church": an organization by a word that is a last name as well, where two stand who may be people. */
    public static function mayBeCouple(string $text): bool
    {
        if (!TwoPeople::areIn($text)) {
            return false;
        }
        $telling = self::telling($text);
        $first = explode(' ', Fold::words($text))[0];

        return count($telling) === 1 &&
            Words::isLastName($telling[0]) &&
            preg_match(self::FIRM, $text) !== 1 &&
            (FrequentNames::isFirst($first) || Words::title($first) !== null || $first === $telling[0]) &&
            self::isOrganization($text);
    }

    /** @return list<string> the words of a name that organizations have, each once */
    private static function telling(string $text): array
    {
        $words = array_unique(explode(' ', Fold::words(str_ireplace('co-', 'co', $text))));

        return array_values(array_filter($words, Words::tellsOrganization(...)));
    }

    /** "Marina Lopez" and "Dr. Temple Harkness" are people, "Marina Bay" and "Temple Israel" are not. */
    private static function isFirstName(string $word, string $text): bool
    {
        $words = array_values(
            array_filter(
                explode(' ', Fold::words($text)),
                static fn(string $one): bool => strlen($one) > 1 && Words::title($one) === null && Words::suffix($one) === null,
            ),
        );
        [$last, $first] = str_contains($text, ',') ? [$words[0] ?? '', $words[1] ?? ''] : [$words[1] ?? '', $words[0] ?? ''];

        return Words::isFirstName($word) && count($words) === 2 && $first === $word && !Words::tellsPlace($last);
    }

    /** "Ann & Bo Church", "Ann Church and Bo Park", "Church, Ann & Bo", "Mr. & Mrs. Ann Church": who stands first has a first name that is known. */
    private static function areCouple(string $word, string $text): bool
    {
        $isTurned = preg_match('/^(\p{L}+),\s*/u', $text, $last) === 1 && Fold::words($last[1]) === $word;
        $known = $ends = 0;
        $halves = TwoPeople::halves($isTurned ? substr($text, strlen($last[0])) : $text);
        foreach ($halves as $half) {
            $words = array_values(
                array_filter(
                    explode(' ', Fold::words($half)),
                    static fn(string $one): bool => Words::title($one) === null && Words::suffix($one) === null,
                ),
            );
            $known += $words === [] || FrequentNames::isFirst($words[0]) ? 1 : 0;
            $ends += count($words) > 1 && $words[count($words) - 1] === $word ? 1 : 0;
        }
        $isShort = str_word_count($text) < 5 && FrequentNames::isFirst(Fold::words(explode(' ', $halves[0])[0]));

        return count($halves) === 2 && ($known === 2 || $isShort) && ($isTurned || $ends > 0);
    }

    /** "Church, Ann", "Dr. Ann M. Church Jr." and "Ann & Bo Church" are people: one first name or initials, and the telling word behind it. */
    private static function isLastName(string $word, string $text): bool
    {
        $all = explode(' ', Fold::words($text));
        $words = array_values(
            array_filter(
                $all,
                static fn(string $one): bool => strlen($one) > 1 &&
                    Words::title($one) === null &&
                    Words::suffix($one) === null &&
                    $one !== 'and',
            ),
        );
        [$first, $second] = [...array_values(array_diff($words, [$word])), '', ''];
        $isKnown = FrequentNames::isFirst($first);
        // "Miss Ann Mary Church"
        if (count($words) === 3 && $words[2] === $word && count($all) > 3 && Words::title($all[0]) !== null) {
            return $isKnown && FrequentNames::isFirst($second);
        }
        if (TwoPeople::areIn($text)) {
            return self::areCouple($word, $text);
        }

        return count($words) < 3 &&
            count($all) > 1 &&
            ($words[0] !== $word || $first === '' || str_contains($text, ',')) &&
            (!Words::asksFirstName($word) || $isKnown || $first === '');
    }

    /** "Văn" is no "van"; the "'t" of "van 't Hoff" is one. */
    private static function isParticle(string $word): bool
    {
        $isPlain = mb_check_encoding($word, 'ASCII') && strcasecmp(rtrim($word, '.'), 't') !== 0;

        return ($isPlain || preg_match('/^(?:van)?[\'\x{2019}]t$/iu', $word) === 1) && Words::isParticle(Fold::solid($word));
    }

    /** Before a comma all of it is the last name. */
    private static function lastNameOf(string $half): string
    {
        if (!str_ends_with($half, ',')) {
            return self::person($half)->last;
        }
        [, $words] = self::cutTitle(explode(' ', trim($half, ', ')));

        return implode(' ', self::cutSuffix($words)[0]);
    }

    /** @param  bool  $isCalled  whether a nickname says the first name: '"Dutch" Van Horne' */
    private static function person(string $text, bool $isCalled = false): PersonName
    {
        // "Lee, Ann M." turns round; "Ann Lee, Jr." and "Ann Lee, MD, FACS" do not.
        [$names, $suffixes] = [[], []];
        // "Ann Lee, the 2nd"
        foreach (array_map(trim(...), explode(',', (string) preg_replace('/, the (?=\d)/i', ', ', $text))) as $i => $part) {
            $isBehindName = $i > 0 && (count($names) > 1 || self::isWhole(implode(' ', self::cutSuffix(explode(' ', $names[0]))[0])));
            $isOffice = $isBehindName && preg_match('/^(?:\p{Lu}\.){2,4}$/uD', $part) === 1 && self::isTitled($names[0]);
            $known =
                $i === 0 || (!$isBehindName && self::areInitials($part))
                    ? null
                    : Words::suffix(Fold::solid($part)) ??
                        (self::suffixes($part) ??
                            ($isBehindName || self::isWhole(mb_strtolower($names[0])) ? self::credential($part) : null));
            if ($known !== null || $isOffice || ($isBehindName && self::isCredential($part))) {
                $suffixes[] = $known ?? $part;
            } elseif ($i === 0 || $part !== '') {
                $names[] = $part;
            }
        }
        $suffix = implode(' ', $suffixes);
        // "Ed Hale, Pastor"; "Van Buren, Mrs." is a last name.
        if (count($names) === 2 && self::cutTitle(explode(' ', $names[1]), true)[1] === [''] && self::beginsAsFirst($names[0])) {
            $names = ["{$names[1]} {$names[0]}"];
        }
        if (count($names) > 1) {
            // "Rev. Lee, Ann"
            [$titleBefore, $last] = self::cutTitle(explode(' ', $names[0]));
            [$last, $lastSuffix] = self::cutSuffix($last);
            [$title, $rest] = self::cutTitle(explode(' ', implode(' ', array_slice($names, 1))), true);
            $title = self::joined($titleBefore, $title);
            [$rest, $restSuffix] = self::cutSuffix($rest);

            return new PersonName(
                $title,
                $rest[0],
                implode(' ', array_slice($rest, 1)),
                implode(' ', $last),
                self::joined($lastSuffix, $restSuffix, $suffix),
            );
        }
        [$title, $words] = self::cutTitle(explode(' ', $names[0]));
        [$words, $tail] = self::cutSuffix($words);
        $suffix = self::joined($tail, $suffix);
        if (count($words) === 1 || self::isLastAlone($isCalled ? 'Mr.' : $title, $words)) {
            return new PersonName($title, '', '', implode(' ', $words), $suffix);
        }
        $from = count($words) - 1;
        if (Fold::words($words[0]) === 'mc') {
            // "MC DONALD Ann" is written with the last name first, "MC DONALD" is one alone.
            $isLastFirst = count($words) > 2 && mb_strtoupper($words[1]) === $words[1] && mb_strtoupper($words[2]) !== $words[2];

            return new PersonName(
                $title,
                $isLastFirst ? $words[2] : '',
                $isLastFirst ? implode(' ', array_slice($words, 3)) : '',
                implode(' ', $isLastFirst ? array_slice($words, 0, 2) : $words),
                $suffix,
            );
        }
        if ($from > 1 && self::isIrish($words[$from - 1], $words[$from])) {
            $from--;
        }
        // "Ana García López" has two last names; of "Ana García Smith" one is from before.
        if ($from > 1 && Words::isSpanishLastName(Fold::words($words[$from])) && Words::isSpanishLastName(Fold::words($words[$from - 1]))) {
            $from--;
        }
        while ($from > 1 && (isset(self::IRISH[$words[$from - 1]]) || self::isParticle($words[$from - 1]))) {
            $from--;
        }

        return new PersonName(
            $title,
            $words[0],
            implode(' ', array_slice($words, 1, $from - 1)),
            implode(' ', array_slice($words, $from)),
            $suffix,
        );
    }

    /**
     * "De Luca", "Mrs. Van Horne", "van der Berg".
     *
     * @param  non-empty-list<string>  $words
     */
    private static function isLastAlone(string $title, array $words): bool
    {
        if (count($words) === 2 && self::isIrish($words[0], $words[1])) {
            return true;
        }
        $last = Fold::words($words[count($words) - 1]);
        $before = array_slice($words, 0, -1);
        if ($before === [] || array_filter($before, static fn(string $word): bool => !self::isParticle($word)) !== []) {
            return false;
        }

        $first = Fold::solid($before[0]);

        // "Dr. Van Miller"
        $mayBeFirst = preg_match(self::VIETNAMESE, $last) === 1 || (in_array($first, ['van', 'le'], true) && FrequentNames::isLast($last));

        return isset(self::NEVER_FIRST[$first]) ||
            (isset(self::SELDOM_FIRST[$first]) && (count($before) > 1 || ($title !== '' && !$mayBeFirst)));
    }

    /** "O Brien", "Ó Briain", "Mac Donald": the first of two words is no initial, and no first name. */
    private static function isIrish(string $word, string $last): bool
    {
        return match (Fold::words($word)) {
            'o' => $word === 'Ó' || (!str_ends_with($word, '.') && preg_match(self::BEHIND_O, Fold::words($last)) === 1),
            'mac' => preg_match(self::BEHIND_MAC, Fold::words($last)) === 1,
            default => isset(self::IRISH[$word]),
        };
    }

    /** "Msgr. Tomás Ortega", behind whom "V.F." is an office: of "Dr. Ortega" it is who he is. */
    private static function isTitled(string $name): bool
    {
        [$title, $words] = self::cutTitle(explode(' ', $name));

        return $title !== '' && count($words) > 1;
    }

    /** "J.R." and "M. D.": of a last name alone these are who it is. */
    private static function areInitials(string $part): bool
    {
        return preg_match('/^(?:\p{Lu}\. ?){2,3}$/uD', $part) === 1;
    }

    /** "USA Ret.", "DDS MS": several behind one comma; null if one of them is none. */
    private static function suffixes(string $part): ?string
    {
        $words = explode(' ', $part);
        $known = array_map(static fn(string $word): ?string => Words::suffix(Fold::solid($word)) ?? self::credential($word), $words);

        return count($words) > 1 && !in_array(null, $known, true) ? implode(' ', $known) : null;
    }

    private static function credential(string $part): ?string
    {
        return mb_strtoupper($part) === $part ? Words::credential(Fold::solid($part)) : null;
    }

    /** "FACS", "MPA": letters that nobody is called by. */
    private static function isCredential(string $part): bool
    {
        return preg_match('/^\p{Lu}{3,5}$/D', $part) === 1;
    }

    /** Whether it may be first and last name: "van der Berg" is a last name alone, and in a name of capitals any word may be. */
    private static function isWhole(string $name): bool
    {
        $words = explode(' ', $name);

        return count($words) > 1 && !Words::isParticle(Fold::words($words[0])) && mb_strtoupper($name) !== $name;
    }

    /** Whether first and last name stand in it as one says them. */
    private static function beginsAsFirst(string $name): bool
    {
        return self::isWhole($name) && FrequentNames::isFirst(Fold::words(explode(' ', $name)[0]));
    }

    private static function joined(string ...$parts): string
    {
        return implode(' ', array_filter($parts, static fn(string $part): bool => $part !== ''));
    }

    /**
     * @param  list<string>  $words
     * @param  bool  $all  whether nothing but a title may be there
     * @return array{string, non-empty-list<string>}
     */
    private static function cutTitle(array $words, bool $all = false): array
    {
        $titles = [];
        $least = $all ? 0 : 1;
        $second = Fold::solid($words[1] ?? '');
        // "The Rev. Ann Lee"
        if (Fold::solid($words[0]) === 'the' && (Words::title($second) !== null || isset(self::BEFORE_TITLES[$second]))) {
            array_shift($words);
        }
        while (count($words) > $least) {
            $title = Words::title(Fold::solid($words[0]));
            $next = Words::title(Fold::solid($words[1] ?? ''));
            $before = self::BEFORE_TITLES[Fold::solid($words[0])] ?? null;
            // "Sgt. First Class"
            if (
                $titles !== [] &&
                count($words) > $least + 2 &&
                Fold::solid($words[1]) === 'class' &&
                isset(self::BEFORE_TITLES[Fold::solid($words[0])])
            ) {
                $titles[] = "{$words[0]} {$words[1]}";
                $words = array_slice($words, 2);
                continue;
            }
            if ($titles !== [] && in_array(Fold::solid($words[0]), ['emeritus', 'emerita'], true)) {
                $titles[] = ucfirst(Fold::solid(array_shift($words)));
            } elseif ($title === null && $before !== null && $next !== null && count($words) > $least + 1) {
                $titles[] = "{$before} {$next}";
                $words = array_slice($words, 2);
            } elseif ($title !== null) {
                $titles[] = $title;
                array_shift($words);
            } else {
                break;
            }
        }

        return [implode(' ', $titles), $words === [] ? [''] : $words];
    }

    /**
     * @param  list<string>  $words
     * @return array{non-empty-list<string>, string}
     */
    private static function cutSuffix(array $words): array
    {
        $suffixes = [];
        $isFlat = mb_strtoupper(implode(' ', $words)) === implode(' ', $words);
        // "Ann Lee the 3rd"
        $count = count($words);
        $generation = ['second' => 'II', 'third' => 'III', 'fourth' => 'IV'][Fold::words($words[$count - 1])] ?? $words[$count - 1];
        if ($count > 2 && strcasecmp($words[$count - 2], 'the') === 0 && Words::suffix(Fold::solid($generation)) !== null) {
            array_splice($words, -2, 2, [$generation]);
        }
        while (
            count($words) > 1 &&
            ($suffix =
                Words::suffix(Fold::solid($words[count($words) - 1])) ??
                // "Lee, Carl L. V." is no fifth.
                (count($words) > 2 && !$isFlat && !str_ends_with($words[count($words) - 1], 'V.')
                    ? self::credential($words[count($words) - 1])
                    : null)) !== null
        ) {
            array_unshift($suffixes, $suffix);
            array_pop($words);
        }

        return [$words === [] ? [''] : $words, implode(' ', $suffixes)];
    }
}
