<?php

declare(strict_types=1);

namespace App\AddressChecks;

use PineSieve\Core\Addresses\AddressRule;
use PineSieve\Core\Addresses\Directory\Outcome;
use PineSieve\Core\Addresses\Directory\Standing;

/**
 * Two checks side by side, the earlier one first: what each comes to, line by line.
 *
 * @phpstan-import-type Figures from CheckFigures
 * @phpstan-type ComparedLine array{key: string, words: string, before: int, now: int, before_of: ?int, now_of: ?int, points: ?float}
 * @phpstan-type ComparedPart array{key: 'sums'|'outcomes'|'rules'|'regions', lines: list<ComparedLine>}
 * @phpstan-type ComparedCheck array{id: int, name: string, created_at: string, edition: string}
 * @phpstan-type ComparedChecks array{before: ComparedCheck, now: ComparedCheck, parts: list<ComparedPart>}
 */
final readonly class CheckComparison
{
    /** @return ComparedChecks */
    public static function of(AddressCheck $one, AddressCheck $other): array
    {
        [$before, $now] = $one->id < $other->id ? [$one, $other] : [$other, $one];
        [$then, $today] = [$before->figures ?? self::none($before), $now->figures ?? self::none($now)];

        return [
            'before' => self::check($before),
            'now' => self::check($now),
            'parts' => [
                ['key' => 'sums', 'lines' => self::sums($then, $today)],
                ['key' => 'outcomes', 'lines' => self::outcomes($then, $today)],
                ['key' => 'rules', 'lines' => self::rules($then, $today)],
                ['key' => 'regions', 'lines' => self::regions($then, $today)],
            ],
        ];
    }

    private static function none(AddressCheck $check): never
    {
        throw new \LogicException("Check {$check->id} has not come to anything yet.");
    }

    /** @return ComparedCheck */
    private static function check(AddressCheck $check): array
    {
        return [
            'id' => $check->id,
            'name' => $check->name,
            'created_at' => $check->created_at->toIso8601String(),
            'edition' => $check->edition,
        ];
    }

    /**
     * @param  Figures  $then
     * @param  Figures  $today
     * @return list<ComparedLine>
     */
    private static function sums(array $then, array $today): array
    {
        $lines = [
            ['key' => 'addresses', 'words' => 'Addresses', ...self::numbers($then['addresses'], $today['addresses'])],
            self::line('mailable', 'Can be mailed', $then['mailable'], $today['mailable'], $then, $today),
        ];
        foreach (Standing::cases() as $standing) {
            $key = $standing->value;
            $lines[] = self::line($key, ucfirst($standing->words()), $then[$key], $today[$key], $then, $today);
        }
        $lines[] = self::line('moved', 'Moved away', $then['moved'], $today['moved'], $then, $today);
        $lines[] = self::line('changed', 'Put into postal form', $then['changed'], $today['changed'], $then, $today);

        return $lines;
    }

    /**
     * @param  Figures  $then
     * @param  Figures  $today
     * @return list<ComparedLine>
     */
    private static function outcomes(array $then, array $today): array
    {
        $lines = [];
        foreach (Outcome::cases() as $outcome) {
            $key = $outcome->value;
            [$before, $now] = [$then['outcomes'][$key] ?? 0, $today['outcomes'][$key] ?? 0];
            if ($before + $now > 0) {
                $lines[] = self::line($key, ucfirst($outcome->words()), $before, $now, $then, $today);
            }
        }

        return $lines;
    }

    /**
     * @param  Figures  $then
     * @param  Figures  $today
     * @return list<ComparedLine>
     */
    private static function rules(array $then, array $today): array
    {
        $lines = [];
        foreach (array_keys($today['rules'] + $then['rules']) as $key) {
            $words = ucfirst(AddressRule::from($key)->words());
            $lines[] = self::line($key, $words, $then['rules'][$key] ?? 0, $today['rules'][$key] ?? 0, $then, $today);
        }

        return $lines;
    }

    /**
     * How many of each state can be mailed.
     *
     * @param  Figures  $then
     * @param  Figures  $today
     * @return list<ComparedLine>
     */
    private static function regions(array $then, array $today): array
    {
        $before = array_column($then['regions'], null, 'region');
        $now = array_column($today['regions'], null, 'region');
        $none = ['addresses' => 0, 'mailable' => 0];
        $lines = [];
        foreach (array_keys($now + $before) as $region) {
            [$was, $is] = [$before[$region] ?? $none, $now[$region] ?? $none];
            $words = (string) $region === '' ? 'No state' : (string) $region;
            $lines[] = [
                'key' => "state {$region}",
                'words' => $words,
                ...self::numbers($was['mailable'], $is['mailable'], $was['addresses'], $is['addresses']),
            ];
        }

        return $lines;
    }

    /**
     * @param  Figures  $then
     * @param  Figures  $today
     * @return ComparedLine of which the shares are those of all addresses
     */
    private static function line(string $key, string $words, int $before, int $now, array $then, array $today): array
    {
        return ['key' => $key, 'words' => $words, ...self::numbers($before, $now, $then['addresses'], $today['addresses'])];
    }

    /**
     * Points are by how many of a hundred the share has grown.
     *
     * @return array{before: int, now: int, before_of: ?int, now_of: ?int, points: ?float}
     */
    private static function numbers(int $before, int $now, ?int $beforeOf = null, ?int $nowOf = null): array
    {
        return [
            'before' => $before,
            'now' => $now,
            'before_of' => $beforeOf,
            'now_of' => $nowOf,
            'points' => $beforeOf > 0 && $nowOf > 0 ? round((100 * $now) / $nowOf - (100 * $before) / $beforeOf, 1) : null,
        ];
    }
}
