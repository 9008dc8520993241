<?php

declare(strict_types=1);

namespace App\Standards;

use Illuminate\Support\Facades\DB;

/** A number that goes up with every change of the standards: what was worked out by an earlier one is worked out anew. */
final readonly class StandardsVersion
{
    private const SETTING = 'standards version';

    /** The version that this request or piece of work reads its standards by. Read before them, so it is never too new. */
    public int $held;

    public function __construct()
    {
        $this->held = self::current();
    }

    public function isCurrent(): bool
    {
        return $this->held === self::current();
    }

    public static function current(): int
    {
        return (int) DB::table('settings')->where('name', self::SETTING)->value('value');
    }

    public static function raise(): void
    {
        DB::statement('insert into settings (name, value) values (?, 1) on duplicate key update value = value + 1', [self::SETTING]);
    }
}
