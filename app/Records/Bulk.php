<?php

declare(strict_types=1);

namespace App\Records;

use Illuminate\Database\Connection;

/** Statements over many rows at once. Table and column names come from the code, never from input. */
final readonly class Bulk
{
    /** Rows in one statement: well below the server's packet limit at any row size that the columns allow. */
    private const ROWS = 1000;

    public function __construct(private Connection $db) {}

    /**
     * @param  list<string>  $columns
     * @param  list<list<mixed>>  $rows  values in the order of the columns
     */
    public function insert(string $table, array $columns, array $rows): void
    {
        $head = "insert into `{$table}` (`" . implode('`,`', $columns) . '`) values ';
        foreach (array_chunk($rows, self::ROWS) as $chunk) {
            $this->db->unprepared($head . $this->literals($chunk));
        }
    }

    /**
     * Rows whose key is there already are left as they are.
     *
     * @param  list<string>  $columns
     * @param  list<list<mixed>>  $rows  values in the order of the columns
     */
    public function insertMissing(string $table, array $columns, array $rows): void
    {
        foreach (array_chunk($rows, self::ROWS) as $chunk) {
            $this->db->unprepared("insert ignore into `{$table}` (`" . implode('`,`', $columns) . '`) values ' . $this->literals($chunk));
        }
    }

    /**
     * Rows whose key is there already are added up with what is there.
     *
     * @param  list<string>  $columns
     * @param  list<list<mixed>>  $rows  values in the order of the columns
     * @param  list<string>  $sums  columns that are added up
     */
    public function add(string $table, array $columns, array $rows, array $sums): void
    {
        $added = implode(', ', array_map(static fn(string $column): string => "`{$column}` = `{$column}` + values(`{$column}`)", $sums));
        foreach (array_chunk($rows, self::ROWS) as $chunk) {
            $this->db->unprepared(
                "insert into `{$table}` (`" .
                    implode('`,`', $columns) .
                    '`) values ' .
                    $this->literals($chunk) .
                    " on duplicate key update {$added}",
            );
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
                $sets[] = "`{$column}` = case id " . str_repeat('when ? then ? ', count($values)) . "else `{$column}` end";
                foreach ($values as $id => $value) {
                    array_push($bindings, $id, $value);
                }
            }
            if ($sets !== []) {
                $this->db->update(
                    "update `{$table}` set " . implode(', ', $sets) . ' where id in (' . implode(',', array_keys($chunk)) . ')',
                    $bindings,
                );
            }
        }
    }

    /**
     * @param  list<string>  $columns
     * @param  list<list<mixed>>  $rows  values of the columns that tell the rows to delete
     */
    public function deleteRows(string $table, array $columns, array $rows): void
    {
        foreach (array_chunk($rows, self::ROWS) as $chunk) {
            $this->db->unprepared("delete from `{$table}` where (`" . implode('`,`', $columns) . '`) in (' . $this->literals($chunk) . ')');
        }
    }

    /** @param  list<int>  $ids */
    public function delete(string $table, array $ids): void
    {
        foreach (array_chunk($ids, self::ROWS) as $chunk) {
            $this->db->delete("delete from `{$table}` where id in (" . implode(',', $chunk) . ')');
        }
    }

    /**
     * Rows as SQL, every text quoted by the driver: some hundred thousand values are not bound one by one.
     *
     * @param  list<list<int|string|float|bool|null>>  $rows
     */
    private function literals(array $rows): string
    {
        $pdo = $this->db->getPdo();
        $lines = [];
        foreach ($rows as $row) {
            $values = [];
            foreach ($row as $value) {
                $values[] = match (true) {
                    $value === null => 'null',
                    is_int($value) => $value,
                    is_bool($value) => (int) $value,
                    default => $pdo->quote((string) $value),
                };
            }
            $lines[] = '(' . implode(',', $values) . ')';
        }

        return implode(',', $lines);
    }
}
