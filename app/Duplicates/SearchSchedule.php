<?php

declare(strict_types=1);

namespace App\Duplicates;

use Illuminate\Support\Facades\DB;

/** Searches of what is new or changed that begin by themselves, at night. */
final readonly class SearchSchedule
{
    /** To the days from one to the next. */
    public const EVERY = ['never' => 0, 'day' => 1, 'week' => 7];

    private const SETTING = 'duplicate searches';

    /** From which hour on, in the server's time. */
    private const HOUR = 3;

    public static function kept(): string
    {
        $kept = (string) DB::table('settings')->where('name', self::SETTING)->value('value');

        return isset(self::EVERY[$kept]) ? $kept : 'never';
    }

    public static function keep(string $every): void
    {
        DB::table('settings')->updateOrInsert(['name' => self::SETTING], ['value' => $every]);
    }

    /** Begins a search if one is due. */
    public function run(): void
    {
        $days = self::EVERY[self::kept()];
        $last = DuplicateSearch::real()->where('scope->kind', DuplicateSearch::CHANGED)->first();
        $isDue =
            $days > 0 &&
            now()->hour >= self::HOUR &&
            ($last === null || $last->created_at->startOfDay()->addDays($days)->lessThanOrEqualTo(now()->startOfDay()));
        if ($isDue && DuplicateSearch::underWay() === null) {
            FindDuplicates::dispatch(
                DuplicateSearch::query()->create(['state' => 'waiting', 'scope' => ['kind' => DuplicateSearch::CHANGED]])->id,
            );
        }
    }
}
