<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

use PineSieve\Core\Text\Fold;
use PineSieve\Core\Text\Tidy;

/** The cells of the row that a value stands in, by header. */
final readonly class Row
{
    /**
     * @param  array<string, int>  $columns  solid spelling of a header to its column
     * @param  list<string>  $cells
     */
    public function __construct(private array $columns = [], private array $cells = []) {}

    /**
     * @param  list<string>  $headers
     * @return array<string, int> as the constructor takes them; of like headers the first counts
     */
    public static function columns(array $headers): array
    {
        $columns = [];
        foreach ($headers as $column => $header) {
            $columns[Fold::solid($header)] ??= $column;
        }

        return $columns;
    }

    public function has(string $header): bool
    {
        return isset($this->columns[Fold::solid($header)]);
    }

    /** The tidied cell; '' if it is blank or there is no such column. */
    public function cell(string $header): string
    {
        $column = $this->columns[Fold::solid($header)] ?? null;

        return $column === null ? '' : Tidy::line($this->cells[$column] ?? '');
    }
}
