<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

use PineSieve\Core\Addresses\Regions;

/** A state or province; its postal code where it is known. What is unknown stays: other countries have states too. */
final readonly class StateFormat implements Format
{
    /** @param  string  $country  ISO 3166-1 alpha-2 */
    public function __construct(private string $country = 'US') {}

    public function read(string $written): Understood
    {
        $code = in_array($this->country, ['US', 'CA'], true) ? Regions::find($written)['code'] ?? $written : $written;

        return Understood::as($code, $code === $written ? '' : 'postal code of the state');
    }
}
