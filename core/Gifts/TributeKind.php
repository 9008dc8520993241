<?php

declare(strict_types=1);

namespace PineSieve\Core\Gifts;

use PineSieve\Core\Text\Fold;

/** Why a gift is given in someone's name. */
enum TributeKind: string
{
    case Honor = 'in honor';
    case Memory = 'in memory';

    /** The kind that a word stands for; null if it is not known. */
    public static function parse(string $text): ?self
    {
        return match (Fold::words($text)) {
            'honor',
            'honour',
            'in honor',
            'in honour',
            'in honor of',
            'in honour of',
            'honoring',
            'honoree',
            'iho',
            'h',
            'celebration',
            'tribute'
                => self::Honor,
            'memory',
            'in memory',
            'in memory of',
            'memorial',
            'in memoriam',
            'memoriam',
            'remembrance',
            'in remembrance',
            'imo',
            'm'
                => self::Memory,
            default => null,
        };
    }
}
