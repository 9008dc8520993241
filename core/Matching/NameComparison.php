<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching;

use PineSieve\Core\Names\Nicknames;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Names\Words;
use PineSieve\Core\Text\Fold;

/** Compares the names of two records and says in words what it found. */
final readonly class NameComparison
{
    private function __construct(
        public NameLikeness $likeness,
        public string $reason,
    ) {
    }

    /** Key under which equal names are found; '' if there is no name. */
    public static function key(SupporterKind $kind, PersonName $name, string $display): string
    {
        if ($kind === SupporterKind::Person) {
            return trim(self::fold($name->first).' '.self::fold($name->last));
        }

        return self::organizationKey($display);
    }

    /** A folded name without articles and legal forms; the whole of it if nothing else is there. */
    public static function organizationKey(string $display): string
    {
        $folded = Fold::words(str_replace('&', ' and ', $display));
        $telling = implode(' ', array_filter(explode(' ', $folded), static fn (string $word): bool => ! Words::isIdle($word)));

        return $telling === '' ? $folded : $telling;
    }

    public static function between(SupporterKind $kindA, PersonName $a, string $displayA, SupporterKind $kindB, PersonName $b, string $displayB): self
    {
        if ($kindA === SupporterKind::Person && $kindB === SupporterKind::Person) {
            return self::people($a, $b);
        }
        $same = self::organizationKey($displayA) === self::organizationKey($displayB) && $displayA !== '';

        return $same ? new self(NameLikeness::Same, "Same name: {$displayB}") : new self(NameLikeness::Different, "The names differ: {$displayA}, {$displayB}");
    }

    private static function people(PersonName $a, PersonName $b): self
    {
        if ($a->display() === '' || $b->display() === '') {
            return new self(NameLikeness::Compatible, 'One has no name');
        }
        $last = [self::fold($a->last), self::fold($b->last)];
        $first = [self::fold($a->first), self::fold($b->first)];
        if ($last[0] === '' || $last[0] !== $last[1]) {
            $sameFirst = $first[0] !== '' && $first[0] === $first[1] ? " (the first name is the same: {$b->first})" : '';

            return new self(NameLikeness::Different, "The last names differ: {$a->last}, {$b->last}{$sameFirst}");
        }
        $suffix = [self::generation($a->suffix), self::generation($b->suffix)];
        if ($suffix[0] !== '' && $suffix[1] !== '' && $suffix[0] !== $suffix[1]) {
            return new self(NameLikeness::Family, "One is {$a->suffix}, the other {$b->suffix}");
        }
        if (($first[0] === '') !== ($first[1] === '')) {
            return new self(NameLikeness::Compatible, 'Same last name; one has no first name');
        }
        if ($first[0] === $first[1]) {
            return self::middles($a, $b, $suffix[0] === $suffix[1]);
        }

        return self::alikeFirst($a, $b, $first[0], $first[1]);
    }

    private static function middles(PersonName $a, PersonName $b, bool $sameSuffix): self
    {
        $middle = [Fold::words($a->middle), Fold::words($b->middle)];
        if ($middle[0] !== '' && $middle[1] !== '' && $middle[0][0] !== $middle[1][0]) {
            return new self(NameLikeness::Family, "The middle names differ: {$a->middle}, {$b->middle}");
        }

        return $sameSuffix
            ? new self(NameLikeness::Same, 'Same name: '.trim("{$b->first} {$b->last}"))
            : new self(NameLikeness::Compatible, 'Same name, but only one has a suffix ('.trim($a->suffix.$b->suffix).')');
    }

    private static function alikeFirst(PersonName $a, PersonName $b, string $firstA, string $firstB): self
    {
        [$short, $long] = strlen($firstA) <= strlen($firstB) ? [$firstA, $firstB] : [$firstB, $firstA];
        if (strlen($short) === 1 && $short === $long[0]) {
            return new self(NameLikeness::Compatible, "Same last name; {$a->first} may stand for {$b->first}");
        }
        if (str_starts_with($long, "{$short} ")) {
            return new self(NameLikeness::Compatible, "Same last name; {$a->first} and {$b->first} begin alike");
        }
        $full = Nicknames::common($firstA, $firstB);
        if ($full !== null) {
            return new self(NameLikeness::Compatible, "{$a->first} and {$b->first} are usual forms of ".ucfirst($full));
        }

        return new self(NameLikeness::Family, "Same last name, other first name: {$a->first}, {$b->first}");
    }

    /** Folded; a name that has no letters at all stays as it is, in small letters. */
    private static function fold(string $name): string
    {
        $folded = Fold::words($name);

        return $folded === '' ? mb_strtolower(trim($name)) : $folded;
    }

    /** "Jr", "junior" and "II" tell one generation from another; degrees do not. */
    private static function generation(string $suffix): string
    {
        $known = Words::suffix(Fold::solid($suffix)) ?? '';

        return in_array($known, ['Jr.', 'Sr.', 'II', 'III', 'IV'], true) ? $known : '';
    }
}
