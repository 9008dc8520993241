<?php

declare(strict_types=1);

namespace App\Supporters;

use App\Records\Supporter;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;

/** Who is found by a search, counted and ready to be put in order: what takes long is asked once. */
final class FoundSupporters
{
    private function __construct() {}

    /**
     * @param  array<string, mixed>  $asked  as SupporterSearch knows it
     * @return array{Builder<Supporter>, int} and how many they are
     */
    public static function of(array $asked): array
    {
        $found = SupporterSearch::of($asked);
        if (!is_string($asked['where'] ?? null) || $asked['where'] === '') {
            return [$found, (clone $found)->count()];
        }
        DB::statement('create or replace temporary table found_supporters (id bigint unsigned not null) engine=aria transactional=0');
        $query = $found->select('supporters.id')->toBase();
        $total = DB::affectingStatement("insert into found_supporters {$query->toSql()}", $query->getBindings());

        return [Supporter::query()->join('found_supporters', 'found_supporters.id', '=', 'supporters.id'), $total];
    }
}
