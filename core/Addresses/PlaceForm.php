<?php

declare(strict_types=1);

namespace PineSieve\Core\Addresses;

/** City, state, postal code and country in postal form, and what is wrong with them. */
final class PlaceForm
{
    private const KEPT = 20_000;

    /** @var array<string, self> many addresses lie in one place */
    private static array $places = [];

    /** @var ?list<AddressChange> what it changes, once it was asked */
    private ?array $told = null;

    /** @var ?array<string, string> part to what it becomes, once it was asked */
    private ?array $becomes = null;

    private ?bool $holdsMore = null;

    /**
     * @param  string  $country  ISO 3166-1 alpha-2, or what was written
     * @param  list<array{string, string, Reason}>  $changes  a part, what it becomes, and why
     * @param  list<AddressFault>  $faults
     */
    private function __construct(public readonly string $country, public readonly array $changes, public readonly array $faults) {}

    public static function of(Address $address, string $home): self
    {
        $code = $address->postalCode;
        // Of a ZIP code in its form the first three digits say in which state it lies.
        $region = strlen($code) === 5 && ctype_digit($code) ? substr($code, 0, 3) : $code;
        $key = "{$address->city}\n{$address->state}\n{$region}\n{$address->country}\n{$home}";
        if (isset(self::$places[$key])) {
            return self::$places[$key];
        }
        $parts = $address->parts();
        $country = self::countryOf($parts, $home);
        $form = in_array($country, ['US', 'CA'], true)
            ? self::atHome($parts, $country)
            : new self($country, [], self::elsewhere($code, $country));
        if ($region !== $code && $form->faults !== []) {
            return $form;
        }
        if (count(self::$places) >= self::KEPT) {
            self::$places = [];
        }

        return self::$places[$key] = $form;
    }

    /**
     * What it changes of an address that lies there: a part is written in the same way in all of them.
     *
     * @return list<AddressChange>
     */
    public function told(Address $original): array
    {
        return $this->told ??= $this->tell($original->parts());
    }

    /**
     * @param  array<string, string>  $parts  by Address::PARTS
     * @return list<AddressChange>
     */
    private function tell(array $parts): array
    {
        return array_map(
            static fn(array $change): AddressChange => new AddressChange($change[0], $parts[$change[0]], $change[1], [$change[2]]),
            $this->changes,
        );
    }

    /** An address that lies there, in postal form. */
    public function with(string $line1, string $line2, Address $original): Address
    {
        $becomes = $this->becomes ??= array_column($this->changes, 1, 0);

        return new Address(
            $line1,
            $line2,
            $becomes['city'] ?? $original->city,
            $becomes['state'] ?? $original->state,
            $becomes['postal_code'] ?? $original->postalCode,
            $this->country,
        );
    }

    /** Whether more than a city may stand where the city does. */
    public function mayHoldMore(Address $original): bool
    {
        return $this->holdsMore ??= MisplacedPlace::mayBeInCity($original->city);
    }

    public function isStandardized(): bool
    {
        return $this->country === 'US' || $this->country === 'CA';
    }

    /**
     * The country's code: as written, or else as state or postal code tell; the organization's own if nothing does.
     *
     * @param  array<string, string>  $parts
     */
    private static function countryOf(array $parts, string $home): string
    {
        if ($parts['country'] !== '') {
            return Countries::code($parts['country']) ?? $parts['country'];
        }
        $region = $parts['state'] === '' ? null : Regions::find($parts['state']);

        return $region['country'] ?? (preg_match('/^[A-Z]\d[A-Z]/i', $parts['postal_code']) === 1 ? 'CA' : $home);
    }

    /** @param  array<string, string>  $parts */
    private static function atHome(array $parts, string $country): self
    {
        $region = $parts['state'] === '' ? null : Regions::find($parts['state']);
        $state = $region['code'] ?? $parts['state'];
        $full = CityName::inFull($parts['city'], $state);
        $changes = [
            $full === null
                ? ['city', PlaceCasing::place($parts['city']), new Reason(AddressRule::Capitals)]
                : ['city', $full, new Reason(AddressRule::CityInFull, "\"{$parts['city']}\" is {$full}")],
        ];
        $changes[] = ['state', $state, new Reason(AddressRule::State)];
        $code = $parts['postal_code'] === '' ? '' : PostalCode::normalize($parts['postal_code']);
        $padded = $code === null ? PostalCode::withLeadingZero($parts['postal_code'], $state) : null;
        $changes[] =
            $padded === null
                ? [
                    'postal_code',
                    $code ?? $parts['postal_code'],
                    new Reason(AddressRule::ZipForm, 'form of a ' . ($country === 'CA' ? 'postal code' : 'ZIP code')),
                ]
                : ['postal_code', $padded, new Reason(AddressRule::ZeroBack, "zero put back: the state is {$state}")];
        if ($parts['country'] !== '') {
            $changes[] = ['country', $country, new Reason(AddressRule::Country)];
        }

        return new self(
            $country,
            array_values(array_filter($changes, static fn(array $change): bool => $change[1] !== $parts[$change[0]])),
            self::faults($state, $padded ?? ($code ?? $parts['postal_code']), $country, $region !== null),
        );
    }

    /** @return list<AddressFault> */
    private static function faults(string $state, string $code, string $country, bool $stateKnown): array
    {
        $faults = [];
        [$stateWord, $codeWord] = $country === 'CA' ? ['province', 'postal code'] : ['state', 'ZIP code'];
        if ($state !== '' && !$stateKnown) {
            $faults[] = new AddressFault(
                'state.unknown',
                'state',
                $state,
                "There is no {$stateWord} \"{$state}\"",
                "Write the {$stateWord}'s two letters, or leave it blank",
            );
        }
        if ($code === '') {
            return $faults;
        }
        $regions = PostalCode::normalize($code) === null ? null : Regions::ofPostalCode($code);
        if ($regions === null) {
            $faults[] = new AddressFault(
                'postal_code.form',
                'postal_code',
                $code,
                "\"{$code}\" does not have the form of a {$codeWord}",
                'Write five digits, five and four, or a Canadian code such as K1A 0B1',
            );
        } elseif ($stateKnown && !in_array($state, $regions, true)) {
            $where = $regions === [] ? 'is not in use' : 'belongs to ' . implode(' or ', $regions);
            $faults[] = new AddressFault(
                'postal_code.state',
                'postal_code',
                $code,
                "{$code} {$where}, the address says {$state}",
                "Correct the {$codeWord} or the {$stateWord}",
            );
        }

        return $faults;
    }

    /** @return list<AddressFault> */
    private static function elsewhere(string $code, string $country): array
    {
        $example = $code === '' ? null : PostalCode::misses($code, $country);

        return $example === null
            ? []
            : [
                new AddressFault(
                    'postal_code.form',
                    'postal_code',
                    $code,
                    "\"{$code}\" does not have the form of a postal code of " . Countries::name($country),
                    "Write it like {$example}",
                ),
            ];
    }
}
