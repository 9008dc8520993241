<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Proposals;

use PineSieve\Core\Columns\ColumnProfile;
use PineSieve\Core\Columns\ColumnState;
use PineSieve\Core\Columns\Steps\Formula;

/** House number, direction, street and its kind in columns of their own, as lists of houses and of voters have them: together they are the street. */
final readonly class StreetColumns
{
    /** Words of a header, in the order in which a street is written. */
    private const PARTS = [
        'number' => '/^(?:street|st|str|house|hse|building|bldg|civic|addr|address|property) (?:no|number|num|nbr|nr)$/D',
        'before' => '/^(?:(?:street|st|str|pre) )?(?:pre ?)?(?:dir|direction|predir|predirection)$/D',
        'name' => '/^(?:street|road|(?:street|st|str|road|rd) name|street road|strname)$/D',
        'type' => '/^(?:street|st|str|road) (?:type|suffix|sfx|suf)$/D',
        'after' => '/^(?:(?:street|st|str) )?post ?(?:dir|direction)$|^(?:postdir|suffix dir|dir suffix)$/D',
    ];

    /** Words that say which address a column is of. */
    private const WHICH = [
        'res',
        'residence',
        'residential',
        'home',
        'mail',
        'mailing',
        'legal',
        'physical',
        'work',
        'business',
        'bus',
        'seasonal',
    ];

    /** Part of the numbers that must begin with a digit. */
    private const NUMBERS = 0.9;

    /** Part of the streets that may do so: beyond it they have their numbers already. */
    private const NUMBERED = 0.05;

    /**
     * @param  list<Proposal>  $proposals
     * @param  list<ColumnProfile>  $profiles
     * @return list<Proposal>
     */
    public function apply(array $proposals, array $profiles): array
    {
        $streets = [];
        foreach ($profiles as $column => $profile) {
            // "Res street no" and "Mail street no" are of two addresses.
            $words = HeaderWords::words($profile->header);
            $of = [];
            while (count($words) > 1 && in_array($words[0], self::WHICH, true)) {
                $of[] = array_shift($words);
            }
            foreach (self::PARTS as $part => $pattern) {
                if (
                    $profile->filled > 0 &&
                    preg_match($pattern, implode(' ', $words)) === 1 &&
                    strpbrk($profile->header, '"\\') === false
                ) {
                    $streets[implode(' ', $of)][$part] ??= $column;
                    break;
                }
            }
        }
        foreach ($streets as $parts) {
            $proposals = self::together($proposals, $profiles, $parts);
        }

        return $proposals;
    }

    /**
     * @param  list<Proposal>  $proposals
     * @param  list<ColumnProfile>  $profiles
     * @param  array<string, int>  $parts  part of a street to its column
     * @return list<Proposal>
     */
    private static function together(array $proposals, array $profiles, array $parts): array
    {
        [$number, $name] = [$parts['number'] ?? null, $parts['name'] ?? null];
        if (
            $number === null ||
            $name === null ||
            self::numbered($profiles[$number]) < self::NUMBERS ||
            self::numbered($profiles[$name]) > self::NUMBERED
        ) {
            return $proposals;
        }
        // The number may have been taken for the whole street.
        $street = (string) ($proposals[$name]->target ?? $proposals[$number]->target);
        $header = $profiles[$name]->header;
        $cells = [];
        $others = [];
        foreach (array_keys(self::PARTS) as $part) {
            $column = $parts[$part] ?? null;
            if ($column === null) {
                continue;
            }
            $cells[] = $column === $name ? 'value' : "cell(\"{$profiles[$column]->header}\")";
            if ($column !== $name) {
                $others[] = "\"{$profiles[$column]->header}\"";
                $proposals[$column] = new Proposal(
                    $profiles[$column]->header,
                    ColumnState::LeftBehind,
                    null,
                    "It is put together with \"{$header}\".",
                );
            }
        }
        $proposals[$name] = new Proposal(
            $header,
            ColumnState::Look,
            str_ends_with($street, 'line1') ? $street : 'address.line1',
            'The rest of the street stands in ' . implode(', ', $others) . ': they are put together.',
            step: new Formula('join(" ", ' . implode(', ', $cells) . ')'),
        );

        return array_values($proposals);
    }

    /** Part of the values that begin with a digit and are more than the number of a street: "12th" is none. */
    private static function numbered(ColumnProfile $profile): float
    {
        $numbered = 0;
        foreach ($profile->values as $value => $count) {
            $numbered += preg_match('/^\s*\d+(?!\d*(?:st|nd|rd|th)\b)/i', (string) $value) === 1 ? $count : 0;
        }

        return $numbered / max(1, array_sum($profile->values));
    }
}
