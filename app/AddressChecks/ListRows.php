<?php

declare(strict_types=1);

namespace App\AddressChecks;

use App\Intakes\Decisions\Edits;
use App\Intakes\Intake;
use App\Intakes\Sources\StagedRows;
use PineSieve\Core\Columns\RowAddresses;
use PineSieve\Core\Columns\RowKind;
use PineSieve\Core\Columns\RowName;

/** The addresses of a source, by its column plan and as its rows are corrected by now: of several in a row, the first. */
final readonly class ListRows
{
    public function __construct(private StagedRows $rows) {}

    /** @return int how many addresses a row can have; 0 if no column is one */
    public static function most(Intake $intake): int
    {
        return (new RowAddresses($intake->columnPlan()))->most();
    }

    /**
     * @return array{found: list<FoundAddress>, read: int, last: ?int} read: rows; last: number of the last one, null at the end
     */
    public function next(Intake $intake, int $after, int $limit): array
    {
        $plan = $intake->columnPlan();
        [$addresses, $names, $kinds] = [new RowAddresses($plan), new RowName($plan), new RowKind($plan->headers())];
        $rows = $this->rows->rows($intake->id, $after, $limit);
        $edits = Edits::of($intake->id, array_keys($rows));
        $found = [];
        foreach ($rows as $number => $raw) {
            $cells = $edits->corrected($number, $raw);
            // Words alone in a row may be a heading, or a street without its town.
            $address = in_array($kinds->of($cells), [null, 'section'], true) ? $addresses->of($cells)[0] ?? null : null;
            if ($address !== null) {
                $name = $names->of($cells);
                $found[] = new FoundAddress($number, $address, $name->display(), $name);
            }
        }

        return ['found' => $found, 'read' => count($rows), 'last' => array_key_last($rows)];
    }
}
