<?php

declare(strict_types=1);

namespace App\Intakes\Decisions;

use App\Accounts\User;
use App\Intakes\Intake;
use App\Intakes\IntakeState;
use App\Intakes\Loading\Loading;
use App\Intakes\Sifting\HeldBy;
use App\Intakes\Sifting\Sifter;
use App\Intakes\Sources\StagedRows;
use App\Records\Bulk;
use App\Records\Ids;
use App\Support\Lists;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Standards\FieldCatalog;

/**
 * The held rows of all intakes in one queue, and what is done with them.
 *
 * @phpstan-type HeldProblem array{code: string, field: string, label: string, column: ?int, value: string, reason: string, remedy: string}
 * @phpstan-type HeldRow array{
 *     intake_id: int, intake: string, number: int, display: string, given_to: ?string, is_loaded: bool, passes: bool,
 *     held_by: ?value-of<HeldBy>, problems: list<HeldProblem>,
 * }
 * @phpstan-type HeldIntake array{id: int, name: string, rows: int}
 * @phpstan-type HeldKind array{reason: string, label: string, rows: int, example: string, can_fix: bool}
 * @phpstan-type Colleague array{id: int, name: string}
 * @phpstan-type HeldPage array{
 *     intakes: list<HeldIntake>, reasons: list<HeldKind>, mine: int, rows: list<HeldRow>, total: int, pages: int,
 *     colleagues: list<Colleague>,
 * }
 * @phpstan-type StillHeld array{why: string, rows: int}
 * @phpstan-type HeldDone array{
 *     intakes: list<HeldIntake>, reasons: list<HeldKind>, mine: int, rows: list<HeldRow>, total: int, pages: int,
 *     colleagues: list<Colleague>, sent: int, done: 'check'|'send'|'out'|'in'|'give', picked: int, passing: int,
 *     still: list<StillHeld>,
 * }
 */
