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
    private const DUAL = '/^(?<street>\d.*?)[\s,;\/]+(?<box>P\.?\s?O\.?\s?Box\s*#?\s*[\w-]+)$/iD';

    /** A street, and whose hands it goes through behind it; or before it, up to a comma or a number. */
    private const ATTENTION = [
        '/^(?<street>\S.*?)[\s,;]+(?<person>(?:' . StreetLine::ATTENTION . '|%)\P{L}*\p{L}.*)$/iDu',
        '/^(?<person>(?:' . StreetLine::ATTENTION . '|%)\P{L}*\p{L}.*)[,;]\s*(?<street>\S.*)$/iDu',
        '/^(?<person>(?:' . StreetLine::ATTENTION . '|%)\W*\p{L}\D*?)\s+(?<street>\d+[a-z]?\s.*)$/iDu',
    ];

    /** A rural or contract route, without its number. */
    public const ROUTE = 'R\.?\s?R\.?|R\.?\s?(?:F\.?\s?)?D\.?|Rte?\.?|Route|Rural (?:Route|Rte|Rt)|H\.?\s?C\.?R?\.?|Star (?:Route|Rte|Rt)';

    private const SITE = '(?:Box|Site|Comp)[\s#.]*\w+';

    /** Lines that say nothing alone: a route, and the box on it; a number, and its street; a street, and its direction. */
    private const HALVES = [
        '/^(?<first>(?:' . self::ROUTE . '|PSC|CMR|Unit)[\s#-]*\d+)\n(?<second>Box\s*#?\s*[\w-]+)$/iD',
        '/^(?<second>(?:Box|Site|Comp)[\s#]*\w+)\n(?<first>(?:' . self::ROUTE . ')[\s#-]*\d+)$/iD',
        '/^(?<first>R\.?\s?R\.?[\s#-]*\d+)\n(?<second>(?:Site|Comp)\b.*)$/iD',
        '/^(?<first>' . self::SITE . '(?:[ ,]+' . self::SITE . ')*)\n(?<second>(?:' . self::SITE . '[ ,]+)*R\.?\s?R\.?[\s#-]*\d+.*)$/iD',
        '/^(?<first>(?:P\.?\s?O\.?\s*Box|C\.?P\.?)[\s#]*\d+),?\n(?<second>(?:Stn|Station|Succ|Succursale|RPO|CSP)\b.*)$/iD',
        '/^(?<first>\d.*),?\n(?<second>(?:N|S)\.?(?:E|W)\.?)$/i',
        '/^(?<first>\d+[a-z]?(?: \d\/\d)?),?\n(?<second>\D.*)$/iuD',
    ];

    /** The number of a home without a word for it. */
    private const BARE_UNIT = '/^(?:[a-z]-?\d{1,4}|\d{1,4}(?:-?[a-z]|-\d{1,4})?|[a-df-mo-rt-vx-z])$/iD';

    /** A box that is not said to be of a post office. */
    private const BARE_BOX = '/^(?:box|bx)\b/i';

    private static ?Reason $moved = null;

    private function __construct() {}

    /**
     * Most are the street and number of a house, and nothing else: the same without a sheet.
     *
     * @return ?array{string, string, list<Reason>, bool} the street, the unit ('' if there is none), why, and whether nothing of it was understood; null if it has to be read
     */
    public static function usual(string $line, string $below, string $country): ?array
    {
        if ($below !== '' || (stripos($line, 'box') !== false && preg_match(self::DUAL, $line) === 1) || self::mayNameSomeone($line)) {
            return null;
        }
        $written = StreetLine::written($line, $country);
        if ($written !== null) {
            return [
                $written[0],
                $written[1],
                array_values($written[1] === '' ? $written[2] : [AddressRule::UnitMoved->value => self::moved()] + $written[2]),
                false,
            ];
        }

        return StreetLine::isUnread($line, $country) ? [$line, '', [], true] : null;
    }

    /** Why a unit stands in the line below. */
    public static function moved(): Reason
    {
        return self::$moved ??= new Reason(AddressRule::UnitMoved);
    }

    /** @return list<string> lines of which nothing was understood */
    public static function standardize(AddressSheet $sheet, string $country): array
    {
        $usual = self::usual($sheet->part('line1'), $sheet->part('line2'), $country);
        if ($usual === null) {
            return self::read($sheet, $country);
        }
        [$street, $unit, $reasons, $isUnread] = $usual;
        $sheet->write('line1', $street, $reasons);
        $sheet->write('line2', $unit, [self::moved()]);

        return $isUnread ? ['line1'] : [];
    }

    /** @return list<string> lines of which nothing was understood */
    private static function read(AddressSheet $sheet, string $country): array
    {
        [$first, $second] = [StreetLine::parse($sheet->part('line1'), $country), StreetLine::parse($sheet->part('line2'), $country)];
        $reasons = [];
        $joined = $second->kind === LineKind::Blank ? null : self::joined($sheet->part('line1'), $sheet->part('line2'), $country);
        if ($joined !== null) {
            [$first, $second] = [$joined, StreetLine::parse('', $country)];
            $reasons[] = new Reason(AddressRule::LinesJoined);
        }
        [$first, $second] = [self::unlessBare($first, $second), self::unlessBare($second, $first)];
        $unit = self::bareUnit($first, $second, $country);
        if ($unit !== null) {
            $second = $unit;
            $reasons[] = new Reason(AddressRule::UnitBare);
        }
        $attention = self::mayNameSomeone($sheet->part('line1')) ? self::attention($sheet->part('line1'), $country) : null;
        if ($attention !== null && $second->kind !== LineKind::Blank) {
            return ['line1', ...$second->kind === LineKind::Unread ? ['line2'] : []];
        }
        if ($attention !== null) {
            [$first, $second] = $attention;
            $reasons[] = new Reason(AddressRule::Attention);
        } elseif ($second->kind === LineKind::Blank && preg_match(self::DUAL, $sheet->part('line1'), $both) === 1) {
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

        return $second->kind === LineKind::Unread || self::contradict($first, $second) ? [...$unread, 'line2'] : $unread;
    }

    /** Whether the second line names another house or another home than the first: "12 Elm St Apt 4" above "Apt 5". */
    private static function contradict(DeliveryLine $first, DeliveryLine $second): bool
    {
        if ($first->kind === LineKind::Street && $second->kind === LineKind::Street) {
            return $first->number !== '' && $second->number !== '';
        }
        $numbers = array_column($first->units, 'number', 'designator');
        foreach ($second->units as $unit) {
            if (($numbers[$unit->designator] ?? $unit->number) !== $unit->number) {
                return true;
            }
        }

        return false;
    }

    /** Two lines that are one; null if they are two. */
    private static function joined(string $above, string $below, string $country): ?DeliveryLine
    {
        foreach (self::HALVES as $form) {
            if (preg_match($form, "{$above}\n{$below}", $half) === 1) {
                $line = StreetLine::parse("{$half['first']} {$half['second']}", $country);
                // "12" above "Dover" is no street.
                if ($line->kind->isDelivered() && ($line->kind !== LineKind::Street || $line->suffix !== '')) {
                    return $line;
                }
            }
        }

        return null;
    }

    /** "4B" below a street is a unit, as a column for it has it; null if it is anything else: a direction has one letter too. */
    private static function bareUnit(DeliveryLine $street, DeliveryLine $below, string $country): ?DeliveryLine
    {
        return $below->kind === LineKind::Unread &&
            in_array($street->kind, [LineKind::Street, LineKind::Highway], true) &&
            $street->number !== '' &&
            $street->units === [] &&
            preg_match(self::BARE_UNIT, $below->written) === 1
            ? StreetLine::parse("# {$below->written}", $country)
            : null;
    }

    /** "Box 4" beside a street may be of a campus, or of who keeps mail for others: nobody knows that it is of the post office. */
    private static function unlessBare(DeliveryLine $line, DeliveryLine $beside): DeliveryLine
    {
        $isBare =
            $line->kind === LineKind::Box &&
            in_array($beside->kind, [LineKind::Street, LineKind::Highway], true) &&
            preg_match(self::BARE_BOX, $line->written) === 1;

        return $isBare ? new DeliveryLine(LineKind::Unread, $line->written) : $line;
    }

    private static function mayNameSomeone(string $line): bool
    {
        return strpbrk($line, '/%') !== false || stripos($line, 'att') !== false || stripos($line, 'care of') !== false;
    }

    /** @return ?array{DeliveryLine, DeliveryLine} the street, and whose hands it goes through, of a line that has both */
    private static function attention(string $line, string $country): ?array
    {
        foreach (self::ATTENTION as $form) {
            $street = preg_match($form, $line, $both) === 1 ? StreetLine::parse($both['street'], $country) : null;
            if ($street !== null && $street->kind->isDelivered()) {
                return [$street, StreetLine::parse($both['person'], $country)];
            }
        }

        return null;
    }

    /** Whether the first line is blank, or a unit alone, and the street stands in the second. */
    private static function standsBelow(DeliveryLine $first, DeliveryLine $second): bool
    {
        return $second->kind->isDelivered() &&
            ($first->kind === LineKind::Blank ||
                // An urbanization has its line above the street.
                ($first->kind === LineKind::Unit && $first->urbanization === '' && $second->units === []));
    }
}
