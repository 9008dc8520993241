<?php

declare(strict_types=1);

namespace PineSieve\StandIns\Giving;

/**
 * Answers questions about the charges of the made-up platform as a real one does, and has its bad days, which can be switched on.
 *
 * @phpstan-import-type Charge from Platform
 */
final readonly class Till
{
    public const KEY = 'skerry-made-up-key';

    public const QUIRKS = [
        'slow_ms' => 0,
        'busy_every' => 0,
        'fail_every' => 0,
        'half_every' => 0,
        'repeat' => 0,
        'skip' => 0,
        'down' => 0,
    ];

    private const MOST = 100;

    /** @param  list<Charge>  $charges  the earliest change first */
    public function __construct(private array $charges) {}

    /**
     * GET /giving/v1/charges?changed_from=&changed_to=&limit=&page= (or after= with a cursor, or neither, with links).
     *
     * @param  array<string, mixed>  $query
     * @param  array<string, int>  $quirks
     * @return array{int, array<string, string>, string} status, headers and body
     */
    public function take(string $authorization, array $query, array $quirks = [], int $call = 1): array
    {
        $quirks = [...self::QUIRKS, ...$quirks];
        usleep(max(0, min(60_000, $quirks['slow_ms'])) * 1000);
        if ($authorization !== 'Bearer ' . self::KEY) {
            return self::says(401, 'The key is not known, or it has expired');
        }
        if ($quirks['down'] > 0 || self::isTurn($call, $quirks['fail_every'])) {
            return self::says(503, 'Out of order');
        }
        if (self::isTurn($call, $quirks['busy_every'])) {
            return self::says(429, 'Too many questions', ['Retry-After' => '1']);
        }
        $text = static fn(string $key): string => is_string($query[$key] ?? null) ? $query[$key] : '';
        $limit = max(1, min(self::MOST, (int) ($text('limit') === '' ? '50' : $text('limit'))));
        $found = $this->between($text('changed_from'), $text('changed_to'));
        $page = max(1, (int) ($text('after') === '' ? $text('page') : $text('after')));
        $offset = ($page - 1) * $limit;
        // A page that comes twice, or one that never comes.
        $offset = $quirks['repeat'] > 0 && $page > 1 ? $offset - $limit : ($quirks['skip'] > 0 && $page > 1 ? $offset + 1 : $offset);
        $shown = array_slice($found, $offset, $limit);
        $isMore = count($found) > $page * $limit;
        $link = http_build_query([
            'changed_from' => $text('changed_from'),
            'changed_to' => $text('changed_to'),
            'limit' => $limit,
            'page' => $page + 1,
        ]);
        $body = (string) json_encode(
            ['charges' => $shown, 'page' => ['number' => $page, 'next' => $isMore ? (string) ($page + 1) : null, 'total' => count($found)]],
            JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
        );

        return [
            200,
            $isMore ? ['Link' => "</giving/v1/charges?{$link}>; rel=\"next\""] : [],
            self::isTurn($call, $quirks['half_every']) ? substr($body, 0, intdiv(strlen($body), 2)) : $body,
        ];
    }

    /** @return list<Charge> those that changed from a time on, and until the end of a day */
    private function between(string $from, string $to): array
    {
        $from = $from === '' ? null : strtotime($from);
        $to = $to === '' ? null : strtotime("{$to} 23:59:59 America/New_York");

        return array_values(
            array_filter($this->charges, static function (array $charge) use ($from, $to): bool {
                $at = strtotime($charge['changed_at']);

                return ($from === null || $from === false || $at >= $from) && ($to === null || $to === false || $at <= $to);
            }),
        );
    }

    /**
     * @param  array<string, string>  $headers
     * @return array{int, array<string, string>, string}
     */
    private static function says(int $status, string $error, array $headers = []): array
    {
        return [$status, $headers, (string) json_encode(['error' => $error])];
    }

    private static function isTurn(int $call, int $every): bool
    {
        return $every > 0 && $call % $every === 0;
    }
}
