<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

use PineSieve\Core\Addresses\Lines\StreetEnd;
use PineSieve\Core\Addresses\Lines\StreetLine;
use PineSieve\Core\Text\Tidy;

/** An address that stands in one cell, with commas or line breaks or without: "12 Elm St Apt 4 Dover NH 03820". */
final class AddressBlock
{
    /** "O3820" is meant as one too, and said to be none. */
    private const CODE = '(?<code>\d{5}(?:[- ]?\d{4})?|\d{4}(?:-\d{4})?|[A-Za-z]\d[A-Za-z][ -]?\d[A-Za-z]\d|O\d{4})';

    private const BRITISH = '[A-Z]{1,2}\d[A-Z\d]? ?\d[A-Z]{2}';

    /** "Bath BA1 5AQ", "Sydney NSW 2000" */
    private const CODE_BEHIND = '/^(?<place>|\D*\p{L}\.?[ ,]+)(?<code>\d{3}-\d{4}|\d{3} \d{2,3}|\d{3,6})$/iuD';

    /** "10115 Berlin", "D-10115 Berlin", "1012 AB Amsterdam", "111 22 Stockholm", "00-950 Warszawa" */
    private const CODE_BEFORE = '/^(?:[A-Z]{1,3}-)?(?<code>\d{4} ?[A-Z]{2}|\d{2}-\d{3}|\d{4}-\d{3}|\d{3} \d{2}|\d{4,6}) (?<place>\p{L}.*)$/uD';

    /** What stands between parts as a comma does; not "c / o" nor "1 / 2". */
    private const BETWEEN = '/[,;•·]| \| |(?<!\bc)(?<!\d) \/ |(?<=\d) \/ (?!\d)/iu';

    /** What people leave out, and what they put around a place, to what is meant. */
    private const PLAIN = [
        // "12 Elm St.Dover"
        '/(?<=\p{Ll})\.(?=\p{Lu}\p{Ll})/u' => '. ',
        // "Dover NH03820"
        '/(?<=\b[A-Z]{2})(?=\d{5}(?:-\d{4})?$)/D' => ' ',
        // "03820 - 1234"
        '/(?<=\b\d{5}) ?- ?(?=\d{4}$)/D' => '-',
        // "03820-"
        '/(?<=\d{5})-$/D' => '',
        // "1200 E Street, N.W., Washington": a letter alone may be a unit
        '/^(\d[^,\n]*), ?((?:N|S)\.?(?:E|W)\.?|(?:North|South)(?:east|west)?|East|West)(?=\s*,\s*\p{L})/i' => '$1 $2',
        // "12 Elm St (Dover, NH 03820)"
        '/\s*\(([^()]*\d{5}(?:-\d{4})?)\)$/D' => ', $1',
    ];

    /** "2050, rue University" and "Rt. 1, Box 66" are one line. */
    private const GOES_ON = '/^(?:\d+[a-z]?\n|(?:' . StreetLines::ROUTE . ')\s*#?\s*\d+\nBox\b)/i';

    /** "PO Box 9/Dover/NH/03820" */
    private const SLASHED = '/^(?:[^\/\n]|\d\/\d)+(?:\/[^\/\n]+){1,2}\/\p{L}{2}\/\d{5}(?:-\d{4})?$/Du';

    /** An email, or a phone. */
    private const REACHED = '/^\S+@\S+$|^\D{0,8}\+?(?:\d[ ().-]*){10,}$/D';

    /** Put above a text that stands below a street elsewhere, so that what it begins with is read as no other one. */
    public const STREET = '1 Nowhere St';

    private function __construct() {}

