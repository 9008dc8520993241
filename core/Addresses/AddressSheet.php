<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

/** The parts of an address while they are put into postal form, and why each is another than it was. */
final class AddressSheet
{
    /** @var array<string, string> */
    private array $parts;

    /** @var array<string, array<array-key, Reason>> */
    private array $reasons = [];

    /** @param  array<string, string>  $written  by Address::PARTS */
    public function __construct(private readonly array $written)
    {
        $this->parts = $written;
    }

    public function part(string $part): string
    {
        return $this->parts[$part];
    }

    /** @param  array<array-key, Reason>  $reasons */
    public function write(string $part, string $value, array $reasons): void
    {
        if ($value !== $this->parts[$part]) {
            $this->parts[$part] = $value;
            $this->reasons[$part] = isset($this->reasons[$part])
                ? array_column([...$this->reasons[$part], ...array_values($reasons)], null, 'words')
                : $reasons;
        }
    }

    /** @return array<string, string> */
    public function parts(): array
    {
        return $this->parts;
    }

    /** @return list<AddressChange> */
    public function changes(): array
    {
        $changes = [];
        foreach ($this->reasons === [] ? [] : Address::PARTS as $part) {
            if (isset($this->reasons[$part]) && $this->parts[$part] !== $this->written[$part]) {
                $changes[] = new AddressChange($part, $this->written[$part], $this->parts[$part], array_values($this->reasons[$part]));
            }
        }

        return $changes;
    }
}
