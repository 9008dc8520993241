<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Gifts\Split;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\RecordPart;
use PineSieve\Core\Records\SupporterRecord;

/** What is known of a supporter, or of one of its gifts or promises, field by field: what rules look at. What was looked up once is kept. */
final class Facts
{
    /** @var array<string, list<string>> */
    private array $found = [];

    /** @var ?list<string> */
    private ?array $countries = null;

    /** @var ?non-empty-list<self> */
    private ?array $byAddress = null;

    /**
     * @param  ?Gift  $gift  null if the facts are of no gift
     * @param  ?RecordPart  $promise  null if they are of no promise
     */
    private function __construct(
        private readonly SupporterRecord $record,
        private readonly ?Gift $gift,
        private readonly ?RecordPart $address,
        private readonly ?RecordPart $promise = null,
    ) {}

    public static function of(SupporterRecord $record): self
    {
        return new self($record, null, null);
    }

    public function withGift(Gift $gift): self
    {
        return new self($this->record, $gift, $this->address);
    }

    public function withPromise(RecordPart $promise): self
    {
        return new self($this->record, null, $this->address, $promise);
    }

    public function isOfPromise(): bool
    {
        return $this->promise !== null;
    }

    public function isOfGift(): bool
    {
        return $this->gift !== null;
    }

    public function kind(): SupporterKind
    {
        return $this->record->kind();
    }

    /** @return non-empty-list<self> for each address the facts with that address alone; as they are if there is none */
    public function byAddress(): array
    {
        return $this->byAddress ??=
            $this->record->addresses === []
                ? [$this]
                : array_map(
                    fn(RecordPart $address): self => new self($this->record, $this->gift, $address, $this->promise),
                    $this->record->addresses,
                );
    }

    /** @return non-empty-list<self> for each part of a split gift the facts with that part alone; as they are if it is not split */
    public function byPart(): array
    {
        return $this->gift === null || $this->gift->splits === ''
            ? [$this]
            : array_map(
                fn(Split $part): self => $this->withGift(
                    $this->gift->with([
                        'amount' => $part->amount,
                        'fund' => $part->fund,
                        'campaign' => $part->campaign,
                        'appeal' => $part->appeal,
                        'splits' => null,
                    ]),
                ),
                $this->gift->parts(),
            );
    }

    /** @return list<string> values of a field that are not blank */
    public function all(string $field): array
    {
        return $this->found[$field] ??= $this->lookUp($field);
    }

    /** @return list<string> */
    private function lookUp(string $field): array
    {
        $place = FieldPlace::of($field);
        if ($place === null) {
            return $field === 'name.full' ? self::filled([$this->record->field('display_name')]) : [];
        }
        $list = BaseFields::all()[$field]->nature->list ?? '';
        $values = match ($place->subject) {
            'supporter' => [$this->record->field($place->column)],
            'gift' => $this->gift?->values($place->column) ?? [],
            'promise' => [$this->promise?->value($place->column) ?? ''],
            'address' => self::values($this->address === null ? $this->record->addresses : [$this->address], $place->column),
            'email' => self::values($this->record->emails, 'address'),
            'phone' => self::values($this->record->phones, 'number'),
            'identifier' => self::values($this->record->identifiers, 'value'),
            'membership' => self::values(
                array_filter($this->record->memberships, static fn(RecordPart $part): bool => $part->value('list') === $list),
                'name',
            ),
            'custom' => self::values(
                array_filter($this->record->custom, static fn(RecordPart $part): bool => $part->value('field') === $field),
                'value',
            ),
            'link' => self::values($this->record->links, 'role'),
            default => [],
        };

        return self::filled($values);
    }

    /** @return list<string> country of each address, told by its state or postal code where it is not written */
    public function countries(): array
    {
        if ($this->countries !== null) {
            return $this->countries;
        }
        $addresses = array_map(
            static fn(RecordPart $part): Address => Address::fromParts($part->values),
            $this->address === null ? $this->record->addresses : [$this->address],
        );

        return $this->countries = array_values(
            array_map(
                AddressStandardizer::country(...),
                array_filter($addresses, static fn(Address $address): bool => !$address->isBlank() || $address->country !== ''),
            ),
        );
    }

    /**
     * @param  array<RecordPart>  $parts
     * @return list<string>
     */
    private static function values(array $parts, string $column): array
    {
        return array_values(array_map(static fn(RecordPart $part): string => $part->value($column), $parts));
    }

    /**
     * @param  list<string>  $values
     * @return list<string>
     */
    private static function filled(array $values): array
    {
        return array_values(array_filter($values, static fn(string $value): bool => $value !== ''));
    }
}
