<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading\Workbooks;

/** Gives every cell of a merged range the value of its first, row after row. */
final class MergedCells
{
    /** @var array<int, list<array{int, int, int, int}>> first row to first column, last row, last column, of ranges that begin there */
    private array $starting = [];

    /** @var list<array{int, int, int, string}> last row, first column, last column and value of ranges that are open */
    private array $open = [];

    /** @param  list<string>  $ranges such as "A2:A5" */
    public function __construct(array $ranges)
    {
        foreach ($ranges as $range) {
            if (preg_match('/^([A-Z]{1,3})(\d+):([A-Z]{1,3})(\d+)$/D', $range, $m) === 1) {
                $this->starting[(int) $m[2]][] = [self::column($m[1]), (int) $m[4], self::column($m[3]), (int) $m[2]];
            }
        }
    }

    /**
     * @param  list<string>  $cells
     * @return list<string>
     */
    public function fill(int $row, array $cells): array
    {
        if ($this->starting === []) {
            return $cells;
        }
        $this->open = array_values(array_filter($this->open, static fn(array $range): bool => $range[0] >= $row));
        foreach ($this->starting[$row] ?? [] as [$from, $until, $to]) {
            $this->open[] = [$until, $from, $to, $cells[$from] ?? ''];
        }
        foreach ($this->open as [, $from, $to, $value]) {
            $cells = array_pad($cells, $value === '' ? 0 : $to + 1, '');
            for ($column = $from; $value !== '' && $column <= $to; $column++) {
                $cells[$column] = $value;
            }
        }

        return array_values($cells);
    }

    private static function column(string $letters): int
    {
        $column = 0;
        foreach (str_split($letters) as $letter) {
            $column = $column * 26 + ord($letter) - 64;
        }

        return $column - 1;
    }
}
