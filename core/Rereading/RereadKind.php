<?php

declare(strict_types=1);

namespace PineSieve\Core\Rereading;

use PineSieve\Core\Standards\FieldPlace;

/** What a value that is read otherwise is about. */
enum RereadKind: string
{
    case Currency = 'currency';
    case Amount = 'amount';
    case Consent = 'consent';
    case Kind = 'kind';
    case Name = 'name';
    case Address = 'address';

    /** @return list<string> fields of the catalog, of no party, that it shows values of */
    public function fields(): array
    {
        return match ($this) {
            self::Currency, self::Amount => ['gift.amount', 'gift.currency'],
            self::Consent => array_values(
                array_filter(array_keys(FieldPlace::further()), static fn(string $field): bool => str_starts_with($field, 'consent.')),
            ),
            self::Kind, self::Name => ['kind', ...array_keys(FieldPlace::ofName())],
            self::Address => array_keys(FieldPlace::columns('address')),
        };
    }

    /** Whether a field of the catalog, of no party, feeds it: one of its own, or one that is split into them. */
    public function isFedBy(string $field): bool
    {
        return in_array($field, $this->fields(), true) ||
            match ($this) {
                self::Kind, self::Name => $field === 'name.full',
                self::Address => $field === 'address.block',
                default => false,
            };
    }
}
