<?php

declare(strict_types=1);

namespace App\Matching;

use Illuminate\Support\Facades\DB;
use PineSieve\Core\Matching\MatchKey;

/** Looks up who has match keys. */
final class KeyTable
{
    private function __construct()
    {
    }

    /**
     * Of a key that very many have, the first ones.
     *
     * @param  list<MatchKey>  $keys
     * @return array<int, list<int>> hash to the supporters that have it
     */
    public static function holders(array $keys): array
    {
        return self::lookUp($keys, 'supporter_id', 'match_keys where');
    }

    /**
     * @param  list<MatchKey>  $keys
     * @param  int  $before  the unit at which to stop
     * @return array<int, list<int>> hash to the units of the intake that have it
     */
    public static function units(int $intakeId, array $keys, int $before): array
    {
        return self::lookUp($keys, 'unit', "intake_keys where intake_id = {$intakeId} and unit < {$before} and");
    }

    /**
     * @param  array<int, list<MatchKey>>  $keys  by supporter
     * @return list<array{int, int}> in the order of the index
     */
    public static function rows(array $keys): array
    {
        $rows = [];
        foreach ($keys as $id => $ofOne) {
            foreach ($ofOne as $key) {
                $rows[] = [$key->hash, $id];
            }
        }
        sort($rows);

        return $rows;
    }

    /**
     * @param  list<MatchKey>  $keys
     * @return array<int, list<int>>
     */
    private static function lookUp(array $keys, string $holder, string $from): array
    {
        $hashes = [];
        foreach ($keys as $key) {
            $hashes[$key->most][$key->hash] = $key->hash;
        }
        $found = [];
        foreach ($hashes as $most => $of) {
            foreach (DB::select("select hash, {$holder} holder from (select hash, {$holder}, row_number() over (partition by hash order by {$holder}) place from {$from} hash in (".implode(',', $of).")) ranked where place <= {$most}") as $hit) {
                $found[$hit->hash][] = $hit->holder;
            }
        }

        return $found;
    }
}
