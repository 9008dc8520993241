<?php

declare(strict_types=1);

namespace App\Accounts;

use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;

/**
 * The list of who did what that matters: sign-ins, loads, exports, undos, changes of rules and of people.
 *
 * @phpstan-type AuditEntry array{
 *     id: int, at: string, name: ?string, kind: string, what: string, intake_id: ?int, intake: ?string, ip_address: ?string,
 *     act_id: ?int, undone_at: ?string,
 * }
 */
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

    public const POST = 'batch';

    public const PEOPLE = 'people';

    public const RESTORE = 'restore point';

    public const NOTICES = 'notices';

    public const CONNECTIONS = 'connections';

    /** One person did the same to many records. */
    public const MANY = 'many at once';

    public const ERASED = 'erased';

    public const KINDS = [
        self::SIGN_IN,
        self::REFUSED,
        self::LOAD,
        self::UNDO,
        self::EXPORT,
        self::MERGE,
        self::STANDARDS,
        self::OVERRIDE,
        self::POST,
        self::PEOPLE,
        self::RESTORE,
        self::NOTICES,
        self::CONNECTIONS,
        self::MANY,
        self::ERASED,
    ];

    public const PAGE = 100;

    private function __construct() {}

    /** @param  ?int  $userId  null for whoever is signed in */
    public static function note(
        string $kind,
        string $what,
        ?int $intakeId = null,
        ?int $userId = null,
        ?int $actId = null,
        ?int $batchId = null,
    ): void {
        DB::table('audit')->insert([
            'at' => now()->format('Y-m-d H:i:s.v'),
            'user_id' => $userId ?? Auth::id(),
            'kind' => $kind,
            'what' => mb_substr($what, 0, 500),
            'intake_id' => $intakeId,
            'act_id' => $actId,
            'batch_id' => $batchId,
            'ip_address' => app()->runningInConsole() && !app()->runningUnitTests() ? null : request()->ip(),
        ]);
    }

    /**
     * One page, the latest first.
     *
     * @param  ?string  $kind  one of KINDS; null for all
     * @param  int|string|null  $before  the entry that was seen last
     * @return list<AuditEntry>
     */
    public static function latest(?string $kind, int|string|null $before): array
    {
        $rows = DB::table('audit as a')
            ->leftJoin('users as u', 'u.id', '=', 'a.user_id')
            ->leftJoin('intakes as i', 'i.id', '=', 'a.intake_id')
            ->leftJoin('acts as x', 'x.id', '=', 'a.act_id')
            ->when($kind !== null, static fn($query) => $query->where('a.kind', $kind))
            ->when($before !== null, static fn($query) => $query->where('a.id', '<', $before))
            ->orderByDesc('a.id')
            ->limit(self::PAGE)
            ->get([
                'a.id',
                'a.at',
                'u.name',
                'a.kind',
                'a.what',
                'a.intake_id',
                'i.name as intake',
                'a.ip_address',
                'a.act_id',
                'x.undone_at',
            ]);

        /** @var list<AuditEntry> */
        return array_map(static fn(\stdClass $row): array => (array) $row, array_values($rows->all()));
    }
}
