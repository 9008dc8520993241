<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses\Lines;

use PineSieve\Core\Addresses\AddressRule;
use PineSieve\Core\Addresses\PlaceCasing;

/** The urbanization of an address in Puerto Rico: it stands before the street (Publication 28, 291). */
final class Urbanization
{
    /** What begins behind its name: the house, with its block, or a mark. */
    private const END = '/^(?:[a-z]{1,2}-?)?\d|^[,#]/iD';

    private function __construct() {}

    /**
     * "URB LAS GLADIOLAS 150 CALLE A", or "150 Calle A Urb Las Gladiolas".
     *
     * @param  list<string>  $words
     * @return array{list<string>, string} the words without it, and the urbanization; '' if there is none
     */
    public static function cut(array $words, Lexicon $lexicon, Reasons $reasons): array
    {
        $at = 0;
        while ($at < count($words) && preg_match('/^urb(?:anizaci[oó]n|anization)?$/iDu', $words[$at]) !== 1) {
            $at++;
        }
        $isBehind = $at > 2 && preg_match('/^\d/', $words[0]) === 1;
        if ($at === count($words) || ($at > 0 && !$isBehind)) {
            return [$words, ''];
        }
        $end = $at + 1;
        while ($end < count($words) && preg_match(self::END, $words[$end]) !== 1 && $lexicon->unit($words[$end]) === null) {
            $end++;
        }
        if ($end === $at + 1) {
            return [$words, ''];
        }
        $written = implode(' ', array_slice($words, $at + 1, $end - $at - 1));
        $name = PlaceCasing::place($written);
        $reasons->replaced(AddressRule::Urbanization, 'word', $words[$at], 'Urb');
        if ($name !== $written) {
            $reasons->add(AddressRule::Capitals);
        }
        if ($isBehind) {
            $reasons->add(AddressRule::Urbanization, 'the urbanization stands before the street');
        }
        $behind = array_slice($words, ($words[$end] ?? '') === ',' ? $end + 1 : $end);

        return [[...array_slice($words, 0, $at), ...$behind], "Urb {$name}"];
    }
}
