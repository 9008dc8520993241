<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading;

/** What a reader noticed beside the text of the cells. Filled while rows are read; complete when they have all been read. */
final class SheetMarks
{
    /** Examples that are kept of each kind. */
    private const EXAMPLES = 5;

    /** @var array<string, int> value of a SheetMark to how often it is there */
    public array $counts = [];

    /** @var array<string, list<array{int, string}>> value of a SheetMark to some rows, and where or what it is there: "B12", "Muñoz" */
    public array $examples = [];

    /** @var array<int, true> numbers of the rows that the spreadsheet hides */
    public array $hiddenRows = [];

    /** @var array<int, true> numbers of the rows that are struck through from end to end */
    public array $struckRows = [];

    /** @var array<int, true> zero-based columns that the spreadsheet hides */
    public array $hiddenColumns = [];

    /** @param  int  $column  zero-based */
    public function cell(SheetMark $mark, int $row, int $column): void
    {
        $this->note($mark, $row, self::reference($row, $column));
    }

    public function note(SheetMark $mark, int $row, string $what): void
    {
        $this->counts[$mark->value] = ($this->counts[$mark->value] ?? 0) + 1;
        if (count($this->examples[$mark->value] ?? []) < self::EXAMPLES) {
            $this->examples[$mark->value][] = [$row, $what];
        }
    }

    /**
     * A row of whose cells so many are struck through.
     *
     * @param  array<int, string>  $cells
     */
    public function row(int $row, int $struck, array $cells): void
    {
        if ($struck > 0 && $struck === count(array_filter($cells, static fn(string $cell): bool => $cell !== ''))) {
            $this->struckRows[$row] = true;
        }
    }

    /** @param  string  $range such as "A2:A5" */
    public function merge(string $range): void
    {
        $this->note(SheetMark::Merged, (int) preg_replace('/^\D*/', '', $range), $range);
    }

    /** What another reader noticed, whose rows are counted on from here. */
    public function add(self $marks, int $offset): void
    {
        foreach ($marks->counts as $kind => $count) {
            $this->counts[$kind] = ($this->counts[$kind] ?? 0) + $count;
            $examples = array_map(static fn(array $example): array => [$offset + $example[0], $example[1]], $marks->examples[$kind]);
            $this->examples[$kind] = array_slice([...$this->examples[$kind] ?? [], ...$examples], 0, self::EXAMPLES);
        }
        $this->hiddenColumns += $marks->hiddenColumns;
        foreach (array_keys($marks->hiddenRows) as $row) {
            $this->hiddenRows[$offset + $row] = true;
        }
        foreach (array_keys($marks->struckRows) as $row) {
            $this->struckRows[$offset + $row] = true;
        }
    }

    /** "AB12" for row 12 and zero-based column 27. */
    public static function reference(int $row, int $column): string
    {
        $letters = '';
        for ($left = $column + 1; $left > 0; $left = intdiv($left - 1, 26)) {
            $letters = chr(65 + (($left - 1) % 26)) . $letters;
        }

        return $letters . $row;
    }
}
