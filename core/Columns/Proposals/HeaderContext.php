<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Proposals;

use PineSieve\Core\Text\Fold;

/** Reads the headers of a source together: what stands beside a column says what it alone does not. */
final class HeaderContext
{
    private function __construct() {}

    /**
     * @param  list<string>  $headers
     * @return list<?HeaderSense> null for a header that says nothing
     */
    public static function read(array $headers): array
    {
        $senses = [];
        $names = FamilyHeaders::plain($headers);
        foreach ($names as $header) {
            [$name, $occurrence] = self::occurrence($header, $names);
            $words = HeaderWords::read($name);
            $senses[] = $words === null ? null : new HeaderSense($words->base, $words->party, $words->kind, $words->number, $occurrence);
        }
        $senses = self::secondContact($headers, self::contacts($headers, FamilyHeaders::settle($headers, $senses)));
        $senses = self::numberedAddresses($headers, self::wholeNames($headers, $senses));

        return self::shared(self::sections($headers, $senses));
    }

    /**
     * "Agency, Contact 1, Contact 2": whom to ask for at an organization, where the sheet names nobody else. A second one has no field.
     *
     * @param  list<string>  $headers
     * @param  list<?HeaderSense>  $senses
     * @return list<?HeaderSense>
     */
    private static function contacts(array $headers, array $senses): array
    {
        $own = array_column(array_filter($senses, static fn(?HeaderSense $sense): bool => $sense?->party === ''), 'base');
        $contacts = array_filter(
            $senses,
            static fn(?HeaderSense $sense, int $column): bool => $sense?->base === 'name.full' &&
                $sense->party === '' &&
                preg_match(
                    '/^(?:primary |main |secondary |second |other |alternate )?(?:contact|rep|representative|attn|attention)(?: person)?(?: \d)?$/D',
                    implode(' ', HeaderWords::words($headers[$column])),
                ) === 1,
            ARRAY_FILTER_USE_BOTH,
        );
        $names = array_filter($own, static fn(string $base): bool => preg_match('/^name\.(?:full|first|last)$/D', $base) === 1);
        if ($contacts === [] || count($names) > count($contacts) || !in_array('organization.name', $own, true)) {
            return $senses;
        }
        $first = array_key_first($contacts);
        foreach ($contacts as $column => $sense) {
            $senses[$column] = $column === $first ? new HeaderSense('name.full', 'contact', '', 0) : new HeaderSense('', '', '', 0);
        }

        return array_values($senses);
    }

    /**
     * What is said of a second contact person, who has no field, is not of the first.
     *
     * @param  list<string>  $headers
     * @param  list<?HeaderSense>  $senses
     * @return list<?HeaderSense>
     */
    private static function secondContact(array $headers, array $senses): array
    {
        $words = array_map(static fn(string $header): string => implode(' ', HeaderWords::words($header)), $headers);
        $named = preg_grep('/^(?:(?:secondary|second|2nd|alternate) contact|contact 2)(?: (?:(?:first|last|full) )?name)?$/D', $words);
        $isOfFirm =
            array_filter($senses, static fn(?HeaderSense $sense): bool => $sense?->base === 'organization.name' && $sense->party === '') !==
            [];

        return $named === [] || $named === false || !$isOfFirm
            ? $senses
            : array_map(
                static fn(?HeaderSense $sense, string $words): ?HeaderSense => $sense !== null &&
                preg_match('/^(?:secondary|second|2nd|alternate|contact 2)\b/', $words) === 1
                    ? new HeaderSense('', '', '', 0)
                    : $sense,
                $senses,
                $words,
            );
    }

    /**
     * "Nom" is the last name beside "Prénom", and "Nombre" the first beside "Apellido"; alone each is the whole.
     * "Household" with no other name is whom a row is about.
     *
     * @param  list<string>  $headers
     * @param  list<?HeaderSense>  $senses
     * @return list<?HeaderSense>
     */
    private static function wholeNames(array $headers, array $senses): array
    {
        $bases = array_column(array_filter($senses), 'base');
        $names = array_filter(
            $senses,
            static fn(?HeaderSense $sense): bool => preg_match('/^(?:name\.|organization\.name$)/', $sense->base ?? '') === 1,
        );
        if (array_values(array_unique(array_column(array_filter($names), 'party'))) === ['household']) {
            return array_map(
                static fn(?HeaderSense $sense): ?HeaderSense => in_array($sense?->base, ['organization.name', 'name.full'], true)
                    ? new HeaderSense('name.full', '', $sense->kind, $sense->number, $sense->occurrence)
                    : $sense,
                $senses,
            );
        }

        // "Preferred name" beside a last name and no other first.
        $own = array_column(array_filter($names, static fn(?HeaderSense $sense): bool => $sense?->party === ''), 'base');
        if (in_array('name.last', $own, true) && array_intersect(['name.first', 'name.full'], $own) === []) {
            $senses = array_map(
                static fn(?HeaderSense $sense): ?HeaderSense => $sense?->base === 'name.nickname' && $sense->party === ''
                    ? $sense->with('name.first', $sense->kind, $sense->number)
                    : $sense,
                $senses,
            );
        }

        return array_map(
            static fn(?HeaderSense $sense, string $header): ?HeaderSense => $sense !== null &&
            in_array(Fold::solid($header), ['nom', 'nombre'], true) &&
            !in_array($sense->base === 'name.last' ? 'name.first' : 'name.last', $bases, true)
                ? $sense->with('name.full', $sense->kind, $sense->number)
                : $sense,
            $senses,
            $headers,
        );
    }

