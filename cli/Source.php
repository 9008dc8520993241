<?php

declare(strict_types=1);

namespace PineSieve\Cli;

use PineSieve\Core\Columns\ColumnPlan;
use PineSieve\Core\Columns\ColumnProfile;
use PineSieve\Core\Columns\Proposals\Proposer;
use PineSieve\Core\Columns\RowKind;
use PineSieve\Core\Findings\Findings;
use PineSieve\Core\Findings\Survey;
use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\FormulaGuard;
use PineSieve\Core\Reading\ReadAs;
use PineSieve\Core\Reading\SourceFile;
use PineSieve\Core\Reading\Text\CutAmounts;
use PineSieve\Core\Standards\FieldCatalog;

/** A file, read once from its beginning to its end. */
final readonly class Source
{
    /** @param  list<ColumnProfile>  $profiles */
    private function __construct(
        public string $name,
        public SourceFile $file,
        public ?string $sheet,
        public int $headerRow,
        private int $named,
        public int $rows,
        public array $profiles,
        public ColumnPlan $plan,
        public Findings $findings,
        public FieldCatalog $catalog,
    ) {}

    /**
     * @param  ?string  $sheet  null for the first
     * @param  string  $today  ISO 8601
     *
     * @throws CannotRead
     */
    public static function read(string $path, ?string $sheet, string $today): self
    {
        $file = SourceFile::open($path);
        if ($sheet !== null && $file->sheets() === []) {
            throw CannotRead::noSheets();
        }
        $survey = new Survey(
            $file->reader(new ReadAs($sheet === null ? [] : [$sheet])),
            $file->format->namesItsColumns() ? 1 : null,
            (int) $today,
        );
        foreach ($survey->rows() as $row) {
            // Only what the survey gathers is wanted.
        }
        $profiles = $survey->profiles();
        $catalog = FieldCatalog::builtIn();

        return new self(
            basename($path),
            $file,
            $sheet ?? ($file->sheets()[0] ?? null),
            $survey->headerRow(),
            $survey->named(),
            $survey->rowCount(),
            $profiles,
            (new Proposer($catalog, $today))->propose($profiles),
            new Findings($profiles, $survey->oddities()),
            $catalog,
        );
    }

    /**
     * The rows that are records, once more from the beginning.
     *
     * @return \Generator<int, list<string>> cells by row number: the header of a file without anything above it is row 1
     */
    public function records(): \Generator
    {
        foreach ($this->rowsBelowHeader() as $number => [$cells, $kind]) {
            if ($kind === null) {
                yield $number => $cells;
            }
        }
    }

    /**
     * @return \Generator<int, array{list<string>, ?string}> cells by row number, and what RowKind says of them: null for a record
     */
    public function rowsBelowHeader(): \Generator
    {
        $kinds = new RowKind($this->plan->headers());
        foreach ($this->file->reader(new ReadAs($this->sheet === null ? [] : [$this->sheet]))->rows() as $number => $cells) {
            if ($number > $this->headerRow) {
                $cells = CutAmounts::mended(FormulaGuard::offAll($cells), $this->named);
                yield $number => [$cells, $kinds->of($cells)];
            }
        }
    }
}