    public static function parse(string $text): Address
    {
        $parts = array_values(
            array_filter(
                array_map(static fn(string $part): string => Tidy::line($part), explode("\n", self::broken(Tidy::block($text)))),
                static fn(string $part): bool => $part !== '',
            ),
        );
        if ($parts === []) {
            return new Address();
        }
        if (count($parts) > 2 && preg_match(self::GOES_ON, "{$parts[0]}\n{$parts[1]}") === 1) {
            array_splice($parts, 0, 2, "{$parts[0]} {$parts[1]}");
        }
        [$parts, $behind] = self::cutBehind($parts);
        [$parts, $country] = self::cutBritain($parts) ?? self::cutCountry($parts);
        $abroad = Countries::code($country);
        if ($abroad !== null && !in_array($abroad, ['US', 'CA'], true)) {
            return self::abroad($parts, $behind, $abroad);
        }
        $tail = (string) array_pop($parts);
        [$tail, $code] = self::cutCode($tail, $parts !== []);
        if ($tail === '' && $parts !== []) {
            $tail = array_pop($parts);
        }
        // "12 Maple Ct" is a street, not a place in Connecticut, and "12 Main St NE" not one in Nebraska.
        [$tail, $state] = $code === '' && $parts === [] && StreetEnd::isWholeStreet($tail) ? [$tail, ''] : self::cutState($tail);
        if ($tail === '' && $state !== '' && $parts !== []) {
            $tail = array_pop($parts);
        }
        $isCanada = (Regions::find($state)['country'] ?? '') === 'CA' || preg_match('/^[A-Za-z]/', $code) === 1;
        // Without a comma before the city the street is in the same part; with one a unit may be.
        [$street, $city] = StreetEnd::split($tail, self::zip($code, $state), $state, $isCanada ? 'CA' : 'US', $parts !== []);
        // "12 Elm St - Saco"
        $street = (string) preg_replace('/\s+[-–—]$/Du', '', $street);
        // "1215 19th St, NW Washington"
        if ($parts !== [] && in_array(strtoupper($street), ['N', 'S', 'E', 'W', 'NE', 'NW', 'SE', 'SW'], true)) {
            $parts[count($parts) - 1] .= " {$street}";
        } elseif ($street !== '') {
            $parts[] = $street;
        }

        if ($behind !== '') {
            $parts[] = $behind;
        }

        // "22 E 4th St #3 S. Boston"
        if (
            preg_match(
                '/^(?<street>.*(?:#|\b(?:apt|unit|ste|suite)\b).*\d) (?<direction>[NSEW]\.)$/iD',
                $parts[count($parts) - 1] ?? '',
                $found,
            ) === 1
        ) {
            $parts[count($parts) - 1] = $found['street'];
            $city = "{$found['direction']} {$city}";
        }
        // "PO Box 7 - Mt. Vernon"
        $city = (string) preg_replace('/^[-–—] /u', '', $city);

        return new Address($parts[0] ?? '', implode(', ', array_slice($parts, 1)), $city, $state, $code, $country);
    }

    /**
     * Of other countries the postal code stands before the town or behind it; all else stays as it is written.
     *
     * @param  list<string>  $parts  without the country
     */
    private static function abroad(array $parts, string $behind, string $country): Address
    {
        $tail = (string) array_pop($parts);
        [$city, $code] = match (true) {
            preg_match('/^(?<place>.*?)[ ,]*(?<code>' . self::BRITISH . ')$/iuD', $tail, $found) === 1,
            preg_match(self::CODE_BEHIND, $tail, $found) === 1
                => [trim($found['place'], ' ,'), $found['code']],
            preg_match(self::CODE_BEFORE, $tail, $found) === 1 => [$found['place'], $found['code']],
            default => [$tail, ''],
        };
        if ($city === '' && $parts !== []) {
            $city = array_pop($parts);
        }
        [$street, $city] = $parts === [] ? StreetEnd::split($city, '', '', 'US', false) : ['', $city];
        $lines = array_values(array_filter([...$parts, $street, $behind], static fn(string $part): bool => $part !== ''));

        return new Address($lines[0] ?? '', implode(', ', array_slice($lines, 1)), $city, '', $code, $country);
    }