    /**
     * "Street, City, State" and one "Mailing ZIP" are one address: nothing of it is there twice.
     *
     * @param  list<?HeaderSense>  $senses
     * @return list<?HeaderSense>
     */
    private static function shared(array $senses): array
    {
        $kinds = [];
        $parts = [];
        foreach ($senses as $sense) {
            if ($sense !== null && $sense->party === '' && str_starts_with($sense->base, 'address.')) {
                $kinds[] = $sense->kind;
                $parts[] = $sense->base;
            }
        }
        $kinds = array_values(array_filter(array_unique($kinds), static fn(string $kind): bool => $kind !== ''));
        if (count($kinds) !== 1 || count($parts) !== count(array_unique($parts))) {
            return $senses;
        }

        return array_map(
            static fn(?HeaderSense $sense): ?HeaderSense => $sense !== null &&
            $sense->party === '' &&
            str_starts_with($sense->base, 'address.')
                ? $sense->with($sense->base, $kinds[0], $sense->number)
                : $sense,
            $senses,
        );
    }

    /**
     * The reading of the source gives like headers a number: "City (2)".
     *
     * @param  list<string>  $headers
     * @return array{string, int}
     */
    private static function occurrence(string $header, array $headers): array
    {
        return preg_match('/^(.+) \((\d{1,2})\)$/uD', $header, $parts) === 1 &&
            array_filter($headers, static fn(string $other): bool => mb_strtolower($other) === mb_strtolower($parts[1])) !== []
            ? [$parts[1], (int) $parts[2]]
            : [$header, 1];
    }

    /**
     * Where there is a "City 2", the number of "Address 2" tells the address and not its line.
     *
     * @param  list<string>  $headers
     * @param  list<?HeaderSense>  $senses
     * @return list<?HeaderSense>
     */
    private static function numberedAddresses(array $headers, array $senses): array
    {
        $places = array_filter(
            $senses,
            static fn(?HeaderSense $sense): bool => $sense !== null &&
                in_array($sense->base, ['address.city', 'address.postal_code', 'address.state'], true) &&
                $sense->number > 1,
        );
        if ($places === []) {
            return $senses;
        }

        return array_map(
            static function (?HeaderSense $sense, string $header): ?HeaderSense {
                if (
                    $sense === null ||
                    $sense->number > 0 ||
                    !in_array($sense->base, ['address.line1', 'address.line2'], true) ||
                    preg_match('/^\D*(?:address|addr|street)\D{0,2}([1-9])\D*$/iD', $header, $found) !== 1
                ) {
                    return $sense;
                }

                return $sense->with('address.line1', $sense->kind, (int) $found[1]);
            },
            $senses,
            $headers,
        );
    }

    /**
     * "Address 2, City, ZIP" after "Work address 1" are of the work address, until another first line comes.
     *
     * @param  list<string>  $headers
     * @param  list<?HeaderSense>  $senses
     * @return list<?HeaderSense>
     */
    private static function sections(array $headers, array $senses): array
    {
        $kind = '';
        $opened = false;
        foreach ($senses as $column => $sense) {
            if ($sense === null || !str_starts_with($sense->base, 'address.')) {
                // "Secondary contact" is somebody, and begins no address.
                $section = str_starts_with($sense->base ?? '', 'name.') ? null : HeaderWords::sectionKind($headers[$column]);
                if ($section !== null) {
                    // "Work" alone, above or before its columns.
                    [$kind, $opened] = [$section, true];
                    if ($sense === null && !in_array($section, ['mobile', 'fax', 'other'], true)) {
                        $senses[$column] = new HeaderSense('address.line1', '', $section, 0, 1, true);
                    }
                } elseif ($sense !== null && !in_array(explode('.', $sense->base)[0], ['phone', 'email', ''], true)) {
                    [$kind, $opened] = ['', false];
                }

                continue;
            }
            if ($sense->kind !== '') {
                [$kind, $opened] = [$sense->kind, true];
            } elseif (
                $opened &&
                ($sense->base !== 'address.line1' ||
                    (self::isLine($senses[$column - 1] ?? null) === false && $column > 0 && $senses[$column - 1] === null))
            ) {
                $senses[$column] = $sense->with($sense->base, $kind, $sense->number);
            } elseif ($sense->base === 'address.line1') {
                [$kind, $opened] = ['', false];
            }
        }

        return $senses;
    }

    private static function isLine(?HeaderSense $sense): bool
    {
        return $sense !== null && $sense->base === 'address.line1';
    }
}
