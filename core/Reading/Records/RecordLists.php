<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Records;

use PineSieve\Core\Reading\HeaderRow;

/**
 * The lists of records that one object of a file holds, as programs give them out: {"data": [...], "meta": {...}}, {"donors": [...], "gifts": [...]},
 * {"columns": [...], "rows": [[...]]}. What stands beside them counts and dates them.
 */
final class RecordLists
{
    /** Names of members that tell of a list, whatever they hold. */
    private const COVER =
        '/^[@_$]?(?:meta(?:data)?|links?|paging|pagination|pages?|page_?info|info|query|filters?|params|errors?|warnings?|messages?|request|context|summary|' .
        'totals?|counts?|cursor|header|headers|export|columns|fields|names|schema|version|status|success|ok|code|type|object|kind|url|href|self|next|' .
        'prev(?:ious)?|first|last|limit|offset|per_?page|has_?more|more|size|generated(?:_?(?:at|on|by))?|exported(?:_?(?:at|on|by))?|created(?:_?at)?|' .
        'updated(?:_?at)?|date|timestamp|time|source|system|org(?:anization)?|account|title|description|currency|included)$/i';

    private const NAMES = '/^(?:columns|fields|headers?|names)$/i';

    /** Members that a cover has beside its one list, if they are single values. */
    private const MOST = 9;

    private function __construct() {}

    /**
     * @param  array<array-key, mixed>  $object
     * @return array<string, list<array<array-key, mixed>>> name to records; none if the object is a record itself
     */
    public static function of(array $object): array
    {
        [$lists, $others] = [[], []];
        foreach ($object as $name => $value) {
            $records = is_array($value) ? self::records($value, $object) : null;
            if ($records === null) {
                $others[$name] = $value;
            } else {
                $lists[(string) $name] = $records;
            }
        }
        $beside = array_filter(
            $others,
            static fn(int|string $name): bool => preg_match(self::COVER, (string) $name) !== 1,
            ARRAY_FILTER_USE_KEY,
        );
        if ($lists === []) {
            // {"response": {"data": [...]}}
            return count($beside) === 1 && is_array($inner = array_values($beside)[0]) && !array_is_list($inner) ? self::of($inner) : [];
        }
        $isCover = count($lists) === 1 ? array_filter($beside, is_array(...)) === [] && count($beside) < self::MOST : $beside === [];

        return $isCover ? $lists : [];
    }

    /**
     * @param  array<array-key, mixed>  $object
     * @param  ?string  $name  of a list of it; null for the first
     * @return list<array<array-key, mixed>> its records; itself if it is one
     */
    public static function chosen(array $object, ?string $name): array
    {
        $lists = self::of($object);

        return $lists === [] ? [$object] : $lists[$name ?? array_key_first($lists)] ?? [];
    }

    /**
     * @param  array<array-key, mixed>  $list
     * @param  array<array-key, mixed>  $around  what it stands in, which may name the values of its rows
     * @return ?list<array<array-key, mixed>> null if it holds no records
     */
    private static function records(array $list, array $around): ?array
    {
        if ($list === [] || !array_is_list($list) || !is_array($list[0])) {
            return null;
        }
        $records = array_values(array_filter($list, is_array(...)));
        if (!array_is_list($records[0])) {
            return $records;
        }
        foreach ($around as $name => $names) {
            if (preg_match(self::NAMES, (string) $name) === 1 && is_array($names) && count($names) === count($records[0])) {
                return self::named(array_values($names), $records);
            }
        }

        return self::named($records[0], array_slice($records, 1));
    }

    /**
     * @param  list<mixed>  $names
     * @param  list<array<array-key, mixed>>  $rows
     * @return list<array<array-key, mixed>>
     */
    public static function named(array $names, array $rows): array
    {
        $texts = array_map(static function (mixed $name): string {
            $said = is_array($name) ? $name['name'] ?? ($name['label'] ?? '') : $name;

            return is_scalar($said) ? (string) $said : '';
        }, $names);
        $names = HeaderRow::at(1, [1 => $texts], max([0, ...array_map(count(...), $rows)]))->names;

        return array_map(static fn(array $row): array => array_combine(array_slice($names, 0, count($row)), array_values($row)), $rows);
    }
}
