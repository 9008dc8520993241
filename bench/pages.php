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
    require __DIR__ . '/world.php';
    is_dir($folder) || mkdir($folder, 0o777, true);
    // The platform has as many names as fit on a page; here they are as frequent as in life.
    $asInLife = static function (array $charge) use ($person): array {
        if ($charge['donor'] === null) {
            return $charge;
        }
        $who = $person((int) substr($charge['donor']['id'], 1));
        $address = $charge['donor']['address'];
        $donor = ['first_name' => $who['first'], 'last_name' => $who['last'], 'email' => $who['email'], 'phone' => $who['phone']];
        $donor['address'] = $address === null ? null : [...$address, 'line1' => $who['line1']];

        return [...$charge, 'donor' => [...$charge['donor'], ...$donor]];
    };
    foreach (array_chunk((new Platform(23, (int) $argv[1]))->charges(), 100) as $page => $charges) {
        $said = json_encode(['charges' => array_map($asInLife, $charges)], JSON_THROW_ON_ERROR);
        file_put_contents("{$folder}/" . ($page + 1) . '.json', $said);
    }
}