    /**
     * A British code is like no other: with it the country need not be said, or stands behind it without a comma.
     *
     * @param  non-empty-list<string>  $parts
     * @return ?array{list<string>, string} null if there is none
     */
    private static function cutBritain(array $parts): ?array
    {
        $last = $parts[count($parts) - 1];
        $isThere =
            preg_match(
                '/^(?<before>(?:.*\p{L}.* )?' .
                    self::BRITISH .
                    ')(?:[ ,]+(?:England|Scotland|Wales|U\.?K\.?|GB|United Kingdom|Great Britain))?$/iD',
                $last,
                $found,
            ) === 1;

        return $isThere && (count($parts) > 1 || preg_match('/^\S.*\s' . self::BRITISH . '$/iD', $found['before']) === 1)
            ? [[...array_slice($parts, 0, -1), $found['before']], 'GB']
            : null;
    }

    /**
     * A cell beside columns that hold parts of the same address: "Dover, NH 03820" beside a street. What a column says goes before.
     *
     * @param  array<string, string>  $written  part to what its column says; '' if nothing
     * @return array{array<string, string>, array<string, string>} all parts, and what the cell says of those that a column says otherwise
     */
    public static function beside(string $cell, array $written): array
    {
        if ($cell === '') {
            return [$written, []];
        }
        $isBelow = ($written['line1'] ?? '') !== '';
        $read = self::parse($isBelow ? self::STREET . "\n{$cell}" : $cell)->parts();
        $read['line1'] = $isBelow ? '' : $read['line1'];
        [$parts, $others] = [[], []];
        foreach ($read as $part => $value) {
            $own = $written[$part] ?? '';
            $parts[$part] = $own !== '' ? $own : $value;
            if ($own !== '' && $value !== '' && !MisplacedPlace::isSame($part, $own, $value)) {
                $others[$part] = $value;
            }
        }

        return [$parts, $others];
    }

    /** With a line for each part. */
    private static function broken(string $text): string
    {
        // "Montréal (Québec) H2X 1A1"
        $text = (string) preg_replace_callback(
            '/\s*\((\p{L}[\p{L} .-]+)\)(?=[\s,]*(?:' . self::CODE . ')?$)/u',
            static fn(array $found): string => Regions::find($found[1]) === null ? $found[0] : ", {$found[1]}",
            $text,
        );
        $plain = preg_match(self::SLASHED, $text) === 1 ? (string) preg_replace('/(?<!\d)\/|\/(?!\d)/', ', ', $text) : $text;

        return (string) preg_replace([...array_keys(self::PLAIN), self::BETWEEN], [...array_values(self::PLAIN), "\n"], $plain);
    }

    /**
     * Whose hands it goes through, a phone or a remark behind the place: "..., Dover, NH 03820 (new!)".
     *
     * @param  non-empty-list<string>  $parts
     * @return array{non-empty-list<string>, string}
     */
    private static function cutBehind(array $parts): array
    {
        $last = $parts[count($parts) - 1];
        $before = array_slice($parts, 0, -1);
        if ($before !== [] && (StreetLine::isAttention($last) || preg_match(self::REACHED, $last) === 1)) {
            return [$before, $last];
        }
        if (
            preg_match('/^(?<before>.*?\b' . self::CODE . ')[\s:]+(?<behind>(?!\d{4}$)\S.*)$/uD', $last, $found) !== 1 ||
            Countries::code($found['behind']) !== null
        ) {
            return [$parts, ''];
        }
        [$text, $code] = self::cutCode($found['before'], false);
        $isThere = $code !== '' && PostalCode::normalize($code) !== null && self::cutState($text)[1] !== '';

        return $isThere ? [[...$before, $found['before']], $found['behind']] : [$parts, ''];
    }

