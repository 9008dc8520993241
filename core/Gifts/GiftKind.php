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

    /** "Visa ending in 1004", "MC x1004". */
    private const CARD_NUMBER = '/^(?:visa|mc|master ?card|amex|american express|discover|card|cc)\W*(?:ending(?: in)?|[x*#]+)?\W*\d{4}$/iD';

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
            'cash', 'money', 'coin', 'coins', 'change', 'loose change', 'efectivo', 'comptant', 'especes' => self::Cash,
            'check',
            'cheque',
            'chq',
            'ck',
            'chk',
            'personal check',
            'cashiers check',
            'cashier s check',
            'certified check',
            'money order'
                => self::Check,
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
            'american express',
            'discover',
            'carte',
            'carte de credit',
            'tarjeta',
            'tarjeta de credito'
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
            'wire transfer',
            'electronic transfer',
            'electronic funds transfer',
            'e transfer',
            'etransfer',
            'interac',
            'interac e transfer',
            'zelle',
            'virement',
            'transferencia',
            'direct debit',
            'direct deposit'
                => self::Transfer,
            'in kind', 'inkind', 'gik', 'gift in kind', 'goods', 'donated goods', 'don en nature', 'en especie' => self::InKind,
            'stock', 'stocks', 'securities', 'shares' => self::Securities,
            'pledge' => self::Pledge,
            'pledge payment', 'pledge pmt', 'payment' => self::PledgePayment,
            'recurring', 'recurring installment', 'recurring gift', 'monthly', 'sustainer', 'installment' => self::Recurring,
            'other', 'misc' => self::Other,
            default => match (true) {
                self::checkNumber($text) !== '' => self::Check,
                preg_match(self::CARD_NUMBER, trim($text)) === 1 => self::Card,
                default => null,
            },
        };
    }
}
