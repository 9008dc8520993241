<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading;

use PineSieve\Core\Text\Tidy;

/** The row that names the columns. */
final readonly class HeaderRow
{
    /** The number of a header that is not there: the first row is data. */
    public const NONE = 0;

    /** Rows from the top in which a header is looked for. */
    public const WITHIN = 25;

    /** Of whom or of what several columns are, where that stands above them. */
    private const GROUP =
        '/^(?:(?:primary|first|second|1st|2nd|alternate|other) )?(?:donor|member|constituent|supporter|person|individual|contact|spouse|partner|husband|wife|' .
        'mother|father|parent|guardian|child|student|household|family|employer|company|business|organization|work|home|office|mailing|billing|shipping|' .
        'seasonal|summer|winter|address|phones?|emails?|gift|donation|pledge|payment|emergency)(?: [1-9])?(?: (?:contact|info|information|details?|data|address))*$/iD';

    private const MONTH = '(?:jan|feb|mar|apr|may|june?|july?|aug|sept?|oct|nov|dec)(?:[a-y]{2,6})?\.?';

    private const PERIOD =
        '/^(?:(?:19|20)\d\d(?:[ _-]+\p{L}[\p{L} ]*)?|(?:0?[1-9]|1[0-2])[\/-](?:19|20)\d\d|(?:19|20)\d\d[\/-](?:0?[1-9]|1[0-2])|' .
        '(?:(?:sun|mon|tues?|wed(?:nes)?|thu(?:rs)?|fri|sat(?:ur)?)(?:day)?\.?,? )?' .
        '(?:\d{1,2}[\/-]\d{1,2}(?:[\/-](?:20)?\d\d)?|\d{1,2}[ -]' .
        self::MONTH .
        '(?:[ ,-]+(?:20)?\d\d)?|' .
        self::MONTH .
        '[ -]\d{1,2}(?:, ?20\d\d)?|20\d\d-\d\d-\d\d(?: [0:]+)?))$/Diu';

    /** @param  list<string>  $names unique and not empty, one a column */
    private function __construct(public int $number, public array $names) {}

    /**
     * The first row that fills most of the width with short words and no data; none if every row looks like data.
     *
     * @param  array<int, list<string>>  $rows  the first rows by number, not empty
     */
    public static function detect(array $rows): self
    {
        $width = max([0, ...array_map(self::filled(...), array_values($rows))]);
        foreach ($rows as $number => $cells) {
            $texts = array_filter($cells, static fn(string $cell): bool => trim($cell) !== '');
            $names = array_filter($texts, self::looksLikeName(...));
            $periods =
                $names === [] ? [] : self::periods($texts, array_slice($rows, 1 + (int) array_search($number, array_keys($rows), true), 5));
            if (
                count($texts) >= max(1, 0.5 * $width) &&
                count($names) + count($periods) >= 0.8 * count($texts) &&
                count(array_unique($texts)) >= 0.5 * count($texts)
            ) {
                return self::at($number, $rows, count($cells));
            }
        }
        if ($rows === []) {
            throw new \InvalidArgumentException('A header needs rows.');
        }

        return self::at(self::NONE, $rows, $width);
    }

    /**
     * @param  array<int, list<string>>  $rows
     * @param  int  $width  columns to name, at least; a row that is wider gets made-up names
     */
    public static function at(int $number, array $rows, int $width): self
    {
        $cells = $rows[$number] ?? [];
        $names = [];
        $groups = self::groups($rows[$number - 1] ?? []);
        $group = '';
        $seen = [];
        for ($i = 0; $i < max($width, count($cells)); $i++) {
            $name = Tidy::line($cells[$i] ?? '');
            $group = $groups[$i] ?? $group;
            $name = $name === '' || $group === '' ? $name : "{$group} {$name}";
            $name = $name === '' ? 'Unnamed ' . ($i + 1) : mb_substr($name, 0, 120);
            $key = mb_strtolower($name);
            $seen[$key] = ($seen[$key] ?? 0) + 1;
            $names[] = $seen[$key] > 1 ? "{$name} ({$seen[$key]})" : $name;
        }

        return new self($number, $names);
    }

    /**
     * What stands above the header for several of its columns: "Spouse" above "First" and "Email".
     *
     * @param  list<string>  $above  cells of the row above
     * @return array<int, string> column to the words that go in front, from there to the next; empty if the row is anything else
     */
    private static function groups(array $above): array
    {
        $groups = [];
        foreach ($above as $column => $cell) {
            $cell = Tidy::line($cell);
            if ($cell === '') {
                continue;
            }
            if (preg_match(self::GROUP, $cell) !== 1) {
                return [];
            }
            $bare = trim((string) preg_replace('/\b(?:contact|info|information|details?|data|address)\b/i', '', $cell));
            $groups[$column] = $bare;
        }

        return count($groups) > 1 ? $groups : [];
    }

    /**
     * Years, months and days that name columns: "2025", "2026 Pledge", "01/2026", "12-Jul". Below them stands something else.
     *
     * @param  array<int, string>  $texts  by column
     * @param  array<list<string>>  $below  the next rows
     * @return array<int, string>
     */
    private static function periods(array $texts, array $below): array
    {
        $isPeriod = static fn(string $cell): bool => preg_match(self::PERIOD, trim($cell)) === 1;

        return array_filter(
            $texts,
            static fn(string $text, int $column): bool => $isPeriod($text) &&
                $below !== [] &&
                array_filter(array_column($below, $column), $isPeriod) === [],
            ARRAY_FILTER_USE_BOTH,
        );
    }

    private static function looksLikeName(string $cell): bool
    {
        $cell = trim($cell);

        return mb_strlen($cell) <= 60 &&
            preg_match('/\p{L}/u', $cell) === 1 &&
            !str_contains($cell, '@') &&
            preg_match('/^\W*[\d.,\/:-]{3,}/u', $cell) !== 1;
    }

    /** @param  list<string>  $cells */
    private static function filled(array $cells): int
    {
        return count(array_filter($cells, static fn(string $cell): bool => trim($cell) !== ''));
    }
}
