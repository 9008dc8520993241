<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading;

/**
 * Records in JSON: a list of objects, or of rows below their names, an object a line, or one object that holds such lists.
 * Nested names are joined by a full stop ("address.city"), elements of lists are numbered ("gifts.2.amount").
 */
final class JsonReader implements SourceReader
{
    /** @param  ?string  $list  name of the one to read, where the file holds several */
    public function __construct(private readonly string $path, private readonly ?string $list = null) {}

    /** @return list<string> names of the lists that the one object of the file holds; none if the file is a list itself */
    public function lists(): array
    {
        $texts = (new JsonObjects($this->path))->texts();
        $first = null;
        foreach ($texts as $number => $text) {
            if ($number > 1) {
                return [];
            }
            $first = self::decoded($text, 1);
        }

        return array_map(strval(...), array_keys($first === null ? [] : JsonLists::of($first)));
    }

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
        [$only, $names] = [null, null];
        foreach ((new JsonObjects($this->path))->texts() as $number => $text) {
            $record = self::decoded($text, $number);
            if ($number === 1) {
                $only = $record;

                continue;
            }
            if ($number === 2 && $only !== null) {
                // [["First", "Last"], ["Ann", "Lee"]]
                $names = $only !== [] && array_is_list($only) ? $only : null;
                if ($names === null) {
                    yield 1 => self::flat($only);
                }
                $only = null;
            }
            yield $names === null ? $number : $number - 1 => self::flat($names === null ? $record : JsonLists::named($names, [$record])[0]);
        }
        $lists = $only === null ? [] : JsonLists::of($only);
        $records = $lists === [] ? ($only === null ? [] : [$only]) : $lists[$this->list ?? array_key_first($lists)] ?? [];
        foreach ($records as $i => $record) {
            yield $i + 1 => self::flat($record);
        }
    }

    /**
     * @return array<array-key, mixed>
     *
     * @throws CannotRead
     */
    private static function decoded(string $text, int $number): array
    {
        $record = json_decode($text, true, 64, JSON_BIGINT_AS_STRING | JSON_INVALID_UTF8_SUBSTITUTE);

        return is_array($record) ? $record : throw CannotRead::brokenJson($number);
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
