<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

use PineSieve\Core\Addresses\Lines\LineKind;
use PineSieve\Core\Addresses\Lines\StreetLine;
use PineSieve\Core\Text\Tidy;

/** A name and the address below or behind it in one cell, as labels have them: "Ann Lee, 12 Elm St, Dover, NH 03820". */
final readonly class AddressLabel
{
    /** Where a street or a box begins, behind a name without numbers. */
    private const BEGINS = '/^(?<name>\P{Nd}*?\p{L}\P{Nd}*?)[\s,]+(?<address>(?:\d+(?:[a-z]|-\d+)?,?\s|P\.?\s?O\.?\s*Box\b|(?:Box|R\.?\s?R\.?|H\.?\s?C\.?)\s*#?\s*\d).*)$/iuDs';

    /** @param  string  $address  as a cell alone has it; '' if nothing looks like one */
    private function __construct(public string $name, public string $address) {}

    public static function of(string $text): self
    {
        $text = Tidy::block($text);
        $isSplit = str_contains($text, "\n");
        $parts = array_map(trim(...), explode("\n", $isSplit ? $text : (string) preg_replace('/(?<=[,;|])/', "\n", $text)));
        if (self::isOfAddress(rtrim($parts[0], ',;|'))) {
            return new self('', $text);
        }
        foreach ($parts as $at => $part) {
            if (self::isOfAddress(rtrim($part, ',;|'))) {
                // Of several lines the first is the name; of several parts all before the street are: "Lee, Ann, 12 Elm St".
                $of = $isSplit ? 1 : $at;

                return new self(
                    rtrim(implode(' ', array_slice($parts, 0, $of)), ' ,;|'),
                    implode($isSplit ? "\n" : ' ', array_slice($parts, $of)),
                );
            }
        }
        // A name above a place alone.
        if ($isSplit && self::isPlace($parts[count($parts) - 1])) {
            return new self($parts[0], implode("\n", array_slice($parts, 1)));
        }
        if (!$isSplit && preg_match(self::BEGINS, $text, $found) === 1) {
            return new self(rtrim($found['name'], ' ,;|'), $found['address']);
        }

        return new self($text, '');
    }

    /** Whether both are there, and the address says where it is. */
    public function isWhole(): bool
    {
        if ($this->name === '' || $this->address === '') {
            return false;
        }
        $address = AddressBlock::parse($this->address);

        return $address->line1 !== '' && $address->city !== '' && ($address->state !== '' || $address->postalCode !== '');
    }

    private static function isPlace(string $part): bool
    {
        $read = AddressBlock::parse(AddressBlock::STREET . "\n{$part}");

        return $read->line1 === AddressBlock::STREET && $read->line2 === '' && $read->state !== '' && $read->postalCode !== '';
    }

    /** Whether a part is a street, a box, a unit, or whose hands it goes through. */
    private static function isOfAddress(string $part): bool
    {
        $line = StreetLine::parse($part, 'US');

        return $line->kind->isDelivered() || in_array($line->kind, [LineKind::Unit, LineKind::Attention], true);
    }
}
