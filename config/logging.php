<?php

use App\Support\WithoutValues;

return [
    'default' => env('LOG_CHANNEL', 'daily'),
    'channels' => [
        // For whoever runs the installation alone, and no longer than two weeks.
        'daily' => [
            'driver' => 'daily',
            'path' => storage_path('logs/pine-sieve.log'),
            'level' => env('LOG_LEVEL', 'info'),
            'days' => 14,
            'permission' => 0600,
            'tap' => [WithoutValues::class],
        ],
        'emergency' => ['path' => storage_path('logs/pine-sieve.log')],
    ],
];
