<?php

declare(strict_types=1);

namespace App\Records;

use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Erasure;
use PineSieve\Core\SieveException;

/** Supporters who were erased: nothing is written of them again, by whatever door, and no undo brings them back. */
final class Erased extends SieveException
{
    /** Why an undo passes them over. */
    public const STAYS = 'They were erased, which is not taken back. What they gave stays.';

    /**
     * @param  list<int>  $ids
     * @return array<int, true> those of them who were erased, with those who had become part of one
     */
    public static function among(array $ids): array
    {
        return $ids === []
            ? []
            : array_fill_keys(
                array_map(intval(...), DB::table('erased')->whereIntegerInRaw('supporter_id', $ids)->pluck('supporter_id')->all()),
                true,
            );
    }

    /**
     * What is given may be put right; who gave it may not come back.
     *
     * @param  array<int, list<Change>>  $changes  by supporter
     *
     * @throws self
     */
    public static function mustStay(array $changes): void
    {
        $erased = self::among(array_keys($changes));
        foreach (array_intersect_key($changes, $erased) as $id => $ofOne) {
            foreach ($ofOne as $change) {
                if ($change->action !== Action::Delete && !Erasure::isMoney($change->subject)) {
                    throw new self("Supporter {$id} was erased. Nothing can be written of them but what is given.");
                }
            }
        }
    }
}
