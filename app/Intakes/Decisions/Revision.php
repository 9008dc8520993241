<?php

declare(strict_types=1);

namespace App\Intakes\Decisions;

use App\Intakes\CarryOn;
use App\Intakes\Intake;
use App\Intakes\IntakeState;
use App\Intakes\Sifting\Results;
use App\Intakes\Sifting\Sifter;
use App\Intakes\Sifting\UnitNumber;
use App\Intakes\Sources\StagedRows;
use App\Records\Bulk;
use App\Support\Lists;
use Illuminate\Support\Facades\DB;

/** Keeps a person's decision and works out anew the rows that it concerns: the row itself and all that could be the same supporter. */
final readonly class Revision
{
    /** Rows that are worked out while the person waits. More go to the queue. */
    private const AT_ONCE = 300;

    public function __construct(private Sifter $sifter, private Results $results, private StagedRows $staged, private Bulk $bulk) {}

    /** @return int id of the edit */
    public function record(Intake $intake, string $kind, ?int $number, ?int $column, ?string $from, string $to, ?int $userId): int
    {
        $id = DB::table('intake_edits')->insertGetId([
            'intake_id' => $intake->id,
            'kind' => $kind,
            'number' => $number,
            'column' => $column,
            'from' => $from,
            'to' => $to,
            'user_id' => $userId,
        ]);
        $this->work($intake, $this->concerned($intake, $kind, $number, $column, $from));

        return $id;
    }

    /**
     * Decisions on many rows that are one act: made together, and taken back together.
     *
     * @param  list<array{number: int, column: ?int, to: string}>  $edits
     */
    public function together(Intake $intake, string $kind, array $edits, ?int $userId): void
    {
        if ($edits === []) {
            return;
        }
        DB::transaction(function () use ($intake, $kind, $edits, $userId): void {
            $act = DB::table('intake_edits')->insertGetId([
                'intake_id' => $intake->id,
                'kind' => $kind,
                ...$edits[0],
                'user_id' => $userId,
            ]);
            DB::table('intake_edits')
                ->where('id', $act)
                ->update(['act' => $act]);
            $this->bulk->insert(
                'intake_edits',
                ['intake_id', 'kind', 'number', 'column', 'to', 'user_id', 'act'],
                array_map(
                    static fn(array $edit): array => [$intake->id, $kind, $edit['number'], $edit['column'], $edit['to'], $userId, $act],
                    array_slice($edits, 1),
                ),
            );
        });
        $this->again($intake, array_column($edits, 'number'));
    }

    /**
     * Works rows out anew whose decisions were kept already.
     *
     * @param  list<int>  $numbers
     */
    public function again(Intake $intake, array $numbers): void
    {
        $this->work($intake, count($numbers) > self::AT_ONCE ? null : $numbers);
    }

    /** Empties every value that has one kind of problem: its rows come in without it. */
    public function blank(Intake $intake, string $code, string $field, int $column, ?int $userId): void
    {
        $problems = DB::table('intake_problems')
            ->where('intake_id', $intake->id)
            ->where('code', $code)
            ->where('field', $field)
            ->where('column', $column)
            ->where('value', '<>', '');
        $numbers = Lists::ints(
            (clone $problems)
                ->distinct()
                ->limit(self::AT_ONCE + 1)
                ->pluck('number'),
        );
        $rows = Lists::of(
            $problems
                ->distinct()
                ->pluck('value')
                ->map(static fn(mixed $value): array => [$intake->id, 'value', $column, $value, '', $userId]),
        );
        $this->bulk->insert('intake_edits', ['intake_id', 'kind', 'column', 'from', 'to', 'user_id'], $rows);
        $this->work($intake, count($numbers) > self::AT_ONCE ? null : $numbers);
    }

    /** Leaves the rows out that have one kind of problem. */
    public function leaveOut(Intake $intake, string $code, string $field, ?int $userId): void
    {
        $numbers = Lists::ints(
            DB::table('intake_problems as p')
                ->join(
                    'intake_results as r',
                    static fn($join) => $join->on('r.intake_id', 'p.intake_id')->on('r.number', 'p.number')->where('r.outcome', 'held'),
                )
                ->where('p.intake_id', $intake->id)
                ->where('p.blocks', true)
                ->where('p.code', $code)
                ->where('p.field', $field)
                ->distinct()
                ->orderBy('p.number')
                ->pluck('p.number'),
        );
        $this->bulk->insert(
            'intake_edits',
            ['intake_id', 'kind', 'number', 'to', 'user_id'],
            array_map(static fn(int $number): array => [$intake->id, 'row', $number, 'out', $userId], $numbers),
        );
        $this->work($intake, count($numbers) > self::AT_ONCE ? null : $numbers);
    }

    /** Takes back the latest decision of a kind; null if there is none. */
    public function takeBack(Intake $intake, string $kind): ?int
    {
        $edit = DB::table('intake_edits')->where('intake_id', $intake->id)->where('kind', $kind)->orderByDesc('id')->first();
        if ($edit === null) {
            return null;
        }
        if ($edit->act !== null) {
            $numbers = Lists::ints(
                DB::table('intake_edits')->where('intake_id', $intake->id)->where('act', $edit->act)->orderBy('number')->pluck('number'),
            );
            DB::table('intake_edits')->where('intake_id', $intake->id)->where('act', $edit->act)->delete();
            $this->again($intake, $numbers);

            return $numbers[0] ?? null;
        }
        $concerned = $this->concerned($intake, $edit->kind, $edit->number, $edit->column, $edit->from);
        DB::table('intake_edits')->where('id', $edit->id)->delete();
        $this->work($intake, $edit->kind === 'value' ? null : $concerned);

        return $edit->number;
    }

    /** @return ?list<int> null for every row */
    private function concerned(Intake $intake, string $kind, ?int $number, ?int $column, ?string $from): ?array
    {
        if ($number !== null) {
            return [$number];
        }
        if ($kind !== 'value') {
            return null;
        }
        $numbers = Lists::ints(
            DB::table('intake_problems')
                ->where('intake_id', $intake->id)
                ->where('column', $column)
                ->where('value', $from)
                ->distinct()
                ->limit(self::AT_ONCE + 1)
                ->pluck('number'),
        );

        return count($numbers) > self::AT_ONCE ? null : $numbers;
    }

    /** @param  ?list<int>  $numbers */
    private function work(Intake $intake, ?array $numbers): void
    {
        if ($intake->state !== IntakeState::Ready) {
            return;
        }
        for ($round = 0; $numbers !== null && $numbers !== [] && $round < 4; $round++) {
            DB::transaction(fn() => $this->siftEach($intake, $numbers));
            $kin = $this->kin($intake, $numbers);
            if ($kin === null || count($kin) === count($numbers)) {
                $numbers = $kin === null ? null : [];
                break;
            }
            $numbers = $kin;
        }
        if ($numbers === null) {
            CarryOn::from($intake, IntakeState::Sifting);
        }
    }

    /** @param  list<int>  $numbers */
    private function siftEach(Intake $intake, array $numbers): void
    {
        // One at a time: between two rows of a chosen few lie others that are planned already.
        foreach ($this->staged->chosen($intake->id, $numbers) as $number => $cells) {
            $this->sifter->sift($intake, [$number => $cells]);
        }
        foreach (
            $this->staged->chosen($intake->id, $this->results->waiting($intake->id, 0, count($numbers), $numbers))
            as $number => $cells
        ) {
            $this->sifter->sift($intake, [$number => $cells], true);
        }
    }

    /**
     * The rows and all that share a match key, a supporter or a first row with one of them.
     *
     * @param  list<int>  $numbers
     * @return ?list<int> null if there are too many
     */
    private function kin(Intake $intake, array $numbers): ?array
    {
        $in = implode(',', array_map(intval(...), $numbers));
        $units = implode(
            ' or ',
            array_map(
                static fn(int $number): string => 'a.unit between ' . UnitNumber::of($number) . ' and ' . (UnitNumber::of($number + 1) - 1),
                array_map(intval(...), $numbers),
            ),
        );
        $limit = self::AT_ONCE + 1;
        $kin = array_fill_keys($numbers, true);
        foreach (
            [
                "select distinct b.unit from intake_keys a join intake_keys b on b.intake_id = a.intake_id and b.hash = a.hash where a.intake_id = ? and ({$units}) limit {$limit}",
                "select distinct b.number from intake_results a join intake_results b on b.intake_id = a.intake_id and b.supporter_id = a.supporter_id where a.intake_id = ? and a.number in ({$in}) limit {$limit}",
                "select distinct b.number from intake_results a join intake_results b on b.intake_id = a.intake_id and b.leader = a.leader where a.intake_id = ? and a.number in ({$in}) limit {$limit}",
            ]
            as $query
        ) {
            foreach (DB::select($query, [$intake->id]) as $row) {
                $kin[$row->number ?? UnitNumber::row($row->unit)] = true;
            }
        }

        return count($kin) > self::AT_ONCE ? null : array_keys($kin);
    }
}
