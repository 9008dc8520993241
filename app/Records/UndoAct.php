<?php

declare(strict_types=1);

namespace App\Records;

use App\Accounts\Message;
use App\Accounts\OnBehalf;
use App\Accounts\User;
use App\Support\PlainWords;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Queue\InteractsWithQueue;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;
use Throwable;

/**
 * Takes back what was done to many records, which takes longer than anyone waits for an answer. Cut off, it goes on where it was.
 *
 * @phpstan-type UndoneLater array{restored: int, kept: int, error: ?string}
 */
final class UndoAct implements ShouldQueue
{
    use Dispatchable;
    use InteractsWithQueue;
    use Queueable;

    private const WAIT_SECONDS = 20;

    private const KEPT_HOURS = 24;

    public int $tries = 0;

    public int $maxExceptions = 3;

    public int $timeout = 3600;

    public function __construct(private readonly int $act, private readonly ?int $user)
    {
        $this->onQueue('long');
    }

    public function handle(Acts $acts): void
    {
        $act = Act::query()->find($this->act);
        if ($act === null || $act->undone_at !== null) {
            return;
        }
        // Another worker is at it; should that one be lost, this one goes on.
        if ((int) DB::scalar('select get_lock(?, 0)', ["undo {$this->act}"]) !== 1) {
            $this->release(self::WAIT_SECONDS);

            return;
        }
        try {
            $user = User::query()->find($this->user);
            $done = OnBehalf::of($user, static fn(): array => $acts->undo($act, $user));
            self::keep($this->act, [...$done, 'error' => null]);
        } finally {
            DB::scalar('select release_lock(?)', ["undo {$this->act}"]);
        }
    }

    public function failed(Throwable $error): void
    {
        report($error);
        self::keep($this->act, ['restored' => 0, 'kept' => 0, 'error' => PlainWords::of($error)]);
        Message::to($this->user, 'stopped', 'Taking something back stopped before its end. Undo it once more, and it goes on.');
    }

    /** @return ?UndoneLater how it ended; null as long as it goes on */
    public static function ended(int $act): ?array
    {
        $kept = Cache::get("undone {$act}");

        return is_array($kept)
            ? ['restored' => (int) $kept['restored'], 'kept' => (int) $kept['kept'], 'error' => $kept['error'] ?? null]
            : null;
    }

    public static function begin(int $act, ?int $user): void
    {
        Cache::forget("undone {$act}");
        self::dispatch($act, $user);
    }

    /** @param  UndoneLater  $how */
    private static function keep(int $act, array $how): void
    {
        Cache::put("undone {$act}", $how, now()->addHours(self::KEPT_HOURS));
    }
}
