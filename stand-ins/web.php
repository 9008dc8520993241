<?php

// A page that shows what the stand-ins received: mail, and notices to other systems, whose signature it checks as a real receiver would.
// Run by PHP's own web server; STAND_INS names the folder. POST /notices takes a notice; with ?refuse=1 it answers 500.
// GET /giving/v1/charges asks the made-up giving platform; /giving is its page, on which one gives, corrects and takes back.
// POST /directory/v1/verify asks the postal directory of the made-up towns; POST /directory/quirks switches its bad days on and off.

declare(strict_types=1);

use PineSieve\StandIns\Directory\Desk;
use PineSieve\StandIns\Directory\TownDirectory;
use PineSieve\StandIns\Giving\Desk as GivingDesk;
use PineSieve\StandIns\Giving\Till;

require __DIR__ . '/../vendor/autoload.php';

$folder = (string) getenv('STAND_INS');
$path = parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH);
$secret = trim((string) @file_get_contents("{$folder}/secret"));
if ($path === '/notices' && $_SERVER['REQUEST_METHOD'] === 'POST') {
    if (isset($_GET['refuse'])) {
        http_response_code(500);
        exit('refused');
    }
    $body = (string) file_get_contents('php://input');
    $head = static fn(string $name): string => (string) ($_SERVER['HTTP_WEBHOOK_' . $name] ?? '');
    $expected =
        'v1,' .
        base64_encode(hash_hmac('sha256', "{$head('ID')}.{$head('TIMESTAMP')}.{$body}", (string) base64_decode($secret, true), true));
    $genuine = $secret !== '' && hash_equals($expected, $head('SIGNATURE')) && abs(time() - (int) $head('TIMESTAMP')) < 300;
    is_dir("{$folder}/notices") || mkdir("{$folder}/notices", 0o777, true);
    file_put_contents(
        sprintf('%s/notices/%s-%s.json', $folder, (new DateTimeImmutable())->format('Ymd-His-u'), bin2hex(random_bytes(3))),
        json_encode(['genuine' => $genuine, 'id' => $head('ID'), 'body' => json_decode($body, true)]),
    );
    http_response_code($genuine ? 204 : 401);
    exit();
}
$kept = (array) json_decode((string) @file_get_contents("{$folder}/directory.json"), true);
$quirks = array_map(intval(...), [...Desk::QUIRKS, ...array_intersect_key((array) ($kept['quirks'] ?? []), Desk::QUIRKS)]);
if ($path === '/directory/quirks' && $_SERVER['REQUEST_METHOD'] === 'POST') {
    $quirks = array_map(intval(...), [...Desk::QUIRKS, ...array_intersect_key($_POST, Desk::QUIRKS)]);
    file_put_contents("{$folder}/directory.json", json_encode(['quirks' => $quirks, 'calls' => 0]), LOCK_EX);
    header('Location: /', true, 303);
    exit();
}
if ($path === '/directory/v1/verify' && $_SERVER['REQUEST_METHOD'] === 'POST') {
    $call = (int) ($kept['calls'] ?? 0) + 1;
    file_put_contents("{$folder}/directory.json", json_encode(['quirks' => $quirks, 'calls' => $call]), LOCK_EX);
    [$status, $headers, $answer] = (new Desk(new TownDirectory()))->take(
        (string) ($_SERVER['HTTP_AUTHORIZATION'] ?? ''),
        json_decode((string) file_get_contents('php://input'), true),
        $quirks,
        $call,
    );
    http_response_code($status);
    header('Content-Type: application/json');
    foreach ($headers as $name => $value) {
        header("{$name}: {$value}");
    }
    exit(json_encode($answer, JSON_UNESCAPED_UNICODE));
}
if ($path === '/giving' || $path === '/giving/v1/charges') {
    $desk = new GivingDesk("{$folder}/giving.json");
    if ($path === '/giving/v1/charges') {
        [$status, $headers, $body] = (new Till($desk->charges()))->take(
            (string) ($_SERVER['HTTP_AUTHORIZATION'] ?? ''),
            $_GET,
            $desk->quirks(),
            $desk->call(),
        );
        http_response_code($status);
        header('Content-Type: application/json');
        foreach ($headers as $name => $value) {
            header("{$name}: {$value}");
        }
        exit($body);
    }
    if ($_SERVER['REQUEST_METHOD'] === 'POST') {
        $desk->did($_POST, gmdate('Y-m-d\TH:i:s\Z'));
        header('Location: /giving', true, 303);
        exit();
    }
    header('Content-Security-Policy: default-src \'none\'; style-src \'unsafe-inline\'');
    exit($desk->page());
}
$list = static fn(string $what): array => array_slice(array_reverse(glob("{$folder}/{$what}") ?: []), 0, 50);
if ($path === '/received.json') {
    header('Content-Type: application/json');
    exit(
        json_encode([
            'mail' => array_map(static fn(string $file): string => (string) file_get_contents($file), $list('mail/*.eml')),
            'notices' => array_map(
                static fn(string $file): mixed => json_decode((string) file_get_contents($file), true),
                $list('notices/*.json'),
            ),
        ])
    );
}
$e = static fn(string $text): string => htmlspecialchars($text, ENT_QUOTES | ENT_SUBSTITUTE);
header('Content-Security-Policy: default-src \'none\'; style-src \'unsafe-inline\'');
echo '<!doctype html><meta charset="utf-8"><title>Stand-ins</title><style>body{font:14px sans-serif;margin:2em;max-width:60em;background:#f5f2ea;color:#1d2a26}pre{background:#fffdf8;border:1px solid #dcd5c5;padding:8px;white-space:pre-wrap}</style><h1>What the stand-ins received</h1><h2>Mail</h2>';
foreach ($list('mail/*.eml') as $file) {
    echo '<pre>' . $e(quoted_printable_decode((string) file_get_contents($file))) . '</pre>';
}
echo '<h2>Notices to other systems</h2>';
foreach ($list('notices/*.json') as $file) {
    $notice = json_decode((string) file_get_contents($file), true);
    echo '<pre>' .
        ($notice['genuine'] ? 'signature is genuine' : 'SIGNATURE IS NOT GENUINE') .
        "\n" .
        $e((string) json_encode($notice['body'], JSON_PRETTY_PRINT)) .
        '</pre>';
}
echo '<h2>The giving platform</h2><p><a href="/giving">Skerry Giving</a></p>';
echo '<h2>The postal directory</h2><form method="post" action="/directory/quirks">';
foreach (
    [
        'slow_ms' => 'milliseconds before it answers',
        'busy_every' => 'busy each so many questions',
        'fail_every' => 'broken each so many questions',
        'lose_every' => 'leaves out each so many answers',
        'lies' => '1: answers what nobody asked',
        'down' => '1: out of order',
    ]
    as $quirk => $words
) {
    echo "<p><label><input name=\"{$quirk}\" type=\"number\" min=\"0\" value=\"{$quirks[$quirk]}\"> {$e($words)}</label></p>";
}
echo '<p><button>Set</button></p></form>';
