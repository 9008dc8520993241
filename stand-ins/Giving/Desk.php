<?php

declare(strict_types=1);

namespace PineSieve\StandIns\Giving;

/**
 * The page of the made-up platform, on which one gives, corrects and takes back; what was done there is kept in a file beside the seed.
 *
 * @phpstan-import-type Charge from Platform
 * @phpstan-type Inbox array{address: string, key: string, answer: string}
 * @phpstan-type Kept array{charges: list<Charge>, quirks: array<string, int>, calls: int, notices: Inbox}
 */
final readonly class Desk
{
    public function __construct(private string $file) {}

    /** @return list<Charge> what the seed makes, with what was done since, the earliest change first */
    public function charges(): array
    {
        $charges = array_column((new Platform())->charges(), null, 'id');
        foreach ($this->kept()['charges'] as $charge) {
            $charges[$charge['id']] = $charge;
        }
        $charges = array_values($charges);
        usort(
            $charges,
            static fn(array $one, array $other): int => [$one['changed_at'], $one['id']] <=> [$other['changed_at'], $other['id']],
        );

        return $charges;
    }

    /** @return array<string, int> */
    public function quirks(): array
    {
        return $this->kept()['quirks'];
    }

    public function call(): int
    {
        $kept = $this->kept();
        $kept['calls']++;
        $this->keep($kept);

        return $kept['calls'];
    }

    /**
     * What someone did on the page.
     *
     * @param  array<string, mixed>  $form  do ("give", "refund", "correct", "quirks", "notices"), and what belongs to it
     * @param  string  $now  UTC, as 2026-11-28T12:00:00Z
     */
    public function did(array $form, string $now): void
    {
        $before = count($this->kept()['charges']);
        $this->change($form, $now);
        $kept = $this->kept();
        if (count($kept['charges']) > $before && $kept['notices']['address'] !== '') {
            $kept['notices']['answer'] = $this->send($kept['charges'][$before], $kept['notices'], strtotime($now) ?: time());
            $this->keep($kept);
        }
    }

    /**
     * Sends a signed notice of what happened to a charge: "TIME.BODY" with HMAC-SHA-256, in hexadecimal.
     *
     * @param  Charge  $charge
     * @param  Inbox  $to
     * @return string what was answered
     */
    private function send(array $charge, array $to, int $time): string
    {
        $body = (string) json_encode(['event' => 'charge.changed', 'charge' => $charge], JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
        $signature = hash_hmac('sha256', "{$time}.{$body}", $to['key']);
        $answer = @file_get_contents(
            $to['address'],
            false,
            stream_context_create([
                'http' => [
                    'method' => 'POST',
                    'header' => ['Content-Type: application/json', "Skerry-Sent: {$time}", "Skerry-Signature: sha256={$signature}"],
                    'content' => $body,
                    'timeout' => 10,
                    'ignore_errors' => true,
                    'follow_location' => 0,
                ],
            ]),
        );

        return $answer === false ? 'no answer' : (string) ($http_response_header[0] ?? '');
    }

    /** @param  array<string, mixed>  $form */
    private function change(array $form, string $now): void
    {
        $text = static fn(string $key): string => is_string($form[$key] ?? null) ? trim($form[$key]) : '';
        $kept = $this->kept();
        $charges = array_column($this->charges(), null, 'id');
        $cents = (int) round(100 * (float) $text('amount'));
        $charge = $charges[$text('id')] ?? null;
        if ($text('do') === 'quirks') {
            $kept['quirks'] = array_map(intval(...), [...Till::QUIRKS, ...array_intersect_key($form, Till::QUIRKS)]);
            $kept['calls'] = 0;
        } elseif ($text('do') === 'notices') {
            $kept['notices'] = ['address' => $text('address'), 'key' => $text('key') ?: $kept['notices']['key'], 'answer' => ''];
        } elseif ($text('do') === 'give' && $cents > 0) {
            $kept['charges'][] = $this->given($text, $cents, count($charges) + 1, $now);
        } elseif ($text('do') === 'refund' && $charge !== null) {
            $back = $cents > 0 ? min($cents, $charge['cents']) : $charge['cents'];
            $kept['charges'][] = [
                ...$charge,
                'status' => $back === $charge['cents'] ? 'refunded' : 'partly refunded',
                'refund' => ['cents' => $back, 'at' => $now],
                'changed_at' => $now,
            ];
        } elseif ($text('do') === 'correct' && $charge !== null && $cents > 0) {
            $kept['charges'][] = [
                ...$charge,
                'cents' => $cents,
                'designation' => [['fund' => $charge['designation'][0]['fund'], 'cents' => $cents]],
                'changed_at' => $now,
            ];
        }
        $this->keep($kept);
    }

    /**
     * @param  \Closure(string): string  $text
     * @return Charge
     */
    private function given(\Closure $text, int $cents, int $number, string $now): array
    {
        $email = strtolower($text('email'));

        return [
            'id' => sprintf('SK-%05d', 8000 + $number),
            'status' => 'succeeded',
            'charged_at' => $now,
            'changed_at' => $now,
            'cents' => $cents,
            'fee_cents' => (int) round($cents * 0.022) + 30,
            'currency' => 'usd',
            'designation' => [['fund' => $text('fund') === '' ? 'General fund' : $text('fund'), 'cents' => $cents]],
            'donor' =>
                $text('last_name') === ''
                    ? null
                    : [
                        // One email is one account there.
                        'id' => 'D' . ($email === '' ? $number + 5000 : 10_000 + (crc32($email) % 90_000)),
                        'first_name' => $text('first_name'),
                        'last_name' => $text('last_name'),
                        'email' => $email,
                        'phone' => '',
                        'address' => null,
                    ],
            'tribute' => null,
            'refund' => null,
            'plan' => null,
            'message' => '',
        ];
    }

    /** @return Kept */
    private function kept(): array
    {
        $kept = (array) json_decode((string) @file_get_contents($this->file), true);

        return [
            'charges' => array_values((array) ($kept['charges'] ?? [])),
            'quirks' => array_map(intval(...), [...Till::QUIRKS, ...array_intersect_key((array) ($kept['quirks'] ?? []), Till::QUIRKS)]),
            'calls' => (int) ($kept['calls'] ?? 0),
            'notices' => array_map(strval(...), [
                ...self::NO_NOTICES,
                ...array_intersect_key((array) ($kept['notices'] ?? []), self::NO_NOTICES),
            ]),
        ];
    }

    /** @param  Kept  $kept */
    private function keep(array $kept): void
    {
        file_put_contents($this->file, json_encode($kept, JSON_UNESCAPED_UNICODE), LOCK_EX);
    }

    public function page(): string
    {
        $e = static fn(string $text): string => htmlspecialchars($text, ENT_QUOTES | ENT_SUBSTITUTE);
        $latest = array_slice(array_reverse($this->charges()), 0, 25);
        $rows = '';
        foreach ($latest as $one) {
            $name = $one['donor'] === null ? 'without a name' : "{$one['donor']['first_name']} {$one['donor']['last_name']}";
            $amount = sprintf('%s %.2f', strtoupper($one['currency']), $one['cents'] / 100);
            $rows .=
                "<tr><td>{$e($one['id'])}<td>{$e($one['changed_at'])}<td>{$e($name)}<td>{$e($amount)}<td>{$e($one['status'])}<td>" .
                "<form method=post><input type=hidden name=id value=\"{$e(
                    $one['id'],
                )}\"><input name=amount size=7 aria-label=\"Amount for {$e($one['id'])}\"> " .
                '<button name=do value=refund>Take back</button> <button name=do value=correct>Correct</button></form>';
        }
        $quirks = '';
        foreach (self::WORDS as $quirk => $words) {
            $quirks .= "<p><label><input name={$quirk} type=number min=0 value={$this->quirks()[$quirk]}> {$e($words)}</label>";
        }

        $to = $this->kept()['notices'];
        $notices =
            '<h2>Notices</h2><form method=post><p><label>Sent to <input name=address size=70 value="' .
            $e($to['address']) .
            '"></label> <label>signed with <input name=key type=password placeholder="' .
            ($to['key'] === '' ? '' : 'kept') .
            '"></label> <button name=do value=notices>Set</button>' .
            ($to['answer'] === '' ? '' : "<p>The last one was answered with {$e($to['answer'])}.") .
            '</form>';

        return '<!doctype html><html lang=en><meta charset=utf-8><title>Skerry Giving</title>' .
            '<style>body{font:14px sans-serif;margin:2em;max-width:70em;background:#f2f5f7;color:#1d2a30}' .
            'td{padding:2px 12px 2px 0}input{padding:3px}</style>' .
            '<h1>Skerry Giving</h1><p>A made-up giving platform: what is done here arrives with the next pull.</p>' .
            '<h2>Give</h2><form method=post><label>First name <input name=first_name></label> ' .
            '<label>Last name <input name=last_name></label> ' .
            '<label>Email <input name=email type=email></label> <label>Amount <input name=amount size=7 required></label> ' .
            '<label>Fund <input name=fund></label> <button name=do value=give>Give</button></form>' .
            "<h2>The latest</h2><table>{$rows}</table>{$notices}<h2>Bad days</h2>" .
            "<form method=post>{$quirks}<p><button name=do value=quirks>Set</button></form>";
    }

    private const NO_NOTICES = ['address' => '', 'key' => '', 'answer' => ''];

    private const WORDS = [
        'slow_ms' => 'milliseconds before it answers',
        'busy_every' => 'busy each so many questions',
        'fail_every' => 'broken each so many questions',
        'half_every' => 'half an answer each so many questions',
        'repeat' => '1: gives the page before once more',
        'skip' => '1: leaves one out between two pages',
        'down' => '1: out of order',
    ];
}
