<?php

declare(strict_types=1);

namespace PineSieve\Core\Findings;

use PineSieve\Core\Columns\ColumnProfile;
use PineSieve\Core\Columns\ColumnProfiler;
use PineSieve\Core\Columns\RowKind;
use PineSieve\Core\Columns\ValueLook;
use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\FormulaGuard;
use PineSieve\Core\Reading\HeaderRow;
use PineSieve\Core\Reading\SourceReader;
use PineSieve\Core\Reading\Text\CutAmounts;
use PineSieve\Core\Text\Ditto;
use PineSieve\Core\Text\Tidy;

/** Goes once through a source: finds its header, profiles its columns, and notes what is wrong with it. Streams. */
final class Survey
{
    /** @var list<ColumnProfiler> */
    private array $profilers = [];

    /** @var array<int, list<string>> the first rows, until the header is known; afterwards those down to it */
    private array $head = [];

    private ?SheetSurvey $sheet = null;

    /** @var ?array{int, list<string>} number and cells of the first row below the header */
    private ?array $first = null;

    private int $count = 0;

    /** @var list<string> cells of the record above */
    private array $above = [];

    /** Of the rows below the last heading: headings right below each other belong together. */
    private string $heading = '';

    private bool $isBelowHeading = false;

    /** Columns of the header: behind them stands the heading. */
    private int $width = 0;

    private int $named = 0;

    /**
     * @param  ?int  $headerRow  null to find it, 0 for none
     * @param  int  $thisYear  for dates with two-digit years
     * @param  bool  $fillDittos  whether a ditto mark becomes the value of the row above
     * @param  bool  $fillHeadings  whether a heading gets a column, and stands there in each row below it
     */
    public function __construct(
        private readonly SourceReader $reader,
        private ?int $headerRow,
        private readonly int $thisYear,
        private readonly int $columnLimit = 16384,
        private readonly bool $fillDittos = false,
        private readonly bool $fillHeadings = false,
    ) {}

    /**
     * The rows below the header, once.
     *
     * @return iterable<int, list<string>> cells by row number
     *
     * @throws CannotRead if there are none, or too many columns
     */
    public function rows(): iterable
    {
        foreach ($this->reader->rows() as $number => $cells) {
            if (count($cells) > $this->columnLimit) {
                throw CannotRead::tooLarge("row {$number} has " . count($cells) . " columns, {$this->columnLimit} are allowed");
            }
            if ($this->sheet !== null) {
                yield $number => $this->taken($number, $cells);

                continue;
            }
            $this->head[$number] = $cells;
            if (count($this->head) >= HeaderRow::WITHIN && $number >= ($this->headerRow ?? 0)) {
                yield from $this->begin();
            }
        }
        if ($this->head === []) {
            throw CannotRead::empty();
        }
        if ($this->sheet === null) {
            yield from $this->begin();
        }
        if ($this->count === 0) {
            throw CannotRead::noRows();
        }
    }

    /** @return int columns that the header names, once rows() has begun: those without a name at its end are not counted */
    public function named(): int
    {
        return $this->named;
    }

    /** @param  list<string>  $header */
    private static function namedIn(array $header): int
    {
        while ($header !== [] && trim(end($header)) === '') {
            array_pop($header);
        }

        return count($header);
    }

    /** Number of the header, once rows() has begun; HeaderRow::NONE if there is none. */
    public function headerRow(): int
    {
        return $this->headerRow ?? HeaderRow::NONE;
    }

    public function rowCount(): int
    {
        return $this->count;
    }

    /** @return list<ColumnProfile> once rows() has come to its end */
    public function profiles(): array
    {
        $profiles = [];
        $names = HeaderRow::at($this->headerRow(), $this->head, count($this->profilers) - (int) $this->fillHeadings)->names;
        if ($this->fillHeadings) {
            array_splice($names, $this->width, 0, [RowKind::ABOVE]);
        }
        foreach ($names as $column => $name) {
            $profiles[] = ($this->profilers[$column] ?? new ColumnProfiler($this->thisYear))->profile($name);
        }

        return $profiles;
    }

    /** Once rows() has come to its end. */
    public function oddities(): Oddities
    {
        $above = [];
        foreach ($this->head as $number => $cells) {
            if ($number < $this->headerRow()) {
                $above[] = implode(' | ', array_filter($cells, static fn(string $cell): bool => trim($cell) !== ''));
            }
        }

        return $this->sheet?->oddities($this->reader->marks(), $above, $this->head[$this->headerRow()] ?? [], $this->secondHeader()) ??
            new Oddities();
    }

