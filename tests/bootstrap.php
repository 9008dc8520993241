<?php

declare(strict_types=1);

require __DIR__ . '/../vendor/autoload.php';

// Tests that run side by side have a data folder each, and in it a database of their own.
$token = getenv('TEST_TOKEN');
$folder = getenv('DATA_DIR');
if ($token !== false && $folder !== false) {
    putenv("DATA_DIR={$folder}/{$token}");
}
