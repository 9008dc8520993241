<?php

declare(strict_types=1);

namespace App\Intakes\Proof;

use App\Intakes\Intake;
use App\Intakes\Sifting\RowMoney;
use App\Support\Http\JsonMap;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Outcome;
use PineSieve\Core\Standards\FieldCatalog;

/**
 * The rows behind the figures of a proof.
 *
 * @phpstan-import-type Amounts from JsonMap
 * @phpstan-type SampleRow array{number: int, display: string, supporter_id: int, outcome: value-of<Outcome>}
 * @phpstan-type RecordBehind array{number: int, display: string, supporter_id: ?int, gifts_new: int, money: Amounts}
 * @phpstan-type RecordsBehind array{rows: list<RecordBehind>, more: bool, counts: array{new: int, updated: int, unchanged: int}}
 * @phpstan-type UntakenRow array{
 *     number: int, display: string, supporter_id: ?int, field: string, stored: string, written: string, label: string,
 * }
 * @phpstan-type UntakenPage array{rows: list<UntakenRow>, more: bool}
 */
final readonly class RowsBehind
{
    private const PAGE = 200;

    private const SAMPLE = 5;

    public function __construct(private FieldCatalog $catalog) {}

    /** @return list<SampleRow> the same ones at every look, without an order that the file has */
    public function sample(Intake $intake): array
    {
        $rows = DB::table('intake_outcomes as o')
            ->join('intake_results as r', static fn($join) => $join->on('r.intake_id', 'o.intake_id')->on('r.unit', 'o.unit'))
            ->where('o.intake_id', $intake->id)
            ->whereIn('o.outcome', ['new', 'updated'])
            ->whereNotNull('o.supporter_id')
            ->orderByRaw('crc32(concat(o.intake_id, "-", o.number))')
            ->limit(self::SAMPLE)
            ->get(['o.number', 'r.display', 'o.supporter_id', 'o.outcome']);

        return array_map(
            static fn(\stdClass $row): array => [
                'number' => $row->number,
                'display' => $row->display,
                'supporter_id' => $row->supporter_id,
                'outcome' => $row->outcome,
            ],
            array_values($rows->all()),
        );
    }

    /**
     * The records of an outcome.
     *
     * @param  int  $after  number of the last row that is shown already
     * @return RecordsBehind
     */
    public function of(Intake $intake, string $outcome, int $after): array
    {
        $rows = DB::table('intake_outcomes as o')
            ->join('intake_results as r', static fn($join) => $join->on('r.intake_id', 'o.intake_id')->on('r.unit', 'o.unit'))
            ->where('o.intake_id', $intake->id)
            ->where('o.outcome', $outcome)
            ->where('o.number', '>', $after)
            ->orderBy('o.number')
            ->limit(self::PAGE)
            ->get([
                'o.number',
                'r.display',
                'o.supporter_id',
                'o.gifts_new',
                ...array_map(static fn(string $column): string => "o.{$column}", RowMoney::COLUMNS),
            ]);

        // A trial has brought in some of the rows alone.
        $counts = DB::table('intake_outcomes')
            ->where('intake_id', $intake->id)
            ->groupBy('outcome')
            ->selectRaw('outcome, count(*) as n')
            ->pluck('n', 'outcome');

        return [
            'rows' => array_map(
                static fn(\stdClass $row): array => [
                    'number' => $row->number,
                    'display' => $row->display,
                    'supporter_id' => $row->supporter_id,
                    'gifts_new' => $row->gifts_new,
                    'money' => new JsonMap(RowMoney::fromColumns($row, $intake->currency)->all->toArray()),
                ],
                array_values($rows->all()),
            ),
            'more' => $rows->count() === self::PAGE,
            'counts' => ['new' => $counts['new'] ?? 0, 'updated' => $counts['updated'] ?? 0, 'unchanged' => $counts['unchanged'] ?? 0],
        ];
    }

    /**
     * What rows say and the load does not take, since the records have other values.
     *
     * @param  list<string>  $fields
     * @return UntakenPage
     */
    public function untaken(Intake $intake, array $fields, int $after): array
    {
        $rows = DB::table('intake_untaken as t')
            ->join('intake_results as r', static fn($join) => $join->on('r.intake_id', 't.intake_id')->on('r.unit', 't.unit'))
            ->where('t.intake_id', $intake->id)
            ->whereIn('t.field', $fields)
            ->where('t.number', '>', $after)
            ->orderBy('t.number')
            ->orderBy('t.unit')
            ->orderBy('t.place')
            ->limit(self::PAGE)
            ->get(['t.number', 'r.display', 'r.supporter_id', 't.field', 't.stored', 't.written']);
        // A page ends with a row, never in it.
        $last = $rows->count() === self::PAGE ? $rows->last()?->number : null;
        $whole =
            $last === null || $rows->first()?->number === $last
                ? $rows
                : $rows->filter(static fn($row): bool => $row->number !== $last)->values();

        return [
            'rows' => array_map(
                fn(\stdClass $row): array => [
                    'number' => $row->number,
                    'display' => $row->display,
                    'supporter_id' => $row->supporter_id,
                    'field' => $row->field,
                    'stored' => $row->stored,
                    'written' => $row->written,
                    'label' => $this->catalog->label($row->field),
                ],
                array_values($whole->all()),
            ),
            'more' => $last !== null,
        ];
    }
}
