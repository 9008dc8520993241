<?php

declare(strict_types=1);

namespace App\Lists;

use App\Standards\FieldAccess;
use Illuminate\Contracts\Database\Query\Builder;

/**
 * The columns of a list that is asked of the database as it stands. What someone may not see is no column, and nothing to put in order by.
 *
 * @phpstan-import-type ColumnShown from Column
 * @phpstan-import-type ListOrder from Listed
 */
final readonly class ListColumns implements Listed
{
    /**
     * @param  non-empty-list<Column>  $columns  the first one is always there
     * @param  string  $last  column of the table that tells rows apart which are alike in what they are put in order by
     * @param  ListOrder  $order
     */
    public function __construct(private string $name, private array $columns, private string $last, private array $order) {}

    public function name(): string
    {
        return $this->name;
    }

    public function first(): array
    {
        return self::shown($this->columns[0]);
    }

    public function choices(): array
    {
        $choices = [];
        foreach (array_slice($this->columns, 1) as $column) {
            if (self::isSeen($column)) {
                $choices[] = self::shown($column);
            }
        }

        return $choices;
    }

    public function order(): array
    {
        return $this->order;
    }

    /** @return bool false if there is no such column, so that the list keeps an order of its own */
    public function sort(Builder $rows, ListSort $sort): bool
    {
        foreach ($this->columns as $column) {
            if ($column->key === $sort->key && $column->by !== null && self::isSeen($column)) {
                $direction = $sort->isDown ? 'desc' : 'asc';
                $blank = "{$column->by} is null" . ($column->isText ? " or {$column->by} = ''" : '');
                // Blank cells come last, whatever the direction.
                $rows->orderByRaw("{$blank}, {$column->by} {$direction}, {$this->last} {$direction}");

                return true;
            }
        }

        return false;
    }

    private static function isSeen(Column $column): bool
    {
        $sight = FieldAccess::ofUser();

        return array_filter($column->tells, static fn(string $field): bool => !$sight->sees($field)) === [];
    }

    /** @return ColumnShown */
    private static function shown(Column $column): array
    {
        return [
            'key' => $column->key,
            'label' => $column->label,
            'group' => '',
            'figure' => $column->figure,
            'usual' => $column->usual,
            'sortable' => $column->by !== null,
        ];
    }
}
