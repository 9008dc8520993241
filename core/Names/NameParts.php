<?php

declare(strict_types=1);

namespace PineSieve\Core\Names;

use PineSieve\Core\Text\Fold;
use PineSieve\Core\Text\LostLetters;

/** A name whose parts stand in cells of their own, where people write more than the header asks for: "Mrs. John" and "Smith, MD". */
final readonly class NameParts
{
    /** Titles that are no first names, with or without a full stop. */
    private const TITLES = [
        'mr',
        'mrs',
        'ms',
        'miss',
        'mx',
        'dr',
        'prof',
        'rev',
        'mister',
        'doctor',
        'professor',
        'reverend',
        'father',
        'sister',
        'pastor',
        'deacon',
        'rabbi',
        'imam',
        'bishop',
        'monsignor',
        'msgr',
        'captain',
        'capt',
        'colonel',
        'col',
        'sergeant',
        'sgt',
        'lieutenant',
        'lt',
        'officer',
    ];

    /** Those with which no last name begins. */
    private const BEFORE_LAST = ['mr', 'mrs', 'ms', 'mx', 'dr', 'prof', 'rev', 'mister', 'doctor', 'professor', 'reverend'];

    private const GENERATION = '/^(.*\S)[\s,]+((?:Jr|Sr)\.?|II|III|IV)$/uiD';

    private const FAMILY = '/(?:^| )(?:family|families|household)$/D';

    /** "Ann van": the last name begins in the first. */
    private const HALF = '/\S (?:van|von|de|der|den|del|la|di|da|du|st)\.?$/iD';

    /** "c/o Ann Lee", and the headers of a sheet that stand among its rows. */
    private const NO_NAME = '/^c\s?\/\s?o\b|^(?:first|given|last|family)(?: name)? (?:first|given|last|family|sur)\s?(?:name)?$/iD';

    public function __construct(
        public string $title = '',
        public string $first = '',
        public string $last = '',
        public string $suffix = '',
    ) {}

    /** With a title out of the first name, or in front of the last one, and a suffix behind it, where the row does not say another in a column of its own. */
    public function tidied(): self
    {
        [$title, $first] = $this->withoutTitle($this->first);
        [$last, $suffix] = $this->withoutSuffix($this->last);
        if ($title === '' && in_array(Fold::solid(explode(' ', $last)[0]), self::BEFORE_LAST, true) && str_contains($last, ' ')) {
            [$title, $last] = $this->withoutTitle($last);
        }
        if ($suffix === '' && preg_match(self::GENERATION, $first, $found) === 1) {
            [$first, $suffix] = [$found[1], (string) Words::suffix(Fold::solid($found[2]))];
        }
        $isTitleFree = $this->title === '' || Fold::solid($this->title) === Fold::solid($title);
        $isSuffixFree = $this->suffix === '' || Fold::solid($this->suffix) === Fold::solid($suffix);

        return new self(
            $this->title === '' ? $title : $this->title,
            $isTitleFree ? $first : $this->first,
            $isSuffixFree && $isTitleFree ? $last : $this->last,
            $this->suffix === '' ? $suffix : $this->suffix,
        );
    }

    /** Why it may not be the name of one person; null if it looks like one. */
    public function doubt(): ?NameDoubt
    {
        $whole = $this->whole();
        $first = Fold::words($this->first);
        $last = Fold::words($this->last);

        return match (true) {
            $whole === '' => null,
            LostLetters::areIn($whole) => NameDoubt::Lost,
            str_contains($whole, '@'), preg_match(self::NO_NAME, $whole) === 1 => NameDoubt::Odd,
            WrittenName::isOrganization($whole) => NameDoubt::Organization,
            $first === 'the', preg_match(self::FAMILY, $first) === 1, preg_match(self::FAMILY, $last) === 1 => NameDoubt::Family,
            TwoPeople::areIn($this->first), TwoPeople::areIn($this->last) => NameDoubt::TwoPeople,
            $first === $last && str_contains($first, ' '),
            $last !== '' && str_ends_with($first, " {$last}"),
            $first !== '' && str_starts_with($last, "{$first} ")
                => NameDoubt::Twice,
            str_contains($this->last, ',') && $first === '' => NameDoubt::Whole,
            FrequentNames::isTurned([$first, $last]) => NameDoubt::Turned,
            HusbandsName::isIn($this->title, $this->first) => NameDoubt::Husbands,
            preg_match(self::HALF, $this->first) === 1,
            str_contains($this->first . $this->last, ','),
            OddName::isIn($this->lookedAt(), false)
                => NameDoubt::Odd,
            default => null,
        };
    }

    /** The name without what may well stand in one part alone: an initial behind a first name, and the words that a last name begins with. */
    private function lookedAt(): string
    {
        return match ('') {
            $this->last => (string) preg_replace('/ \p{L}\.?$/u', '', $this->first),
            $this->first => (string) preg_replace(
                '/^(?:(?:van|von|de|der|den|del|la|le|di|da|du|dos|el|los|las|san|santa|st)\.? )+/iu',
                '',
                $this->last,
            ),
            default => $this->whole(),
        };
    }

    /** Whether a word is a first name that has short forms: of others nobody knows. */
    public static function isFirst(string $word): bool
    {
        return Nicknames::fullOf(Fold::words($word)) !== [];
    }

    /** Whether what stands in the place of an organization reads like a person or a couple: "Joe Oak", "Kay & Lou Ash". */
    public static function isPerson(string $name): bool
    {
        $words = explode(' ', NameRemarks::of($name)->name);
        if (preg_match('/^(?:Mrs?|Ms|Miss|Dr|Rev)\b\.? \p{Lu}/u', $name) === 1) {
            return !WrittenName::isOrganization($name);
        }

        return preg_match('/^\p{L}+(?: (?:\p{L}\.?|&|and \p{L}+|\p{L}+)){1,3}$/uD', $name) === 1 &&
            (self::isFirst($words[0]) || self::isOfTwoNames($words)) &&
            (count($words) < 4 || TwoPeople::areIn($name)) &&
            // In the place of an organization "Grace Church" is no Ms. Church.
            array_filter(explode(' ', Fold::words($name)), Words::tellsOrganization(...)) === [] &&
            !WrittenName::isOrganization($name);
    }

    /**
     * "Ida B. Nunn" and "Ida Park"; "Ida Falls" may be anything.
     *
     * @param  non-empty-list<string>  $words
     */
    private static function isOfTwoNames(array $words): bool
    {
        return FrequentNames::isFirst(Fold::words($words[0])) &&
            count($words) > 1 &&
            (preg_match('/^\p{L}\.?$/u', $words[1]) === 1 || FrequentNames::isLast(Fold::words($words[count($words) - 1])));
    }

    /** First and last name, as they stand. */
    public function whole(): string
    {
        return trim("{$this->first} {$this->last}");
    }

    /** @return array{string, string} title and what is left */
    private function withoutTitle(string $first): array
    {
        $words = explode(' ', $first);
        $titles = [];
        while ($words !== []) {
            $folded = Fold::solid($words[0]);
            $title = str_ends_with($words[0], '.') || in_array($folded, self::TITLES, true) ? Words::title($folded) : null;
            if ($title === null) {
                break;
            }
            $titles[] = $title;
            array_shift($words);
        }

        return $titles === [] ? ['', $first] : [implode(' ', $titles), implode(' ', $words)];
    }

    /** @return array{string, string} what is left and the suffixes: "Smith Jr., MD" has two */
    private function withoutSuffix(string $last): array
    {
        $suffixes = [];
        while (preg_match('/^(.*[^\s,])(\s*,\s*|\s+)([^\s,]+)$/uD', $last, $parts) === 1) {
            $folded = Fold::solid($parts[3]);
            $known = Words::suffix($folded) ?? (str_contains($parts[2], ',') ? Words::credential($folded) : null);
            if ($known === null) {
                break;
            }
            array_unshift($suffixes, $known);
            $last = $parts[1];
        }

        return [$last, implode(' ', $suffixes)];
    }
}
