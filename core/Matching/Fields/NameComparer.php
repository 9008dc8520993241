<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Fields;

use PineSieve\Core\Matching\Rules\Comparison;
use PineSieve\Core\Matching\Rules\How;
use PineSieve\Core\Names\Nicknames;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Names\Words;
use PineSieve\Core\Text\Fold;

/**
 * Compares the names of people: first and last name must both agree.
 * Alike first names are found where they begin with the same letter, alike last names with one slip, by a part of a double name or by their sound.
 */
final readonly class NameComparer implements FieldComparer, Sketched
{
    /** Parts of a value. */
    private const SHOWN = 0;

    public const FIRST = 1;

    public const MIDDLE = 2;

    public const LAST = 3;

    public const GENERATION = 4;

    private const SHOWN_FIRST = 5;

    public const TITLE = 6;

    /** Letters as a scanner takes them for digits. */
    private const MISREAD = ['0' => 'o', '1' => 'l', '5' => 's', '8' => 'b'];

    public function __construct(private Comparison $comparison) {}

    public function preparation(): string
    {
        return 'name';
    }

    public function values(Traits $traits): array
    {
        $name = $traits->name;
        $last = self::fold($name->last);
        if ($last === '') {
            return [];
        }
        $values = [
            [
                $name->display(),
                self::fold($name->first),
                Fold::words($name->middle),
                $last,
                self::generation($name),
                $name->first,
                Fold::solid($name->title),
            ],
        ];
        $nickname = $traits->fields['nickname'] ?? '';
        if ($nickname !== '' && Fold::words($nickname) !== $values[0][self::FIRST]) {
            $values[] = [
                "{$nickname} {$name->last}",
                Fold::words($nickname),
                '',
                $last,
                $values[0][self::GENERATION],
                $nickname,
                $values[0][self::TITLE],
            ];
        }

        return $values;
    }

    public function compare(array $one, array $other): ?Agreement
    {
        $agreement = $this->inOrder($one, $other);
        if ($agreement !== null || !$this->comparison->options->swapped || $one[self::FIRST] === '' || $other[self::FIRST] === '') {
            return $agreement;
        }
        $turned = $this->inOrder($one, self::turned($other));

        return $turned === null
            ? null
            : new Agreement(0.9 * $turned->likeness, "First and last name have changed places: {$one[self::SHOWN]}, {$other[self::SHOWN]}");
    }

    /**
     * How the first names agree, from 0 to 1, with the words; null if they do not.
     *
     * @param  list<string>  $one
     * @param  list<string>  $other
     * @return ?array{float, string}
     */
    public function first(array $one, array $other): ?array
    {
        [$a, $b] = [$one[self::FIRST], $other[self::FIRST]];
        $options = $this->comparison->options;
        if ($a === $b) {
            return $a === '' ? null : [1.0, ''];
        }
        if ($a === '' || $b === '') {
            return null;
        }
        $full = $options->nicknames ? Nicknames::common($a, $b) : null;
        if ($full !== null) {
            return [0.95, "{$one[self::SHOWN_FIRST]} and {$other[self::SHOWN_FIRST]} are usual forms of " . ucfirst($full)];
        }
        if ($options->initials) {
            if ((strlen($a) === 1 || strlen($b) === 1) && $a[0] === $b[0]) {
                return [0.7, 'one gives an initial'];
            }
            if ((strlen($a) === 1 && $one[self::MIDDLE] === $b) || (strlen($b) === 1 && $other[self::MIDDLE] === $a)) {
                return [0.85, 'the middle name of one is the first name of the other'];
            }
        }
        if (str_starts_with("{$a} ", "{$b} ") || str_starts_with("{$b} ", "{$a} ")) {
            return [0.9, 'one gives more first names'];
        }
        $likeness =
            $this->comparison->how === How::Alike && strlen($a) > 2 && strlen($b) > 2
                ? Spelling::likeness($a, $b, $this->comparison->strictness)
                : null;
        if ($likeness !== null) {
            return [$likeness, 'the first names are spelled alike'];
        }
        if (
            $options->nicknames &&
            $this->comparison->how === How::Alike &&
            (Spelling::isFormAlike($a, $b) || Spelling::isFormAlike($b, $a))
        ) {
            return [0.75, "{$one[self::SHOWN_FIRST]} and {$other[self::SHOWN_FIRST]} are forms of one name, but for a slip"];
        }

        return $options->sound && strlen($a) > 2 && Spelling::soundAlike($a, $b) ? [0.8, 'the first names sound alike'] : null;
    }

    /**
     * @param  list<string>  $value
     * @return list<string> with first and last name in each other's place
     */
    private static function turned(array $value): array
    {
        return array_values(
            array_replace($value, [
                self::FIRST => $value[self::LAST],
                self::LAST => $value[self::FIRST],
                self::SHOWN_FIRST => ucfirst($value[self::LAST]),
            ]),
        );
    }

    /**
     * @param  list<string>  $value
     * @return list<string> texts of which two first names that agree have one in common
     */
    public function firstTraces(array $value): array
    {
        $options = $this->comparison->options;
        $first = $value[self::FIRST];
        $firsts = $options->nicknames ? [$first, ...Nicknames::fullOf($first)] : [$first];
        if ($options->initials || $options->sound || $this->comparison->how === How::Alike) {
            $letters = [];
            foreach ($firsts as $name) {
                $letters[] = $name[0] ?? '';
            }
            if ($options->initials && strlen($first) === 1) {
                $letters[] = $value[self::MIDDLE][0] ?? '';
            }

            return count($letters) === 1 ? $letters : array_values(array_unique($letters));
        }
        // One who gives two first names is looked for by the first of them too.
        $firsts[] = explode(' ', $first)[0];

        return array_values(array_unique($firsts));
    }

    public function traces(array $value): array
    {
        return array_values(
            array_unique([
                ...$this->pairTraces($value),
                ...$this->comparison->options->swapped && $value[self::FIRST] !== '' ? $this->pairTraces(self::turned($value)) : [],
            ]),
        );
    }

    /** Each trace has one of the first name in it, or of the last in its place. */
    public function sketch(array $value): array
    {
        return $this->comparison->options->swapped && $value[self::FIRST] !== ''
            ? [...$this->firstTraces($value), ...$this->firstTraces(self::turned($value))]
            : $this->firstTraces($value);
    }

    /**
     * @param  list<string>  $value
     * @return list<string> texts of which two names that agree in this order have one in common
     */
    private function pairTraces(array $value): array
    {
        $traces = [];
        foreach ($this->lastTraces($value[self::LAST]) as $last) {
            foreach ($this->firstTraces($value) as $name) {
                $traces[] = "{$last}|{$name}";
            }
        }

        return $traces;
    }

    public function selectivity(): int
    {
        return $this->comparison->how === How::Exact ? 70 : 55;
    }

    /**
     * @param  list<string>  $one
     * @param  list<string>  $other
     */
    private function inOrder(array $one, array $other): ?Agreement
    {
        $last = $this->last($one[self::LAST], $other[self::LAST]);
        $first = $last === null ? null : $this->first($one, $other);
        if ($last === null || $first === null) {
            return null;
        }
        if ($last[0] === 1.0 && $first[0] === 1.0) {
            return new Agreement(1.0, "Same name: {$other[self::SHOWN]}");
        }

        return new Agreement(
            min($last[0], $first[0]),
            'Names agree, ' .
                implode('; ', array_filter([$first[1], $last[1]], static fn(string $words): bool => $words !== '')) .
                ": {$one[self::SHOWN]}, {$other[self::SHOWN]}",
        );
    }

    /** @return ?array{float, string} */
    private function last(string $a, string $b): ?array
    {
        if ($a === $b) {
            return [1.0, ''];
        }
        if ($this->comparison->how === How::Alike) {
            $likeness = strlen($a) > 2 && strlen($b) > 2 ? Spelling::likeness($a, $b, $this->comparison->strictness) : null;
            if ($likeness !== null) {
                return [$likeness, 'the last names are spelled alike'];
            }
            if (str_replace(' ', '', $a) === str_replace(' ', '', $b)) {
                return [0.95, 'the last names differ in a blank alone'];
            }
            if (
                $this->comparison->strictness <= 90 &&
                array_filter(array_intersect(explode(' ', $a), explode(' ', $b)), static fn(string $part): bool => strlen($part) > 3) !== []
            ) {
                return [0.8, 'one last name is a part of the other'];
            }
        }

        return $this->comparison->options->sound && strlen($a) > 2 && Spelling::soundAlike($a, $b)
            ? [0.8, 'the last names sound alike']
            : null;
    }

    /** @return list<string> */
    private function lastTraces(string $last): array
    {
        $traces = [$last];
        if ($this->comparison->how === How::Alike) {
            $traces = [
                ...Spelling::traces(str_replace(' ', '', $last)),
                ...array_filter(explode(' ', $last), static fn(string $part): bool => strlen($part) > 3),
            ];
        }
        if ($this->comparison->options->sound) {
            $traces[] = '~' . Spelling::sound($last);
        }

        return array_values(array_unique($traces));
    }

    /** Folded; one that has no letters of the Latin script stays as it is, in small letters. A digit within a word is a letter misread. */
    private static function fold(string $name): string
    {
        $folded = Fold::words($name);
        if (preg_match('/[a-z]\d|\d[a-z]/', $folded) === 1) {
            $folded = (string) preg_replace_callback(
                '/\b(?=\w*[a-z])\w*\d\w*/',
                static fn(array $word): string => strtr($word[0], self::MISREAD),
                $folded,
            );
        }

        return $folded === '' ? mb_strtolower(trim($name)) : $folded;
    }

    /** "Jr", "junior" and "II" tell one generation from another; degrees do not. */
    private static function generation(PersonName $name): string
    {
        foreach (explode(' ', $name->suffix) as $word) {
            $known = Words::suffix(Fold::solid($word)) ?? '';
            if (in_array($known, ['Jr.', 'Sr.', 'II', 'III', 'IV'], true)) {
                return $known;
            }
        }

        return '';
    }
}
