<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Records;

use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\SheetMarks;

/**
 * Records in JSON: a list of objects, or of rows below their names, an object a line, or one object that holds such lists.
 * Nested names are joined by a full stop ("address.city"), elements of lists are numbered ("gifts.2.amount").
 */
final class JsonReader implements ListReader
{
    /** @param  ?string  $list  name of the one to read, where the file holds several */
    public function __construct(private readonly string $path, private readonly ?string $list = null) {}

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

        return array_map(strval(...), array_keys($first === null ? [] : RecordLists::of($first)));
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
                    yield 1 => NestedRecord::flat($only);
                }
                $only = null;
            }
            yield $names === null ? $number : $number - 1 => NestedRecord::flat(
                $names === null ? $record : RecordLists::named($names, [$record])[0],
            );
        }
        $records = $only === null ? [] : RecordLists::chosen($only, $this->list);
        foreach ($records as $i => $record) {
            yield $i + 1 => NestedRecord::flat($record);
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
}
