<?php

declare(strict_types=1);

namespace App\Today\Http;

use App\Installation\RestorePoints;
use App\Support\Http\Answers;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\DB;
use Throwable;

/**
 * Whether every part of the installation answers.
 *
 * @phpstan-type Health array{status: 'ok'|'not ok', database: 'ok'|'not ok', worker: 'ok'|'not ok', closed?: string}
 */
final class HealthController
{
    #[Answers(self::class, 'Health')]
    public function __invoke(RestorePoints $points): JsonResponse
    {
        $worker = 'not ok';
        try {
            $alive =
                DB::scalar('select count(*) from worker_signs where seen_at > ?', [now()->subSeconds(config('sieve.worker_timeout'))]) > 0;
            [$database, $worker] = ['ok', $alive ? 'ok' : 'not ok'];
        } catch (Throwable) {
            $database = 'not ok';
        }
        $closed = self::closed($points);
        $ok = $database === 'ok' && $worker === 'ok' && $closed === null;

        return response()->json(
            [
                'status' => $ok ? 'ok' : 'not ok',
                'database' => $database,
                'worker' => $worker,
                ...$closed === null ? [] : ['closed' => $closed],
            ],
            $ok ? 200 : 503,
        );
    }

    /** Why nobody gets in; null if the application is open. */
    private static function closed(RestorePoints $points): ?string
    {
        $cutOff = $points->cutOff();

        return match (true) {
            $cutOff !== null
                => "the restore of {$cutOff->point} was cut off; start again to finish it, or go back with bin/restore {$cutOff->before}",
            $points->isUnderWay() => 'a restore point is being restored',
            app()->isDownForMaintenance() => 'for maintenance; "php artisan up" opens it',
            default => null,
        };
    }
}
