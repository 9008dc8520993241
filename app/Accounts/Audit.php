<?php

declare(strict_types=1);

namespace App\Accounts;

use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;

/** The list of who did what that matters: sign-ins, loads, exports, undos, changes of rules and of people. */
final class Audit
{
    public const SIGN_IN = 'sign-in';

    public const REFUSED = 'sign-in refused';

    public const LOAD = 'load';

    public const UNDO = 'undo';

    public const EXPORT = 'export';

    public const MERGE = 'merge';

    public const STANDARDS = 'standards';

    public const OVERRIDE = 'let pass';

    public const PEOPLE = 'people';

    public const RESTORE = 'restore point';

    public const NOTICES = 'notices';

    /** One person did the same to many records. */
    public const MANY = 'many at once';

    public const KINDS = [
        self::SIGN_IN,
        self::REFUSED,
        self::LOAD,
        self::UNDO,
        self::EXPORT,
        self::MERGE,
        self::STANDARDS,
        self::OVERRIDE,
        self::PEOPLE,
        self::RESTORE,
        self::NOTICES,
        self::MANY,
    ];

    private function __construct() {}

    /** @param  ?int  $userId  null for whoever is signed in */
    public static function note(string $kind, string $what, ?int $intakeId = null, ?int $userId = null, ?int $actId = null): void
    {
        DB::table('audit')->insert([
            'at' => now()->format('Y-m-d H:i:s.v'),
            'user_id' => $userId ?? Auth::id(),
            'kind' => $kind,
            'what' => mb_substr($what, 0, 500),
            'intake_id' => $intakeId,
            'act_id' => $actId,
            'ip_address' => app()->runningInConsole() && !app()->runningUnitTests() ? null : request()->ip(),
        ]);
    }
}
