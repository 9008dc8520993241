<?php

declare(strict_types=1);

namespace App\Records;

/** Where rows came from: what a value's origin says of it. */
interface RowSource
{
    /** @return array{id: int, name: string, file: string, sheet: string} */
    public function label(): array;

    /** Where a row stands in the source, where its number alone does not say: "Sheet 2, row 5". */
    public function place(int $row): ?string;

    /** @return array<string, list<string>> field to the headers of the columns that fed it */
    public function headersByField(): array;
}
