<?php

declare(strict_types=1);

namespace App\Installation\Console;

use App\Installation\CannotRestore;
use App\Installation\TableVersion;
use Illuminate\Console\Command;

/** Makes the tables, or brings them up to date. Refuses those that it does not know. */
final class TablesCommand extends Command
{
    protected $signature = 'sieve:tables';

    protected $description = 'Brings the tables of the database up to date';

    public function handle(TableVersion $tables): int
    {
        try {
            $tables->bringUpToDate();
        } catch (CannotRestore $error) {
            fwrite(STDERR, $error->getMessage() . PHP_EOL);

            return 2;
        }

        return self::SUCCESS;
    }
}
