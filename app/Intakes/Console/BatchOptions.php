<?php

declare(strict_types=1);

namespace App\Intakes\Console;

use App\Accounts\Organization;
use App\Batches\Batch;
use App\Batches\Batches;
use App\Batches\BatchSums;
use App\Intakes\Intake;
use App\Intakes\Proof\Proof;
use App\Support\UnusableOption;
use PineSieve\Core\Gifts\Amount;

/** The batch in which the gifts of a file wait, as the command line names it, and what is expected of it. */
final readonly class BatchOptions
{
    public function __construct(private Batches $batches, private BatchSums $sums, private Proof $proof) {}

    /**
     * Before anything is read: what is ready or posted takes nothing in.
     *
     * @param  ?string  $name  opened if there is none of that name; null for no batch
     * @param  ?string  $expect  what is said of the file, which goes with a batch alone
     *
     * @throws UnusableOption
     */
    public function batch(?string $name, ?string $expect): ?Batch
    {
        $name = $name === null ? null : trim($name);
        if ($name === '' || ($name === null && $expect !== null)) {
            throw new UnusableOption('Name the batch: --batch=NAME.');
        }
        if ($name === null) {
            return null;
        }
        if (mb_strlen($name) > 190) {
            throw new UnusableOption('The name of a batch has at most 190 characters.');
        }
        $batch = Batch::query()->where('name', $name)->first();
        if ($batch !== null && !$batch->isOpen()) {
            throw new UnusableOption("The batch \"{$name}\" is {$batch->state->value}, and takes nothing in any more.");
        }

        return $batch ?? $this->batches->open($name, ['currency' => Organization::read()->currency], null);
    }

    /**
     * @param  ?string  $said  "40,1234.50"
     * @return ?array{int, string} gifts and their total; null if nobody says
     *
     * @throws UnusableOption
     */
    public function expected(?string $said): ?array
    {
        if ($said === null) {
            return null;
        }
        if (preg_match('/^\s*(\d{1,9})\s*,\s*(\d{1,12}(?:\.\d{1,2})?)\s*$/D', $said, $parts) !== 1) {
            throw new UnusableOption("\"{$said}\" is not a number of gifts and their total, such as --expect=40,1234.50.");
        }

        return [(int) $parts[1], Amount::sum([$parts[2]])];
    }

    /**
     * More is expected of the batch that the intake went into: what was said of the file, or what the file itself says that it brings.
     *
     * @param  ?array{int, string}  $expected
     */
    public function expect(Intake $intake, ?array $expected): Batch
    {
        $batch = Batch::query()->findOrFail($intake->refresh()->settings->batch);
        $brought = $this->proof->brought($intake);
        $this->batches->expectMore($batch, ...$expected ?? [$brought->gifts, $brought->given->in($batch->currency)]);

        return $batch;
    }

    /** A file that can't be used leaves no batch behind that was opened for it alone. */
    public function dropEmpty(?Batch $batch): void
    {
        if ($batch !== null && $batch->wasRecentlyCreated && $this->sums->gifts($batch)->doesntExist()) {
            $this->batches->drop($batch);
        }
    }

    /** @return array{name: string, gifts: int, amount: string, state: string} the whole batch, not this file's part of it */
    public function told(Batch $batch): array
    {
        $totals = $this->sums->totals($batch);

        return ['name' => $batch->name, 'gifts' => $totals->gifts, 'amount' => $totals->amount, 'state' => $batch->state->value];
    }
}