final readonly class HeldQueue
{
    private const PAGE = 200;

    /** Rows that are worked on in one request. */
    public const MOST = 2000;

    public function __construct(
        private FieldCatalog $catalog,
        private Revision $revision,
        private Sifter $sifter,
        private StagedRows $staged,
        private Loading $loading,
        private Bulk $bulk,
        private Ids $ids,
    ) {}

    /** Held rows that wait for someone: of intakes that are ready, and of those that are loaded. */
    public function rows(): Builder
    {
        return DB::table('intake_results as r')
            ->join('intakes as i', 'i.id', '=', 'r.intake_id')
            ->leftJoin('intake_outcomes as o', static fn($join) => $join->on('o.intake_id', 'r.intake_id')->on('o.unit', 'r.unit'))
            ->leftJoin('held_assignments as a', static fn($join) => $join->on('a.intake_id', 'r.intake_id')->on('a.number', 'r.number'))
            ->where('r.role', '')
            ->where(
                static fn(Builder $query) => $query
                    ->where(
                        static fn(Builder $ready) => $ready
                            ->where('i.state', IntakeState::Ready->value)
                            ->where('i.is_sifted', true)
                            ->where('r.outcome', 'held')
                            ->whereNull('o.unit'),
                    )
                    ->orWhere(
                        static fn(Builder $loaded) => $loaded->where('i.state', IntakeState::Loaded->value)->where('o.outcome', 'held'),
                    ),
            );
    }

    /** @return list<HeldKind> the most frequent first */
    public function reasons(?int $userId): array
    {
        $reasons = [];
        $problems = $this->rows()
            ->join(
                'intake_problems as p',
                static fn($join) => $join->on('p.intake_id', 'r.intake_id')->on('p.number', 'r.number')->where('p.blocks', true),
            )
            ->where('r.outcome', 'held')
            ->when($userId !== null, static fn(Builder $query) => $query->where('a.user_id', $userId))
            ->groupBy('p.code', 'p.field')
            ->orderByDesc('n')
            ->selectRaw("p.code, p.field, min(p.reason) as example, count(distinct concat(r.intake_id, '-', r.number)) as n")
            ->get();
        foreach ($problems as $problem) {
            $reasons[] = [
                'reason' => "{$problem->code}|{$problem->field}",
                'label' => $this->catalog->label($problem->field),
                'rows' => $problem->n,
                'example' => $problem->example,
                'can_fix' => true,
            ];
        }
        foreach (
            [
                'unsure' => ['May be someone we know', 'A person must say whether it is'],
                'person' => ['Held by a person', 'Held, or taken back after the load'],
                'waits' => ['Waits for another row', 'Tells of someone whom another row makes'],
                'passes' => ['Nothing holds them any more', 'They can be loaded'],
            ]
            as $by => [$label, $example]
        ) {
            $count = $this->of($by, $userId)->count();
            if ($count > 0) {
                $reasons[] = ['reason' => $by, 'label' => $label, 'rows' => $count, 'example' => $example, 'can_fix' => false];
            }
        }

        usort($reasons, static fn(array $a, array $b): int => $b['rows'] <=> $a['rows']);

        return $reasons;
    }

    /** @return list<HeldIntake> the intakes that have held rows, the latest first */
    public function intakes(): array
    {
        $intakes = $this->rows()
            ->groupBy('i.id', 'i.name')
            ->orderByDesc('i.id')
            ->selectRaw('i.id, i.name, count(distinct r.number) as row_count')
            ->get();

        return Lists::of(
            $intakes->map(
                static fn(\stdClass $intake): array => [
                    'id' => (int) $intake->id,
                    'name' => (string) $intake->name,
                    'rows' => (int) $intake->row_count,
                ],
            ),
        );
    }

    /**
     * @param  string  $reason  as reasons() gives it; '' for all
     * @return array{rows: list<HeldRow>, total: int, pages: int}
     */
    public function page(string $reason, ?int $userId, int $page): array
    {
        $found = $this->of($reason, $userId);
        $total = (clone $found)->distinct()->count(DB::raw("concat(r.intake_id, '-', r.number)"));
        $rows = $found
            ->leftJoin('users as u', 'u.id', '=', 'a.user_id')
            ->orderBy('r.intake_id')
            ->orderBy('r.number')
            ->offset((max(1, $page) - 1) * self::PAGE)
            ->limit(self::PAGE)
            ->distinct()
            ->get(['r.intake_id', 'r.number', 'r.display', 'r.outcome', 'r.held_by', 'i.name', 'i.state', 'u.name as given_to']);
        $problems = [];
        foreach ($rows->groupBy('intake_id') as $intake => $ofIntake) {
            foreach (
                DB::table('intake_problems')
                    ->where('intake_id', $intake)
                    ->where('blocks', true)
                    ->whereIn('number', $ofIntake->pluck('number'))
                    ->orderBy('place')
                    ->get()
                as $problem
            ) {
                $problems["{$intake}-{$problem->number}"][] = [
                    'code' => $problem->code,
                    'field' => $problem->field,
                    'label' => $this->catalog->label($problem->field),
                    'column' => $problem->column,
                    'value' => $problem->value,
                    'reason' => $problem->reason,
                    'remedy' => $problem->remedy,
                ];
            }
        }

        return [
            'rows' => Lists::of(
                $rows->map(
                    static fn(\stdClass $row): array => [
                        'intake_id' => $row->intake_id,
                        'intake' => $row->name,
                        'number' => $row->number,
                        'display' => $row->display,
                        'given_to' => $row->given_to,
                        'is_loaded' => $row->state === IntakeState::Loaded->value,
                        'passes' => $row->outcome !== 'held',
                        'held_by' => $row->held_by,
                        'problems' => $problems["{$row->intake_id}-{$row->number}"] ?? [],
                    ],
                ),
            ),
            'total' => $total,
            'pages' => (int) ceil($total / self::PAGE),
        ];
    }

    private function of(string $reason, ?int $userId): Builder
    {
        $rows = $this->rows()->when($userId !== null, static fn(Builder $query) => $query->where('a.user_id', $userId));
        if (str_contains($reason, '|')) {
            [$code, $field] = explode('|', $reason, 2);

            return $rows
                ->where('r.outcome', 'held')
                ->whereExists(
                    static fn(Builder $query) => $query
                        ->from('intake_problems as p')
                        ->whereColumn('p.intake_id', 'r.intake_id')
                        ->whereColumn('p.number', 'r.number')
                        ->where('p.blocks', true)
                        ->where('p.code', $code)
                        ->where('p.field', $field),
                );
        }

        return match ($reason) {
            '' => $rows,
            'passes' => $rows->where('r.outcome', '<>', 'held'),
            default => $rows->where('r.outcome', 'held')->where('r.held_by', $reason),
        };
    }

    /**
     * Writes a value into a row, or instead of a value into every held row of its intake that has it, and looks at the rows anew.
     */
    public function fix(Intake $intake, int $number, int $column, string $from, string $to, bool $all, ?int $userId): void
    {
        if ($intake->state === IntakeState::Ready) {
            $all
                ? $this->revision->record($intake, 'value', null, $column, $from, $to, $userId)
                : $this->revision->record($intake, 'cell', $number, $column, null, $to, $userId);

            return;
        }
        $numbers = $all
            ? DB::table('intake_problems as p')
                ->join('intake_outcomes as o', static fn($join) => $join->on('o.intake_id', 'p.intake_id')->on('o.number', 'p.number'))
                ->where('o.outcome', 'held')
                ->where('p.intake_id', $intake->id)
                ->where('p.column', $column)
                ->where('p.value', $from)
                ->distinct()
                ->limit(self::MOST)
                ->pluck('p.number')
            : [$number];
        $numbers = Lists::ints($numbers);
        // What has come in already is not to be read differently: each row is corrected by itself.
        $this->bulk->insert(
            'intake_edits',
            ['intake_id', 'kind', 'number', 'column', 'to', 'user_id'],
            array_map(static fn(int $one): array => [$intake->id, 'cell', $one, $column, $to, $userId], $numbers),
        );
        $this->recheck($intake, $numbers);
    }

    /** @param  list<int>  $numbers  of held rows */
    public function decide(Intake $intake, array $numbers, string $decision, ?int $userId): void
    {
        if ($intake->state === IntakeState::Ready) {
            foreach ($numbers as $number) {
                $this->revision->record($intake, 'row', $number, null, null, $decision, $userId);
            }

            return;
        }
        $this->bulk->insert(
            'intake_edits',
            ['intake_id', 'kind', 'number', 'to', 'user_id'],
            array_map(static fn(int $number): array => [$intake->id, 'row', $number, $decision, $userId], $numbers),
        );
        $this->recheck($intake, $numbers);
        if ($decision === 'out') {
            $this->send($intake, $numbers, $userId);
        }
    }

    /**
     * What became of rows that something was done with.
     *
     * @param  list<int>  $numbers
     * @return array{still: list<array{why: string, rows: int}>, passing: int} those that are held all the same, by why; and those that nothing holds any more but that are not loaded yet
     */
    public function became(Intake $intake, array $numbers): array
    {
        $rows = $this->rows()
            ->where('r.intake_id', $intake->id)
            ->whereIn('r.number', $numbers)
            ->distinct()
            ->get(['r.number', 'r.outcome', 'r.held_by']);
        $problems = DB::table('intake_problems')
            ->where('intake_id', $intake->id)
            ->where('blocks', true)
            ->whereIn('number', $rows->pluck('number'))
            ->orderBy('place')
            ->get(['number', 'reason'])
            ->groupBy('number');
        $still = [];
        foreach ($rows->where('outcome', 'held') as $row) {
            $why = match ($row->held_by) {
                'unsure' => 'someone must say whom the row means',
                'person' => 'held by a person',
                'waits' => 'waits for a row further down',
                default => (string) ($problems[$row->number][0]->reason ?? 'held'),
            };
            $still[$why] = ($still[$why] ?? 0) + 1;
        }
        arsort($still);

        return [
            'still' => array_map(
                static fn(string $why, int $count): array => ['why' => $why, 'rows' => $count],
                array_keys($still),
                $still,
            ),
            'passing' => $rows->where('outcome', '<>', 'held')->count(),
        ];
    }

    /**
     * Looks at held rows anew, with the database as it is now.
     *
     * @param  list<int>  $numbers
     */
    public function recheck(Intake $intake, array $numbers): void
    {
        DB::transaction(function () use ($intake, $numbers): void {
            foreach ($this->staged->chosen($intake->id, $numbers) as $number => $cells) {
                $this->sifter->sift($intake, [$number => $cells], true);
            }
        });
    }

    /**
     * Loads held rows of a loaded intake that nothing keeps any more.
     *
     * @param  list<int>  $numbers
     * @return list<int> numbers of those that came in
     */
    public function send(Intake $intake, array $numbers, ?int $userId): array
    {
        return DB::transaction(function () use ($intake, $numbers, $userId): array {
            Intake::query()->whereKey($intake->id)->lockForUpdate()->first();
            $this->ids->queueUp();
            $numbers = Lists::ints(
                DB::table('intake_outcomes')
                    ->where('intake_id', $intake->id)
                    ->whereIn('number', $numbers)
                    ->where('outcome', 'held')
                    ->orderBy('number')
                    ->pluck('number'),
            );
            $came = [];
            // One after the other: each sees what those before it wrote.
            foreach ($this->staged->chosen($intake->id, $numbers) as $number => $cells) {
                $this->sifter->sift($intake, [$number => $cells], true);
                array_push($came, ...$this->loading->bring($intake, [$number], $userId));
            }
            DB::table('held_assignments')->where('intake_id', $intake->id)->whereIn('number', $came)->delete();

            return $came;
        });
    }

    /**
     * @param  list<array{intake_id: int, number: int}>  $rows
     * @param  ?User  $to  null to take them back
     */
    public function assign(array $rows, ?User $to): void
    {
        foreach ($rows as $row) {
            DB::table('held_assignments')->where('intake_id', $row['intake_id'])->where('number', $row['number'])->delete();
        }
        if ($to !== null) {
            $this->bulk->insert(
                'held_assignments',
                ['intake_id', 'number', 'user_id'],
                array_map(static fn(array $row): array => [$row['intake_id'], $row['number'], $to->id], $rows),
            );
        }
    }
}
