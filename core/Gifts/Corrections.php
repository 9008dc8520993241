<?php

declare(strict_types=1);

namespace PineSieve\Core\Gifts;

/**
 * Money that goes back, and amounts that were wrong: entries of their own that point to the gift. The gift itself stays as it was; what it
 * comes to is the sum of all of them.
 */
final class Corrections
{
    /** Before the id that a source gives for the gift that is taken back, until it is known which that is. */
    public const OF = 'of:';

    /** Before the number that the gift has here, as our own files write it. */
    public const NUMBER = '#';

    private function __construct() {}

    /**
     * What is left of a gift.
     *
     * @param  array<Gift>  $corrections  those that point to it
     */
    public static function left(Gift $gift, array $corrections): string
    {
        return Amount::sum([$gift->amount, ...array_column($corrections, 'amount')]);
    }

    /**
     * Why a gift can't be corrected so, without a full stop; '' if it can.
     *
     * @param  array<Gift>  $others  corrections that it has already
     */
    public static function fault(Gift $correction, Gift $gift, array $others): string
    {
        $left = self::left($gift, $others);

        return match (true) {
            $gift->corrects !== null => 'That is no gift: it takes one back or corrects it itself',
            $gift->isPromise() => 'That is a promise, of which nothing was given yet',
            $correction->currency !== $gift->currency => "The gift is in {$gift->currency}, and this in {$correction->currency}",
            $correction->amount === '' || Amount::isZero($correction->amount) => 'Nothing goes back, and nothing is added',
            Amount::isBelow(Amount::sum([$left, $correction->amount]), '0.00')
                => "More goes back than is left of the gift: {$gift->currency} {$left}",
            $correction->date !== '' && $correction->date < $gift->date => "The gift was given on {$gift->date}, after this",
            default => '',
        };
    }

    /** The correction with what it has from the gift: what that is for, in the same parts, unless it says so itself. */
    public static function completed(Gift $correction, Gift $gift): Gift
    {
        $saysWhat = $correction->fund . $correction->campaign . $correction->appeal . $correction->splits !== '';
        $share = Splits::stored($gift->splits)->share($correction->amount);
        $first = $share->parts[0] ?? new Split($correction->amount, $gift->fund, $gift->campaign, $gift->appeal);

        return $correction->with([
            'kind' => $correction->kind === '' ? $gift->kind : $correction->kind,
            // What goes back of a payment is owed again.
            'promise_id' => $gift->promise,
            'credits' =>
                $correction->credits === '' && $gift->credits !== '' && $gift->amount !== ''
                    ? Credits::stored($gift->credits)->share($gift->amount, $correction->amount)->written()
                    : $correction->credits,
            ...$saysWhat
                ? []
                : [
                    'fund' => $first->fund,
                    'campaign' => $first->campaign,
                    'appeal' => $first->appeal,
                    'splits' => count($share->parts) > 1 ? $share->written() : '',
                ],
        ]);
    }

    /**
     * The gift that money goes back of, among those of the same supporter: the one that is named, else the latest before it of just that amount.
     *
     * @param  array<int|string, Gift>  $gifts  by number, or the reference that stands for one; corrections of them among them
     * @return array{int|string|null, int} the gift; null if none fits; and how many fit
     */
    public static function find(Gift $correction, array $gifts): array
    {
        $named = str_starts_with((string) $correction->corrects, self::OF) ? substr((string) $correction->corrects, strlen(self::OF)) : '';
        $fitting = [];
        foreach ($gifts as $ref => $gift) {
            if ($gift->corrects !== null || $gift->isPromise()) {
                continue;
            }
            $isNamed = $named !== '' && in_array($named, [$gift->sourceId, $gift->reference, self::NUMBER . $ref], true);
            $fits = $named !== '' ? $isNamed : Amount::equal(Amount::negated($correction->amount), $gift->amount);
            if ($fits && ($isNamed || self::fault($correction, $gift, self::of($ref, $gifts)) === '')) {
                $fitting[$ref] = $gift->date;
            }
        }
        asort($fitting);

        return [array_key_last($fitting), count($fitting)];
    }

    /**
     * @param  array<int|string, Gift>  $gifts
     * @return array<int|string, Gift> those that take a gift back or correct it
     */
    public static function of(int|string $ref, array $gifts): array
    {
        return array_filter($gifts, static fn(Gift $one): bool => $one->corrects === (string) $ref);
    }
}
