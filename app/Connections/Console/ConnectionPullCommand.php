<?php

declare(strict_types=1);

namespace App\Connections\Console;

use App\Connections\CannotFetch;
use App\Connections\Connection;
use App\Connections\Pull;
use App\Connections\Pulling;
use App\Intakes\Console\BatchOptions;
use App\Intakes\Console\InForeground;
use App\Intakes\IntakeState;
use App\Intakes\Proof\Proof;
use App\Intakes\Sources\Opening;
use App\Support\UnusableOption;
use Illuminate\Console\Command;
use Throwable;

/** What another system has, brought in by a command: what is sure is loaded, the rest is held. */
final class ConnectionPullCommand extends Command
{
    protected $signature = 'connection:pull {name : of the connection} {--since= : day from which on; the place up to which was fetched, and some days before it, if nothing is said} {--until= : day until which} {--batch= : batch in which its gifts wait; opened if there is none of that name} {--dry-run : fetch and plan everything, write nothing, and remember nothing} {--json : print the result as one JSON object}';

    protected $description = 'Brings in what another system has since the last time';

    public function handle(Pulling $pulling, InForeground $foreground, BatchOptions $batches, Proof $proof, Opening $opening): int
    {
        $isDry = $this->option('dry-run') === true;
        try {
            $connection = $this->connection();
            $since = self::day('since', $this->option('since'));
            $until = self::day('until', $this->option('until'));
            $batch = $batches->batch($this->option('batch'), null);
            $pull = Pull::begin($connection, $since, $until, !$isDry, null);
            $intake = $pulling->pull($pull, $batch?->id, !$isDry);
            if ($intake !== null) {
                // What its first pull taught is a plan by now.
                $foreground->run($intake, $connection->refresh()->plan, !$isDry);
            }
        } catch (Throwable $error) {
            $batches->dropEmpty($batch ?? null);
            $says = $foreground->breakOff($intake ?? null, $error);
            if ($error instanceof CannotFetch && isset($connection)) {
                $connection->failed($says);
            }
            isset($pull) ? $pull->fill(['state' => 'failed', 'error' => mb_substr($says, 0, 500), 'ended_at' => now()])->save() : null;

            return $this->refuse($says);
        }
        if ($intake !== null && $intake->state !== ($isDry ? IntakeState::Ready : IntakeState::Loaded)) {
            return $this->refuse($intake->error ?? "Intake {$intake->id} was stopped from the screens. They show how far it is.");
        }
        if ($batch !== null && $intake !== null && !$isDry) {
            $batch = $batches->expect($intake, null);
        } elseif ($intake === null) {
            $batches->dropEmpty($batch);
            $batch = null;
        }
        $told = $intake === null ? self::nothing() : $foreground->told($intake, $proof->report($intake), $batch);
        if ($isDry) {
            // It never was: the next one finds all of it again.
            $intake === null ? null : $opening->discard($intake);
            $pull->delete();
        }
        $this->say($pull, [...$told, 'fetched' => $pull->fetched, 'seen_before' => $pull->seen_before, 'dry_run' => $isDry]);

        return $told['balanced'] === true ? self::SUCCESS : self::FAILURE;
    }

    /** @return array<string, mixed> */
    private static function nothing(): array
    {
        return [
            'intake' => null,
            'rows' => 0,
            'outcomes' => ['new' => 0, 'updated' => 0, 'unchanged' => 0, 'held' => 0, 'left_out' => 0],
            'supporters' => ['created' => 0, 'updated' => 0],
            'gifts' => ['created' => 0, 'amount' => '0.00', 'amounts' => (object) []],
            'balanced' => true,
        ];
    }

    /** @throws UnusableOption */
    private function connection(): Connection
    {
        $name = (string) $this->argument('name');

        return Connection::query()->where('name', $name)->first() ??
            throw new UnusableOption(
                "There is no connection \"{$name}\". There are: " .
                    (Connection::query()->orderBy('name')->pluck('name')->implode(', ') ?: 'none') .
                    '.',
            );
    }

    /** @throws UnusableOption */
    private static function day(string $option, ?string $written): ?string
    {
        $date = $written === null ? null : \DateTimeImmutable::createFromFormat('!Y-m-d', $written);

        return $date === false || ($date !== null && $date->format('Y-m-d') !== $written)
            ? throw new UnusableOption("--{$option} is \"{$written}\"; it must be a day such as 2026-01-31.")
            : $written;
    }

    /** @param  array<string, mixed>  $told */
    private function say(Pull $pull, array $told): void
    {
        if ($this->option('json') === true) {
            $this->line(json_encode([...$told, 'told' => $pull->told], JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE));

            return;
        }
        $this->line(
            "{$pull->fetched} fetched = {$pull->new} new + {$pull->seen_before} seen before + {$pull->changed} changed + " .
                "{$pull->went_back} gone back + {$pull->not_counted} that do not count",
        );
        $outcomes = $told['outcomes'];
        $this->line(
            "{$told['rows']} rows = {$outcomes['new']} new + {$outcomes['updated']} updated + {$outcomes['unchanged']} unchanged + " .
                "{$outcomes['held']} held + {$outcomes['left_out']} left out",
        );
        foreach ($pull->told as ['id' => $id, 'says' => $says]) {
            $this->line(($id === '' ? '' : "{$id}: ") . $says);
        }
        $this->line($told['balanced'] === true ? 'It balances.' : 'It does not balance.');
    }

    private function refuse(string $message): int
    {
        fwrite(STDERR, $message . PHP_EOL);

        return 2;
    }
}
