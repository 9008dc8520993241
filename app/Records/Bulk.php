<?php

declare(strict_types=1);

namespace App\Records;

use Illuminate\Database\Connection;

/** Statements over many rows at once. Table and column names come from the code, never from input. */
final readonly class Bulk
{
    /** Rows in one statement: well below the server's packet limit at any row size that the columns allow. */
    private const ROWS = 1000;

    public function __construct(private Connection $db)
    {
    }

    /**
     * @param  list<string>  $columns
     * @param  list<list<mixed>>  $rows  values in the order of the columns
     */
    public function insert(string $table, array $columns, array $rows, bool $ignore = false): void
    {
        $head = ($ignore ? 'insert ignore' : 'insert')." into `{$table}` (`".implode('`,`', $columns).'`) values ';
        $mark = '('.implode(',', array_fill(0, count($columns), '?')).')';
        foreach (array_chunk($rows, self::ROWS) as $chunk) {
            $this->db->insert($head.implode(',', array_fill(0, count($chunk), $mark)), array_merge(...$chunk));
        }
    }

    /** @param  array<int, array<string, mixed>>  $changes id to the columns that change */
    public function update(string $table, array $changes): void
    {
        foreach (array_chunk($changes, self::ROWS, true) as $chunk) {
            $byColumn = [];
            foreach ($chunk as $id => $values) {
                foreach ($values as $column => $value) {
                    $byColumn[$column][$id] = $value;
                }
            }
            $sets = [];
            $bindings = [];
            foreach ($byColumn as $column => $values) {
                $sets[] = "`{$column}` = case id ".str_repeat('when ? then ? ', count($values))."else `{$column}` end";
                foreach ($values as $id => $value) {
                    array_push($bindings, $id, $value);
                }
            }
            if ($sets !== []) {
                $this->db->update("update `{$table}` set ".implode(', ', $sets).' where id in ('.implode(',', array_keys($chunk)).')', $bindings);
            }
        }
    }

    /**
     * @param  list<string>  $columns
     * @param  list<list<mixed>>  $rows  values of the columns that tell the rows to delete
     */
    public function deleteRows(string $table, array $columns, array $rows): void
    {
        $mark = '('.implode(',', array_fill(0, count($columns), '?')).')';
        foreach (array_chunk($rows, self::ROWS) as $chunk) {
            $this->db->delete("delete from `{$table}` where (`".implode('`,`', $columns).'`) in ('.implode(',', array_fill(0, count($chunk), $mark)).')', array_merge(...$chunk));
        }
    }

    /** @param  list<int>  $ids */
    public function delete(string $table, array $ids): void
    {
        foreach (array_chunk($ids, self::ROWS) as $chunk) {
            $this->db->delete("delete from `{$table}` where id in (".implode(',', $chunk).')');
        }
    }
}
