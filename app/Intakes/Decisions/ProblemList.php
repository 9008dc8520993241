<?php

declare(strict_types=1);

namespace App\Intakes\Decisions;

use App\Intakes\Intake;
use App\Intakes\Sifting\Results;
use App\Support\Lists;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\Target;
use PineSieve\Core\Standards\Unreadable;

/**
 * What keeps rows of an intake out, kind by kind and value by value, and what people and rules said of rows.
 *
 * @phpstan-type RowName array{number: int, display: string}
 * @phpstan-type PassedRow array{number: int, reason: string, by: ?string}
 * @phpstan-type ProblemKind array{
 *     code: string, field: string, column: ?int, example: string, remedy: string, rows: int, values_count: int, label: string,
 *     header: ?string, base: string, choice: ?('hold'|'without'),
 * }
 * @phpstan-type RuledOut array{reason: string, rows: int}
 * @phpstan-type Checks array{
 *     kinds: list<ProblemKind>, warnings: list<ProblemKind>, passed: list<PassedRow>,
 *     by_person: array{hold: list<RowName>, out: list<RowName>}, by_rule: list<RuledOut>,
 * }
 * @phpstan-type ProblemValue array{value: string, column: ?int, reason: string, remedy: string, rows: list<RowName>}
 * @phpstan-type ProblemValues array{values: list<ProblemValue>}
 */
final readonly class ProblemList
{
    /** Values of a kind that are shown, and rows that are looked at for them. */
    private const VALUES = 500;

    private const ROWS = 5000;

    public function __construct(private FieldCatalog $catalog) {}

    /** @return Checks */
    public function of(Intake $intake): array
    {
        return [
            'kinds' => $this->kinds($intake, true),
            'warnings' => $this->kinds($intake, false),
            'passed' => self::passed($intake),
            'by_person' => [
                'hold' => $this->byPerson($intake, 'held', 'person'),
                'out' => $this->byPerson($intake, 'left_out', null),
            ],
            'by_rule' => $this->byRule($intake),
        ];
    }

    /** @return list<PassedRow> rows that an administrator lets in as they are */
    public static function passed(Intake $intake): array
    {
        $rows = DB::table('intake_edits as e')
            ->leftJoin('users as u', 'u.id', '=', 'e.user_id')
            ->where('e.intake_id', $intake->id)
            ->where('e.kind', 'pass')
            ->orderBy('e.number')
            ->get(['e.number', 'e.to as reason', 'u.name as by']);

        return Lists::of(
            $rows->map(
                static fn(\stdClass $row): array => ['number' => (int) $row->number, 'reason' => (string) $row->reason, 'by' => $row->by],
            ),
        );
    }

    /**
     * The values that have one kind of problem, each with its rows, the most frequent first.
     *
     * @param  ?int  $column  null for any
     * @param  bool  $blocking  whether of what holds rows, or of what rows come in without
     * @return ProblemValues
     */
    public function values(Intake $intake, string $code, string $field, ?int $column, bool $blocking): array
    {
        $groups = [];
        $problems = DB::table('intake_problems as p')
            ->join('intake_results as r', static fn($join) => $join->on('r.intake_id', 'p.intake_id')->on('r.number', 'p.number'))
            ->where('p.blocks', $blocking)
            ->where('p.intake_id', $intake->id)
            ->where('p.code', $code)
            ->where('p.field', $field)
            ->where('r.outcome', $blocking ? '=' : '<>', 'held')
            ->where('r.outcome', '<>', Results::WITH)
            ->when($column !== null, static fn($query) => $query->where('p.column', $column))
            ->orderBy('p.number')
            ->limit(self::ROWS)
            ->get(['p.number', 'p.column', 'p.value', 'p.reason', 'p.remedy', 'r.display']);
        foreach ($problems as $problem) {
            $groups[$problem->value] ??= [
                'value' => (string) $problem->value,
                'column' => $problem->column === null ? null : (int) $problem->column,
                'reason' => (string) $problem->reason,
                'remedy' => (string) $problem->remedy,
                'rows' => [],
            ];
            $groups[$problem->value]['rows'][] = ['number' => (int) $problem->number, 'display' => (string) $problem->display];
        }
        uasort($groups, static fn(array $a, array $b): int => count($b['rows']) <=> count($a['rows']));

        return ['values' => array_slice(array_values($groups), 0, self::VALUES)];
    }

    /**
     * @param  bool  $blocking  whether of what holds rows, or of what rows come in without
     * @return list<ProblemKind>
     */
    private function kinds(Intake $intake, bool $blocking): array
    {
        $headers = $intake->columnPlan()->headers();
        $kinds = DB::select(
            'select p.code, p.field, p.column, min(p.reason) as example, min(p.remedy) as remedy, count(distinct p.number) as `rows`, count(distinct p.value) as values_count
            from intake_problems p join intake_results r on r.intake_id = p.intake_id and r.number = p.number and r.outcome <> "' .
                Results::WITH .
                '" and (r.outcome = "held") = ?
            where p.blocks = ? and p.intake_id = ? group by p.code, p.field, p.column
            order by right(p.code, 7) = ".wanted", `rows` desc, p.code',
            [$blocking, $blocking, $intake->id],
        );

        return Lists::of(
            array_map(
                fn(\stdClass $kind): array => [
                    'code' => $kind->code,
                    'field' => $kind->field,
                    'column' => $kind->column,
                    'example' => $kind->example,
                    'remedy' => $kind->remedy,
                    'rows' => $kind->rows,
                    'values_count' => $kind->values_count,
                    'label' => $this->catalog->label($kind->field),
                    'header' => $kind->column === null ? null : $headers[$kind->column] ?? null,
                    'base' => Target::tryParse($kind->field)->field ?? $kind->field,
                    'choice' => self::choice($kind->code, $kind->field, $blocking),
                ],
                $kinds,
            ),
        );
    }

    /** @return ?('hold'|'without') what else can become of the rows of a kind; null where nothing can be chosen */
    private static function choice(string $code, string $field, bool $blocking): ?string
    {
        $base = Target::tryParse($field)?->field;
        $isOfReading =
            preg_match('/\.(?:form|bounds|ambiguous|order|unknown|retired|length|pattern|zeros|currency|state)$|^step$/D', $code) === 1 &&
            $code !== 'party.unknown';

        return $base !== null && $isOfReading && Unreadable::isForChoice($base)
            ? ($blocking
                ? Unreadable::Without->value
                : Unreadable::Hold->value)
            : null;
    }

    /** @return list<array{number: int, display: string}> */
    private function byPerson(Intake $intake, string $outcome, ?string $by): array
    {
        $rows = DB::table('intake_results')
            ->where('intake_id', $intake->id)
            ->where('outcome', $outcome)
            ->when($by !== null, static fn($query) => $query->where('held_by', $by), static fn($query) => $query->whereNull('reason'))
            ->orderBy('number')
            ->limit(500)
            ->get(['number', 'display']);

        return Lists::of(
            $rows->map(static fn(\stdClass $row): array => ['number' => (int) $row->number, 'display' => (string) $row->display]),
        );
    }

    /** @return list<RuledOut> */
    private function byRule(Intake $intake): array
    {
        $rows = DB::table('intake_results')
            ->where('intake_id', $intake->id)
            ->where('outcome', 'left_out')
            ->whereNotNull('reason')
            ->groupBy('reason')
            ->orderByRaw('count(*) desc')
            ->get([DB::raw('reason'), DB::raw('count(*) as `rows`')]);

        return Lists::of($rows->map(static fn(\stdClass $row): array => ['reason' => (string) $row->reason, 'rows' => (int) $row->rows]));
    }
}
