<?php

// For PHP's own web server: files of the front end as they are, everything else to the application.
$path = __DIR__ . parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH);
if (!str_ends_with($path, '.php') && is_file($path)) {
    return false;
}
// A full stop in the path would be taken for a file's, and what is before it for the script.
$_SERVER['SCRIPT_NAME'] = '/index.php';
$_SERVER['PHP_SELF'] = '/index.php';
unset($_SERVER['PATH_INFO']);
require __DIR__ . '/index.php';
