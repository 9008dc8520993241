<?php

declare(strict_types=1);

namespace App\Intakes\Decisions;

use App\Intakes\Intake;
use App\Intakes\Sources\StagedRows;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Columns\ColumnChoice;
use PineSieve\Core\Columns\Proposals\Proposer;
use PineSieve\Core\Reading\FormulaGuard;

/** The held rows as a CSV (RFC 4180, UTF-8): the source's own columns as they were, then row number and reason. */
final readonly class HeldRows
{
    public function __construct(private StagedRows $staged) {}

    /** @param  resource  $stream */
    public function write(Intake $intake, $stream): void
    {
        $headers = array_map(static fn(ColumnChoice $choice): string => $choice->header, $intake->columnPlan()->choices);
        fwrite($stream, "\xEF\xBB\xBF");
        self::line($stream, [...$headers, ...Proposer::OF_HELD_ROWS]);
        $after = 0;
        do {
            $numbers = array_column(
                DB::select(
                    "select r.number from intake_results r left join intake_outcomes o on o.intake_id = r.intake_id and o.unit = r.unit where r.intake_id = ? and r.role = '' and coalesce(o.outcome, r.outcome) = 'held' and r.number > ? order by r.number limit 1000",
                    [$intake->id, $after],
                ),
                'number',
            );
            $reasons = $this->reasons($intake, $numbers);
            foreach ($this->staged->chosen($intake->id, $numbers) as $number => $cells) {
                self::line($stream, [
                    ...array_slice(array_pad($cells, count($headers), ''), 0, count($headers)),
                    FixedRows::reference($intake->id, $number),
                    implode('; ', $reasons[$number] ?? []),
                ]);
                $after = $number;
            }
        } while ($numbers !== []);
    }

    /**
     * @param  list<int>  $numbers
     * @return array<int, list<string>>
     */
    private function reasons(Intake $intake, array $numbers): array
    {
        $reasons = [];
        foreach (
            DB::table('intake_problems')
                ->where('intake_id', $intake->id)
                ->where('blocks', true)
                ->whereIn('number', $numbers)
                ->orderBy('number')
                ->orderBy('place')
                ->get(['number', 'reason', 'remedy'])
            as $problem
        ) {
            $reasons[$problem->number][] = "{$problem->reason}. {$problem->remedy}";
        }
        foreach (
            DB::table('intake_results')
                ->where('intake_id', $intake->id)
                ->whereIn('number', $numbers)
                ->where('role', '')
                ->whereIn('held_by', ['unsure', 'person', 'waits'])
                ->get(['number', 'held_by', 'findings'])
            as $row
        ) {
            $reasons[$row->number][] =
                $row->held_by === 'person'
                    ? 'Held by a person'
                    : 'May be someone we know: ' . implode(', ', json_decode((string) $row->findings, true)[0]['for'] ?? []);
        }

        return $reasons;
    }

    /**
     * @param  resource  $stream
     * @param  list<string>  $cells
     */
    private static function line($stream, array $cells): void
    {
        fputcsv($stream, array_map(FormulaGuard::on(...), $cells), ',', '"', '', "\r\n");
    }
}
