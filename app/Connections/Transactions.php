<?php

declare(strict_types=1);

namespace App\Connections;

use App\Intakes\IntakeState;
use App\Support\Lists;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Connections\Seen;
use PineSieve\Core\Connections\SourceRow;
use PineSieve\Core\Connections\Transaction;

/**
 * What each transaction of a connection was, each time that it was something else. What was never loaded, since its intake was discarded, or
 * was taken back with it, does not count, nor what came after it: it comes again.
 *
 * @phpstan-type SeenTransaction array{seen: Seen, intake: ?int, row: ?int}
 */
final readonly class Transactions
{
    private const CHUNK = 500;

    /**
     * @param  list<string>  $ids
     * @return array<string, SeenTransaction> what it was last, and the row that it came in with
     */
    public function seen(Connection $connection, array $ids): array
    {
        $lines = DB::table('connection_transactions as t')
            ->leftJoin('intakes as i', 'i.id', '=', 't.intake_id')
            ->where('t.connection_id', $connection->id)
            ->whereIn('t.transaction', $ids)
            ->orderBy('t.id')
            ->get(['t.*', 'i.state']);
        $seen = [];
        $ended = [];
        foreach ($lines as $line) {
            $id = (string) $line->transaction;
            $isGone =
                $line->intake_id !== null && in_array($line->state, [null, IntakeState::Undone->value, IntakeState::Failed->value], true);
            if ($isGone || isset($ended[$id])) {
                $ended[$id] = true;

                continue;
            }
            $seen[$id] = [
                'seen' => new Seen(
                    (string) $line->print,
                    (bool) $line->counted,
                    (string) $line->amount,
                    (string) $line->currency,
                    (string) $line->back,
                    (int) $line->further,
                ),
                'intake' => $seen[$id]['intake'] ?? self::number($line->intake_id),
                'row' => $seen[$id]['row'] ?? self::number($line->row),
            ];
        }

        return $seen;
    }

    /**
     * What rows said.
     *
     * @param  list<SeenTransaction>  $seen
     * @return array<string, array<string, string>> "intake/row" to header to cell; those alone that are there
     */
    public function said(array $seen): array
    {
        $rows = [];
        foreach ($seen as ['intake' => $intake, 'row' => $row]) {
            if ($intake !== null && $row !== null) {
                $rows[$intake][] = $row;
            }
        }
        $said = [];
        foreach ($rows as $intake => $numbers) {
            $profiles = json_decode((string) DB::table('intakes')->where('id', $intake)->value('profiles'), true);
            $headers = Lists::texts(array_column(is_array($profiles) ? $profiles : [], 'header'));
            foreach (
                DB::table('intake_rows')
                    ->where('intake_id', $intake)
                    ->whereIn('number', $numbers)
                    ->get(['number', 'cells'])
                as $row
            ) {
                $cells = Lists::texts((array) json_decode((string) $row->cells, true));
                if (count($cells) === count($headers)) {
                    $said["{$intake}/{$row->number}"] = array_combine($headers, $cells);
                }
            }
        }

        return $said;
    }

    /**
     * Rows that a transaction came in with, where all of them are held by intakes that are loaded, or were left out for newer ones that
     * never came in.
     *
     * @return ?list<array{int, int}> intake and number of those that are held; null if one of them came in, or a person left them out
     */
    public function held(Connection $connection, Transaction $one): ?array
    {
        $lines = DB::table('connection_transactions as t')
            ->where('t.connection_id', $connection->id)
            ->where('t.transaction', $one->identity());
        $gone = (int) $lines
            ->clone()
            ->leftJoin('intakes as i', 'i.id', '=', 't.intake_id')
            ->whereNotNull('t.intake_id')
            ->where(
                static fn(Builder $either) => $either
                    ->whereNull('i.id')
                    ->orWhereIn('i.state', [IntakeState::Undone->value, IntakeState::Failed->value]),
            )
            ->max('t.id');
        $rows = $lines
            ->join('intakes as i', 'i.id', '=', 't.intake_id')
            ->join('intake_rows as r', 'r.intake_id', '=', 't.intake_id')
            // What takes it back at once stands below it.
            ->whereRaw('r.number between t.`row` and t.`row` + 1')
            ->whereNotIn('i.state', [IntakeState::Undone->value, IntakeState::Failed->value])
            ->orderBy('t.id')
            ->orderBy('r.number')
            ->get(['t.id', 'r.intake_id', 'r.number', 'r.cells', 'i.state']);
        [$held, $isOpen] = [[], false];
        foreach ($rows as $row) {
            $cells = Lists::texts((array) json_decode((string) $row->cells, true));
            // The id of a gift, or that of what corrects it, is the first cell of its row.
            if (($cells[0] ?? '') !== $one->id && !str_starts_with($cells[0] ?? '', $one->id . SourceRow::FURTHER)) {
                continue;
            }
            $outcome = DB::table('intake_results')->where('intake_id', $row->intake_id)->where('number', $row->number)->value('outcome');
            if ($outcome === 'left_out') {
                $isOpen = $isOpen || $row->id < $gone;

                continue;
            }
            if ($row->state !== IntakeState::Loaded->value || $outcome !== 'held') {
                return null;
            }
            $held[] = [(int) $row->intake_id, (int) $row->number];
        }

        return $held === [] && !$isOpen ? null : $held;
    }

    /**
     * Which transactions said the same but for their ids.
     *
     * @param  list<string>  $likenesses
     * @return array<string, list<string>> likeness to ids, of those alone that count
     */
    public function alike(Connection $connection, array $likenesses): array
    {
        // By themselves: joined to their intakes, the database reads all lines of an intake instead.
        $lines = DB::table('connection_transactions')
            ->where('connection_id', $connection->id)
            ->whereIn('likeness', $likenesses)
            ->where('counted', true)
            ->distinct()
            ->get(['likeness', 'transaction', 'intake_id']);
        $gone = [IntakeState::Undone->value, IntakeState::Failed->value];
        $there = DB::table('intakes')
            ->whereIn('id', $lines->pluck('intake_id')->unique())
            ->whereNotIn('state', $gone)
            ->pluck('id')
            ->flip();
        $alike = [];
        foreach ($lines as $line) {
            if (isset($there[$line->intake_id])) {
                $alike[(string) $line->likeness][] = (string) $line->transaction;
            }
        }

        return $alike;
    }

    /** The last line of a connection: another one, and it was pulled meanwhile. */
    public function mark(Connection $connection): int
    {
        return (int) DB::table('connection_transactions')->where('connection_id', $connection->id)->max('id');
    }

    /** @param  iterable<array{id: string, seen: Seen, likeness: string, row: ?int}>  $now  with the first row that it brought in */
    public function keep(Connection $connection, ?int $intake, iterable $now): void
    {
        $rows = [];
        $at = now()->format('Y-m-d H:i:s');
        foreach ($now as ['id' => $id, 'seen' => $seen, 'likeness' => $likeness, 'row' => $row]) {
            $rows[] = [
                'connection_id' => $connection->id,
                'transaction' => $id,
                'print' => $seen->print,
                'likeness' => $likeness,
                'counted' => $seen->counted,
                'amount' => $seen->amount,
                'currency' => mb_substr($seen->currency, 0, 12),
                'back' => $seen->back,
                'further' => $seen->further,
                'intake_id' => $row === null ? null : $intake,
                'row' => $row,
                'seen_at' => $at,
            ];
            if (count($rows) === self::CHUNK) {
                DB::table('connection_transactions')->insert($rows);
                $rows = [];
            }
        }
        DB::table('connection_transactions')->insert($rows);
    }

    private static function number(mixed $value): ?int
    {
        return is_numeric($value) ? (int) $value : null;
    }
}