    /**
     * The first row below the header, if it has words where all others have dates, amounts, emails, numbers.
     *
     * @return ?array{int, list<string>} number and cells
     */
    private function secondHeader(): ?array
    {
        [$number, $cells] = $this->first ?? [0, []];
        if ($this->headerRow() === HeaderRow::NONE || $this->count < 4 || $number !== $this->headerRow() + 1) {
            return null;
        }
        $unlike = 0;
        foreach ($this->profilers as $column => $profiler) {
            $profile = $profiler->profile('');
            $cell = trim($cells[$column] ?? '');
            foreach ([ValueLook::Email, ValueLook::Phone, ValueLook::Date, ValueLook::Money, ValueLook::PostalCode] as $look) {
                if ($cell !== '' && $profile->filled > 3 && ($profile->looks[$look->value] ?? 0) === $profile->filled - 1) {
                    if (preg_match('/\d|@/', $cell) === 1) {
                        return null;
                    }
                    $unlike++;
                    break;
                }
            }
        }

        return $unlike < 2 ? null : [$number, $cells];
    }

    /** @return iterable<int, list<string>> */
    private function begin(): iterable
    {
        $this->headerRow ??= HeaderRow::detect($this->head)->number;
        $header = HeaderRow::at($this->headerRow, $this->head, 0);
        $this->sheet = new SheetSurvey($header->names, $this->headerRow);
        $this->width = count($header->names);
        $this->named = self::namedIn($this->head[$this->headerRow] ?? []);
        foreach ($this->head as $number => $cells) {
            if ($number > $this->headerRow) {
                unset($this->head[$number]);
                yield $number => $this->taken($number, $cells);
            }
        }
    }

    /**
     * @param  list<string>  $cells
     * @return list<string>
     */
    private function taken(int $number, array $cells): array
    {
        $cells = FormulaGuard::offAll($cells);
        $whole = count($cells) > $this->named ? CutAmounts::mended($cells, $this->named) : $cells;
        if ($whole !== $cells) {
            $this->sheet?->cutAmount($number, $whole);
            $cells = $whole;
        }
        $marks = Ditto::marks($cells);
        $cells = $marks === [] ? $cells : $this->withoutDittos($number, $cells, $marks);
        $kind = $this->sheet?->add($number, $cells);
        $cells = $this->fillHeadings ? $this->belowHeading($cells, $kind) : $cells;
        while (count($this->profilers) < count($cells)) {
            $this->profilers[] = new ColumnProfiler($this->thisYear);
        }
        $this->first ??= [$number, $cells];
        // A heading may still be a name alone: it says as much of its column as any other value.
        if ($kind === null || $kind === 'section') {
            $this->above = $cells;
            foreach ($this->profilers as $column => $profiler) {
                // A mark says nothing of its column.
                $cell = $cells[$column] ?? '';
                $profiler->add($marks !== [] && $cell === ($marks[$column] ?? null) ? '' : $cell, $number);
            }
        }
        $this->count++;

        return $cells;
    }

    /**
     * The row with the heading that it stands below behind its other cells; blank for a heading itself and for a total.
     *
     * @param  list<string>  $cells
     * @return list<string>
     */
    private function belowHeading(array $cells, ?string $kind): array
    {
        if ($kind === 'section') {
            $this->heading = ($this->isBelowHeading ? "{$this->heading} / " : '') . trim(Tidy::line($cells[0]), ' :-=*#~_');
        }
        $this->isBelowHeading = $kind === 'section';
        $cells = array_pad($cells, $this->width, '');
        array_splice($cells, $this->width, 0, [$kind === null ? $this->heading : '']);

        return $cells;
    }

    /**
     * @param  list<string>  $cells
     * @param  array<int, string>  $marks  by column
     * @return list<string>
     */
    private function withoutDittos(int $number, array $cells, array $marks): array
    {
        foreach ($marks as $column => $mark) {
            $above = $this->above[$column] ?? '';
            $this->sheet?->ditto($number, "{$mark} below \"{$above}\"");
            $cells[$column] = $this->fillDittos && $above !== '' ? $above : $mark;
        }

        return array_values($cells);
    }
}
