<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

use PineSieve\Core\Promises\PromiseKind;

/** A pledge or a recurring gift, in any usual wording. */
final class PromiseKindFormat implements Format
{
    public function read(string $written): Understood
    {
        $kind = PromiseKind::parse($written);

        return $kind === null
            ? Understood::not(
                'promise.kind',
                "\"{$written}\" is neither a pledge nor a recurring gift",
                'Write "pledge" or "recurring gift"',
            )
            : Understood::as($kind->value, $kind->value === $written ? '' : "read as {$kind->value}");
    }
}
