<?php

// Gives the pages of a made-up platform that bench/connections.php wrote; run by PHP's own web server, PAGES names the folder.

declare(strict_types=1);

$page = (int) ($_GET['page'] ?? 1);
header('Content-Type: application/json');
@readfile(getenv('PAGES') . "/{$page}.json") !== false || exit('{"charges":[]}');
