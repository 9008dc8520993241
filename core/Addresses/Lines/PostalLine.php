<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses\Lines;

use PineSieve\Core\Addresses\AddressRule;
use PineSieve\Core\Addresses\PlaceCasing;

/**
 * Lines without a street: boxes, rural and contract routes, military post, general delivery (Publication 28, 238 and 24 to 28; Canada Post).
 */
final class PostalLine
{
    private const SIGN = '\s*(?:#|NO|NUMBER|NUM)?\s*';

    /** "HC-02" too. */
    private const ROUTE_SIGN = '[\s-]*(?:#|NO|NUMBER|NUM)?\s*';

    private const BOX =
        '/^(?:P ?O ?(?:BOX|BX)|POB|P BOX|POST(?:AL)? OFFICE (?:BOX|BX|DRAWER)|P ?O DRAWER|PO|P O|' .
        '(?:FIRM )?CALLER(?: BOX| SERVICE)?|BIN|LOCK ?BOX|DRAWER|BOX)' .
        self::SIGN .
        '(?<box>[A-Z]{0,3}-?\d[\w-]*(?: [A-Z])?|(?<!BIN )(?!(?:ST|RD|DR|LN|CT|PL)$)[A-Z]{1,2})$/iD';

    /** What stands before the number of a box on a route: "RFD ROUTE 4 NUMBER 87A" too. */
    private const BOX_ON_ROUTE = '(?: (?:(?:BOX|BX)' . self::SIGN . '|(?:#|NO|NUMBER|NUM)\s*)(?<box>[\w-]+))?$/iD';

    private const RURAL =
        '/^(?:R ?R|RURAL (?:ROUTE|RTE|RT|DELIVERY)|R ?(?:F ?)?D(?: (?:ROUTE|RTE|RT))?)' .
        self::ROUTE_SIGN .
        '0*(?<route>\d+[A-Z]?)' .
        self::BOX_ON_ROUTE;

    /** A "route 5" may be a highway: with a box it is rural. */
    private const ROUTE =
        '/^(?:RD|RT|RTE|ROUTE|R)' . self::ROUTE_SIGN . '0*(?<route>\d+[A-Z]?) (?:BOX|BX)' . self::SIGN . '(?<box>[\w-]+)$/iD';

    private const TURNED =
        '/^(?:BOX|BX)' .
        self::SIGN .
        '(?<box>[\w-]+) (?:R ?R|RURAL (?:ROUTE|RTE|RT)|R ?F ?D|RT|RTE|ROUTE)' .
        self::SIGN .
        '0*(?<route>\d+[A-Z]?)$/iD';

    private const CONTRACT =
        '/^(?:(?:HCR?|H C R?|(?:HIGHWAY|HWY) CONTRACT)(?: (?:ROUTE|RTE|RT))?|(?:STAR|CONTRACT) (?:ROUTE|RTE|RT))' .
        self::ROUTE_SIGN .
        '0*(?<route>\d+[A-Z]?)' .
        self::BOX_ON_ROUTE;

    private const MILITARY =
        '/^(?<unit>PSC|CMR|UNIT)' . self::ROUTE_SIGN . '(?<route>\d+)(?: (?:BOX|BX)' . self::SIGN . '(?<box>[\w-]+))?$/iD';

    private const SHIP = '/^(?<unit>USS|USNS|USCGC) (?<name>\p{L}.*)$/iDu';

    private const GENERAL = '/^(?:GENERAL|GENL|GEN) (?:DELIVERY|DEL|DELIV|DLVRY)$/iD';

    /** Whether a line may be any of them: most are not. */
    private const MAY_BE =
        '/^(?:p|post|postal|po|pob|pobox|firm|caller|bin|lock|lockbox|drawer|box|bx|r|rr|rural|rfd|rd|rt|rte|route|' .
        'hc|hcr|h|highway|hwy|star|contract|psc|cmr|unit|uss|usns|uscgc|general|genl|gen)\d*$|' .
        '^(?:rr|rfd|rt|rte|hc|hcr|psc|cmr)-\d+$/iD';

    private const STATION =
        '(?: (?<station>STN|STATION|SUCC|SUCCURSALE|RPO|RETAIL POSTAL OUTLET|CSP|COMPTOIR POSTAL|LCD|LETTER CARRIER DEPOT|PDF)' .
        ' (?<name>\S.*))?$/iDu';

    private const CANADA = [
        'box' =>
            '/^(?:(?<french>C ?P|CASE POSTALE|B ?P|BO[IÎ]TE POSTALE)|P ?O ?(?:BOX|BX)|POB|POST OFFICE BOX|BOX)' .
            self::SIGN .
            '(?<box>\d[\w-]*|[A-Z])' .
            self::STATION,
        'route' =>
            '/^(?<sites>(?:(?:SITE|COMP|BOX) \w+ )*)(?<unit>R ?R|RURAL ROUTE|ROUTE RURALE|S ?S|SUBURBAN SERVICE|M ?R|MOBILE ROUTE)' .
            self::SIGN .
            '0*(?<route>\d+)(?: BOX (?<box>\w+))?' .
            self::STATION,
        'turned' =>
            '/^(?<unit>R ?R|RURAL ROUTE|ROUTE RURALE)' .
            self::SIGN .
            '0*(?<route>\d+) (?<sites>SITE \w+(?: (?:COMP|BOX) \w+)*)' .
            self::STATION,
        'general' => '/^(?:(?<french>POSTE RESTANTE|P ?R)|GENERAL DELIVERY|GEN DEL|G ?D)' . self::STATION,
    ];

