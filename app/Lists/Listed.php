<?php

declare(strict_types=1);

namespace App\Lists;

/**
 * A list with columns that can be chosen. Its first one is always there and leads to what the row is about.
 *
 * @phpstan-import-type ColumnShown from Column
 * @phpstan-type ListOrder array{sort: string, down: bool}
 */
interface Listed
{
    /** "gifts" */
    public function name(): string;

    /** @return ColumnShown */
    public function first(): array;

    /** @return list<ColumnShown> that the person who is signed in may choose from */
    public function choices(): array;

    /** @return ListOrder that it has by itself; "" is what no column tells */
    public function order(): array;
}
