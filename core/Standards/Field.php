<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

/** A field of the catalog. */
final readonly class Field
{
    public function __construct(
        public string $key,
        public string $label,
        public string $group,
        public FieldType $type,
    ) {
    }

    public function isOfGift(): bool
    {
        return str_starts_with($this->key, 'gift.');
    }
}
