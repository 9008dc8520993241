<?php

declare(strict_types=1);

namespace PineSieve\Core\Findings;

/** Something that is wrong with a file, wherever in it. */
final readonly class Finding
{
    /**
     * @param  int  $count  cells, rows or columns
     * @param  list<array{row: int, value: string, header: string}>  $examples
     * @param  list<array{column: int, header: string, count: int, applied: bool}>  $columns  where it is; empty if it is of the rows
     * @param  bool  $isApplied  whether the remedy is applied everywhere
     */
    public function __construct(
        public FindingKind $kind,
        public int $count,
        public array $examples,
        public array $columns = [],
        public bool $isApplied = false,
    ) {}

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'kind' => $this->kind->value,
            'title' => $this->kind->title(),
            'count' => $this->count,
            'remedy' => $this->kind->remedy(),
            'note' => $this->kind->note(),
            'for_a_person' => $this->kind->isForAPerson(),
            'applied' => $this->isApplied,
            'examples' => $this->examples,
            'columns' => $this->columns,
        ];
    }
}
