<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\DB;
use Throwable;

/** Whether every part of the installation answers. */
final class HealthController
{
    public function __invoke(): JsonResponse
    {
        $worker = 'not ok';
        try {
            $alive = DB::scalar('select count(*) from worker_signs where seen_at > ?', [now()->subSeconds(config('sieve.worker_timeout'))]) > 0;
            [$database, $worker] = ['ok', $alive ? 'ok' : 'not ok'];
        } catch (Throwable) {
            $database = 'not ok';
        }
        $ok = $database === 'ok' && $worker === 'ok';

        return response()->json(['status' => $ok ? 'ok' : 'not ok', 'database' => $database, 'worker' => $worker], $ok ? 200 : 503);
    }
}
