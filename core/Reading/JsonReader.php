<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading;

/**
 * Records in JSON: a list of objects, an object a line, or one object that holds such a list.
 * Nested names are joined by a full stop ("address.city"), elements of lists are numbered ("gifts.2.amount").
 */
final class JsonReader implements SourceReader
{
    public function __construct(private readonly string $path) {}

    public function marks(): SheetMarks
    {
        return new SheetMarks();
    }

    public function rows(): iterable
    {
        yield from NamedColumns::rows($this->records(...));
    }

    /** @return iterable<int, array<string, string>> */
    private function records(): iterable
    {
        $number = 0;
        $only = null;
        foreach ((new JsonObjects($this->path))->texts() as $number => $text) {
            $record = json_decode($text, true, 64, JSON_BIGINT_AS_STRING | JSON_INVALID_UTF8_SUBSTITUTE);
            if (!is_array($record)) {
                throw CannotRead::brokenJson($number);
            }
            if ($number === 1) {
                $only = $record;

                continue;
            }
            if ($number === 2) {
                yield 1 => self::flat($only ?? []);
                $only = null;
            }
            yield $number => self::flat($record);
        }
        foreach ($only === null ? [] : self::within($only) as $i => $record) {
            yield $i + 1 => self::flat($record);
        }
    }

    /**
     * @param  array<array-key, mixed>  $only  the one object of the file: a record, or the cover of a list
     * @return list<array<array-key, mixed>>
     */
    private static function within(array $only): array
    {
        $lists = array_values(
            array_filter(
                $only,
                static fn(mixed $value): bool => is_array($value) && $value !== [] && array_is_list($value) && is_array($value[0]),
            ),
        );
        $others = array_filter($only, static fn(mixed $value): bool => is_array($value) && $value !== ($lists[0] ?? null));
        // A cover counts and dates its list; a record has more than that.
        if (count($lists) !== 1 || $others !== [] || count($only) > 9) {
            return [$only];
        }

        return array_values(array_filter($lists[0], is_array(...)));
    }

    /**
     * @param  array<array-key, mixed>  $value
     * @return array<string, string>
     */
    private static function flat(array $value, string $prefix = ''): array
    {
        $flat = [];
        foreach ($value as $name => $inner) {
            $name = $prefix . (is_int($name) ? (string) ($name + 1) : $name);
            $flat += match (true) {
                is_array($inner) && $inner !== [] && array_is_list($inner) && array_filter($inner, is_array(...)) === [] => [
                    $name => implode('; ', array_map(self::text(...), $inner)),
                ],
                is_array($inner) => self::flat($inner, "{$name}."),
                default => [$name => self::text($inner)],
            };
        }

        return $flat;
    }

    private static function text(mixed $value): string
    {
        return match (true) {
            is_string($value) => $value,
            is_bool($value) => $value ? 'true' : 'false',
            is_int($value) || is_float($value) => CellNumber::text((string) $value),
            default => '',
        };
    }
}
