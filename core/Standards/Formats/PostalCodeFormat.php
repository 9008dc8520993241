<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

use PineSieve\Core\Addresses\PostalCode;

/** A ZIP or Canadian postal code in its form. Anything else stays as it is: the address as a whole decides whether it can be. */
final readonly class PostalCodeFormat implements Format
{
    /** @param  string  $country  ISO 3166-1 alpha-2 */
    public function __construct(private string $country = 'US') {}

    public function read(string $written): Understood
    {
        if (!in_array($this->country, ['US', 'CA'], true)) {
            return Understood::as($written);
        }
        $code = PostalCode::normalize($written) ?? $written;

        return match (true) {
            $code !== $written => Understood::as($code, 'form of a postal code'),
            preg_match('/^\d{4}$/D', $written) === 1 => Understood::as(
                $code,
                'a leading zero may be missing; it is put back where the state agrees',
            ),
            default => Understood::as($code),
        };
    }
}
