<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

use PineSieve\Core\Promises\Frequency;

/** How often something comes in, in any usual wording. */
final class FrequencyFormat implements Format
{
    public function read(string $written): Understood
    {
        $frequency = Frequency::parse($written);

        return $frequency === null
            ? Understood::not(
                'frequency.unknown',
                "\"{$written}\" does not say how often",
                'Write one of: ' . implode(', ', array_column(Frequency::cases(), 'value')),
            )
            : Understood::as($frequency->value, $frequency->value === $written ? '' : "read as {$frequency->value}");
    }
}
