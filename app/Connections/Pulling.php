<?php

declare(strict_types=1);

namespace App\Connections;

use App\Intakes\Intake;
use App\Intakes\IntakeSettings;
use App\Intakes\Sources\Opening;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Connections\Arrival;
use PineSieve\Core\Connections\Arrived;
use PineSieve\Core\Connections\Page;
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
    /** What a person has to know, at most, that a pull keeps. */
    private const MOST_TOLD = 500;

    /** What a pull counts of what arrives. */
    private const COUNTS = [
        Arrival::New->value => 'new',
        Arrival::SeenBefore->value => 'seen_before',
        Arrival::Changed->value => 'changed',
        Arrival::WentBack->value => 'went_back',
        Arrival::DoesNotCount->value => 'not_counted',
    ];

    public function __construct(private Fetching $fetching, private Transactions $transactions, private Opening $opening) {}

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
            $told = $this->fetch($pull, $rows, $seen);

            return DB::transaction(function () use ($pull, $connection, $rows, $seen, $told, $batch, $began, $keeps, $mark): ?Intake {
                Connection::query()->lockForUpdate()->findOrFail($connection->id);
                if ($this->transactions->mark($connection) !== $mark) {
                    throw new CannotFetch('It was pulled by somebody else meanwhile. Pull once more.');
                }
                $intake = $rows->count() === 0 ? null : $this->opened($pull, $rows, $batch);
                if (!$keeps) {
                    return $intake;
                }
                $this->transactions->keep($connection, $intake?->id, self::kept($seen));
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

    /**
     * What a row said, of the columns alone that something is made of.
     *
     * @param  array<string, string>  $said
     * @return array<string, string>
     */
    private static function fed(Connection $connection, array $said): array
    {
        if ($said === [] || $connection->plan === null) {
            return $said;
        }
        $fed = [];
        foreach ($connection->plan->columnPlan()->choices as $choice) {
            $choice->feeds === [] ? null : ($fed[$choice->header] = '');
        }

        return array_intersect_key([...$fed, ...$said], $fed);
    }

    /** Whether nothing is left between what was fetched before and now: what was skipped would never be fetched by itself. */
    private static function isWhole(Pull $pull, Connection $connection): bool
    {
        $isFromPlace = $pull->since === null || ($connection->place !== null && $pull->since <= $connection->place);

        return $pull->until === null && $isFromPlace;
    }

    /** @return list<array{id: string, says: string}> what a person has to know */
    private function fetch(Pull $pull, Lines $rows, Lines $seen): array
    {
        $form = $pull->connection->settings();
        $zone = new \DateTimeZone($form->zone);
        $since = $pull->since?->copy()->setTimezone($zone)->format('Y-m-d\TH:i:sP');
        $reader = new TransactionReader($form);
        $today = now()->setTimezone($zone)->format('Y-m-d');
        $told = $now = [];
        [$total, $records, $untold] = [null, 0, 0];
        $pull->fill(array_fill_keys(array_values(self::COUNTS), 0));
        foreach ($this->fetching->pages($pull->connection, $since, $pull->until) as $page) {
            $total = $page->total ?? $total;
            $records += count($page->records);
            $found = self::transactions($reader, $page);
            $before = $this->transactions->seen(
                $pull->connection,
                array_map(static fn(Transaction $one): string => $one->identity(), $found),
            );
            $said = $this->transactions->said(array_values($before));
            foreach ($found as $one) {
                $pull->fetched++;
                $id = $one->identity();
                $was = $before[$id] ?? null;
                // The same one twice in one pull is held against what it was a moment ago.
                $last = $now[$id] ?? ($was['seen'] ?? null);
                $words = $was === null ? [] : self::fed($pull->connection, $said["{$was['intake']}/{$was['row']}"] ?? []);
                $arrived = Arrived::of($form, $one, $last, $words, $today);
                $pull->{self::COUNTS[$arrived->arrival->value]}++;
                foreach ([$arrived->told, $one->fault] as $says) {
                    if ($says !== '' && count($told) < self::MOST_TOLD) {
                        $told[] = ['id' => $one->id, 'says' => $says];
                    } elseif ($says !== '') {
                        $untold++;
                    }
                }
                if ($arrived->arrival === Arrival::SeenBefore) {
                    continue;
                }
                $now[$id] = $arrived->seen;
                // The header is row 1.
                $seen->add([
                    'id' => $id,
                    'seen' => (array) $arrived->seen,
                    'row' => $arrived->rows === [] ? null : $rows->count() + 2,
                ]);
                array_map($rows->add(...), $arrived->rows);
            }
        }
        if ($total !== null && $total !== $records) {
            $told[] = ['id' => '', 'says' => "It says that there are {$total}, and {$records} came. Pull once more."];
        }
        if ($untold > 0) {
            $told[] = ['id' => '', 'says' => "{$untold} more are not named here. Pull fewer days at a time to see them."];
        }

        return $told;
    }

    /** @return list<Transaction> */
    private static function transactions(TransactionReader $reader, Page $page): array
    {
        return array_merge(...array_map($reader->of(...), $page->records));
    }

    /** @return iterable<array{id: string, seen: Seen, row: ?int}> */
    private static function kept(Lines $seen): iterable
    {
        foreach ($seen->all() as ['id' => $id, 'seen' => $one, 'row' => $row]) {
            yield ['id' => $id, 'seen' => new Seen(...$one), 'row' => $row];
        }
    }

    private function opened(Pull $pull, Lines $rows, ?int $batch): Intake
    {
        $connection = $pull->connection;
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
