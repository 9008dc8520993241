<?php

declare(strict_types=1);

namespace App\Intakes;

use App\Models\Intake;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Columns\RowMapper;
use PineSieve\Core\Matching\Fields\FieldComparers;
use PineSieve\Core\Matching\Fields\Traits;
use PineSieve\Core\Matching\Pairs\PairJudge;
use PineSieve\Core\Matching\Rules\ShippedRules;
use PineSieve\Core\Matching\Weights\Frequencies;
use PineSieve\Core\Names\SupporterKind;

/**
 * Adds how frequent what people are weighed by is among the rows of a file: of a large one, of some rows that stand for the others.
 * Which ones is told by their cells, so that the order of rows changes nothing.
 */
final readonly class FileCounts
{
    private const ROWS = 2000;

    public function __construct(private Staged $staged)
    {
    }

    /** @param  Frequencies  $known  of the supporters that are there */
    public function with(Frequencies $known, Intake $intake, RowMapper $mapper, FieldComparers $comparers): Frequencies
    {
        $counts = clone $known;
        $judge = new PairJudge(ShippedRules::byWeight($comparers), $comparers, $counts);
        $rows = DB::table('intake_rows')->where('intake_id', $intake->id)->count();
        $every = max(1, intdiv($rows, self::ROWS));
        $numbers = DB::table('intake_rows')->where('intake_id', $intake->id)->whereRaw('crc32(cells) % ? = 0', [$every])->orderBy('number')->limit(2 * self::ROWS)->pluck('number')->all();
        $edits = Edits::of($intake->id, $numbers);
        foreach ($this->staged->chosen($intake->id, $numbers) as $number => $cells) {
            foreach ($mapper->map($edits->corrected($number, $cells))->parties as $party) {
                if ($party->record->kind === SupporterKind::Person) {
                    $judge->count($judge->compared(0, Traits::ofIncoming($party->record)), $counts, $every);
                }
            }
        }

        return $counts;
    }
}
