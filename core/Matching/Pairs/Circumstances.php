<?php

declare(strict_types=1);

namespace PineSieve\Core\Matching\Pairs;

use PineSieve\Core\Matching\Fields\Agreement;
use PineSieve\Core\Matching\Fields\DateComparer;
use PineSieve\Core\Matching\Fields\NameContrast;
use PineSieve\Core\Matching\Rules\Comparison;
use PineSieve\Core\Matching\Rules\Sign;
use PineSieve\Core\Names\SupporterKind;

/** What two records share, and what sets them apart, whatever the rules compare. */
final readonly class Circumstances
{
    /** Fields whose values it looks at. */
    public const FIELDS = [Comparison::NAME, Comparison::ID, 'birth_date', Comparison::ADDRESS, 'email', 'phone'];

    /** @param  array<string, int>  $places  field of FIELDS to the place of its values */
    public function __construct(private SupporterKind $kind, private array $places) {}

    /**
     * @param  list<list<list<string>>>  $one
     * @param  list<list<list<string>>>  $other
     * @return array<string, string> value of a Sign to what it says
     */
    public function signs(array $one, array $other): array
    {
        $signs = [];
        [$dates, $otherDates] = [$one[$this->places['birth_date']], $other[$this->places['birth_date']]];
        if (
            $dates !== [] &&
            $otherDates !== [] &&
            $dates[0][0] !== $otherDates[0][0] &&
            DateComparer::swapped($dates[0][0]) !== $otherDates[0][0]
        ) {
            $isSlip = DateComparer::partsInCommon($dates[0][0], $otherDates[0][0]) === 2;
            $signs[($isSlip ? Sign::BirthDateSlip : Sign::BirthDate)->value] =
                ($isSlip ? 'Birth dates that a slip may have made different' : 'Born on different days') .
                ": {$dates[0][0]}, {$otherDates[0][0]}";
        }
        $otherId = self::otherId($one[$this->places[Comparison::ID]], $other[$this->places[Comparison::ID]]);
        if ($otherId !== null) {
            $signs[Sign::OtherId->value] = $otherId;
        }
        $differing = array_filter(['phone', Comparison::ADDRESS], fn(string $field): bool => $this->differ($field, $one, $other));
        if ($differing !== [] && $this->differ('email', $one, $other) && !$this->prove($one, $other)) {
            $signs[Sign::OtherContacts->value] =
                'Both have an email and ' . (in_array('phone', $differing, true) ? 'a phone' : 'an address') . ', and neither is the same';
        }
        [$names, $otherNames] = [$one[$this->places[Comparison::NAME]], $other[$this->places[Comparison::NAME]]];
        if ($this->kind === SupporterKind::Person && $names !== [] && $otherNames !== []) {
            $signs += self::namesAgainst($names, $otherNames);
        }

        return $signs;
    }

    /**
     * @param  array<string, string>  $signs
     * @return ?string the words of the first by which two of one name are told from each other
     */
    public static function namesake(array $signs): ?string
    {
        foreach ($signs as $sign => $words) {
            if (Sign::from($sign)->tellsNamesakes()) {
                return $words;
            }
        }

        return null;
    }

    /**
     * Whether two that a certain rule joins share what no namesake does: a birth date, Jr. or Sr., or an id.
     *
     * @param  list<list<list<string>>>  $one
     * @param  list<list<list<string>>>  $other
     */
    public function prove(array $one, array $other): bool
    {
        [$names, $otherNames] = [$one[$this->places[Comparison::NAME]], $other[$this->places[Comparison::NAME]]];
        [$generation, $otherGeneration] =
            $this->kind === SupporterKind::Person && $names !== [] && $otherNames !== []
                ? NameContrast::generations($names[0], $otherNames[0])
                : ['', ''];

        return ($generation !== '' && $generation === $otherGeneration) ||
            self::shares($one[$this->places['birth_date']], $other[$this->places['birth_date']]) ||
            self::shares($one[$this->places[Comparison::ID]], $other[$this->places[Comparison::ID]]);
    }

    /**
     * @param  non-empty-list<list<string>>  $names
     * @param  non-empty-list<list<string>>  $others
     * @return array<string, string>
     */
    private static function namesAgainst(array $names, array $others): array
    {
        [$one, $other] = [$names[0], $others[0]];
        $signs = [];
        [$generation, $otherGeneration] = NameContrast::generations($one, $other);
        if ($generation !== $otherGeneration) {
            $sign = $generation !== '' && $otherGeneration !== '' ? Sign::Generation : Sign::GenerationLeftOut;
            $signs[$sign->value] =
                $sign === Sign::Generation
                    ? "One is {$generation}, the other {$otherGeneration}"
                    : "Only one is {$generation}{$otherGeneration}";
        }
        if (NameContrast::hasOtherMiddle($one, $other)) {
            $signs[Sign::MiddleName->value] = "The middle names differ: {$one[0]}, {$other[0]}";
        }
        if (NameContrast::hasOtherTitle($one, $other)) {
            $signs[Sign::Title->value] = 'One is written as a man, the other as a woman';
        }
        foreach ($names as $name) {
            foreach ($others as $otherName) {
                if (!NameContrast::hasOtherFirst($name, $otherName)) {
                    return $signs;
                }
            }
        }
        $signs[Sign::FirstName->value] = "The first names differ: {$one[0]}, {$other[0]}";

        return $signs;
    }

    /**
     * @param  list<list<string>>  $one  ids
     * @param  list<list<string>>  $other
     */
    private static function otherId(array $one, array $other): ?string
    {
        $differs = null;
        foreach ($one as $a) {
            foreach ($other as $b) {
                if ($a[1] === $b[1]) {
                    return null;
                }
                $differs = $a[2] === $b[2] ? "{$a[3]} has them as two: {$a[0]}, {$b[0]}" : $differs;
            }
        }

        return $differs;
    }

    /**
     * What agrees beside what the rules that hold look at.
     *
     * @param  array<string, Agreement>  $known
     * @param  list<list<list<string>>>  $one
     * @param  list<list<list<string>>>  $other
     * @return array<string, Agreement>
     */
    public function shared(array $known, array $one, array $other): array
    {
        $further = [];
        $words = [
            'email' => 'Same email',
            'phone' => 'Same phone',
            Comparison::ADDRESS => 'Same address once both are in standard form',
            'birth_date' => 'Same birth date',
            Comparison::ID => 'Same id in another system',
        ];
        foreach ($words as $field => $reason) {
            if (!isset($known[$field]) && self::shares($one[$this->places[$field]], $other[$this->places[$field]])) {
                $further[$field] = new Agreement(1.0, $reason);
            }
        }

        return $further;
    }

    /**
     * @param  list<list<list<string>>>  $one
     * @param  list<list<list<string>>>  $other
     */
    public function haveOneAddress(array $one, array $other): bool
    {
        return self::shares($one[$this->places[Comparison::ADDRESS]], $other[$this->places[Comparison::ADDRESS]]);
    }

    /**
     * Ways to reach that both have, and none of them the same: no sign of their own, but worth knowing.
     *
     * @param  array<string, Agreement>  $agreements
     * @param  list<list<list<string>>>  $one
     * @param  list<list<list<string>>>  $other
     * @return list<string>
     */
    public function elsewhere(array $agreements, array $one, array $other): array
    {
        $elsewhere = [];
        foreach (['email', 'phone', Comparison::ADDRESS] as $field) {
            if (!isset($agreements[$field]) && $this->differ($field, $one, $other)) {
                $elsewhere[] = "Another {$field}";
            }
        }

        return $elsewhere;
    }

    /**
     * Whether both have one, and none in common.
     *
     * @param  list<list<list<string>>>  $one
     * @param  list<list<list<string>>>  $other
     */
    private function differ(string $field, array $one, array $other): bool
    {
        [$ours, $theirs] = [$one[$this->places[$field]], $other[$this->places[$field]]];

        return $ours !== [] && $theirs !== [] && !self::shares($ours, $theirs);
    }

    /**
     * @param  list<list<string>>  $one
     * @param  list<list<string>>  $other
     */
    private static function shares(array $one, array $other): bool
    {
        foreach ($one as $a) {
            foreach ($other as $b) {
                if (($a[1] ?? $a[0]) === ($b[1] ?? $b[0])) {
                    return true;
                }
            }
        }

        return false;
    }
}
