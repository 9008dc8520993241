<?php

declare(strict_types=1);

namespace PineSieve\Core\Records;

use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\StandardizedAddress;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Names\SupporterKind;

/** What one row says, once its columns have become fields. '' for what it does not say. */
final readonly class IncomingRecord
{
    /**
     * @param  Address  $address  as it would be stored
     * @param  Address  $standard  in postal form, for comparing
     * @param  string  $addressWritten  the address as the row has it, where it is stored in another form; '' where it is not
     * @param  string  $phone  E.164
     */
    public function __construct(
        public SupporterKind $kind,
        public PersonName $name,
        public string $organization = '',
        public string $whole = '',
        public string $firstKnown = '',
        public Address $address = new Address,
        public Address $standard = new Address,
        public string $email = '',
        public string $phone = '',
        public string $oldId = '',
        public ?IncomingGift $gift = null,
        public string $addressWritten = '',
    ) {
    }

    /** The name that is always there; '' if the row names nobody. */
    public function display(): string
    {
        return match ($this->kind) {
            SupporterKind::Organization => $this->organization,
            SupporterKind::Household => $this->whole !== '' ? $this->whole : $this->name->display(),
            SupporterKind::Person => $this->name->display(),
        };
    }

    /** @return array<string, string> column of the supporter to its value, known ones only */
    public function fields(): array
    {
        $person = $this->kind === SupporterKind::Person;
        $display = $this->display();

        return array_filter([
            'kind' => $this->kind->value,
            'title' => $this->name->title,
            'first_name' => $this->name->first,
            'middle_name' => $this->name->middle,
            'last_name' => $this->name->last,
            'suffix' => $this->name->suffix,
            'organization_name' => $this->organization,
            'display_name' => $display,
            'sort_name' => $person ? $this->name->sort() : ($this->kind === SupporterKind::Household && $this->name->last !== '' ? "{$this->name->last}, {$display}" : $display),
            'envelope_name' => $person ? $this->name->envelope() : $display,
            'greeting' => $person ? $this->name->greeting() : $display,
            'first_known_on' => $this->firstKnown,
        ], static fn (string $value): bool => $value !== '');
    }

    /** Equal for two rows that say the very same, of the supporter and of the gift: 64 bits of XXH3, signed. */
    public function fingerprint(): int
    {
        $said = [$this->fields(), $this->standard->parts(), $this->email, $this->phone, mb_strtolower($this->oldId), $this->gift?->fields()];
        /** @var array{1: int} $parts */
        $parts = unpack('q', hash('xxh3', json_encode($said, JSON_THROW_ON_ERROR), true));

        return $parts[1];
    }

    /** @param  bool  $accepted whether the postal form is stored, with the written one beside it, or the written one alone */
    public function withAddress(StandardizedAddress $address, bool $accepted): self
    {
        $stored = $accepted ? $address->standard : $address->original;
        $written = $accepted && $address->changes !== [] ? $address->original->line() : '';

        return new self($this->kind, $this->name, $this->organization, $this->whole, $this->firstKnown, $stored, $address->standard, $this->email, $this->phone, $this->oldId, $this->gift, $written);
    }
}
