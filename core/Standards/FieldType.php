<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

/** What a field's values are. */
enum FieldType: string
{
    case Text = 'text';
    case LongText = 'long text';
    case FullName = 'full name';
    case AddressBlock = 'address';
    case State = 'state';
    case PostalCode = 'postal code';
    case Country = 'country';
    case Email = 'email';
    case Phone = 'phone';
    case Identifier = 'id';
    /** The number that a supporter has in this database. */
    case SupporterNumber = 'supporter number';
    case Date = 'date';
    case Number = 'number';
    case Amount = 'amount';
    /** Code of ISO 4217. */
    case Currency = 'currency';
    case YesNo = 'yes or no';
    case Choice = 'pick list';
    case Choices = 'several from a list';
    case GiftKind = 'gift kind';
    /** Whether a gift honors someone who lives or remembers someone who died. */
    case TributeKind = 'honor or memory';
    /** A gift divided over funds, campaigns and appeals, as Splits writes it. */
    case Splits = 'parts of a gift';
    /** To whom a gift is credited beside its giver, as Credits writes it. */
    case Credits = 'credits of a gift';
    /** A pledge or a recurring gift. */
    case PromiseKind = 'kind of promise';
    /** How often something comes in. */
    case Frequency = 'frequency';
    case Consent = 'consent';
    case RecordKind = 'kind of record';
    case Status = 'status';
    /** Names of groups or tags. */
    case Names = 'names';

    /** Types that a custom field can have. */
    public const CUSTOM = [self::Text, self::Number, self::Date, self::YesNo, self::Amount, self::Choice, self::Choices];

    /** Whether one record can have several values of the field. */
    public function isList(): bool
    {
        return $this === self::Choices || $this === self::Names;
    }
}
