<?php

declare(strict_types=1);

namespace PineSieve\StandIns\Directory;

/**
 * Takes questions to the directory as a real service does: it wants its key, takes so many at a time, and has its bad days, which can be
 * switched on: how slow it is, how often it is busy or broken, what it leaves out, and whether it answers what nobody asked.
 *
 * @phpstan-type Quirks array{slow_ms: int, busy_every: int, fail_every: int, lose_every: int, lies: int, down: int}
 */
final class Desk
{
    public const KEY = 'made-up-towns';

    public const MOST = 100;

    public const QUIRKS = ['slow_ms' => 0, 'busy_every' => 0, 'fail_every' => 0, 'lose_every' => 0, 'lies' => 0, 'down' => 0];

    private int $calls = 0;

    public function __construct(private readonly TownDirectory $directory) {}

    /**
     * @param  array<string, int>  $quirks
     * @return array{int, array<string, string>, array<string, mixed>} status, headers and body
     */
    public function take(string $authorization, mixed $body, array $quirks = [], ?int $call = null): array
    {
        $quirks = [...self::QUIRKS, ...$quirks];
        $this->calls = $call ?? $this->calls + 1;
        usleep(max(0, min(30_000, $quirks['slow_ms'])) * 1000);
        if ($authorization !== 'Bearer ' . self::KEY) {
            return [401, [], ['error' => 'The key is not known']];
        }
        if ($quirks['down'] > 0 || self::isTurn($this->calls, $quirks['fail_every'])) {
            return [503, [], ['error' => 'Out of order']];
        }
        if (self::isTurn($this->calls, $quirks['busy_every'])) {
            return [429, ['Retry-After' => '1'], ['error' => 'Too many questions']];
        }
        $asked = is_array($body) && is_array($body['addresses'] ?? null) ? $body['addresses'] : null;
        if ($asked === null) {
            return [400, [], ['error' => 'There is no list of addresses']];
        }
        if (count($asked) > self::MOST) {
            return [413, [], ['error' => 'At most ' . self::MOST . ' addresses at a time']];
        }
        $answers = [];
        foreach (array_values($asked) as $i => $address) {
            if (is_array($address) && !self::isTurn($i + 1, $quirks['lose_every'])) {
                $answers[] = ['id' => $address['id'] ?? '', ...$this->directory->answer($address)];
            }
        }
        if ($quirks['lies'] > 0 && $answers !== []) {
            $answers[] = ['id' => 'nobody-asked', 'outcome' => 'confirmed', 'address' => $answers[0]['address'] ?? null];
        }

        return [200, [], ['directory' => $this->directory->about(), 'answers' => $answers]];
    }

    private static function isTurn(int $call, int $every): bool
    {
        return $every > 0 && $call % $every === 0;
    }
}
