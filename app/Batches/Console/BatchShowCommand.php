<?php

declare(strict_types=1);

namespace App\Batches\Console;

use App\Batches\Batch;
use App\Batches\BatchSums;
use Illuminate\Console\Command;

/** What is in a batch, and what is expected of it. */
final class BatchShowCommand extends Command
{
    protected $signature = 'batch:show {name : name of the batch} {--json : print it as one JSON object}';

    protected $description = 'Tells what is in a batch of gifts, and what is expected of it';

    public function handle(BatchSums $sums): int
    {
        $batch = Batch::query()->where('name', $this->argument('name'))->first();
        if ($batch === null) {
            fwrite(STDERR, "There is no batch \"{$this->argument('name')}\"." . PHP_EOL);

            return 2;
        }
        $this->output->writeln(Told::lines($batch, $sums->outcome($batch), $this->option('json') === true));

        return self::SUCCESS;
    }
}
