<?php

declare(strict_types=1);

namespace PineSieve\Core\Promises;

use PineSieve\Core\Text\Fold;

/** What is promised: an amount as a whole, or one that comes again and again. */
enum PromiseKind: string
{
    case Pledge = 'pledge';
    case Recurring = 'recurring gift';

    /** The kind that a word stands for; null if it is not known. */
    public static function parse(string $text): ?self
    {
        return match (Fold::words($text)) {
            'pledge', 'promise', 'commitment', 'installment pledge' => self::Pledge,
            'recurring gift',
            'recurring',
            'recurring donation',
            'monthly',
            'monthly giver',
            'sustainer',
            'standing order',
            'regular gift'
                => self::Recurring,
            default => null,
        };
    }
}
