<?php

declare(strict_types=1);

namespace App\Intakes\Loading;

use App\Intakes\Intake;
use App\Intakes\Sifting\UnitNumber;
use App\Support\Lists;
use Illuminate\Support\Facades\DB;

/** A few rows of an intake that are loaded before the rest, to be looked at, and then kept or taken back. */
final readonly class TrialRows
{
    /** Rows that a trial can have: more are no trial. */
    public const MOST = 2000;

    /**
     * Picks rows among those that would come in.
     *
     * @param  'first'|'random'|'rows'  $kind
     * @param  list<int>  $rows  numbers, for "rows"
     * @return list<int> numbers, in order
     *
     * @throws NothingToTry
     */
    public function pick(Intake $intake, string $kind, int $count, array $rows): array
    {
        $numbers = Lists::ints(
            DB::table('intake_results')
                ->where('intake_id', $intake->id)
                ->whereIn('outcome', ['new', 'updated', 'unchanged'])
                ->when($kind === 'rows', static fn($query) => $query->whereIn('number', $rows))
                // Without any order that the file has, and the same whenever it is asked for.
                ->when($kind === 'random', static fn($query) => $query->orderByRaw('crc32(concat(intake_id, "-", number))'))
                ->orderBy('number')
                ->limit(min(self::MOST, $kind === 'rows' ? self::MOST : $count))
                ->pluck('number'),
        );
        if ($numbers === []) {
            throw new NothingToTry('None of these rows would come in, so there is nothing to try.');
        }
        $numbers = $this->withThoseBefore($intake, $numbers);
        sort($numbers);

        return $numbers;
    }

    /**
     * Rows about someone whom an earlier row of the file makes need that row as well.
     *
     * @param  list<int>  $numbers
     * @return list<int>
     */
    private function withThoseBefore(Intake $intake, array $numbers): array
    {
        $all = array_fill_keys($numbers, true);
        while ($numbers !== []) {
            $leaders = DB::table('intake_results')
                ->where('intake_id', $intake->id)
                ->whereIn('number', $numbers)
                ->whereNotNull('leader')
                ->distinct()
                ->pluck('leader');
            $numbers = array_values(
                array_filter($leaders->map(UnitNumber::row(...))->unique()->all(), static fn(int $number): bool => !isset($all[$number])),
            );
            $all += array_fill_keys($numbers, true);
        }

        return array_keys($all);
    }

    /**
     * Rows that a trial has loaded already.
     *
     * @param  list<int>  $numbers
     * @return array<int, true>
     */
    public function loaded(Intake $intake, array $numbers): array
    {
        $loaded =
            $intake->trial === null || $numbers === []
                ? []
                : Lists::ints(
                    DB::table('intake_outcomes')
                        ->where('intake_id', $intake->id)
                        ->whereIn('number', $numbers)
                        ->where('outcome', '<>', 'held')
                        ->distinct()
                        ->pluck('number'),
                );

        return array_fill_keys($loaded, true);
    }
}
