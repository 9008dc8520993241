<?php

return [
    'default' => 'mariadb',
    'connections' => [
        'mariadb' => [
            'driver' => 'mariadb',
            'host' => env('DB_HOST', '127.0.0.1'),
            'port' => env('DB_PORT', '3306'),
            'database' => env('DB_DATABASE', 'pine_sieve'),
            'username' => env('DB_USERNAME', 'pine_sieve'),
            'password' => env('DB_PASSWORD', ''),
            'charset' => 'utf8mb4',
            'collation' => 'utf8mb4_unicode_520_ci',
            'prefix' => '',
            'strict' => true,
            'engine' => 'InnoDB',
            'timezone' => '+00:00',
            // Bulk statements have thousands of values: one round trip each instead of two.
            'options' => [PDO::ATTR_EMULATE_PREPARES => true, PDO::MYSQL_ATTR_MULTI_STATEMENTS => false],
        ],
    ],
    'migrations' => ['table' => 'migrations', 'update_date_on_publish' => false],
    'redis' => [
        'client' => 'predis',
        'default' => [
            'url' => env('REDIS_URL'),
            'host' => env('REDIS_HOST', '127.0.0.1'),
            'port' => env('REDIS_PORT', '6379'),
            'password' => env('REDIS_PASSWORD'),
            'database' => 0,
        ],
    ],
];
