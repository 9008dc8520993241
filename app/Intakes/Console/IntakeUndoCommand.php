<?php

declare(strict_types=1);

namespace App\Intakes\Console;

use App\Intakes\Intake;
use App\Intakes\IntakeState;
use App\Intakes\Loading\LoadQueue;
use App\Intakes\Loading\Undoing;
use App\Intakes\Runner;
use App\Support\PlainWords;
use Illuminate\Console\Command;
use Illuminate\Database\QueryException;
use Throwable;

/** Takes an intake back, in the foreground. */
final class IntakeUndoCommand extends Command
{
    protected $signature = 'intake:undo {id : number of the intake} {--json : print the result as one JSON object}';

    protected $description = 'Takes back everything that an intake wrote, as far as nobody changed it since';

    public function handle(Runner $runner, Undoing $undoing, LoadQueue $queue): int
    {
        try {
            $intake = Intake::query()->find((int) $this->argument('id'));
        } catch (QueryException) {
            return $this->refuse('The database does not answer. Is bin/start running with this data folder?');
        }
        if ($intake === null) {
            return $this->refuse("There is no intake {$this->argument('id')}.");
        }
        // One whose undo was cut short goes on where it stopped.
        if ($intake->state !== IntakeState::Undoing) {
            if ($intake->state !== IntakeState::Loaded) {
                return $this->refuse("Intake {$intake->id} is {$intake->state->value}. Only one that is loaded can be undone.");
            }
            $busy = $queue->busy();
            if ($busy !== null) {
                return $this->refuse("\"{$busy->name}\" is being loaded or taken back. One goes at a time; try again when it is done.");
            }
            $intake->fill(['in_foreground' => true, 'seen_at' => now()]);
            $undoing->begin($intake, Undoing::UNDO, null, null);
        }
        try {
            while ($intake->state === IntakeState::Undoing && $intake->error === null) {
                $runner->run($intake);
                $intake->refresh();
            }
        } catch (Throwable $error) {
            report($error);
            Intake::query()
                ->whereKey($intake->id)
                ->update(['error' => PlainWords::of($error) . ' Nothing is half done.', 'in_foreground' => false, 'ended_at' => now()]);

            return $this->refuse(PlainWords::of($error));
        }
        $report = $intake->undo_report ?? Undoing::emptyReport();
        if ($this->option('json')) {
            $this->line(
                json_encode(
                    [
                        'intake' => $intake->id,
                        'supporters' => $report['supporters'],
                        'gifts' => $report['gifts'],
                        'kept' => $report['kept'],
                    ],
                    JSON_THROW_ON_ERROR,
                ),
            );
        } else {
            $this->line(
                sprintf(
                    '%d supporters removed, %d put back, %d gifts removed.',
                    $report['supporters']['removed'],
                    $report['supporters']['restored'],
                    $report['gifts']['removed'],
                ) . ($report['promises']['removed'] === 0 ? '' : " {$report['promises']['removed']} promises removed."),
            );
            foreach ($report['kept'] as $kept) {
                $this->line(
                    sprintf('Kept: supporter %d, %s %s. %s.', $kept['supporter'], $kept['thing'], $kept['column'] ?? '', $kept['reason']),
                );
            }
        }

        return self::SUCCESS;
    }

    private function refuse(string $message): int
    {
        fwrite(STDERR, $message . PHP_EOL);

        return 2;
    }
}
