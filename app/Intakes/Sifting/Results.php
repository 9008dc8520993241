<?php

declare(strict_types=1);

namespace App\Intakes\Sifting;

use App\Records\Bulk;
use App\Support\Lists;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Outcome;
use PineSieve\Core\Columns\MappedRow;
use PineSieve\Core\Matching\MatchKey;
use PineSieve\Core\Standards\Problem;

/** What the stages made of the rows of an intake, kept beside them. */
final readonly class Results
{
    /** Verdict on a held row that points at someone whom nobody knows yet. */
    public const POINTS = 'points';

    /** Outcome of the further supporters of a row: they go with it. */
    public const WITH = 'with';

    /** Outcomes of what is written or found unchanged. */
    public const COMES_IN = ['new', 'updated', 'unchanged', self::WITH];

    private const PROBLEM = ['intake_id', 'number', 'place', 'code', 'field', 'column', 'value', 'reason', 'remedy', 'blocks'];

    public function __construct(private Bulk $bulk) {}

    /**
     * Puts the results of some rows in place of earlier ones.
     *
     * @param  array<int, MappedRow>  $mapped
     * @param  array<int, list<MatchKey>>  $keys  by unit
     * @param  list<RowResult>  $results
     * @param  string  $home  the organization's currency
     */
    public function keep(int $intakeId, array $mapped, array $keys, array $results, string $home): void
    {
        $numbers = array_keys($mapped);
        if ($numbers === []) {
            return;
        }
        foreach (['intake_results', 'intake_problems', 'intake_untaken'] as $table) {
            DB::table($table)
                ->where('intake_id', $intakeId)
                ->whereBetween('number', [min($numbers), max($numbers)])
                ->whereIn('number', $numbers)
                ->delete();
        }
        $this->forgetKeys($intakeId, $numbers);
        $rows = array_map(static fn(RowResult $result): array => $result->columns($home), $results);
        if ($rows !== []) {
            $this->bulk->insert('intake_results', array_keys($rows[0]), array_map(array_values(...), $rows));
        }
        $untaken = [];
        foreach ($results as $result) {
            foreach ($result->untaken as $place => $one) {
                $untaken[] = [$intakeId, $result->unit, $place, $result->number(), $one->field, $one->stored, $one->written];
            }
        }
        $this->bulk->insert('intake_untaken', ['intake_id', 'unit', 'place', 'number', 'field', 'stored', 'written'], $untaken);
        $problems = [];
        $keyRows = [];
        foreach ($mapped as $number => $row) {
            foreach ($row->problems as $place => $problem) {
                $problems[] = self::problem($intakeId, $number, $place, $problem);
            }
        }
        foreach ($keys as $unit => $ofUnit) {
            foreach ($ofUnit as $key) {
                $keyRows["{$key->hash}:{$unit}"] = [$intakeId, $key->hash, $unit];
            }
        }
        sort($keyRows);
        $this->bulk->insert('intake_problems', self::PROBLEM, $problems);
        $this->bulk->insert('intake_keys', ['intake_id', 'hash', 'unit'], $keyRows);
    }

    /** A planned row is held after all, with the reason. */
    public function hold(int $intakeId, int $number, Problem $problem): void
    {
        $results = DB::table('intake_results')->where('intake_id', $intakeId)->where('number', $number);
        (clone $results)->where('role', '<>', '')->delete();
        $results->update([
            'outcome' => Outcome::Held->value,
            'held_by' => 'problem',
            'supporter_id' => null,
            'leader' => null,
            'changes' => null,
            'gifts' => null,
            'gifts_new' => 0,
            'promises_new' => 0,
            'money_there' => '0.00',
            'money_promised' => '0.00',
        ]);
        DB::table('intake_untaken')->where('intake_id', $intakeId)->where('number', $number)->delete();
        $this->forgetKeys($intakeId, [$number]);
        $place = 1 + (int) DB::table('intake_problems')->where('intake_id', $intakeId)->where('number', $number)->max('place');
        $this->bulk->insert('intake_problems', self::PROBLEM, [self::problem($intakeId, $number, $place, $problem)]);
    }

    /** @return list<mixed> */
    private static function problem(int $intakeId, int $number, int $place, Problem $problem): array
    {
        return [
            $intakeId,
            $number,
            $place,
            $problem->code,
            $problem->field,
            $problem->column,
            $problem->value,
            $problem->reason,
            $problem->remedy,
            $problem->blocks,
        ];
    }

    /** @param  list<int>  $numbers in order */
    private function forgetKeys(int $intakeId, array $numbers): void
    {
        // Rows that follow each other, as nearly all of a chunk do, are one range of units.
        $from = $numbers[0];
        foreach ($numbers as $i => $number) {
            if (($numbers[$i + 1] ?? null) !== $number + 1) {
                DB::delete('delete from intake_keys where intake_id = ? and unit >= ? and unit < ?', [
                    $intakeId,
                    UnitNumber::of($from),
                    UnitNumber::of($number + 1),
                ]);
                $from = $numbers[$i + 1] ?? 0;
            }
        }
    }

    /**
     * Rows that are held for want of someone whom a later row may make.
     *
     * @param  ?list<int>  $among  null for all of the intake
     * @return list<int> numbers, in order
     */
    public function waiting(int $intakeId, int $after, int $limit, ?array $among = null): array
    {
        return Lists::ints(
            DB::table('intake_results')
                ->where('intake_id', $intakeId)
                ->where('number', '>', $after)
                ->where(static fn($query) => $query->whereIn('held_by', ['unsure', 'waits'])->orWhere('verdict', self::POINTS))
                ->when($among !== null, static fn($query) => $query->whereIn('number', $among))
                ->orderBy('number')
                ->limit($limit)
                ->pluck('number'),
        );
    }
}
