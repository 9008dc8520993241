<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading;

/** What a reader noticed beside the text of the cells. Filled while rows are read; complete when they have all been read. */
final class SheetMarks
{
    /** References that are kept of each kind. */
    private const EXAMPLES = 5;

    public int $formulas = 0;

    public int $errors = 0;

    public int $merged = 0;

    /** Cells with bytes that are not in the encoding of the file. */
    public int $stray = 0;

    /** Rows with letters that are read by a guessed encoding. */
    public int $guessed = 0;

    /** Rows whose letters make no sense in the encoding. */
    public int $senseless = 0;

    /** @var list<array{int, string}> number of a row and a cell of it that is read by a guessed encoding; some of them */
    public array $guesses = [];

    /** @var list<array{int, string}> number of a row and a cell of it that makes no sense; some of them */
    public array $nonsense = [];

    /** @var array<int, true> numbers of the rows that the spreadsheet hides */
    public array $hiddenRows = [];

    /** @var array<int, true> zero-based columns that the spreadsheet hides */
    public array $hiddenColumns = [];

    /** @var array<string, list<string>> "formulas", "errors", "merged", "stray" to references such as "B12" */
    public array $examples = ['formulas' => [], 'errors' => [], 'merged' => [], 'stray' => []];

    public function formula(int $row, int $column): void
    {
        $this->formulas++;
        $this->example('formulas', self::reference($row, $column));
    }

    public function error(int $row, int $column): void
    {
        $this->errors++;
        $this->example('errors', self::reference($row, $column));
    }

    /** @param  string  $range such as "A2:A5" */
    public function merge(string $range): void
    {
        $this->merged++;
        $this->example('merged', $range);
    }

    public function stray(int $row, int $column): void
    {
        $this->stray++;
        $this->example('stray', self::reference($row, $column));
    }

    public function guess(int $row, string $cell): void
    {
        $this->guessed++;
        if (count($this->guesses) < self::EXAMPLES) {
            $this->guesses[] = [$row, $cell];
        }
    }

    public function senseless(int $row, string $cell): void
    {
        $this->senseless++;
        if (count($this->nonsense) < self::EXAMPLES) {
            $this->nonsense[] = [$row, $cell];
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

    private function example(string $kind, string $reference): void
    {
        if (count($this->examples[$kind]) < self::EXAMPLES) {
            $this->examples[$kind][] = $reference;
        }
    }
}
