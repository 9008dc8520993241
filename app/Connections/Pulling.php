<?php

declare(strict_types=1);

namespace App\Connections;

use App\Accounts\Organization;
use App\Batches\Batch;
use App\Batches\Batches;
use App\Intakes\Decisions\HeldQueue;
use App\Intakes\Intake;
use App\Intakes\IntakeSettings;
use App\Intakes\Sources\Opening;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Connections\Seen;
use PineSieve\Core\Connections\Transaction;
use PineSieve\Core\Connections\TransactionReader;

/**
 * Fetches what another system has, and makes an intake of what is new in it. Rows go to a file as they come; the intake, what each
 * transaction is by now, and the place up to which was fetched, are written in one transaction when all of it is there. Cut off before, a
 * pull has done nothing; it begins anew.
 */
final readonly class Pulling
{
    public function __construct(
        private Fetching $fetching,
        private Transactions $transactions,
        private Notices $notices,
        private HeldQueue $held,
        private Batches $batches,
        private Opening $opening,
    ) {}

    /**
     * @param  ?int  $batch  in which its gifts wait
     * @param  bool  $keeps  whether what was fetched counts as seen, and the place moves
     * @return ?Intake null if nothing of it has to be brought in
     *
     * @throws CannotFetch
     */
    public function pull(Pull $pull, ?int $batch = null, bool $keeps = true): ?Intake
    {
        $connection = $pull->connection;
        $began = now();
        $connection->learnPlan();
        [$rows, $seen] = [new Lines(), new Lines()];
        try {
            $mark = $this->transactions->mark($connection);
            $arrivals = $this->fetch($pull, $rows, $seen);
            $notices = $this->notices->next($connection);
            $reader = new TransactionReader($connection->settings());
            foreach ($notices as $notice) {
                $arrivals->noticed(self::transactions($reader, $notice->records));
            }
            $left = $this->notices->waiting($connection) - count($notices);
            if ($left > 0) {
                $arrivals->tell(
                    '',
                    "{$left} of its notices wait on: there are more than one pull takes, or they can't be read as it is set now.",
                );
            }
            $told = $arrivals->told();
            $pull->loads = $pull->loads && $arrivals->isSure();

            return DB::transaction(function () use (
                $pull,
                $connection,
                $rows,
                $seen,
                $arrivals,
                $told,
                $notices,
                $batch,
                $began,
                $keeps,
                $mark,
            ): ?Intake {
                Connection::query()->lockForUpdate()->findOrFail($connection->id);
                if ($this->transactions->mark($connection) !== $mark) {
                    throw new CannotFetch('It was pulled by somebody else meanwhile. Pull once more.');
                }
                $intake = $rows->count() === 0 ? null : $this->opened($pull, $rows, $batch);
                if (!$keeps) {
                    return $intake;
                }
                $this->transactions->keep($connection, $intake?->id, self::kept($seen));
                $this->notices->taken($pull, array_keys($notices));
                foreach ($arrivals->settled() as [$of, $number]) {
                    $this->held->decide(Intake::query()->findOrFail($of), [$number], 'out', $pull->user_id);
                }
                $pull->fill(['state' => 'done', 'intake_id' => $intake?->id, 'told' => $told, 'ended_at' => now()])->save();
                if (self::isWhole($pull, $connection)) {
                    $connection->place = Carbon::parse(max((string) $connection->place, $began->toDateTimeString()));
                }
                $connection->wentWell();

                return $intake;
            });
        } finally {
            $rows->forget();
            $seen->forget();
        }
    }

    /** Whether nothing is left between what was fetched before and now: what was skipped would never be fetched by itself. */
    private static function isWhole(Pull $pull, Connection $connection): bool
    {
        $isFromPlace = $pull->since === null || ($connection->place !== null && $pull->since <= $connection->place);

        return $pull->until === null && $isFromPlace;
    }

    private function fetch(Pull $pull, Lines $rows, Lines $seen): Arrivals
    {
        $form = $pull->connection->settings();
        $zone = new \DateTimeZone($form->zone);
        $since = $pull->since?->copy()->setTimezone($zone)->format('Y-m-d\TH:i:sP');
        $reader = new TransactionReader($form);
        $arrivals = new Arrivals($pull, $this->transactions, $rows, $seen, now()->setTimezone($zone)->format('Y-m-d'));
        [$total, $records] = [null, 0];
        foreach ($this->fetching->pages($pull->connection, $since, $pull->until) as $page) {
            $total = $page->total ?? $total;
            $records += count($page->records);
            $arrivals->listed(self::transactions($reader, $page->records));
        }
        if ($total !== null && $total !== $records) {
            $arrivals->tell('', "It says that there are {$total}, and {$records} came. Pull once more.");
        }

        return $arrivals;
    }

    /**
     * @param  list<array<array-key, mixed>>  $records
     * @return list<Transaction>
     */
    private static function transactions(TransactionReader $reader, array $records): array
    {
        return array_merge(...array_map($reader->of(...), $records));
    }

    /** @return iterable<array{id: string, seen: Seen, likeness: string, row: ?int}> */
    private static function kept(Lines $seen): iterable
    {
        foreach ($seen->all() as ['id' => $id, 'seen' => $one, 'likeness' => $likeness, 'row' => $row]) {
            yield ['id' => $id, 'seen' => new Seen(...$one), 'likeness' => $likeness, 'row' => $row];
        }
    }

    /** Under its name, or the next one that is free: what is posted takes nothing in. */
    private function batch(Pull $pull, string $name): Batch
    {
        $found = Batch::query()->where('name', $name)->first();

        return $found === null
            ? $this->batches->open($name, ['currency' => Organization::read()->currency], $pull->user_id)
            : $this->batches->toFill($found);
    }

    private function opened(Pull $pull, Lines $rows, ?int $batch): Intake
    {
        $connection = $pull->connection;
        $batch ??= $pull->into_batch === null ? null : $this->batch($pull, $pull->into_batch)->id;
        $settings = $connection->plan?->settings->ofPlan() ?? new IntakeSettings();
        $day = now()->format('j F Y, H:i');
        $intake = $this->opening->open(
            $rows->path(),
            "{$connection->name}.json",
            $pull->user_id,
            "{$connection->name}, {$day}",
            null,
            $settings->with(['system' => $connection->name, 'batch' => $batch, 'accept_addresses' => true]),
        );
        $intake->fill(['connection_id' => $connection->id])->save();

        return $intake;
    }
}
