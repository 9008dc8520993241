<?php

declare(strict_types=1);

namespace App\AddressChecks;

use App\Erasing\Forgets;
use App\Erasing\Forgotten;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;

/** Checks of addresses keep who lives there, and the postal directory's answers are kept by address. */
final readonly class ForgetsChecked implements Forgets
{
    public function has(Forgotten $who): array
    {
        return array_filter(['checked addresses' => self::checked($who)->count()]);
    }

    public function forget(Forgotten $who): array
    {
        $states = DB::table('address_states')->whereIn('supporter_id', $who->ids)->pluck('address_key');
        $keys = $states
            ->merge(self::checked($who)->pluck('address_key'))
            ->unique()
            ->values();
        foreach (
            AddressCheck::query()
                ->whereIn('id', self::checked($who)->distinct()->select('check_id'))
                ->get()
            as $check
        ) {
            $check->update(['name' => $who->without($check->name)]);
        }
        self::checked($who)->delete();
        // What is known of a door stays for those who live there too.
        DB::table('postal_answers')
            ->whereIn('address_key', $keys)
            ->whereNotExists(
                static fn(Builder $others) => $others
                    ->from('address_states')
                    ->whereColumn('address_states.address_key', 'postal_answers.address_key')
                    ->whereNotIn('supporter_id', $who->ids),
            )
            ->delete();

        return [];
    }

    private static function checked(Forgotten $who): Builder
    {
        return DB::table('checked_addresses')->whereIn('supporter_id', $who->ids);
    }
}
