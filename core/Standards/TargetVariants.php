<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

/**
 * What else of the same field could be meant: of another kind, another one of several, another part of a gift.
 *
 * @phpstan-type TargetOption array{target: string, label: string}
 * @phpstan-type TargetVariant array{what: string, options: list<TargetOption>}
 */
final class TargetVariants
{
    /** As many are offered, and those up to the one that is meant. */
    private const OFFERED = 12;

    private function __construct() {}

    /** @return list<TargetVariant> */
    public static function of(Target $target): array
    {
        $head = explode('.', $target->field)[0];
        $kinds = Target::KINDS[$head] ?? [];
        $variants = [];
        if ($target->party === 'child') {
            $variants[] = self::numbered(
                'Which child',
                'no.',
                $target->partyNumber,
                static fn(int $n): Target => $target->with(partyNumber: $n),
            );
        }
        if ($kinds !== []) {
            $variants[] = [
                'what' => 'Kind',
                'options' => array_map(
                    static fn(string $kind): array => self::option($target->with(kind: $kind), $kind === '' ? 'any kind' : $kind),
                    ['', ...$kinds],
                ),
            ];
        }
        if (isset(Target::KINDS[$head])) {
            $variants[] = self::numbered(
                'Which one of several',
                'no.',
                $target->number,
                static fn(int $n): Target => $target->with(number: $n),
            );
        }
        if (in_array($target->field, Target::OF_PART, true)) {
            $isCredit = str_starts_with($target->field, 'gift.credit.');
            $variants[] = self::numbered(
                $isCredit ? 'Which credit of the gift' : 'Which part of the gift',
                $isCredit ? 'credit' : 'part',
                $target->part,
                static fn(int $n): Target => $target->with(part: $n),
            );
        }

        return $variants;
    }

    /**
     * @param  callable(int): Target  $with
     * @return TargetVariant
     */
    private static function numbered(string $what, string $word, int $now, callable $with): array
    {
        return [
            'what' => $what,
            'options' => array_map(static fn(int $n): array => self::option($with($n), "{$word} {$n}"), range(1, max(self::OFFERED, $now))),
        ];
    }

    /** @return TargetOption */
    private static function option(Target $target, string $label): array
    {
        return ['target' => $target->key(), 'label' => $label];
    }
}
