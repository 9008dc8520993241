<?php

declare(strict_types=1);

namespace App\Installation\Console;

use App\Installation\RestorePoints;
use Illuminate\Console\Command;
use PineSieve\Core\SieveException;

/** Puts the database back to a restore point; without a name it lists them. */
final class RestoreCommand extends Command
{
    protected $signature = 'sieve:restore {name? : of the restore point} {--yes : without asking} {--check : only read the file through} {--finish : finish one that was cut off}';

    protected $description = 'Puts the database back to a restore point';

    public function handle(RestorePoints $points): int
    {
        $name = $this->argument('name');
        try {
            if ($this->option('finish') === true) {
                $said = $points->finish();
                $said === null || $this->line($said);

                return self::SUCCESS;
            }
            if ($name === null) {
                $cutOff = $points->cutOff();
                $cutOff === null ||
                    $this->warn(
                        "The restore of {$cutOff->point} was cut off: the records are not whole. bin/start finishes it; bin/restore {$cutOff->before} goes back to what was there before.",
                    );
                foreach ($points->all() as $point) {
                    $this->line(
                        sprintf(
                            '%s  %8.1f MB  %6d supporters  %s',
                            $point->name,
                            $point->bytes / 1e6,
                            $point->tables['supporters'] ?? 0,
                            $point->reason,
                        ),
                    );
                }

                return self::SUCCESS;
            }
            $point = $points->find((string) $name);
            if ($this->option('check') === true) {
                $fault = $points->fault($point);
                $this->line($fault ?? "{$point->name} is readable.");

                return $fault === null ? self::SUCCESS : 2;
            }
            if (
                $this->option('yes') !== true &&
                $this->ask("Everything since {$point->at} is put aside. Type the name of the organization to go on") !==
                    config('sieve.organization')
            ) {
                $this->line('Nothing was changed.');

                return self::FAILURE;
            }
            $before = $points->restore($point);
            $this->line("Restored {$point->name}. What was there before is kept as {$before->name}.");

            return self::SUCCESS;
        } catch (SieveException $error) {
            fwrite(STDERR, $error->getMessage() . PHP_EOL);

            return 2;
        }
    }
}
