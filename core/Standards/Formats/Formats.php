<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldType;

/** The format of each type of field. */
final class Formats
{
    /** @var array<string, Format> */
    private array $made = [];

    /** @param  string  $today ISO 8601 */
    public function __construct(public readonly string $today)
    {
    }

    public function of(Field $field): Format
    {
        return $field->options === [] ? $this->for($field->type) : $this->made[$field->key] ??= new ChoiceFormat($field->options);
    }

    /** @param  ?DateOrder  $order for dates only */
    public function for(FieldType $type, ?DateOrder $order = null): Format
    {
        return $this->made[$type->value.($order->value ?? '')] ??= match ($type) {
            FieldType::Email => new EmailFormat,
            FieldType::Phone => new PhoneFormat,
            FieldType::Date => new DateFormat($this->today, $order),
            FieldType::Amount => new AmountFormat,
            FieldType::GiftKind => new GiftKindFormat,
            FieldType::State => new StateFormat,
            FieldType::PostalCode => new PostalCodeFormat,
            FieldType::Country => new CountryFormat,
            FieldType::Identifier => new TextFormat(120),
            FieldType::AddressBlock => new TextFormat(600),
            FieldType::LongText => new TextFormat(5000),
            FieldType::Number => new NumberFormat,
            FieldType::YesNo => new YesNoFormat,
            FieldType::Consent => new ConsentFormat,
            FieldType::RecordKind => new RecordKindFormat,
            FieldType::Status => new StatusFormat,
            FieldType::Choice, FieldType::Choices, FieldType::Names => new TextFormat(120),
            FieldType::Text, FieldType::FullName => new TextFormat,
        };
    }
}
