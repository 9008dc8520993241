<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses\Lines;

use PineSieve\Core\Addresses\AddressRule;
use PineSieve\Core\Addresses\Regions;

/** The names of highways and county roads as USPS Publication 28, appendix F, writes them: "CR 1185" is "County Road 1185". */
final class HighwayName
{
    private const COUNTY = '(?:COUNTY|CNTY|CTY|CO) ';

    private const STATE = '(?:STATE|ST) ';

    private const HIGHWAY = '(?:HWY|HIGHWAY|HIWAY|HIWY|HGWY)';

    private const ROAD = '(?:RD|ROAD)';

    private const ROUTE = '(?:RTE|RT|ROUTE)';

    /** What stands before the number, to how it is written; the first that fits is meant. */
    private const NAMES = [
        'INTERSTATE(?: ' . self::HIGHWAY . ')?|IH|I' => 'Interstate',
        'U ?S ' . self::ROUTE => 'US Route',
        'U ?S(?: ' . self::HIGHWAY . ')?' => 'US Highway',
        self::COUNTY . self::HIGHWAY => 'County Highway',
        self::COUNTY . self::ROAD . '|C ?R' => 'County Road',
        self::COUNTY . self::ROUTE => 'County Route',
        self::STATE . self::HIGHWAY => 'State Highway',
        self::STATE . self::ROUTE => 'State Route',
        self::STATE . self::ROAD . '|S ?R' => 'State Road',
        '(?:HWY )?(?:FARM[ -]TO[ -]MARKET|F ?M)(?: ' . self::ROAD . ')?' => 'FM',
        'RANCH[ -]TO[ -]MARKET(?: ' . self::ROAD . ')?' => 'RM',
        'RANCH ' . self::ROAD => 'Ranch Road',
        '(?:TOWNSHIP|TWP) ' . self::ROAD . '|TSR' => 'Township Road',
        self::HIGHWAY => 'Highway',
        self::ROUTE => 'Route',
        self::ROAD => 'Road',
        'LOOP' => 'Loop',
        '(?:EXPRESSWAY|EXPY)' => 'Expressway',
        // "Park Rd 5" and "Farm Rd 5" may as well be homes in a road.
        'PRIVATE ' . self::ROAD => 'Private Road',
        'FIRE (?:LANE|LN)' => 'Fire Lane',
        'FOREST SERVICE ' . self::ROAD => 'Forest Service Road',
        'INDIAN SERVICE ' . self::ROUTE => 'Indian Service Route',
        'BIA ' . self::ROAD => 'BIA Road',
        'BIA ' . self::ROUTE => 'BIA Route',
    ];

    private const BEHIND =
        '[ -]?(?<number>A1A|\d+(?:-?[A-Z]{1,2})?)(?= |$)(?! (?:p ?o )?box )' . '(?! ' . self::HIGHWAY . '(?: |$))(?<rest>.*)$/iD';

    /** Most streets are none. */
    private const MAY_BE =
        '/\d|^(?:county|cnty|cty|co) |\b(?:s ?r|' . self::HIGHWAY . '|' . self::ROUTE . '|' . self::ROAD . ') [a-z]{1,2}$/iD';

    /** "Hwy P", "State Route DD": one letter, twice the same, or one behind an A; two others are a direction or a suffix. */
    private const LETTERED =
        '/^(?<name>(?:' .
        self::STATE .
        ')?(?:' .
        self::HIGHWAY .
        '|' .
        self::ROUTE .
        ')|' .
        self::STATE .
        self::ROAD .
        '|S ?R) (?<letter>([A-Z])\\g{-1}?|A[A-Z])$/iD';

    /** "US 12 Hwy W", "NC 55 Hwy": the word stands behind its number. */
    private const TURNED = '/^(U ?S|[A-Z]{2}) (\d+[A-Z]?) ' . self::HIGHWAY . '(?= |$)/iD';

    private function __construct() {}

