<?php

declare(strict_types=1);

namespace App\Connections;

use App\Intakes\IntakeState;
use App\Support\Lists;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Connections\Seen;

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

    /** The last line of a connection: another one, and it was pulled meanwhile. */
    public function mark(Connection $connection): int
    {
        return (int) DB::table('connection_transactions')->where('connection_id', $connection->id)->max('id');
    }

    /** @param  iterable<array{id: string, seen: Seen, row: ?int}>  $now  with the first row that it brought in */
    public function keep(Connection $connection, ?int $intake, iterable $now): void
    {
        $rows = [];
        $at = now()->format('Y-m-d H:i:s');
        foreach ($now as ['id' => $id, 'seen' => $seen, 'row' => $row]) {
            $rows[] = [
                'connection_id' => $connection->id,
                'transaction' => $id,
                'print' => $seen->print,
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
