<?php

declare(strict_types=1);

namespace PineSieve\Core\Gifts;

/** What one supporter gave in a year, to be told to them: gift by gift, what came in return, and what it comes to. */
final readonly class GivingStatement
{
    /** @param  list<Gift>  $gifts  in the order of their days, with what took some of them back */
    private function __construct(public int $year, public array $gifts, public Amounts $given, public Amounts $benefits) {}

    /** @param  array<Gift>  $gifts  of any year; a promise is no gift */
    public static function of(int $year, array $gifts): self
    {
        $own = array_filter($gifts, static fn(Gift $gift): bool => !$gift->isPromise() && str_starts_with($gift->date, "{$year}-"));
        uasort($own, static fn(Gift $a, Gift $b): int => $a->date <=> $b->date);
        [$given, $benefits] = [Amounts::none(), Amounts::none()];
        foreach ($own as $gift) {
            $given = $gift->amount === '' ? $given : $given->plus(Amounts::of($gift->currency, $gift->amount));
            $benefits = $gift->benefit === '' ? $benefits : $benefits->plus(Amounts::of($gift->currency, $gift->benefit));
        }

        return new self($year, array_values($own), $given, $benefits);
    }

    /** @return list<array{string, string, string, string}> day, what it was for, what came in return, amount: a gift that is split is for all of its parts */
    public function rows(): array
    {
        return array_map(static function (Gift $gift): array {
            $parts = Splits::stored($gift->value('splits'))->parts;
            $for =
                $parts === []
                    ? $gift->value('fund')
                    : implode(', ', array_map(static fn(Split $part): string => "{$part->fund} {$part->amount}", $parts));
            $what = array_filter(
                [$gift->value('kind') === GiftKind::InKind->value ? $gift->value('description') : '', $for],
                static fn(string $text): bool => $text !== '',
            );

            return [
                $gift->date,
                implode(', ', $what) . ($gift->corrects === null ? '' : ' (taken back)'),
                $gift->benefit === '' ? '' : "{$gift->currency} {$gift->benefit}",
                "{$gift->currency} {$gift->amount}",
            ];
        }, $this->gifts);
    }

    /** @return string "USD 150.00 and CAD 20.00" */
    public static function told(Amounts $amounts): string
    {
        $sums = $amounts->toArray();

        return $sums === []
            ? '0.00'
            : implode(' and ', array_map(static fn(string $code, string $sum): string => "{$code} {$sum}", array_keys($sums), $sums));
    }
}
