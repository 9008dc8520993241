<?php

declare(strict_types=1);

namespace App\Intakes\Console;

use App\Batches\Batch;
use App\Intakes\GoesOn;
use App\Intakes\Intake;
use App\Intakes\IntakeState;
use App\Intakes\Loading\LoadQueue;
use App\Intakes\Loading\NotReady;
use App\Intakes\Plans\SavedPlan;
use App\Intakes\Proof\Proof;
use App\Intakes\Runner;
use App\Support\PlainWords;
use PineSieve\Core\SieveException;
use Throwable;

/** An intake that a command works on from its file to its proof, with nobody to ask. */
final readonly class InForeground
{
    /** Microseconds between two looks at whether it is this load's turn. */
    private const POLL = 300_000;

    public function __construct(private Runner $runner, private LoadQueue $queue, private Proof $proof, private BatchOptions $batches) {}

    /** Until it is loaded, or ready where it is not to be; it stays where it is if something stops it. */
    public function run(Intake $intake, ?SavedPlan $plan, bool $loads): void
    {
        $this->runner->run($intake);
        if ($intake->state === IntakeState::Failed) {
            return;
        }
        self::settle($intake, $plan);
        do {
            $this->workOut($intake);
        } while ($intake->state === IntakeState::Ready && $loads && !$this->load($intake));
    }

    /**
     * Nothing that a command began may keep others waiting when it is gone.
     *
     * @return string what happened, in words
     */
    public function breakOff(?Intake $intake, Throwable $error): string
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
            $this->queue->next();
        }

        return $words;
    }

    /**
     * @param  array<string, mixed>  $report  its proof
     * @return array<string, mixed> what a program is told of it
     */
    public function told(Intake $intake, array $report, ?Batch $batch): array
    {
        return [
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
        ];
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
    private function workOut(Intake $intake): void
    {
        while ($intake->state === IntakeState::Sifting && $intake->error === null) {
            $this->runner->run($intake);
            $intake->refresh();
        }
    }

    /** @return bool false if its rows have to be worked out anew first */
    private function load(Intake $intake): bool
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
            $this->runner->run($intake);
            $intake->refresh();
        }

        return $intake->state !== IntakeState::Sifting;
    }
}
