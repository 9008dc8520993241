<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses\Lines;

use PineSieve\Core\Addresses\Reason;

/** A line of an address in its parts, as they stand in postal form; a part that it does not have is ''. */
final readonly class DeliveryLine
{
    /**
     * @param  string  $written  as it was
     * @param  string  $number  of the house, with its fraction, letter or hyphen: "101 1/2", "39-12", "N6W23001"
     * @param  string  $before  the direction before the name: "N"
     * @param  string  $after  the direction behind it
     * @param  bool  $isTypeFirst  whether the suffix stands before the name, as in "rue Principale"
     * @param  string  $route  a rural or contract route, or a military unit: "RR 4", "PSC 1234"
     * @param  string  $box  "PO Box 12", or "Box 5" of a route
     * @param  string  $station  in Canada: "Stn Main"
     * @param  string  $urbanization  in Puerto Rico: "Urb Las Gladiolas"
     * @param  list<Unit>  $units
     * @param  array<string, Reason>  $reasons  why it differs from what was written, by rule
     */
    public function __construct(
        public LineKind $kind,
        public string $written,
        public string $number = '',
        public string $before = '',
        public string $name = '',
        public string $suffix = '',
        public string $after = '',
        public bool $isTypeFirst = false,
        public string $route = '',
        public string $box = '',
        public string $station = '',
        public string $urbanization = '',
        public array $units = [],
        public array $reasons = [],
    ) {}

    /** The same street for another house, and perhaps a unit of it. */
    public function of(string $written, string $number, ?self $unit = null): self
    {
        $reasons = $this->reasons;
        foreach ($unit->reasons ?? [] as $reason) {
            $reasons[$reason->rule->value] ??= $reason;
        }

        return new self(
            $this->kind,
            $written,
            $number,
            $this->before,
            $this->name,
            $this->suffix,
            $this->after,
            $this->isTypeFirst,
            urbanization: $this->urbanization,
            units: $unit === null ? $this->units : [...$this->units, ...$unit->units],
            reasons: $reasons,
        );
    }

    /** The same word for a unit with another number. */
    public function withUnit(string $number): self
    {
        return new self(
            $this->kind,
            $this->written,
            units: [new Unit($this->units[0]->designator ?? '', $number)],
            reasons: $this->reasons,
        );
    }

    /** Whether it names no street: there is one way to write it. */
    public function isPostal(): bool
    {
        return $this->route !== '' || $this->box !== '';
    }

    /** The line in postal form; what could not be read is as it was written. */
    public function text(): string
    {
        return $this->units === [] ? $this->withoutUnits() : ltrim("{$this->withoutUnits()} {$this->unitsText()}");
    }

    public function withoutUnits(): string
    {
        if (in_array($this->kind, [LineKind::Unread, LineKind::Attention, LineKind::Blank], true)) {
            return $this->written;
        }
        [$first, $second] = $this->isTypeFirst ? [$this->suffix, $this->name] : [$this->name, $this->suffix];
        $parts = [
            $this->urbanization,
            $this->number,
            $this->before,
            $first,
            $second,
            $this->after,
            $this->route,
            $this->box,
            $this->station,
        ];
        $text = '';
        foreach ($parts as $part) {
            $text .= $part === '' ? '' : ($text === '' ? $part : " {$part}");
        }

        return $text;
    }

    public function unitsText(): string
    {
        return count($this->units) === 1
            ? $this->units[0]->text()
            : implode(' ', array_map(static fn(Unit $unit): string => $unit->text(), $this->units));
    }
}
