<?php

declare(strict_types=1);

namespace PineSieve\Core\Findings;

use PineSieve\Core\Columns\ColumnProfile;
use PineSieve\Core\Columns\ColumnProfiler;
use PineSieve\Core\Columns\Proposals\Proposer;
use PineSieve\Core\Columns\ValueLook;
use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\FormulaGuard;
use PineSieve\Core\Reading\HeaderRow;
use PineSieve\Core\Reading\SourceReader;
use PineSieve\Core\Text\Ditto;

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

    /** Whether cells carry the guard against formulas that a file of held rows is written with. */
    private bool $isGuarded = false;

    /**
     * @param  ?int  $headerRow  null to find it, 0 for none
     * @param  int  $thisYear  for dates with two-digit years
     * @param  bool  $fillDittos  whether a ditto mark becomes the value of the row above
     */
    public function __construct(
        private readonly SourceReader $reader,
        private ?int $headerRow,
        private readonly int $thisYear,
        private readonly int $columnLimit = 16384,
        private readonly bool $fillDittos = false,
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
        foreach (HeaderRow::at($this->headerRow(), $this->head, count($this->profilers))->names as $column => $name) {
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
        $this->isGuarded = in_array(Proposer::OF_HELD_ROWS[1], $header->names, true);
        $this->sheet = new SheetSurvey($header->names, $this->headerRow);
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
        if ($this->isGuarded) {
            $cells = array_map(FormulaGuard::off(...), $cells);
        }
        $marks = Ditto::marks($cells);
        $cells = $marks === [] ? $cells : $this->withoutDittos($number, $cells, $marks);
        while (count($this->profilers) < count($cells)) {
            $this->profilers[] = new ColumnProfiler($this->thisYear);
        }
        $this->first ??= [$number, $cells];
        if ($this->sheet?->add($number, $cells) === true) {
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
