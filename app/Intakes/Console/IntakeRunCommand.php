<?php

declare(strict_types=1);

namespace App\Intakes\Console;

use App\Batches\Batch;
use App\Intakes\Intake;
use App\Intakes\IntakeSettings;
use App\Intakes\IntakeState;
use App\Intakes\Plans\SavedPlan;
use App\Intakes\Proof\Proof;
use App\Intakes\Sources\Opening;
use App\Support\Lists;
use App\Support\UnusableOption;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;
use Throwable;

/** A whole intake in the foreground, through the same stages as on the screens, for loads that recur. */
final class IntakeRunCommand extends Command
{
    /** Problems that the result names. */
    private const NAMED = 1000;

    private InForeground $foreground;

    private Proof $proof;

    private BatchOptions $batches;

    protected $signature = 'intake:run {file : a spreadsheet (CSV, XLSX, XLS, ODS), contact cards, JSON or XML} {--plan= : saved column plan to use} {--sheet= : sheet of the workbook} {--name= : name of the intake} {--batch= : batch in which its gifts wait; opened if there is none of that name} {--expect= : with --batch, what is expected of the file, as NUMBER,TOTAL} {--dry-run : plan everything, write nothing to supporters and gifts} {--problems : with --json, name what keeps rows and what they are warned of} {--json : print the result as one JSON object}';

    protected $description = 'Brings a file in: reads, maps, checks, matches, loads and proves it';

    public function handle(Opening $opening, InForeground $foreground, Proof $proof, BatchOptions $batches): int
    {
        [$this->foreground, $this->proof, $this->batches] = [$foreground, $proof, $batches];
        try {
            $plan = $this->plan();
            $expected = $batches->expected($this->option('expect'));
            $batch = $batches->batch($this->option('batch'), $this->option('expect'));
            $file = (string) $this->argument('file');
            // Nobody is there to accept addresses; the written form is kept beside the postal one.
            $settings = new IntakeSettings(acceptAddresses: true);
            if ($plan !== null) {
                $settings = $plan->settings->ofPlan()->with(['accept_addresses' => true]);
            }
            $settings = $settings->with(['batch' => $batch?->id]);
            $intake = $opening->open(
                $file,
                basename($file),
                null,
                $this->option('name') ?? pathinfo($file, PATHINFO_FILENAME),
                $this->option('sheet'),
                $settings,
            );
            $this->foreground->run($intake, $plan, $this->option('dry-run') !== true);
        } catch (Throwable $error) {
            $batches->dropEmpty($batch ?? null);

            return $this->breakOff($intake ?? null, $error);
        }
        if ($intake->state !== ($this->option('dry-run') === true ? IntakeState::Ready : IntakeState::Loaded)) {
            $batches->dropEmpty($batch);

            return $this->refuse($intake->error ?? "Intake {$intake->id} was stopped from the screens. They show how far it is.");
        }
        if ($batch !== null && $this->option('dry-run') !== true) {
            $batch = $batches->expect($intake, $expected);
        }
        $report = $proof->report($intake);
        $this->report($intake, $report, $batch);

        return $report['balanced'] ? self::SUCCESS : self::FAILURE;
    }

    private function breakOff(?Intake $intake, Throwable $error): int
    {
        return $this->refuse($this->foreground->breakOff($intake, $error));
    }

    private function plan(): ?SavedPlan
    {
        $name = $this->option('plan');
        if ($name === null) {
            return null;
        }

        return SavedPlan::query()->where('name', $name)->first() ??
            throw new UnusableOption(
                "There is no column plan \"{$name}\". Saved plans: " .
                    (SavedPlan::query()->orderBy('name')->pluck('name')->implode(', ') ?: 'none') .
                    '.',
            );
    }

    /** @param  array<string, mixed>  $report */
    private function report(Intake $intake, array $report, ?Batch $batch): void
    {
        $dry = $this->option('dry-run') === true;
        if ($this->option('json')) {
            $this->line(
                json_encode(
                    [
                        ...$this->foreground->told($intake, $report, $batch),
                        'dry_run' => $dry,
                        ...$this->option('problems') === true ? ['problems' => $this->problems($intake)] : [],
                    ],
                    JSON_THROW_ON_ERROR,
                ),
            );

            return;
        }
        $this->line(sprintf('Intake %d, "%s"%s', $intake->id, $intake->name, $dry ? ', planned only' : ''));
        $this->line(
            sprintf(
                '%d rows = %d new + %d updated + %d unchanged + %d held + %d left out',
                $report['rows'],
                ...array_values($report['outcomes']),
            ),
        );
        foreach (array_keys((array) $report['source_amounts']) as $currency) {
            $of = static fn(object $amounts): string => ((array) $amounts)[$currency] ?? '0.00';
            $money = array_map($of, $report['money']);
            $this->line(
                sprintf(
                    '%s %s in the file = %s in new gifts%s%s + %s there before + %s held + %s left out',
                    $currency,
                    $of($report['source_amounts']),
                    $money['new'],
                    $money['batch'] === '0.00' ? '' : " + {$money['batch']} in the batch",
                    $money['promised'] === '0.00' ? '' : " + {$money['promised']} promised",
                    $money['there'],
                    $money['held'],
                    $money['left_out'],
                ),
            );
        }
        $this->line(
            sprintf(
                '%d new gifts%s',
                $report['gifts']['created'],
                $report['promised']['created'] > 0 ? ", {$report['promised']['created']} promises" : '',
            ),
        );
        if ($batch !== null) {
            $told = $this->batches->told($batch);
            $this->line("In the batch \"{$told['name']}\", {$told['state']}: {$told['gifts']} gifts, {$batch->currency} {$told['amount']}");
        }
        foreach ($this->proof->untaken($intake) as $one) {
            $this->line(sprintf('Not taken, since the record has another: %s in %d rows', $one['label'], $one['rows']));
        }
        $this->line($report['balanced'] ? 'It balances.' : implode(' ', $report['faults']));
    }

    /** @return list<\stdClass> what keeps rows, and what they are warned of */
    private function problems(Intake $intake): array
    {
        return Lists::of(
            DB::table('intake_problems')
                ->where('intake_id', $intake->id)
                ->orderBy('number')
                ->orderBy('place')
                ->limit(self::NAMED)
                ->get(['number as row', 'code', 'field', 'value', 'reason', 'remedy', 'blocks']),
        );
    }

    private function refuse(string $message): int
    {
        fwrite(STDERR, $message . PHP_EOL);

        return 2;
    }
}
