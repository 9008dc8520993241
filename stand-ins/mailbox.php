<?php

// A small mail server that stands in for a real one: it takes what is sent to it (RFC 5321, without any delivery) and keeps it in a folder.
// Usage: php stand-ins/mailbox.php PORT FOLDER

declare(strict_types=1);

[, $port, $folder] = $argv + [1 => '', 2 => ''];
is_dir($folder) || mkdir($folder, 0o777, true);
$server = stream_socket_server("tcp://127.0.0.1:{$port}", $code, $error) ?: exit("The mailbox could not start: {$error}\n");
while (true) {
    $client = @stream_socket_accept($server, -1);
    if ($client === false) {
        continue;
    }
    stream_set_timeout($client, 10);
    $say = static fn(string $line) => fwrite($client, "{$line}\r\n");
    $say('220 mailbox.example.org');
    $to = [];
    while (($line = fgets($client)) !== false) {
        $word = strtoupper(substr($line, 0, 4));
        if ($word === 'RCPT') {
            $to[] = trim((string) preg_replace('/^RCPT TO:<?|>?\s*$/i', '', $line));
        }
        if ($word === 'DATA') {
            $say('354 go on');
            $mail = '';
            while (($line = fgets($client)) !== false && rtrim($line, "\r\n") !== '.') {
                // A line that begins with a dot has another one put before it.
                $mail .= str_starts_with($line, '..') ? substr($line, 1) : $line;
            }
            $name = sprintf('%s/%s-%s', $folder, (new DateTimeImmutable())->format('Ymd-His-u'), bin2hex(random_bytes(3)));
            file_put_contents("{$name}.part", 'X-Envelope-To: ' . implode(', ', $to) . "\r\n{$mail}");
            rename("{$name}.part", "{$name}.eml");
            $to = [];
        }
        $say($word === 'QUIT' ? '221 bye' : '250 ok');
        if ($word === 'QUIT') {
            break;
        }
    }
    fclose($client);
}
