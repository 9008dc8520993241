<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

use PineSieve\Core\Addresses\Lines\DeliveryLine;
use PineSieve\Core\Addresses\Lines\LineKind;
use PineSieve\Core\Addresses\Lines\StreetLine;

/** The two lines above the place, in postal form: the street in the first, its unit in the second. */
final class StreetLines
{
    /** A street, and a box behind it. */
    private const DUAL = '/^(?<street>\d.*?)[\s,;]+(?<box>P\.?\s?O\.?\s?Box\s*#?\s*[\w-]+)$/iD';

    private static ?Reason $moved = null;

    private function __construct() {}

    /** @return list<string> lines of which nothing was understood */
    public static function standardize(AddressSheet $sheet, string $country): array
    {
        // Most are the street and number of a house, and nothing else.
        $line = $sheet->part('line1');
        $isOne = $sheet->part('line2') === '' && (stripos($line, 'box') === false || preg_match(self::DUAL, $line) !== 1);
        $written = $isOne ? StreetLine::written($line, $country) : null;
        if ($written !== null) {
            self::write($sheet, ...$written);

            return [];
        }

        return self::read($sheet, $country);
    }

    /** @param  array<string, Reason>  $reasons */
    private static function write(AddressSheet $sheet, string $street, string $unit, array $reasons): void
    {
        if ($unit === '') {
            $sheet->write('line1', $street, $reasons);

            return;
        }
        $moved = self::$moved ??= new Reason(AddressRule::UnitMoved);
        $sheet->write('line1', $street, [AddressRule::UnitMoved->value => $moved] + $reasons);
        $sheet->write('line2', $unit, [$moved]);
    }

    /** @return list<string> lines of which nothing was understood */
    private static function read(AddressSheet $sheet, string $country): array
    {
        [$first, $second] = [StreetLine::parse($sheet->part('line1'), $country), StreetLine::parse($sheet->part('line2'), $country)];
        $reasons = [];
        if ($second->kind === LineKind::Blank && preg_match(self::DUAL, $sheet->part('line1'), $both) === 1) {
            [$first, $second] = [StreetLine::parse($both['street'], $country), StreetLine::parse($both['box'], $country)];
            $reasons[] = new Reason(AddressRule::Dual);
        } elseif (self::standsBelow($first, $second)) {
            [$first, $second] = [$second, $first];
            $reasons[] = new Reason(AddressRule::LinesInOrder);
        } elseif ($first->kind->isDelivered() && $second->text() === $first->text()) {
            $second = StreetLine::parse('', $country);
            $reasons[] = new Reason(AddressRule::LineTwice);
        }
        $isSaidBelow = $second->kind === LineKind::Unit && $second->unitsText() === $first->unitsText();
        if ($first->units !== [] && $first->kind->isDelivered() && ($second->kind === LineKind::Blank || $isSaidBelow)) {
            $reasons[] = new Reason(AddressRule::UnitMoved);
            $sheet->write('line1', $first->withoutUnits(), [...$reasons, ...$first->reasons]);
            $sheet->write('line2', $first->unitsText(), $reasons);
        } else {
            $sheet->write('line1', $first->text(), [...$reasons, ...$first->reasons]);
            $sheet->write('line2', $second->text(), [...$reasons, ...$second->reasons]);
        }
        $unread = $first->kind === LineKind::Unread ? ['line1'] : [];

        return $second->kind === LineKind::Unread ? [...$unread, 'line2'] : $unread;
    }

    /** Whether the first line is blank, or a unit alone, and the street stands in the second. */
    private static function standsBelow(DeliveryLine $first, DeliveryLine $second): bool
    {
        return $second->kind->isDelivered() &&
            ($first->kind === LineKind::Blank || ($first->kind === LineKind::Unit && $second->units === []));
    }
}
