<?php

declare(strict_types=1);

namespace PineSieve\Core\Records;

/** A value that could not be read, as it was written. */
final readonly class UnreadValue
{
    /** Fields by which a record is told from others of its name. */
    private const EVIDENCE = ['email', 'phone', 'birth_date', 'address.line1', 'address.city', 'address.postal_code', 'address.state'];

    /** @param  string  $field  key in the catalog, of no party */
    public function __construct(
        public string $field,
        public string $text,
    ) {
    }

    public function isEvidence(): bool
    {
        return in_array($this->field, self::EVIDENCE, true);
    }
}
