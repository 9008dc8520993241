<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

use PineSieve\Core\Text\Fold;

/** Whether a supporter is active, inactive or deceased. */
final class StatusFormat implements Format
{
    private const WORDS = [
        'active' => ['active', 'current', 'a', 'live', 'living', 'open', 'alive', 'new'],
        'inactive' => ['inactive', 'lapsed', 'i', 'former', 'closed', 'archived', 'dormant', 'lost', 'moved', 'past'],
        'deceased' => ['deceased', 'dead', 'd', 'dec', 'died', 'passed away', 'passed', 'late'],
    ];

    public static function parse(string $written): ?string
    {
        $words = Fold::words($written);
        foreach (self::WORDS as $status => $spellings) {
            if (in_array($words, $spellings, true)) {
                return $status;
            }
        }

        return null;
    }

    public function read(string $written): Understood
    {
        $status = self::parse($written);

        return $status === null
            ? Understood::not('status.unknown', "\"{$written}\" is no status", 'Write active, inactive or deceased')
            : Understood::as($status, $status === $written ? '' : "read as {$status}");
    }
}
