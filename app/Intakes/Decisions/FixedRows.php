<?php

declare(strict_types=1);

namespace App\Intakes\Decisions;

use App\Intakes\Intake;
use App\Intakes\IntakeState;
use App\Intakes\Sources\StagedRows;
use App\Records\Bulk;
use App\Support\Lists;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Columns\ColumnChoice;
use PineSieve\Core\Columns\Proposals\Proposer;
use PineSieve\Core\Reading\CannotRead;
use PineSieve\Core\Reading\FormulaGuard;
use PineSieve\Core\Reading\HeaderRow;
use PineSieve\Core\Reading\SourceFile;

/**
 * A file of held rows that comes back corrected: it finds its rows again and settles them.
 *
 * @phpstan-type Settled array{rows: int, corrected: int, settled: int, still_held: int, not_held: int}
 */
final readonly class FixedRows
{
    /** Rows that such a file may have. */
    private const MOST = 20000;

    public function __construct(private HeldQueue $held, private StagedRows $staged, private Revision $revision, private Bulk $bulk) {}

    /** How a row says which one it is: "57 of intake 12". */
    public static function reference(int $intake, int $number): string
    {
        return "{$number} of intake {$intake}";
    }

    /**
     * @return ?array<int, array<int, array<string, string>>> intake to row number to header to cell; null if the file is no file of held rows
     *
     * @throws CannotRead
     */
    public function read(string $path): ?array
    {
        [$place, $reason] = Proposer::OF_HELD_ROWS;
        $header = null;
        $rows = [];
        $count = 0;
        try {
            foreach (SourceFile::open($path)->reader()->rows() as $number => $cells) {
                if ($header !== null) {
                    [$intake, $held, $row] = self::row($header, $cells);
                    if ($intake > 0) {
                        $rows[$intake][$held] = $row;
                    }
                    if (++$count > self::MOST) {
                        throw CannotRead::tooLarge('it has more than ' . number_format(self::MOST) . ' held rows');
                    }
                } elseif (in_array($place, $cells, true) && in_array($reason, $cells, true)) {
                    $header = $cells;
                } elseif ($number > HeaderRow::WITHIN) {
                    return null;
                }
            }
        } catch (CannotRead $error) {
            // Whatever else is wrong with a file that is none of held rows is said where it is opened.
            return $header === null ? null : throw $error;
        }

        return $rows === [] ? null : $rows;
    }

    /**
     * @param  list<string>  $header
     * @param  list<string>  $cells
     * @return array{int, int, array<string, string>} intake, row number, header to cell; no intake if the row does not say which one it is
     */
    private static function row(array $header, array $cells): array
    {
        $row = [];
        foreach ($header as $column => $name) {
            // Of two columns with one name each has its own place.
            $row[isset($row[$name]) ? "{$name}#{$column}" : $name] = FormulaGuard::off($cells[$column] ?? '');
        }
        $isOne = preg_match('/^(\d{1,9}) of intake (\d{1,12})$/D', trim($row[Proposer::OF_HELD_ROWS[0]] ?? ''), $reference) === 1;

        return $isOne ? [(int) $reference[2], (int) $reference[1], $row] : [0, 0, $row];
    }

    /**
     * @param  array<int, array<int, array<string, string>>>  $file  as read() gives it
     * @return Settled
     */
    public function settle(array $file, ?int $userId): array
    {
        $report = ['rows' => 0, 'corrected' => 0, 'settled' => 0, 'still_held' => 0, 'not_held' => 0];
        foreach ($file as $id => $rows) {
            $report['rows'] += count($rows);
            $intake = Intake::query()->find($id);
            $numbers =
                $intake === null || !in_array($intake->state, [IntakeState::Ready, IntakeState::Loaded], true)
                    ? []
                    : Lists::ints(
                        $this->held
                            ->rows()
                            ->where('r.intake_id', $id)
                            ->whereIn('r.number', array_keys($rows))
                            ->orderBy('r.number')
                            ->pluck('r.number'),
                    );
            $report['not_held'] += count($rows) - count($numbers);
            if ($intake === null || $numbers === []) {
                continue;
            }
            $report['corrected'] += $this->correct($intake, array_intersect_key($rows, array_flip($numbers)), $userId);
            if ($intake->state === IntakeState::Loaded) {
                $report['settled'] += count($this->held->send($intake, $numbers, $userId));
            } else {
                $this->revision->again($intake, $numbers);
                $report['settled'] +=
                    count($numbers) -
                    DB::table('intake_results')->where('intake_id', $id)->whereIn('number', $numbers)->where('outcome', 'held')->count();
            }
        }
        $report['still_held'] = $report['rows'] - $report['not_held'] - $report['settled'];

        return $report;
    }

    /**
     * @param  array<int, array<string, string>>  $rows  by number
     * @return int rows in which something differs
     */
    private function correct(Intake $intake, array $rows, ?int $userId): int
    {
        $headers = array_map(static fn(ColumnChoice $choice): string => $choice->header, $intake->columnPlan()->choices);
        $edits = Edits::of($intake->id, array_keys($rows));
        $written = [];
        $corrected = 0;
        foreach ($this->staged->chosen($intake->id, array_keys($rows)) as $number => $raw) {
            $now = $edits->corrected($number, $raw);
            $seen = [];
            $before = count($written);
            foreach ($headers as $column => $header) {
                $key = isset($seen[$header]) ? "{$header}#{$column}" : $header;
                $seen[$header] = true;
                $cell = $rows[$number][$key] ?? null;
                // A spreadsheet may drop outer blanks: that is no correction.
                if ($cell !== null && trim($cell) !== trim($now[$column] ?? '')) {
                    $written[] = [$intake->id, 'cell', $number, $column, $cell, $userId];
                }
            }
            $corrected += count($written) > $before ? 1 : 0;
        }
        // Someone who corrected a row that a person held wants it in.
        foreach ($edits->heldAmong(array_keys($rows)) as $number) {
            $written[] = [$intake->id, 'row', $number, null, 'in', $userId];
        }
        $this->bulk->insert('intake_edits', ['intake_id', 'kind', 'number', 'column', 'to', 'user_id'], $written);

        return $corrected;
    }
}
