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

    /** @param  string  $region  where telephone numbers without a country code belong: ISO 3166-1 alpha-2 */
    public function of(Field $field, string $region = 'US'): Format
    {
        if ($field->type === FieldType::Phone && $region !== 'US') {
            $form = $this->made["phone {$region}"] ??= new PhoneFormat($region);
        } else {
            $form = $this->for($field->type);
        }

        return $field->list === null && $field->limits->areNone() && ! $field->isRetired ? $form : $this->made["{$field->key} {$region}"] ??= new FieldFormat($field, $form, $this->today);
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
            FieldType::SupporterNumber => new SupporterNumberFormat,
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
