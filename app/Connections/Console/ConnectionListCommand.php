<?php

declare(strict_types=1);

namespace App\Connections\Console;

use App\Connections\ConnectionView;
use Illuminate\Console\Command;

/** The systems from which gifts go on coming, and how each of them is. */
final class ConnectionListCommand extends Command
{
    protected $signature = 'connection:list {--json : print them as one JSON list}';

    protected $description = 'Lists the connections to other systems';

    public function handle(ConnectionView $view): int
    {
        $rows = array_map(
            static fn(array $row): array => [
                'name' => $row['name'],
                'state' => $row['state'],
                'last' => $row['last'] ?? '',
                'waiting' => $row['waiting'],
            ],
            $view->list(),
        );
        if ($this->option('json') === true) {
            $this->line(json_encode($rows, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE));
        } else {
            $this->table(['Connection', 'State', 'Last pulled', 'Waiting'], $rows);
        }

        return self::SUCCESS;
    }
}