    private const STATIONS = [
        'STATION' => 'Stn',
        'STN' => 'Stn',
        'SUCC' => 'Succ',
        'SUCCURSALE' => 'Succ',
        'RPO' => 'RPO',
        'RETAIL POSTAL OUTLET' => 'RPO',
        'CSP' => 'CSP',
        'COMPTOIR POSTAL' => 'CSP',
        'LCD' => 'LCD',
        'LETTER CARRIER DEPOT' => 'LCD',
        'PDF' => 'PDF',
    ];

    private function __construct() {}

    /**
     * @param  list<string>  $words
     * @return ?DeliveryLine null if it is none of them
     */
    public static function unitedStates(string $line, array $words, Reasons $reasons): ?DeliveryLine
    {
        if (preg_match(self::MAY_BE, $words[0]) !== 1) {
            return null;
        }
        $text = implode(' ', Words::withoutCommas($words));
        if (preg_match(self::BOX, $text, $found) === 1) {
            return self::line(LineKind::Box, $line, $reasons, AddressRule::Box, box: 'PO Box ' . strtoupper($found['box']));
        }
        foreach ([self::RURAL, self::ROUTE, self::TURNED] as $pattern) {
            if (preg_match($pattern, $text, $found) === 1) {
                return self::line(
                    LineKind::Route,
                    $line,
                    $reasons,
                    AddressRule::Route,
                    'RR ' . strtoupper($found['route']),
                    self::box($found),
                );
            }
        }
        if (preg_match(self::CONTRACT, $text, $found) === 1) {
            return self::line(LineKind::Route, $line, $reasons, AddressRule::Route, 'HC ' . strtoupper($found['route']), self::box($found));
        }
        // "Unit 5" alone is of a building.
        if (preg_match(self::MILITARY, $text, $found) === 1 && (isset($found['box']) || strtoupper($found['unit']) !== 'UNIT')) {
            $unit = strtoupper($found['unit']) === 'UNIT' ? 'Unit' : strtoupper($found['unit']);

            return self::line(LineKind::Military, $line, $reasons, AddressRule::Military, "{$unit} {$found['route']}", self::box($found));
        }
        if (preg_match(self::SHIP, $text, $found) === 1) {
            // "USS RONALD REAGAN (CVN 76)": its number is in capitals.
            $hull = (string) strstr($found['name'], '(');
            $name = substr($found['name'], 0, strlen($found['name']) - strlen($hull));
            $ship = strtoupper($found['unit']) . ' ' . PlaceCasing::place(trim($name, '"')) . $hull;

            return self::line(LineKind::Military, $line, $reasons, AddressRule::Military, $ship);
        }

        return preg_match(self::GENERAL, $text) === 1
            ? self::line(LineKind::GeneralDelivery, $line, $reasons, AddressRule::GeneralDelivery, 'General Delivery')
            : null;
    }

    /**
     * @param  list<string>  $words
     * @return ?DeliveryLine null if it is none of them
     */
    public static function canada(string $line, array $words, Reasons $reasons): ?DeliveryLine
    {
        if (preg_match('/^\d/', $words[0]) === 1) {
            return null;
        }
        $text = implode(' ', Words::withoutCommas($words));
        if (preg_match(self::CANADA['box'], $text, $found) === 1) {
            $box = ($found['french'] === '' ? 'PO Box ' : 'CP ') . strtoupper($found['box']);

            return self::line(LineKind::Box, $line, $reasons, AddressRule::Box, box: $box, station: self::station($found));
        }
        if (preg_match(self::CANADA['route'], $text, $found) === 1 || preg_match(self::CANADA['turned'], $text, $found) === 1) {
            $unit = strtoupper($found['unit'][0]) . (stripos($found['unit'], 's') === 0 ? 'S' : 'R');
            // The site stands before the route.
            $route = ltrim(trim(mb_convert_case($found['sites'], MB_CASE_TITLE)) . " {$unit} {$found['route']}");

            return self::line(LineKind::Route, $line, $reasons, AddressRule::Route, $route, self::box($found), self::station($found));
        }
        if (preg_match(self::CANADA['general'], $text, $found) === 1) {
            $general = ($found['french'] ?? '') === '' ? 'GD' : 'PR';

            return self::line(
                LineKind::GeneralDelivery,
                $line,
                $reasons,
                AddressRule::GeneralDelivery,
                $general,
                station: self::station($found),
            );
        }

        return null;
    }

    private static function line(
        LineKind $kind,
        string $line,
        Reasons $reasons,
        AddressRule $rule,
        string $route = '',
        string $box = '',
        string $station = '',
    ): DeliveryLine {
        $read = new DeliveryLine($kind, $line, route: $route, box: $box, station: $station);
        if ($read->text() !== $line) {
            $reasons->add(strcasecmp($read->text(), $line) === 0 ? AddressRule::Capitals : $rule);
        }

        return new DeliveryLine($kind, $line, route: $route, box: $box, station: $station, reasons: $reasons->all());
    }

    /** @param  array<string|int, string>  $found */
    private static function box(array $found): string
    {
        return ($found['box'] ?? '') === '' ? '' : 'Box ' . strtoupper($found['box']);
    }

    /** @param  array<string|int, string>  $found */
    private static function station(array $found): string
    {
        return ($found['station'] ?? '') === ''
            ? ''
            : self::STATIONS[strtoupper($found['station'])] . ' ' . PlaceCasing::place(trim($found['name'], '"'));
    }
}
