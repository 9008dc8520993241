<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

use PineSieve\Core\Gifts\GiftKind;

/** One of the kinds of gift, in any usual wording. */
final class GiftKindFormat implements Format
{
    public function read(string $written): Understood
    {
        $kind = GiftKind::parse($written);

        return $kind === null
            ? Understood::not(
                'kind.unknown',
                "\"{$written}\" is not a kind of gift",
                'Write one of: ' . implode(', ', array_column(GiftKind::cases(), 'value')),
            )
            : Understood::as($kind->value, $kind->value === $written ? '' : 'the value of the list');
    }
}
