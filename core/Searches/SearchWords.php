<?php

declare(strict_types=1);

namespace PineSieve\Core\Searches;

use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldPlace;

/** A search as a sentence: "Supporters who gave over 500.00 USD in 2025 and whose state is ME". */
final readonly class SearchWords
{
    /** @param  array<string, string>  $worklists  key to what those on it are or have: "may be the same as someone else" */
    public function __construct(
        private FieldCatalog $catalog,
        private array $worklists = [],
        private Searched $searched = Searched::Supporters,
    ) {}

    public function sentence(Group $group): string
    {
        $many = $this->searched->many();

        return $group->of === [] ? "All {$many}" : ucfirst($many) . " {$this->joined($group, false)}";
    }

    private function joined(Group $group, bool $isInner): string
    {
        $phrases = array_map(
            fn(Group|Condition $one): string => $one instanceof Group ? $this->joined($one, true) : $this->phrase($one),
            $group->of,
        );
        $words = implode($group->any ? ' or ' : ' and ', $phrases);

        return match (true) {
            $group->not => "not ({$words})",
            $isInner && count($phrases) > 1 => "({$words})",
            default => $words,
        };
    }

    /** "who gave over 500.00 USD in 2025", "whose state is ME"; of what belongs to a supporter, "of supporters whose state is ME" */
    public function phrase(Condition $one): string
    {
        $isOwn = $this->searched === Searched::Supporters || FieldPlace::of($one->of)?->subject === $this->searched->value;

        return $isOwn ? $this->ofOne($one) : "of supporters {$this->ofOne($one)}";
    }

    private function ofOne(Condition $one): string
    {
        $isNot = $one->test === Test::IsNot || $one->test === Test::Blank;
        $any = self::listed($one->values, $one->test === Test::IsNot ? 'nor' : 'or');

        return match ($one->topic()) {
            Topic::Given => 'who gave ' . self::figure($one, " {$one->narrowed('currency')}") . $this->purpose($one),
            Topic::Count => 'who gave ' . self::figure($one, $one->values === ['1'] ? ' gift' : ' gifts') . $this->purpose($one),
            Topic::Largest => 'whose largest gift is ' . self::figure($one, " {$one->narrowed('currency')}") . $this->purpose($one),
            Topic::Gave => ($isNot ? 'who did not give' : 'who gave') . $this->purpose($one),
            Topic::First => 'who first gave ' . self::days($one),
            Topic::Last => 'who last gave ' . self::days($one),
            Topic::Words => ($isNot ? 'who are not found by' : 'who are found by') . " \"{$any}\"",
            Topic::Near => ($isNot ? 'who do not live' : 'who live') . " within {$one->narrowed('miles')} miles of {$any}",
            Topic::Worklist => ($isNot ? 'not those who ' : 'who ') . self::listed($this->onWorklists($one->values), 'or'),
            Topic::Intake => ($isNot ? 'not ' : '') . self::came($one->narrowed('made')) . " intake {$any}",
            Topic::Noted => ($isNot ? 'without a dated note' : 'with a dated note') .
                ($any === '' ? '' : " that contains \"{$any}\"") .
                self::period($one),
            Topic::Changed => ($isNot ? 'not ' : '') . 'changed' . ($any === '' ? '' : " by {$any}") . self::period($one),
            null => $this->ofField($one),
        };
    }

    private static function came(string $made): string
    {
        return match ($made) {
            'new' => 'made by',
            'changed' => 'changed by',
            default => 'made or changed by',
        };
    }

    private function ofField(Condition $one): string
    {
        $label = $this->catalog->label($one->of);
        // "ZIP code" keeps its capitals.
        $label = preg_match('/^\p{Lu}\p{Ll}/u', $label) === 1 ? lcfirst($label) : $label;
        // The fund of a gift is, among gifts, a fund.
        $label = preg_replace("/^{$this->searched->value} /", '', $label) ?? $label;
        $field = $this->catalog->has($one->of) ? $this->catalog->field($one->of) : null;
        $isList = $field?->type->isList() === true;
        $unit = $one->narrowed('currency') === '' ? '' : " {$one->narrowed('currency')}";
        $any = self::listed($one->values, $one->test === Test::IsNot ? 'nor' : 'or') . $unit;
        if ($field !== null && $field->nature->list !== '') {
            return self::ofNames($field->nature->list, $one->test, $any);
        }

        return match ($one->test) {
            Test::Is => $isList ? "with {$any} in {$label}" : "whose {$label} is {$any}",
            Test::IsNot => $isList ? "without {$any} in {$label}" : "whose {$label} is not {$any}",
            Test::Begins => "whose {$label} begins with \"{$any}\"",
            Test::Contains => "whose {$label} contains \"{$any}\"",
            Test::Blank => 'without ' . self::a($label, true),
            Test::Filled => 'with ' . self::a($label, false),
            Test::Since, Test::Before => "whose {$label} is " . ($one->test === Test::Since ? 'on or after' : 'before') . " {$any}",
            Test::Between => "whose {$label} is between {$one->values[0]} and {$one->values[1]}{$unit}",
            default => "whose {$label} is {$one->test->value} {$any}",
        };
    }

    /** @param  string  $list  "group" or "tag" */
    private static function ofNames(string $list, Test $test, string $any): string
    {
        [$with, $without] = $list === 'group' ? ['in', 'not in'] : ['with', 'without'];

        return match ($test) {
            Test::Is => "{$with} the {$list} {$any}",
            Test::IsNot => "{$without} the {$list} {$any}",
            Test::Blank => "{$without} any {$list}",
            default => "{$with} a {$list}",
        };
    }

    private static function a(string $label, bool $isNone): string
    {
        return ($isNone ? 'any ' : (preg_match('/^[aeio]/i', $label) === 1 ? 'an ' : 'a ')) . $label;
    }

    /**
     * @param  list<string>  $keys
     * @return list<string>
     */
    private function onWorklists(array $keys): array
    {
        return array_map(fn(string $key): string => $this->worklists[$key] ?? "are on the worklist \"{$key}\"", $keys);
    }

    private static function figure(Condition $one, string $unit): string
    {
        return match ($one->test) {
            Test::Between => "between {$one->values[0]} and {$one->values[1]}{$unit}",
            Test::Is => "exactly {$one->value()}{$unit}",
            // Whoever gave nothing gave less than that.
            Test::Under, Test::AtMost => "{$one->test->value} {$one->value()}{$unit}, or nothing,",
            default => "{$one->test->value} {$one->value()}{$unit}",
        };
    }

    private static function days(Condition $one): string
    {
        return match ($one->test) {
            Test::Since => "on or after {$one->value()}",
            Test::Before => "before {$one->value()}",
            Test::Between => "between {$one->values[0]} and {$one->values[1]}",
            default => "on {$one->value()}",
        };
    }

    private function purpose(Condition $one): string
    {
        $words = '';
        foreach (['fund', 'campaign', 'appeal', 'kind'] as $of) {
            $words .= $one->narrowed($of) === '' ? '' : ($of === 'kind' ? ' as ' : " to the {$of} ") . $one->narrowed($of);
        }

        return $words . self::period($one);
    }

    private static function period(Condition $one): string
    {
        [$from, $until] = [$one->narrowed('from'), $one->narrowed('until')];
        $isYear = substr($from, 4) === '-01-01' && $until === substr($from, 0, 4) . '-12-31';

        return match (true) {
            $from === '' && $until === '' => '',
            $isYear => ' in ' . substr($from, 0, 4),
            $until === '' => " since {$from}",
            $from === '' => " until {$until}",
            default => " between {$from} and {$until}",
        };
    }

    /** @param  list<string>  $values */
    private static function listed(array $values, string $or): string
    {
        return count($values) < 2 ? $values[0] ?? '' : implode(', ', array_slice($values, 0, -1)) . " {$or} " . $values[count($values) - 1];
    }
}
