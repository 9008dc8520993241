<?php

declare(strict_types=1);

namespace App\Matching;

use Illuminate\Support\Facades\DB;
use PineSieve\Core\Matching\MatchKey;

/** Looks up who has match keys. */
final class KeyTable
{
    private function __construct() {}

    /**
     * @param  list<MatchKey>  $keys
     * @param  bool  $isOfRows  for rows on their way in, who are held beside nobody because of a common name
     */
    public static function holders(array $keys, bool $isOfRows = false): Holders
    {
        return self::lookUp($keys, $isOfRows, 'supporter_id', 'match_keys where');
    }

    /**
     * @param  list<MatchKey>  $keys
     * @param  int  $before  the unit at which to stop
     */
    public static function units(int $intakeId, array $keys, int $before): Holders
    {
        return self::lookUp($keys, true, 'unit', "intake_keys where intake_id = {$intakeId} and unit < {$before} and");
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

    /** @param  list<MatchKey>  $keys */
    private static function lookUp(array $keys, bool $isOfRows, string $holder, string $from): Holders
    {
        $hashes = [];
        foreach ($keys as $key) {
            $most = $isOfRows ? min($key->most, $key->common ?? $key->most) : $key->most;
            $hashes[$most][$key->common !== null][$key->hash] = $key->hash;
        }
        [$found, $many] = [[], []];
        foreach ($hashes as $most => $kinds) {
            foreach ($kinds as $isOfName => $of) {
                foreach (
                    DB::select(
                        "select hash, {$holder} holder, holders from (select hash, {$holder}, row_number() over (partition by hash order by {$holder}) place, count(*) over (partition by hash) holders from {$from} hash in (" .
                            implode(',', $of) .
                            ")) ranked where place <= {$most}",
                    )
                    as $hit
                ) {
                    if ($isOfName === 1 && $hit->holders > $most) {
                        $many[$hit->hash] = $hit->holders;
                    } else {
                        $found[$hit->hash][] = $hit->holder;
                    }
                }
            }
        }

        return new Holders($found, $many);
    }
}
