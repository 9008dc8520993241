<?php

declare(strict_types=1);

namespace App\Batches\Console;

use App\Accounts\User;
use App\Batches\Batch;
use App\Batches\Batches;
use App\Batches\BatchSums;
use App\Batches\CannotPost;
use Illuminate\Console\Command;

/** Posts a batch; one that is open is made ready first. */
final class BatchPostCommand extends Command
{
    protected $signature = 'batch:post {name : name of the batch} {--reason= : why it is posted, if it is not what was expected} {--by= : email of whoever posts it} {--json : print the batch as one JSON object}';

    protected $description = 'Makes the entries of a batch gifts, all of them or none';

    public function handle(Batches $batches, BatchSums $sums): int
    {
        $batch = Batch::query()->where('name', $this->argument('name'))->first();
        if ($batch === null) {
            return $this->refuse("There is no batch \"{$this->argument('name')}\".");
        }
        if ($batch->isPosted()) {
            return $this->refuse("The batch \"{$batch->name}\" is posted already.");
        }
        $by = $this->option('by');
        $user = $by === null ? null : User::query()->where('email', User::emailKey($by))->whereNull('disabled_at')->first();
        if ($by !== null && ($user === null || !$user->mayPost())) {
            return $this->refuse("\"{$by}\" is nobody who may post batches.");
        }
        try {
            $batches->post($batch, trim((string) $this->option('reason')), $user, fromOpen: true);
        } catch (CannotPost $error) {
            if (!$error->isDifference) {
                return $this->refuse($error->getMessage());
            }
            fwrite(STDERR, $error->getMessage() . PHP_EOL);
        }
        $batch->refresh();
        $this->output->writeln(Told::lines($batch, $sums->outcome($batch), $this->option('json') === true));

        return $batch->isPosted() ? self::SUCCESS : self::FAILURE;
    }

    private function refuse(string $message): int
    {
        fwrite(STDERR, $message . PHP_EOL);

        return 2;
    }
}
