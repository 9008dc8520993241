<?php

return [
    'default' => env('QUEUE_CONNECTION', 'database'),
    'connections' => [
        'sync' => ['driver' => 'sync'],
        // A job that works says so every two seconds (App\Intakes\Heartbeat), so a silent one is lost.
        'database' => [
            'driver' => 'database',
            'table' => 'jobs',
            'queue' => 'default',
            'retry_after' => (int) env('QUEUE_RETRY_AFTER', 15),
            'after_commit' => true,
        ],
        'redis' => [
            'driver' => 'redis',
            'connection' => 'default',
            'queue' => 'default',
            'retry_after' => (int) env('QUEUE_RETRY_AFTER', 45),
            'block_for' => 1,
            'after_commit' => true,
        ],
    ],
    // A job that fails says so where its work is shown. The framework would keep the error with the values of the statement.
    'failed' => ['driver' => 'null'],
];
