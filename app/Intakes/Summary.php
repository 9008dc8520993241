<?php

declare(strict_types=1);

namespace App\Intakes;

use App\Intakes\Proof\Proof;
use App\Intakes\Sifting\Results;
use App\Standards\FieldAccess;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Gate;
use PineSieve\Core\Columns\ColumnChoice;
use PineSieve\Core\Columns\ColumnState;

/** The numbers of an intake that its sieve shows. */
final readonly class Summary
{
    public function __construct(private Proof $proof) {}

    /** @return array<string, mixed> */
    public function of(Intake $intake): array
    {
        $outcomes = array_fill_keys(['new', 'updated', 'unchanged', 'held', 'left_out'], 0);
        $held = ['problem' => 0, 'person' => 0, 'unsure' => 0];
        $addresses = array_fill_keys(['none', 'same', 'ask', 'accepted', 'kept'], 0);
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
            $outcomes[$row->outcome] += $row->n;
            $namesakes += $row->outcome === 'new' ? (int) $row->namesakes : 0;
            if (isset($held[$row->held_by])) {
                $held[$row->held_by] += $row->n;
            }
            if (in_array($row->outcome, ['new', 'updated', 'unchanged'], true)) {
                $addresses[$row->address] += $row->n;
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
                ...array_map(
                    static fn(ColumnState $state): int => $states[$state->value] ?? 0,
                    array_combine(
                        array_map(static fn(ColumnState $state): string => str_replace(' ', '_', $state->value), ColumnState::cases()),
                        ColumnState::cases(),
                    ),
                ),
            ],
            'outcomes' => $outcomes,
            'held' => $held,
            'namesakes' => $namesakes,
            'addresses' => $addresses,
            'trial' => $intake->trial === null ? null : ['rows' => count($intake->trial['rows']), 'done' => $intake->trial['done']],
            'replanned' => $intake->replanned,
            'money' => FieldAccess::ofUser()->sees('gift.amount') ? (object) $this->proof->source($intake)->toArray() : null,
            'restore_point' => $intake->restore_point,
            'may_change' => Gate::allows('update', $intake),
            'settings' => $intake->choices()->toArray(),
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
}
