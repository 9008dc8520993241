<?php

// For PHP's own web server: files of the front end as they are, everything else to the application.
$path = __DIR__ . parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH);
$kinds = ['js' => 'text/javascript; charset=UTF-8', 'css' => 'text/css; charset=UTF-8', 'woff2' => 'font/woff2'];
$kind = $kinds[pathinfo($path, PATHINFO_EXTENSION)] ?? null;
if ($kind !== null && dirname($path) === __DIR__ . '/build/assets' && is_file($path)) {
    // Its name changes with what is in it, so that a browser need not ask for it again.
    header("Content-Type: {$kind}");
    header('Cache-Control: public, max-age=31536000, immutable');
    header('Content-Length: ' . filesize($path));
    readfile($path);

    return true;
}
if (!str_ends_with($path, '.php') && is_file($path)) {
    return false;
}
// A full stop in the path would be taken for a file's, and what is before it for the script.
$_SERVER['SCRIPT_NAME'] = '/index.php';
$_SERVER['PHP_SELF'] = '/index.php';
unset($_SERVER['PATH_INFO']);
require __DIR__ . '/index.php';
