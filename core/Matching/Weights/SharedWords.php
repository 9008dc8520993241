<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Weights;

use PineSieve\Core\Matching\Fields\Spelling;

/** The words that the names of two organizations have in common: as they are, short for several of the other, in another form, or but for a slip. */
final readonly class SharedWords
{
    /** Words that a short form stands for, at most. */
    private const LONGEST = 5;

    /** Letters of a stem, at least. */
    private const STEM = 6;

    /**
     * @param  list<string>  $words  that both have, the longer of two forms
     * @param  array<int, string>  $left  of the one, by their places in it
     * @param  array<int, string>  $otherLeft  of the other
     * @param  bool  $hasSlip  whether two of them are one but for a slip
     */
    private function __construct(public array $words, public array $left, public array $otherLeft, public bool $hasSlip) {}

    /**
     * @param  list<string>  $one
     * @param  list<string>  $other
     */
    public static function of(array $one, array $other): self
    {
        // What is the same is no part of a short form, and what a short form stands for begins like no other word.
        $shared = (new self([], $one, $other, false))->withPairs(false)->withShort();
        $turned = $shared->turned()->withShort()->turned();

        return $turned->withPairs(true);
    }

    private function turned(): self
    {
        return new self($this->words, $this->otherLeft, $this->left, $this->hasSlip);
    }

    /** @param  bool  $forms  whether other forms of a word, and slips, will do */
    private function withPairs(bool $forms): self
    {
        [$words, $left, $otherLeft, $hasSlip] = [$this->words, $this->left, $this->otherLeft, $this->hasSlip];
        foreach ($this->left as $at => $word) {
            foreach ($otherLeft as $place => $other) {
                $like = $forms ? self::like($word, $other) : ($word === $other ? Level::Same : null);
                if ($like !== null) {
                    $words[] = strlen($word) < strlen($other) ? $other : $word;
                    $hasSlip = $hasSlip || $like === Level::Alike;
                    unset($left[$at], $otherLeft[$place]);
                    break;
                }
            }
        }

        return new self($words, $left, $otherLeft, $hasSlip);
    }

    /**
     * With words of the one that stand for several of the other: "VFW" for "Veterans (of) Foreign Wars", "UMC" for "United Methodist" with or without
     * "Church", "TriCounty" for "Tri County".
     */
    private function withShort(): self
    {
        [$words, $left, $otherLeft] = [$this->words, $this->left, $this->otherLeft];
        foreach ($this->left as $at => $word) {
            $run = self::inFull($word, $otherLeft);
            if ($run !== []) {
                array_push($words, ...array_values($run));
                unset($left[$at]);
                $otherLeft = array_diff_key($otherLeft, $run);
            }
        }

        return new self($words, $left, $otherLeft, $this->hasSlip);
    }

    /**
     * @param  array<int, string>  $others
     * @return array<int, string> those that follow each other and that the word stands for; none if there are none
     */
    private static function inFull(string $word, array $others): array
    {
        foreach (array_keys($others) as $from) {
            $run = $found = [];
            for ($place = $from; isset($others[$place]) && count($run) < self::LONGEST; $place++) {
                $run[$place] = $others[$place];
                $found = count($run) > 1 && self::standsFor($word, $run) ? $run : $found;
            }
            if ($found !== []) {
                return $found;
            }
        }

        return [];
    }

    /** @param  array<int, string>  $run  words that follow each other */
    private static function standsFor(string $word, array $run): bool
    {
        $initials = implode('', array_map(static fn(string $one): string => mb_substr($one, 0, 1), $run));

        return $word === $initials || (strlen($word) > 2 && substr($word, 0, -1) === $initials) || $word === implode('', $run);
    }

    /** @return ?Level the same, in another form, but for a slip; null if they are two words */
    private static function like(string $one, string $other): ?Level
    {
        [$short, $long] = strlen($one) < strlen($other) ? [$one, $other] : [$other, $one];

        return match (true) {
            $one === $other => Level::Same,
            $long === "{$short}s",
            strlen($short) > 2 && str_starts_with($long, $short),
            self::isContracted($short, $long),
            self::isOneStem($short, $long)
                => Level::Form,
            strlen($short) > 3 && Spelling::likeness($one, $other, 80) !== null => Level::Alike,
            default => null,
        };
    }

    /** "landscape" and "landscaping", but not "community" and "communications" */
    private static function isOneStem(string $short, string $long): bool
    {
        $stem = strlen($short) - 1;

        return $stem >= self::STEM && strlen($long) - $stem < 5 && strncmp($short, $long, $stem) === 0;
    }

    /** "cncl" of "council": its first letter, and others of it in their order, without vowels. */
    private static function isContracted(string $short, string $long): bool
    {
        return strlen($short) > 2 &&
            strlen($long) > strlen($short) + 1 &&
            $short[0] === $long[0] &&
            strpbrk(substr($short, 1), 'aeiou') === false &&
            preg_match('/^' . implode('.*', array_map(preg_quote(...), str_split($short))) . '/', $long) === 1;
    }
}