    /**
     * @param  non-empty-list<string>  $parts
     * @return array{list<string>, string}
     */
    private static function cutCountry(array $parts): array
    {
        $last = $parts[count($parts) - 1];
        $second = $parts[count($parts) - 2] ?? '';
        // "Toronto, Ontario, Canada, M5H 1J8"
        $isCode = count($parts) > 2 && preg_match('/^' . self::CODE . '$/D', $last) === 1;
        if ($isCode && in_array(Countries::code($second), ['US', 'CA'], true) && Regions::find($second) === null) {
            return [[...array_slice($parts, 0, -2), $last], $second];
        }
        if (count($parts) > 1 && Regions::find($last) === null && Countries::code($last) !== null) {
            return [array_slice($parts, 0, -1), $last];
        }
        // "Dover, NH, United States 03820"
        if (count($parts) > 1 && preg_match('/^(?<name>\D+?)\s+' . self::CODE . '$/uD', $last, $found) === 1) {
            $code = Regions::find($found['name']) === null ? Countries::code($found['name']) : null;
            if ($code === 'US' || $code === 'CA') {
                return [[...array_slice($parts, 0, -1), $found['code']], $found['name']];
            }
        }
        // "12 King St W Toronto Canada"
        if (preg_match('/^(?<before>.*(?<!\bla|\bdu)\s(?!La |Rue )\S+) (?<name>Canada|USA|U\.S\.A\.)$/iDu', $last, $found) === 1) {
            return [[...array_slice($parts, 0, -1), $found['before']], $found['name']];
        }
        // "... Dover NH 03820 USA", "... Dover, NH USA"
        if (preg_match('/^(\S.*)\s(U\.?S\.?A?\.?|United States(?: of America)?|Canada)$/iD', $last, $found) === 1) {
            $before = trim($found[1], ' ,');
            // "La Canada" is a city.
            $isBehindState = strcasecmp($found[2], 'Canada') !== 0 && self::cutState($before)[1] !== '';
            if (preg_match('/\b' . self::CODE . '$/D', $before) === 1 || $isBehindState) {
                $parts[count($parts) - 1] = $before;

                return [$parts, $found[2]];
            }
        }

        return [$parts, ''];
    }

    /** @return array{string, string} what stands before the postal code, and the code as written; '' if there is none */
    private static function cutCode(string $tail, bool $hasMore): array
    {
        return preg_match('/^(?<before>.*?)\s*\b' . self::CODE . '\.?$/uD', $tail, $found) === 1 &&
            ($hasMore ||
                Regions::find(self::lastWord($found['before'])) !== null ||
                self::cutState($found['before'])[1] !== '' ||
                // "12 Elm St 03820"
                (preg_match('/^\d{5}/', $found['code']) === 1 && StreetEnd::isWholeStreet($found['before'])))
            ? [$found['before'], $found['code']]
            : [$tail, ''];
    }

    private static function zip(string $code, string $state): string
    {
        $region = Regions::find($state)['code'] ?? '';

        return PostalCode::normalize($code) ?? (PostalCode::withLeadingZero($code, $region) ?? '');
    }

    /** @return array{string, string} what stands before the state, and the state as written; '' if there is none */
    private static function cutState(string $text): array
    {
        // "20th Fl" is a floor, not in Florida.
        if (preg_match('/\b\d+(?:st|nd|rd|th) fl\.?$/iD', $text) === 1) {
            return [$text, ''];
        }
        $words = explode(' ', $text);
        // "Washington DC" is a city and its state.
        foreach (preg_match('/^\p{L}\.?\p{L}\.?$/Du', $words[count($words) - 1]) === 1 ? [1, 3, 2] : [3, 2, 1] as $count) {
            $state = implode(' ', array_slice($words, -$count));
            if (count($words) >= $count && Regions::find($state) !== null) {
                return [implode(' ', array_slice($words, 0, -$count)), $state];
            }
        }

        return [$text, ''];
    }

    private static function lastWord(string $text): string
    {
        $words = explode(' ', trim($text, ' ,'));

        return $words[count($words) - 1];
    }
}
