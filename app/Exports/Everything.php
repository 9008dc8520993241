<?php

declare(strict_types=1);

namespace App\Exports;

use Illuminate\Database\Connection;
use PineSieve\Core\Exports\CannotWrite;
use PineSieve\Core\Exports\CsvWriter;
use PineSieve\Core\Exports\ExportColumn;

/**
 * Everything that the organization has here, as a ZIP of CSV files with a description of their tables, columns and relations. What opens a
 * door is never in it: passwords, keys, sessions.
 *
 * @phpstan-import-type Exported from Exporting
 */
final readonly class Everything
{
    /** Of the description: it changes when a table or a column is called or meant otherwise. */
    public const VERSION = 1;

    private const CHUNK = 5000;

    /** Table to what it holds. */
    private const TABLES = [
        'supporters' => 'people, households and organizations',
        'addresses' => 'their postal addresses; valid_from and valid_until where a move is known',
        'address_states' => 'what the postal directory said of an address, and when',
        'emails' => 'their emails',
        'phones' => 'their telephone numbers (E.164)',
        'identifiers' => 'their ids in other systems',
        'memberships' => 'their groups and tags',
        'custom_values' => 'values of fields of your own',
        'unread_values' => 'values that could not be read, as they were written',
        'links' => 'who is linked to whom, and as what',
        'gifts' => 'gifts; one that takes another back is below zero and names it in corrects_id',
        'gift_splits' => 'parts of gifts that are for several purposes',
        'gift_credits' => 'whom gifts are credited to beside their giver',
        'promises' => 'pledges and recurring gifts',
        'supporter_notes' => 'dated notes',
        'promise_standings' => 'how far they are kept',
        'batches' => 'batches of gifts',
        'batch_entries' => 'gifts that wait in a batch',
        'funds' => 'funds, campaigns and appeals',
        'merges' => 'who became part of whom',
        'custom_fields' => 'fields of your own',
        'field_settings' => 'what is set for fields',
        'pick_values' => 'values of lists, with their other spellings',
        'required_rules' => 'required data',
        'match_rule_sets' => 'match rules of your own',
        'saved_searches' => 'searches that were saved',
        'column_plans' => 'column plans',
        'mailings' => 'mailings that were gathered',
        'saved_exports' => 'exports under a name',
        'ledger_takings' => 'journals that were taken for accounting',
        'ledger_lines' => 'how gifts were booked in them',
        'erasures' => 'who was erased: when, why, and how much there was',
        'connections' => 'other systems from which gifts go on coming',
        'connection_pulls' => 'what was fetched of them, and when',
        'connection_transactions' => 'what each transaction of theirs was when it was fetched',
        'intakes' => 'where data came from: files and what was said of them',
        'intake_outcomes' => 'what became of each row of a file, and whom it is about',
        'acts' => 'what was done to records, by whom and when',
        'journal' => 'every change of a record, with its act and the row of the file that it came from',
        'users' => 'who works with it',
    ];

    /** Columns that are left out: doors, and what is worked out anew. */
    private const LEFT_OUT = [
        'users' => ['password', 'remember_token'],
        'saved_exports' => ['secret'],
        'connections' => ['key', 'inbox', 'inbox_key'],
        'erasures' => ['files'],
        'intakes' => ['profiles', 'oddities', 'undo_report', 'file_path'],
    ];

    /** Column to the table whose number it is. */
    private const RELATIONS = [
        'supporter_id' => 'supporters',
        'other_id' => 'supporters',
        'survivor_id' => 'supporters',
        'address_id' => 'addresses',
        'gift_id' => 'gifts',
        'corrects_id' => 'gifts',
        'promise_id' => 'promises',
        'batch_id' => 'batches',
        'taking_id' => 'ledger_takings',
        'intake_id' => 'intakes',
        'connection_id' => 'connections',
        'plan_id' => 'column_plans',
        'act_id' => 'acts',
        'user_id' => 'users',
    ];

    public function __construct(private Connection $db) {}

    /**
     * @return Exported rows: of all tables
     *
     * @throws CannotWrite
     */
    public function write(string $path): array
    {
        $beside = "{$path}.part";
        $zip = new \ZipArchive();
        $zip->open($beside, \ZipArchive::CREATE | \ZipArchive::OVERWRITE) === true || throw CannotWrite::at($path);
        [$files, $tables, $rows] = [[], [], 0];
        try {
            // One picture of it all: nobody's writing falls between two tables.
            $this->db->statement('set transaction isolation level repeatable read');
            $this->db->transaction(function () use ($zip, &$files, &$tables, &$rows, $path): void {
                foreach (self::TABLES as $table => $holds) {
                    $file = (string) tempnam(sys_get_temp_dir(), 'table');
                    $files[] = $file;
                    $columns = $this->columns($table);
                    $count = $this->table($table, $columns, $file);
                    $tables[] = ['table' => $table, 'holds' => $holds, 'file' => "{$table}.csv", 'rows' => $count, 'columns' => $columns];
                    $rows += $count;
                    $zip->addFile($file, "{$table}.csv") || throw CannotWrite::at($path);
                }
            });
            $zip->addFromString(
                'description.json',
                json_encode(
                    [
                        'version' => self::VERSION,
                        'made_at' => now()->toIso8601String(),
                        'organization' => config('sieve.organization'),
                        'form' => 'CSV (RFC 4180), UTF-8 with its mark; cells that a spreadsheet would run begin with an apostrophe',
                        'tables' => $tables,
                    ],
                    JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR,
                ),
            );
            (@$zip->close() && @rename($beside, $path)) || throw CannotWrite::at($path);
        } finally {
            array_map(static fn(string $file): bool => @unlink($file), [...$files, $beside]);
        }
        $amounts = [];
        foreach (
            $this->db->table('gifts')->groupBy('currency')->orderBy('currency')->selectRaw('currency, sum(amount) as amount')->get()
            as $row
        ) {
            $amounts[(string) $row->currency] = (string) $row->amount;
        }

        return ['of' => 'everything', 'rows' => $rows, 'amounts' => $amounts, 'file' => $path];
    }

    /** @return list<array{name: string, type: string, refers_to?: string}> */
    private function columns(string $table): array
    {
        $columns = [];
        foreach ($this->db->getSchemaBuilder()->getColumns($table) as $column) {
            if (!in_array($column['name'], self::LEFT_OUT[$table] ?? [], true)) {
                $columns[] = [
                    'name' => $column['name'],
                    'type' => $column['type'],
                    ...isset(self::RELATIONS[$column['name']]) ? ['refers_to' => self::RELATIONS[$column['name']] . '.id'] : [],
                ];
            }
        }

        return $columns;
    }

    /**
     * @param  list<array{name: string, type: string, refers_to?: string}>  $columns
     * @return int rows
     */
    private function table(string $table, array $columns, string $file): int
    {
        $names = array_column($columns, 'name');
        $writer = new CsvWriter($file, array_map(static fn(string $name): ExportColumn => new ExportColumn($name, $name), $names));
        $primary = collect($this->db->getSchemaBuilder()->getIndexes($table))->firstWhere('primary', true)['columns'] ?? [$names[0]];
        $order = implode(', ', array_map(static fn(string $column): string => "`{$column}`", $primary));
        $list = implode(', ', array_map(static fn(string $name): string => "`{$name}`", $names));
        $marks = implode(', ', array_fill(0, count($primary), '?'));
        [$count, $last] = [0, null];
        do {
            $where = $last === null ? '' : "where ({$order}) > ({$marks})";
            $rows = $this->db->select("select {$list} from `{$table}` {$where} order by {$order} limit " . self::CHUNK, $last ?? []);
            foreach ($rows as $row) {
                $row = (array) $row;
                $writer->row(array_map(static fn(mixed $value): string => $value === null ? '' : (string) $value, array_values($row)));
                $last = array_map(static fn(string $column): mixed => $row[$column], $primary);
            }
            $count += count($rows);
        } while (count($rows) === self::CHUNK);
        $writer->end();

        return $count;
    }
}
