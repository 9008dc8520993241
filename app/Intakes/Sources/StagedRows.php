<?php

declare(strict_types=1);

namespace App\Intakes\Sources;

use App\Intakes\AnotherWorker;
use App\Intakes\Intake;
use Closure;
use Illuminate\Support\Facades\DB;

/** The staged rows of intakes. */
final readonly class StagedRows
{
    /** Times that a step is begun which the database took for part of a deadlock. */
    private const ATTEMPTS = 8;

    /**
     * @return array<int, list<string>> raw cells by row number, in order
     */
    public function rows(int $intakeId, int $after, int $limit): array
    {
        return $this->decoded(
            DB::select('select number, cells from intake_rows where intake_id = ? and number > ? order by number limit ' . $limit, [
                $intakeId,
                $after,
            ]),
        );
    }

    /** @return array<int, list<string>> raw cells by row number, in the order of one column: numbers as numbers, blanks last */
    public function sorted(int $intakeId, int $column, bool $descending, int $limit): array
    {
        $direction = $descending ? 'desc' : 'asc';
        $value = "json_value(cells, '$[{$column}]')";

        return $this->decoded(
            DB::select(
                "select number, cells from intake_rows where intake_id = ? order by coalesce({$value}, '') = '', {$value} + 0 {$direction}, {$value} {$direction}, number limit {$limit}",
                [$intakeId],
            ),
        );
    }

    /**
     * @param  list<int>  $numbers
     * @return array<int, list<string>>
     */
    public function chosen(int $intakeId, array $numbers): array
    {
        return $numbers === []
            ? []
            : $this->decoded(
                DB::select(
                    'select number, cells from intake_rows where intake_id = ? and number in (' .
                        implode(',', $numbers) .
                        ') order by number',
                    [$intakeId],
                ),
            );
    }

    /**
     * One step of long work, in one transaction. A deadlock begins it again from where the intake stood.
     *
     * @param  Closure(): bool  $work
     *
     * @throws AnotherWorker
     */
    public function step(Intake $intake, Closure $work): bool
    {
        $before = $intake->getAttributes();

        return DB::transaction(function () use ($intake, $work, $before): bool {
            $intake->setRawAttributes($before, true);
            $this->takeUp($intake);

            return $work();
        }, self::ATTEMPTS);
    }

    /**
     * Locks the intake for a step and reads where it stands, so that two workers never do the same step.
     *
     * @throws AnotherWorker if it has moved on since this process last saw it
     */
    private function takeUp(Intake $intake): void
    {
        $now = DB::selectOne('select state, position from intakes where id = ? for update', [$intake->id]);
        if ($now === null || $now->state !== $intake->state->value || (int) $now->position !== $intake->position) {
            throw new AnotherWorker();
        }
    }

    /**
     * @param  array<\stdClass>  $rows
     * @return array<int, list<string>>
     */
    private function decoded(array $rows): array
    {
        $cells = [];
        foreach ($rows as $row) {
            $cells[$row->number] = json_decode($row->cells, true, flags: JSON_THROW_ON_ERROR);
        }

        return $cells;
    }
}
