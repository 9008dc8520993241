<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

use PineSieve\Core\Gifts\TributeKind;

/** In honor or in memory, in any usual wording. */
final class TributeKindFormat implements Format
{
    public function read(string $written): Understood
    {
        $kind = TributeKind::parse($written);

        return $kind === null
            ? Understood::not('tribute.unknown', "\"{$written}\" is neither in honor nor in memory", 'Write "in honor" or "in memory"')
            : Understood::as($kind->value, $kind->value === $written ? '' : "read as {$kind->value}");
    }
}
