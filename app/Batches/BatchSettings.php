<?php

declare(strict_types=1);

namespace App\Batches;

use Illuminate\Support\Facades\DB;

/** What the organization asks of its batches. */
final class BatchSettings
{
    private const SETTING = 'batches posted by another';

    private function __construct() {}

    /** Whether whoever typed a batch may not post it. */
    public static function byAnother(): bool
    {
        return DB::table('settings')->where('name', self::SETTING)->value('value') === '1';
    }

    public static function keep(bool $byAnother): void
    {
        DB::table('settings')->updateOrInsert(['name' => self::SETTING], ['value' => $byAnother ? '1' : '0']);
    }
}
