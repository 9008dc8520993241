<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading;

/** Several sheets of the same shape, read as one: their rows are numbered on, their columns put in the order of the first. */
final class JoinedSheets implements SourceReader
{
    private SheetMarks $marks;

    /** @var array<int, string> number of the first row of each sheet to its name */
    private array $starts = [];

    /** @param  non-empty-array<string, SourceReader>  $readers by the name of the sheet */
    public function __construct(private readonly array $readers)
    {
        $this->marks = new SheetMarks();
    }

    public function marks(): SheetMarks
    {
        return $this->marks;
    }

    /** @return array<int, string> known once rows() has come to its end */
    public function starts(): array
    {
        return $this->starts;
    }

    public function rows(): iterable
    {
        $this->marks = new SheetMarks();
        $this->starts = [];
        $offset = 0;
        $names = null;
        foreach ($this->readers as $sheet => $reader) {
            $last = $offset;
            $places = null;
            $this->starts[$offset + 1] = $sheet;
            foreach ($this->headed($reader, $sheet, $names) as $number => [$cells, $places]) {
                $last = $offset + $number;
                yield $last => self::ordered($cells, $places);
            }
            $this->marks->add($reader->marks(), $offset);
            $offset = $last;
        }
    }

    /**
     * Rows of one sheet; of all but the first without its header and what stands above it.
     *
     * @param  ?array<string, int>  $names  columns of the first sheet by name, set by it
     * @return iterable<int, array{list<string>, ?array<int, int>}> cells, and the place that each column has in the first sheet
     */
    private function headed(SourceReader $reader, string $sheet, ?array &$names): iterable
    {
        $head = [];
        $header = null;
        $first = $names === null;
        $places = null;
        foreach ($reader->rows() as $number => $cells) {
            if ($header === null) {
                $head[$number] = $cells;
                if (count($head) < HeaderRow::WITHIN) {
                    continue;
                }
                [$header, $names, $places] = $this->header($head, $sheet, $names);
                foreach ($head as $at => $row) {
                    if ($first || $at > $header) {
                        yield $at => [$row, $places];
                    }
                }

                continue;
            }
            yield $number => [$cells, $places];
        }
        if ($header === null && $head !== []) {
            [$header, $names, $places] = $this->header($head, $sheet, $names);
            foreach ($head as $at => $row) {
                if ($first || $at > $header) {
                    yield $at => [$row, $places];
                }
            }
        }
    }

    /**
     * @param  non-empty-array<int, list<string>>  $head
     * @param  ?array<string, int>  $names
     * @return array{int, array<string, int>, ?array<int, int>} number of the header, columns by name, and their places in the first sheet
     */
    private function header(array $head, string $sheet, ?array $names): array
    {
        $header = HeaderRow::detect($head);
        $own = array_flip(array_map(mb_strtolower(...), $header->names));
        if ($names === null) {
            return [$header->number, $own, null];
        }
        $missing = array_diff_key($names, $own);
        $more = array_diff_key($own, $names);
        if ($missing !== [] || $more !== []) {
            throw CannotRead::otherShape($sheet, array_map(strval(...), array_keys($missing)), array_map(strval(...), array_keys($more)));
        }
        $places = [];
        foreach ($own as $name => $column) {
            $places[$column] = $names[$name];
        }

        return [$header->number, $names, $places];
    }

    /**
     * @param  list<string>  $cells
     * @param  ?array<int, int>  $places
     * @return list<string>
     */
    private static function ordered(array $cells, ?array $places): array
    {
        if ($places === null) {
            return $cells;
        }
        $ordered = array_fill(0, max(count($places), count($cells)), '');
        foreach ($cells as $column => $cell) {
            $ordered[$places[$column] ?? $column] = $cell;
        }

        return array_values($ordered);
    }
}
