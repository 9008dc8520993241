<?php

declare(strict_types=1);

namespace App\Duplicates;

use App\Installation\UnderWay;
use Illuminate\Support\Facades\DB;

final readonly class SearchUnderWay implements UnderWay
{
    public function now(): ?string
    {
        $isSearching =
            DuplicateSearch::query()->where('state', 'searching')->exists() && (int) DB::scalar("select is_used_lock('duplicates')") > 0;

        return $isSearching ? 'A search for duplicates is under way.' : null;
    }

    public function settle(string $said): void
    {
        DB::table('duplicate_claims')->delete();
        DuplicateSearch::query()
            ->whereIn('state', ['waiting', 'searching'])
            ->update(['state' => 'failed', 'error' => "{$said} Search again if you need it.", 'ended_at' => now()]);
    }
}
