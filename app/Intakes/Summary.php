<?php

declare(strict_types=1);

namespace App\Intakes;

use App\Intakes\Decisions\FixedRows;
use App\Intakes\Proof\Proof;
use App\Intakes\Sifting\Results;
use App\Standards\FieldAccess;
use App\Support\Http\JsonMap;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Gate;
use PineSieve\Core\Addresses\Directory\Outcome;
use PineSieve\Core\Columns\ColumnChoice;
use PineSieve\Core\Columns\ColumnState;

/**
 * The numbers of an intake that its sieve shows.
 *
 * @phpstan-import-type Settings from IntakeSettings
 * @phpstan-import-type Amounts from JsonMap
 * @phpstan-type IntakeSummary array{
 *     id: int, name: string, state: value-of<IntakeState>, file_name: string, file_size: int, by: ?string, created_at: string,
 *     loaded_at: ?string, loaded_by: ?string, undone_at: ?string, plan_name: ?string, rows: int, is_sifted: bool,
 *     columns: array{total: int, settled: bool, sure: int, look: int, open: int, left_behind: int},
 *     outcomes: array{new: int, updated: int, unchanged: int, held: int, left_out: int},
 *     held: array{problem: int, person: int, unsure: int}, namesakes: int,
 *     addresses: array{none: int, same: int, ask: int, accepted: int, kept: int},
 *     verified: array{confirmed: int, question: int, not_found: int, not_asked: int}, trial: ?array{rows: int, done: bool},
 *     replanned: int, money: ?Amounts, restore_point: ?string, may_change: bool, settings: Settings,
 *     progress: array{done: int, total: int, seconds: float, per_second: ?float, seconds_left: ?float}, error: ?string,
 *     balanced: bool,
 * }
 * @phpstan-import-type Settled from FixedRows
 *
 * @phpstan-type Opened IntakeSummary|array{settled: Settled}
 * @phpstan-type IntakeList array{
 *     intakes: list<IntakeSummary>, total: int, page: int, pages: int, any_loaded: bool, running: ?string, queue: list<IntakeSummary>,
 * }
 */
final readonly class Summary
{
    public function __construct(private Proof $proof) {}

    /** @return IntakeSummary */
    public function of(Intake $intake): array
    {
        $outcomes = ['new' => 0, 'updated' => 0, 'unchanged' => 0, 'held' => 0, 'left_out' => 0];
        $held = ['problem' => 0, 'person' => 0, 'unsure' => 0];
        $addresses = ['none' => 0, 'same' => 0, 'ask' => 0, 'accepted' => 0, 'kept' => 0];
        $verified = self::verified($intake);
        $namesakes = 0;
        foreach (
            DB::select(
                'select outcome, held_by, address, count(*) as n, sum(namesakes > 0) as namesakes from intake_results where intake_id = ? group by outcome, held_by, address',
                [$intake->id],
            )
            as $row
        ) {
            if ($row->outcome === Results::WITH) {
                continue;
            }
            if (isset($outcomes[$row->outcome])) {
                $outcomes[$row->outcome] += (int) $row->n;
            }
            $namesakes += $row->outcome === 'new' ? (int) $row->namesakes : 0;
            if (isset($held[$row->held_by])) {
                $held[$row->held_by] += (int) $row->n;
            }
            if (in_array($row->outcome, ['new', 'updated', 'unchanged'], true) && isset($addresses[$row->address])) {
                $addresses[$row->address] += (int) $row->n;
            }
        }
        $states = array_count_values(
            array_map(static fn(ColumnChoice $choice): string => $choice->state->value, $intake->columnPlan()->choices),
        );

        return [
            'id' => $intake->id,
            'name' => $intake->name,
            'state' => $intake->state->value,
            'file_name' => $intake->file_name,
            'file_size' => $intake->file_size,
            'by' => $intake->user?->name,
            'created_at' => $intake->created_at->toIso8601String(),
            'loaded_at' => $intake->loaded_at?->toIso8601String(),
            'loaded_by' => $intake->loader?->name,
            'undone_at' => $intake->undone_at?->toIso8601String(),
            'plan_name' => $intake->plan_name,
            'rows' => $intake->row_count,
            'is_sifted' => $intake->is_sifted,
            'columns' => [
                'total' => count($intake->columnPlan()->choices),
                'settled' => $intake->columnPlan()->isSettled(),
                'sure' => $states[ColumnState::Sure->value] ?? 0,
                'look' => $states[ColumnState::Look->value] ?? 0,
                'open' => $states[ColumnState::Open->value] ?? 0,
                'left_behind' => $states[ColumnState::LeftBehind->value] ?? 0,
            ],
            'outcomes' => $outcomes,
            'held' => $held,
            'namesakes' => $namesakes,
            'addresses' => $addresses,
            'verified' => $verified,
            'trial' => $intake->trial === null ? null : ['rows' => count($intake->trial['rows']), 'done' => $intake->trial['done']],
            'replanned' => $intake->replanned,
            'money' => FieldAccess::ofUser()->sees('gift.amount') ? new JsonMap($this->proof->source($intake)->toArray()) : null,
            'restore_point' => $intake->restore_point,
            'may_change' => Gate::allows('update', $intake),
            'settings' => $intake->settings->toArray(),
            'progress' => $this->progress($intake),
            'error' => $intake->error,
            'balanced' => $intake->faults === null,
        ];
    }

    /** @return array{done: int, total: int, seconds: float, per_second: ?float, seconds_left: ?float} */
    private function progress(Intake $intake): array
    {
        $seconds = $intake->began_at === null ? 0.0 : round(abs($intake->began_at->diffInSeconds($intake->ended_at ?? now())), 1);
        $total = match ($intake->state) {
            IntakeState::Undoing => (int) DB::scalar(
                'select count(distinct owner_id) from journal where act_id in (select id from acts where intake_id = ?)',
                [$intake->id],
            ),
            IntakeState::Loading => $intake->isTrying()
                ? count($intake->trial['rows'] ?? [])
                : $intake->row_count - count($intake->trial['rows'] ?? []),
            default => $intake->row_count,
        };
        $rate = $intake->done > 0 && $seconds > 0 ? $intake->done / $seconds : null;

        return [
            'done' => $intake->done,
            'total' => $total,
            'seconds' => $seconds,
            'per_second' => $rate === null ? null : round($rate),
            'seconds_left' => $rate === null || $total <= $intake->done ? null : round(($total - $intake->done) / $rate),
        ];
    }

    /** @return array{confirmed: int, question: int, not_found: int, not_asked: int} addresses that come in, by what the postal directory says of them */
    private static function verified(Intake $intake): array
    {
        $counts = ['confirmed' => 0, 'question' => 0, 'not_found' => 0, 'not_asked' => 0];
        $rows = DB::table('intake_results')
            ->where('intake_id', $intake->id)
            ->where('address_outcome', '<>', '')
            ->whereIn('outcome', ['new', 'updated', 'unchanged'])
            ->groupBy('address_outcome')
            ->selectRaw('address_outcome, count(*) as n')
            ->get();
        foreach ($rows as $row) {
            $counts[Outcome::from($row->address_outcome)->standing()->value] += (int) $row->n;
        }

        return $counts;
    }
}
