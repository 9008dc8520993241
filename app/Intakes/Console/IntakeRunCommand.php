<?php

declare(strict_types=1);

namespace App\Intakes\Console;

use App\Batches\Batch;
use App\Intakes\GoesOn;
use App\Intakes\Intake;
use App\Intakes\IntakeSettings;
use App\Intakes\IntakeState;
use App\Intakes\Loading\LoadQueue;
use App\Intakes\Loading\NotReady;
use App\Intakes\Plans\SavedPlan;
use App\Intakes\Proof\Proof;
use App\Intakes\Runner;
use App\Intakes\Sources\Opening;
use App\Support\Lists;
use App\Support\PlainWords;
use App\Support\UnusableOption;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\SieveException;
use Throwable;

/** A whole intake in the foreground, through the same stages as on the screens, for loads that recur. */
final class IntakeRunCommand extends Command
{
    /** Problems that the result names. */
    private const NAMED = 1000;

    /** Microseconds between two looks at whether it is this load's turn. */
    private const POLL = 300_000;

    private LoadQueue $queue;

    private Proof $proof;

    private BatchOptions $batches;

    protected $signature = 'intake:run {file : a spreadsheet (CSV, XLSX, XLS, ODS), contact cards or JSON} {--plan= : saved column plan to use} {--sheet= : sheet of the workbook} {--name= : name of the intake} {--batch= : batch in which its gifts wait; opened if there is none of that name} {--expect= : with --batch, what is expected of the file, as NUMBER,TOTAL} {--dry-run : plan everything, write nothing to supporters and gifts} {--problems : with --json, name what keeps rows and what they are warned of} {--json : print the result as one JSON object}';

    protected $description = 'Brings a file in: reads, maps, checks, matches, loads and proves it';

    public function handle(Opening $opening, Runner $runner, Proof $proof, LoadQueue $queue, BatchOptions $batches): int
    {
        [$this->queue, $this->proof, $this->batches] = [$queue, $proof, $batches];
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
            $this->work($intake, $plan, $runner);
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

    /** Nothing that a command began may keep others waiting when it is gone. */
    private function breakOff(?Intake $intake, Throwable $error): int
    {
        if (!($error instanceof SieveException)) {
            report($error);
        }
        $words = PlainWords::of($error) . (PlainWords::isAway($error) ? ' (Is bin/start running with this data folder?)' : '');
        if ($intake !== null && !PlainWords::isAway($error)) {
            Intake::query()
                ->whereKey($intake->id)
                ->whereIn('state', [IntakeState::Sifting, IntakeState::Loading])
                ->update(['error' => "{$words} Nothing is half done.", 'in_foreground' => false, 'ended_at' => now()]);
            app(LoadQueue::class)->next();
        }

        return $this->refuse($words);
    }

    private function work(Intake $intake, ?SavedPlan $plan, Runner $runner): void
    {
        $runner->run($intake);
        if ($intake->state === IntakeState::Failed) {
            return;
        }
        self::settle($intake, $plan);
        do {
            $this->workOut($intake, $runner);
        } while ($intake->state === IntakeState::Ready && $this->option('dry-run') !== true && !$this->load($intake, $runner));
    }

    private static function settle(Intake $intake, ?SavedPlan $plan): void
    {
        // Nobody is there to be asked: what is not taken is told.
        $left = GoesOn::settle($intake, $plan);
        if ($left !== []) {
            fwrite(
                STDERR,
                'Left behind, since nothing tells what it is: ' .
                    implode(', ', array_map(static fn(string $header): string => "\"{$header}\"", $left)) .
                    '. Choose a field for it on the screens and keep that as a plan.' .
                    PHP_EOL,
            );
        }
    }

    /** Until every row is worked out by the standards in force: they may be changed meanwhile, and a worker may lend a hand. */
    private function workOut(Intake $intake, Runner $runner): void
    {
        while ($intake->state === IntakeState::Sifting && $intake->error === null) {
            $runner->run($intake);
            $intake->refresh();
        }
    }

    /** @return bool false if its rows have to be worked out anew first */
    private function load(Intake $intake, Runner $runner): bool
    {
        try {
            $this->queue->enter($intake, inForeground: true);
        } catch (NotReady) {
            $intake->refresh();

            return false;
        }
        $told = false;
        while ($intake->state === IntakeState::Waiting) {
            if (!$told) {
                fwrite(STDERR, "\"{$this->queue->busy()?->name}\" is being loaded or taken back; this one waits for its turn." . PHP_EOL);
                $told = true;
            }
            usleep(self::POLL);
            $intake->sign();
            $this->queue->next();
            $intake->refresh();
        }
        while ($intake->state === IntakeState::Loading && $intake->error === null) {
            $runner->run($intake);
            $intake->refresh();
        }

        return $intake->state !== IntakeState::Sifting;
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
                        'intake' => $intake->id,
                        'rows' => $report['rows'],
                        'outcomes' => $report['outcomes'],
                        'supporters' => $report['supporters'],
                        'gifts' => $report['gifts'],
                        'promised' => $report['promised'],
                        ...$batch === null ? [] : ['batch' => $this->batches->told($batch)],
                        'source_amount' => $report['source_amount'],
                        'source_amounts' => $report['source_amounts'],
                        'untaken' => $this->proof->untaken($intake),
                        'balanced' => $report['balanced'],
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
