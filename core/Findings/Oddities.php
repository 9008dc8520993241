<?php

declare(strict_types=1);

namespace PineSieve\Core\Findings;

/**
 * What is odd about the rows and the sheet of a source.
 *
 * @phpstan-type OddityData array{
 *     counts: array<string, int>, examples: array<string, list<array{int, string}>>, hidden_rows: list<int>,
 *     hidden_columns: list<int>, struck_rows?: list<int>,
 * }
 */
final readonly class Oddities
{
    /**
     * @param  array<string, int>  $counts  value of a FindingKind to how often it is there
     * @param  array<string, list<array{int, string}>>  $examples  row (0 if it is of none) and what stands there
     * @param  array<int, true>  $hiddenRows  numbers
     * @param  list<int>  $hiddenColumns
     * @param  array<int, true>  $struckRows  numbers
     */
    public function __construct(
        public array $counts = [],
        public array $examples = [],
        public array $hiddenRows = [],
        public array $hiddenColumns = [],
        public array $struckRows = [],
    ) {}

    /** @return array{counts: array<string, int>, examples: array<string, list<array{int, string}>>, hidden_rows: list<int>, hidden_columns: list<int>, struck_rows: list<int>} */
    public function toArray(): array
    {
        return [
            'counts' => $this->counts,
            'examples' => $this->examples,
            'hidden_rows' => array_keys($this->hiddenRows),
            'hidden_columns' => $this->hiddenColumns,
            'struck_rows' => array_keys($this->struckRows),
        ];
    }

    /** @param  OddityData  $data as toArray() gives it */
    public static function fromArray(array $data): self
    {
        return new self(
            $data['counts'],
            $data['examples'],
            array_fill_keys($data['hidden_rows'], true),
            $data['hidden_columns'],
            array_fill_keys($data['struck_rows'] ?? [], true),
        );
    }
}
