<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

/** Puts an address of the United States or Canada into its postal form. Addresses elsewhere stay as written; the form of their postal code is checked. */
final readonly class AddressStandardizer
{
    /** @param  string  $home  country of addresses that name none and that nothing else tells: ISO 3166-1 alpha-2 */
    public function __construct(private string $home = 'US') {}

    public function standardize(Address $original): StandardizedAddress
    {
        $country = self::country($original, $this->home);
        if ($original->isBlank() || !in_array($country, ['US', 'CA'], true)) {
            return new StandardizedAddress($original, $original, [], self::elsewhere($original, $country));
        }
        $changes = [];
        $parts = $original->parts();
        $set = static function (string $part, string $after, string ...$reasons) use (&$parts, &$changes): void {
            if ($after !== $parts[$part]) {
                $changes[] = new AddressChange($part, $parts[$part], $after, implode('; ', $reasons));
                $parts[$part] = $after;
            }
        };
        foreach (['line1', 'line2'] as $line) {
            [$street, $reasons] = StreetLine::standardize($parts[$line]);
            $set($line, $street, ...$reasons === [] ? ['blanks'] : $reasons);
        }
        $set('city', PlaceCasing::place($parts['city']), 'capitals and small letters');
        $region = $parts['state'] === '' ? null : Regions::find($parts['state']);
        if ($region !== null) {
            $set('state', $region['code'], 'postal code of the ' . ($country === 'CA' ? 'province' : 'state'));
        }
        if ($parts['postal_code'] !== '') {
            $code = PostalCode::normalize($parts['postal_code']);
            $padded = $code === null ? PostalCode::withLeadingZero($parts['postal_code'], $parts['state']) : null;
            if ($padded !== null) {
                $set('postal_code', $padded, "zero put back: the state is {$parts['state']}");
            } elseif ($code !== null) {
                $set('postal_code', $code, 'form of a ' . ($country === 'CA' ? 'postal code' : 'ZIP code'));
            }
        }
        if ($parts['country'] !== '') {
            $set('country', $country, 'code of the country');
        }

        return new StandardizedAddress(
            $original,
            Address::fromParts([...$parts, 'country' => $country]),
            $changes,
            self::faults($parts, $country, $region !== null),
        );
    }

    /**
     * @param  array<string, string>  $parts
     * @return list<AddressFault>
     */
    private static function faults(array $parts, string $country, bool $stateKnown): array
    {
        $faults = [];
        [$stateWord, $codeWord] = $country === 'CA' ? ['province', 'postal code'] : ['state', 'ZIP code'];
        if ($parts['state'] !== '' && !$stateKnown) {
            $faults[] = new AddressFault(
                'state.unknown',
                'state',
                $parts['state'],
                "There is no {$stateWord} \"{$parts['state']}\"",
                "Write the {$stateWord}'s two letters, or leave it blank",
            );
        }
        if ($parts['postal_code'] === '') {
            return $faults;
        }
        $regions = PostalCode::normalize($parts['postal_code']) === null ? null : Regions::ofPostalCode($parts['postal_code']);
        if ($regions === null) {
            $faults[] = new AddressFault(
                'postal_code.form',
                'postal_code',
                $parts['postal_code'],
                "\"{$parts['postal_code']}\" does not have the form of a {$codeWord}",
                'Write five digits, five and four, or a Canadian code such as K1A 0B1',
            );
        } elseif ($stateKnown && !in_array($parts['state'], $regions, true)) {
            $where = $regions === [] ? 'is not in use' : 'belongs to ' . implode(' or ', $regions);
            $faults[] = new AddressFault(
                'postal_code.state',
                'postal_code',
                $parts['postal_code'],
                "{$parts['postal_code']} {$where}, the address says {$parts['state']}",
                "Correct the {$codeWord} or the {$stateWord}",
            );
        }

        return $faults;
    }

    /** @return list<AddressFault> */
    private static function elsewhere(Address $address, string $country): array
    {
        $example = $address->postalCode === '' ? null : PostalCode::misses($address->postalCode, $country);

        return $example === null
            ? []
            : [
                new AddressFault(
                    'postal_code.form',
                    'postal_code',
                    $address->postalCode,
                    "\"{$address->postalCode}\" does not have the form of a postal code of " . Countries::name($country),
                    "Write it like {$example}",
                ),
            ];
    }

    /** The country's code: as written, or else as state or postal code tell; the organization's own if nothing does. */
    public static function country(Address $address, string $home = 'US'): string
    {
        if ($address->country !== '') {
            return Countries::code($address->country) ?? $address->country;
        }
        $region = $address->state === '' ? null : Regions::find($address->state);

        return $region['country'] ?? (preg_match('/^[A-Z]\d[A-Z]/i', $address->postalCode) === 1 ? 'CA' : $home);
    }
}
