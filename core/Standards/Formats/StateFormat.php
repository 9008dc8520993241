<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

use PineSieve\Core\Addresses\Regions;

/** A state or province; its postal code where it is known. What is unknown stays: other countries have states too. */
final class StateFormat implements Format
{
    public function read(string $written): Understood
    {
        $code = Regions::find($written)['code'] ?? $written;

        return Understood::as($code, $code === $written ? '' : 'postal code of the state');
    }
}
