<?php

declare(strict_types=1);

namespace App\Support\Http;

use JsonSerializable;

/**
 * Values by name, which stay an object in JSON where there are none. Amounts go by their currency (ISO 4217).
 *
 * @phpstan-type Amounts JsonMap<string>
 *
 * @template-covariant T
 */
final readonly class JsonMap implements JsonSerializable
{
    /** @param  array<string, T>  $values */
    public function __construct(private array $values) {}

    public function jsonSerialize(): object
    {
        return (object) $this->values;
    }
}
