<?php

declare(strict_types=1);

namespace App\Lists;

use App\Accounts\User;
use Illuminate\Support\Facades\DB;

/**
 * How a person wants to see a list: its columns in their order with their widths, and what it is sorted by.
 *
 * @phpstan-type ViewColumn array{key: string, width: ?int}
 * @phpstan-type KeptView array{columns: list<ViewColumn>, sort: string, down: bool, fixed: int}
 */
final class ListView
{
    private function __construct() {}

    /** @return ?KeptView null if the person has set nothing */
    public static function of(User $user, string $list): ?array
    {
        $json = DB::table('list_views')->where('user_id', $user->id)->where('list', $list)->value('view');
        if (!is_string($json)) {
            return null;
        }
        /** @var KeptView $view as keep() wrote it */
        $view = json_decode($json, true, flags: JSON_THROW_ON_ERROR);

        return $view;
    }

    /** @param  ?KeptView  $view  null for what is usual */
    public static function keep(User $user, string $list, ?array $view): void
    {
        if ($view === null) {
            DB::table('list_views')->where('user_id', $user->id)->where('list', $list)->delete();
        } else {
            DB::table('list_views')->upsert(
                ['user_id' => $user->id, 'list' => $list, 'view' => json_encode($view, JSON_THROW_ON_ERROR)],
                ['user_id', 'list'],
                ['view'],
            );
        }
    }
}