    /**
     * @param  list<string>  $words  of a line, without the number of the house and units
     * @return ?list<string> with the highway and its number as one word; null if it is none
     */
    public static function of(array $words, Lexicon $lexicon, Reasons $reasons): ?array
    {
        $text = implode(' ', $words);
        if (preg_match(self::MAY_BE, $text) !== 1) {
            return null;
        }
        $direction = count($words) > 1 && $lexicon->direction($words[0]) !== null ? $words[0] : null;
        $named = self::named($direction === null ? $text : substr($text, strlen($direction) + 1), $lexicon);
        if ($named === null) {
            return null;
        }
        [$highway, $rest] = $named;
        $all = array_values(
            array_filter([$direction ?? '', $highway, ...explode(' ', $rest)], static fn(string $word): bool => $word !== ''),
        );
        if (implode(' ', $all) !== $text) {
            $reasons->add(strcasecmp(implode(' ', $all), $text) === 0 ? AddressRule::Capitals : AddressRule::Highway);
        }

        return $all;
    }

    /** @return ?array{string, string} the highway with its number, and what stands behind */
    private static function named(string $text, Lexicon $lexicon): ?array
    {
        if (preg_match('/^old (.*)$/iD', $text, $old) === 1) {
            $named = self::named($old[1], $lexicon);

            return $named === null ? null : ["Old {$named[0]}", $named[1]];
        }
        $text = preg_replace(self::TURNED, '$1 $2', $text) ?? $text;
        foreach (self::NAMES as $pattern => $name) {
            if (preg_match("/^(?:{$pattern})" . self::BEHIND, $text, $found) === 1) {
                return ["{$name} " . strtoupper($found['number']), trim($found['rest'])];
            }
        }
        // "County Road K"
        if (
            preg_match(
                '/^' . self::COUNTY . '(?<kind>' . self::HIGHWAY . '|' . self::ROAD . ') (?<letter>[A-Z]{1,2})$/iD',
                $text,
                $found,
            ) === 1
        ) {
            $kind = preg_match('/^r/i', $found['kind']) === 1 ? 'Road' : 'Highway';

            return ["County {$kind} " . strtoupper($found['letter']), ''];
        }
        if (preg_match(self::LETTERED, $text, $found) === 1) {
            $name =
                preg_match('/^s ?r$/iD', $found['name']) === 1
                    ? 'State Route'
                    : substr(self::named("{$found['name']} 1", $lexicon)[0] ?? '', 0, -2);

            return ["{$name} " . strtoupper($found['letter']), ''];
        }

        return self::ofState($text, $lexicon);
    }

    /** @return ?array{string, string} "KY 1207" is "KY Highway 1207" */
    private static function ofState(string $text, Lexicon $lexicon): ?array
    {
        // "LA-1"
        $words = explode(' ', preg_replace('/^([A-Z]{2})-(?=\d+[A-Z]?(?: |$))/iD', '$1 ', $text) ?? $text);
        foreach ([2, 1] as $count) {
            $state = implode(' ', array_slice($words, 0, $count));
            // NE is the direction, c/o is not Colorado, and "PR 1200" is a private road.
            if (
                count($words) <= $count ||
                str_contains($state, '/') ||
                strcasecmp($state, 'PR') === 0 ||
                $lexicon->direction($state) !== null ||
                (Regions::find($state)['country'] ?? '') !== 'US'
            ) {
                continue;
            }
            $behind = implode(' ', array_slice($words, $count));
            $state = strlen($state) === 2 ? strtoupper($state) : mb_convert_case($state, MB_CASE_TITLE);
            if (preg_match('/^(\d{1,4}[A-Z]?)(?= |$)(.*)$/iD', $behind, $found) === 1) {
                return ["{$state} Highway " . strtoupper($found[1]), trim($found[2])];
            }
            $named = Regions::find($words[$count]) === null || preg_match('/^co /i', $behind) === 1 ? self::named($behind, $lexicon) : null;

            return $named === null ? null : ["{$state} {$named[0]}", $named[1]];
        }

        return null;
    }
}
