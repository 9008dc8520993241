<?php

/*
 * The pages of a made-up platform for bench/connections.php; PAGES names their folder. From the command line it writes them (php pages.php
 * COUNT), behind PHP's own web server it gives them: a process of its own, so that its memory is not that of a pull.
 */

declare(strict_types=1);

use PineSieve\StandIns\Giving\Platform;

$folder = (string) getenv('PAGES');
if (PHP_SAPI !== 'cli') {
    header('Content-Type: application/json');
    @readfile("{$folder}/" . (int) ($_GET['page'] ?? 1) . '.json') !== false || exit('{"charges":[]}');
} else {
    require __DIR__ . '/../vendor/autoload.php';
    is_dir($folder) || mkdir($folder, 0o777, true);
    foreach (array_chunk((new Platform(23, (int) $argv[1]))->charges(), 100) as $page => $charges) {
        file_put_contents("{$folder}/" . ($page + 1) . '.json', json_encode(['charges' => $charges], JSON_THROW_ON_ERROR));
    }
}
