<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Home;

/** The format of each type of field. */
final class Formats
{
    /** @var array<string, Format> */
    private array $made = [];

    /**
     * @param  string  $today  ISO 8601
     * @param  bool  $byHand  whether people write the values themselves: then the organization's order of day and month holds
     */
    public function __construct(
        public readonly string $today,
        public readonly Home $home = new Home(),
        private readonly bool $byHand = false,
    ) {}

    /** The same for what people write by hand. */
    public function byHand(): self
    {
        return new self($this->today, $this->home, true);
    }

    /** @param  ?string  $region  where telephone numbers and addresses without a country belong: ISO 3166-1 alpha-2; null for the organization's own */
    public function of(Field $field, ?string $region = null): Format
    {
        $region ??= $this->home->country;
        $isMoney = self::isOfMoney($field);
        $isGreeting = $field->key === 'name.greeting';
        $made =
            ($isGreeting ? 'greeting ' : '') .
            "{$field->type->value} in {$region}" .
            ($isMoney ? ' of a gift' : '') .
            ($field->nature->mayCome ? ' to come' : '');
        $form = $this->made[$made] ??= match (true) {
            $field->type === FieldType::Phone => new PhoneFormat($region),
            $field->type === FieldType::State => new StateFormat($region),
            $field->type === FieldType::PostalCode => new PostalCodeFormat($region),
            $isGreeting => new GreetingFormat(),
            $isMoney => new AmountFormat($this->home->currency, true),
            $field->nature->mayCome => $this->date(null, true),
            default => $this->for($field->type),
        };

        return $field->list === null && $field->limits->areNone() && !$field->isRetired
            ? $form
            : ($this->made["{$field->key} {$region}"] ??= new FieldFormat($field, $form, $this->today, $this->home->currency));
    }

    /** Whether it is an amount of a gift or a promise, which say their currency; no other amount does. */
    public static function isOfMoney(Field $field): bool
    {
        return $field->type === FieldType::Amount && (str_starts_with($field->key, 'gift.') || str_starts_with($field->key, 'promise.'));
    }

    private function date(?DateOrder $order, bool $mayCome): DateFormat
    {
        return new DateFormat($this->today, $order ?? ($this->byHand ? $this->home->dates : null), $this->byHand, $mayCome);
    }

    /** @param  ?DateOrder  $order for dates only */
    public function for(FieldType $type, ?DateOrder $order = null): Format
    {
        return $this->made[$type->value . ($order->value ?? '')] ??= match ($type) {
            FieldType::Email => new EmailFormat(),
            FieldType::Phone => new PhoneFormat($this->home->country),
            FieldType::Date => $this->date($order, false),
            FieldType::Amount => new AmountFormat($this->home->currency),
            FieldType::Currency => new CurrencyFormat($this->home->currency),
            FieldType::GiftKind => new GiftKindFormat(),
            FieldType::TributeKind => new TributeKindFormat(),
            FieldType::PromiseKind => new PromiseKindFormat(),
            FieldType::Frequency => new FrequencyFormat(),
            FieldType::State => new StateFormat($this->home->country),
            FieldType::PostalCode => new PostalCodeFormat($this->home->country),
            FieldType::Country => new CountryFormat(),
            FieldType::Identifier => new TextFormat(120),
            FieldType::SupporterNumber => new SupporterNumberFormat(),
            FieldType::AddressBlock => new TextFormat(600),
            FieldType::LongText, FieldType::Splits, FieldType::Credits => new TextFormat(5000),
            FieldType::Number => new NumberFormat(),
            FieldType::YesNo => new YesNoFormat(),
            FieldType::Consent => new ConsentFormat(),
            FieldType::RecordKind => new RecordKindFormat(),
            FieldType::Status => new StatusFormat(),
            FieldType::Choice, FieldType::Choices, FieldType::Names => new TextFormat(120),
            FieldType::Text, FieldType::FullName => new TextFormat(),
        };
    }
}
