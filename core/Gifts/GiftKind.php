<?php

declare(strict_types=1);

namespace PineSieve\Core\Gifts;

use PineSieve\Core\Text\Fold;

/** How a gift was made. */
enum GiftKind: string
{
    case Cash = 'cash';
    case Check = 'check';
    case Card = 'card';
    case Transfer = 'transfer';
    case InKind = 'in kind';
    case Securities = 'securities';
    case Pledge = 'pledge';
    case PledgePayment = 'pledge payment';
    case Recurring = 'recurring installment';
    case Other = 'other';

    public function isPromise(): bool
    {
        return $this === self::Pledge;
    }

    /** The number of a check that stands with the word: "ck 4410", "Check #881"; '' if there is none. */
    public static function checkNumber(string $text): string
    {
        return preg_match(
            '/^(?:personal )?(?:ck|chk|check|cheque|chq)\W{0,3}(?:no|num|number)?\W{0,3}(\d{2,12})$/iD',
            trim($text),
            $found,
        ) === 1
            ? $found[1]
            : '';
    }

    /** The kind that a word stands for; null if it is not known. */
    public static function parse(string $text): ?self
    {
        return match (Fold::words($text)) {
            'cash', 'money' => self::Cash,
            'check', 'cheque', 'chq', 'ck', 'chk', 'personal check' => self::Check,
            'card',
            'credit',
            'credit card',
            'creditcard',
            'cc',
            'debit',
            'debit card',
            'visa',
            'mastercard',
            'master card',
            'mc',
            'amex',
            'discover'
                => self::Card,
            // "Online" may be a card or a bank: a person says which.
            'transfer',
            'e check',
            'echeck',
            'wire',
            'ach',
            'eft',
            'bank transfer',
            'bank',
            'direct debit',
            'direct deposit'
                => self::Transfer,
            'in kind', 'inkind', 'gik', 'gift in kind', 'goods' => self::InKind,
            'stock', 'stocks', 'securities', 'shares' => self::Securities,
            'pledge' => self::Pledge,
            'pledge payment', 'pledge pmt', 'payment' => self::PledgePayment,
            'recurring', 'recurring installment', 'recurring gift', 'monthly', 'sustainer', 'installment' => self::Recurring,
            'other', 'misc' => self::Other,
            default => self::checkNumber($text) === '' ? null : self::Check,
        };
    }
}
