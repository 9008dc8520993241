<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

/** What a field's values are. */
enum FieldType: string
{
    case Text = 'text';
    case FullName = 'full name';
    case AddressBlock = 'address';
    case State = 'state';
    case PostalCode = 'postal code';
    case Country = 'country';
    case Email = 'email';
    case Phone = 'phone';
    case Identifier = 'id';
    case Date = 'date';
    case Amount = 'amount';
    case GiftKind = 'gift kind';
}
