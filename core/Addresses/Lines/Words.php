<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses\Lines;

use PineSieve\Core\Addresses\AddressRule;

/** A line in words. Commas are words of their own, "#" stands apart, full stops are gone but those of decimals. */
final class Words
{
    private const UNIT = '(?:apt|apartment|unit|ste|suite|bldg|fl|floor|rm|room|lot|app|bureau)\b';

    /** Marks to what stands for them. */
    private const PLAIN = [
        '/[–—]/u' => '-',
        // "12 - 14 Elm St"
        '/^(\d+) +- +(?=\d)/' => '$1-',
        // "12 Elm St - Apt 4"
        '/\s+-\s+/' => ', ',
        // "12 Elm St/Apt 4"
        '/\s*\/\s*(?=' . self::UNIT . '|(?:\d+(?:st|nd|rd|th)|first|second|ground) fl)/i' => ', ',
        // "King, Jr." is one name.
        '/,\s*(?=(?:Jr|Sr|II|III)\b)/i' => ' ',
        // "St.Paul", "Apt.4" and "N.5th" are two words; "39.2" is a number, and "G.5" between G and H.
        '/(?<=\p{L})\.(?=\p{L})|(?<=\p{L}{2}|\b[nsew])\.(?=\d)/iu' => ' ',
        '/\.(?!\d)/' => ' ',
        '/;/' => ',',
    ];

    /** "11 th", "2 nd", and "3 rd Ave": of "3 rd" alone nobody knows that it is not Road 3. */
    private const ORDINAL = '/^\d+ th |^(?:\d*[02-9])?2 nd |^(?:\d*[02-9])?(?:1 st|3 rd) (?:ave?|avenue|st|street|pl|place|ct|court|rd|road)$/iD';

    private function __construct() {}

    /** @return list<string> */
    public static function of(string $line, Reasons $reasons): array
    {
        if (strpbrk($line, '.,;#/½¼¾–—') === false && !str_contains($line, ' - ')) {
            return explode(' ', self::tidy($line, $reasons));
        }
        $text = preg_replace(['/\s*[½]/u', '/\s*[¼]/u', '/\s*[¾]/u'], [' 1/2', ' 1/4', ' 3/4'], $line) ?? $line;
        if ($text !== $line) {
            $reasons->add(AddressRule::Fraction);
        }
        // "J.F.K." is a word, and so are "N. W." and "P. O."; "E. B. White" are three.
        $joined =
            preg_replace_callback(
                '/(?<![\p{L}\d])(?:\p{L}\.){2,}(?!\p{L})|(?<![\p{L}\d])(?:[NS]\.\s[EW]|P\.\sO)\./iu',
                static fn(array $initials): string => mb_strtoupper(str_replace(['.', ' '], '', $initials[0])) . '.',
                $text,
            ) ?? $text;
        $plain = preg_replace(array_keys(self::PLAIN), array_values(self::PLAIN), $joined) ?? $joined;
        if ($plain !== $text || str_contains($text, ',')) {
            $reasons->add(AddressRule::Marks);
        }
        if (preg_match('/#\w/', $plain) === 1) {
            $reasons->add(AddressRule::Unit, 'the sign # stands apart from its number');
        }

        return explode(' ', trim(preg_replace(['/,/', '/#/', '/\s+/'], [' , ', ' # ', ' '], $plain) ?? $plain, ' ,'));
    }

    /**
     * @param  list<string>  $words
     * @return list<string>
     */
    public static function withoutCommas(array $words): array
    {
        return in_array(',', $words, true) ? array_values(array_filter($words, static fn(string $word): bool => $word !== ',')) : $words;
    }

    /**
     * "11 th St" is "11th St", and "3 rd Ave" 3rd Avenue.
     *
     * @param  list<string>  $words
     * @return list<string>
     */
    public static function withOrdinals(array $words, Reasons $reasons): array
    {
        for ($at = count($words) - 1; $at > 0; $at--) {
            $written = "{$words[$at - 1]} {$words[$at]}";
            if (strlen($words[$at]) === 2 && preg_match(self::ORDINAL, $written . ' ' . ($words[$at + 1] ?? '')) === 1) {
                $reasons->add(AddressRule::Blanks);
                array_splice($words, $at - 1, 2, $words[$at - 1] . strtolower($words[$at]));
            }
        }

        return $words;
    }

    private static function tidy(string $line, Reasons $reasons): string
    {
        $tidy = trim(preg_replace('/\s+/', ' ', $line) ?? $line);
        if ($tidy !== $line) {
            $reasons->add(AddressRule::Blanks);
        }

        return $tidy;
    }
}
