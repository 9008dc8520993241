<?php

declare(strict_types=1);

namespace App\Intakes\Sifting;

use App\Intakes\Decisions\Edits;
use App\Intakes\Intake;
use App\Intakes\Plans\Mappers;
use App\Intakes\Sources\StagedRows;
use PineSieve\Core\Records\IncomingRecord;

/** What the rows of an intake say of supporters, as they are corrected by now: to try match rules on. */
final readonly class RowRecords
{
    private const CHUNK = 500;

    public function __construct(private StagedRows $staged, private Mappers $mappers) {}

    /** @return \Generator<int, IncomingRecord> by unit, of the rows that nothing is wrong with */
    public function of(Intake $intake): \Generator
    {
        $mapper = $this->mappers->of($intake);
        $after = 0;
        do {
            $rows = $this->staged->rows($intake->id, $after, self::CHUNK);
            $edits = Edits::of($intake->id, array_keys($rows));
            foreach ($rows as $number => $cells) {
                $row = $mapper->map($edits->corrected($number, $cells), true);
                foreach ($row->blocking() === [] || $row->onlyPoints() ? $row->parties : [] as $part => $party) {
                    yield UnitNumber::of($number, $part) => $party->record;
                }
            }
            $after = $rows === [] ? $after : (int) array_key_last($rows);
        } while (count($rows) === self::CHUNK);
    }
}
