<?php

declare(strict_types=1);

namespace App\Promises;

use App\Standards\FieldAccess;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Promises\Promise;
use PineSieve\Core\Promises\PromiseStatus;
use PineSieve\Core\Promises\Standing;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;

/**
 * Promises of a supporter that a gift may pay.
 *
 * @phpstan-type PayablePromise array{id: int, label: string}
 */
final class PayablePromises
{
    private function __construct() {}

    /**
     * @param  array<int|string, Gift>  $gifts  of the supporter, those that wait in batches among them
     * @return list<PayablePromise>
     */
    public static function of(SupporterRecord $record, Gift $gift, array $gifts, FieldAccess $sight): array
    {
        $payable = [];
        foreach ($record->promises as $part) {
            $others = array_filter($gifts, static fn(Gift $one): bool => $one !== $gift && $one->promise === (string) $part->ref);
            if (Standing::fault($gift, Promise::stored($part->values), $others) === '') {
                $payable[] = ['id' => (int) $part->ref, 'label' => self::label($part, $sight)];
            }
        }

        return $payable;
    }

    /**
     * What is open, in a few words each: "pledge of 2026-01-10, USD 1200.00: 800.00 left, 100.00 on 2026-12-10".
     *
     * @param  array<int|string, Gift>  $gifts  of the supporter
     * @return array<int, string> number of the promise to the words
     */
    public static function open(SupporterRecord $record, array $gifts, FieldAccess $sight): array
    {
        $open = [];
        foreach ($record->promises as $part) {
            $payments = array_filter($gifts, static fn(Gift $one): bool => $one->promise === (string) $part->ref);
            $standing = Standing::of(Promise::stored($part->values), $payments);
            if (
                !in_array(
                    $standing->status(now()->format('Y-m-d')),
                    [PromiseStatus::Fulfilled, PromiseStatus::WrittenOff, PromiseStatus::Ended],
                    true,
                )
            ) {
                $open[(int) $part->ref] =
                    self::label($part, $sight) .
                    ($standing->balance === '' ? '' : ": {$standing->balance} left") .
                    ($standing->next === null ? '' : ", {$standing->next->amount} on {$standing->next->date}");
            }
        }

        return $open;
    }

    /** @return string "pledge of 2026-01-10, USD 1200.00, Roof fund", as far as it may be seen */
    public static function label(RecordPart $part, FieldAccess $sight): string
    {
        $seen = new RecordPart(
            $part->ref,
            array_filter($part->values, static fn(string $column): bool => $sight->seesColumn('promise', $column), ARRAY_FILTER_USE_KEY),
        );
        $said = [
            $seen->value('promised_on') === '' ? $part->value('kind') : "{$part->value('kind')} of {$seen->value('promised_on')}",
            trim("{$seen->value('currency')} {$seen->value('amount')} {$seen->value('frequency')}"),
            $seen->value('fund'),
        ];

        return implode(', ', array_filter($said, static fn(string $one): bool => $one !== ''));
    }
}
