<?php

declare(strict_types=1);

namespace PineSieve\Core\Gifts;

use PineSieve\Core\Text\Fold;

/** What systems write of a payment that has not come, or has gone back. */
final class NotPaid
{
    private const WORDS = [
        'failed' => 1,
        'failure' => 1,
        'payment failed' => 1,
        'unsuccessful' => 1,
        'declined' => 1,
        'card declined' => 1,
        'denied' => 1,
        'rejected' => 1,
        'void' => 1,
        'voided' => 1,
        'cancelled' => 1,
        'canceled' => 1,
        'refund' => 1,
        'refunded' => 1,
        'fully refunded' => 1,
        'partially refunded' => 1,
        'partial refund' => 1,
        'reversed' => 1,
        'chargeback' => 1,
        'charged back' => 1,
        'disputed' => 1,
        'returned' => 1,
        'bounced' => 1,
        'nsf' => 1,
        'unpaid' => 1,
        'not paid' => 1,
        'incomplete' => 1,
        'abandoned' => 1,
        'expired' => 1,
        'pending' => 1,
        'uncaptured' => 1,
        'awaiting payment' => 1,
    ];

    /** What they write besides of a promise that does not stand any more. */
    private const OVER = [
        'written off' => 1,
        'write off' => 1,
        'fulfilled' => 1,
        'completed' => 1,
        'complete' => 1,
        'paid' => 1,
        'paid in full' => 1,
        'paid off' => 1,
        'closed' => 1,
        'ended' => 1,
        'stopped' => 1,
        'paused' => 1,
        'suspended' => 1,
        'terminated' => 1,
        'lapsed' => 1,
        'inactive' => 1,
    ];

    /** Words around one of those in a header: "Is refunded?", "Date voided", "Refund amount". */
    private const AROUND = [
        'is',
        'was',
        'gift',
        'donation',
        'payment',
        'check',
        'on',
        'at',
        'date',
        'time',
        'amount',
        'amt',
        'usd',
        'flag',
    ];

    private function __construct() {}

    /** Whether a column says it by yes, by a day or by an amount. */
    public static function isAsked(string $header): bool
    {
        $words = array_diff(explode(' ', Fold::words((string) preg_replace('/(\p{Ll})(\p{Lu})/u', '$1 $2', $header))), self::AROUND);

        return self::isSaid(implode(' ', $words));
    }

    /** Whether a value of such a column says that it is so. */
    public static function isYes(string $written): bool
    {
        return preg_match('/^(?:no?|f|false|none|n\/a|[-☐✗✘]|\p{Sc}?0+(?:[.,]0*)?)$/iuD', $written) !== 1;
    }

    public static function isSaid(string $written): bool
    {
        return isset(self::WORDS[strtolower($written)]);
    }

    /** Of a promise: it was kept, given up, or never stood. */
    public static function isOver(string $written): bool
    {
        return self::isSaid($written) || isset(self::OVER[strtolower($written)]);
    }
}
