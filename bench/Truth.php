<?php

declare(strict_types=1);

namespace PineSieve\Bench;

use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Matching\Fields\Traits;
use PineSieve\Core\Names\FrequentNames;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\Identifier;
use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * A made-up world of people, households and organizations, some of which stand in it more than once, with what has
 * happened to each copy. Seeded: the same world every time. Two records are the same if their numbers divided by COPIES are.
 */
final class Truth
{
    public const COPIES = 8;

    /** How often each thing happens to a copy, at the middle rate. */
    private const HAPPENS = [
        'nickname' => 0.14,
        'typing error in the first name' => 0.06,
        'typing error in the last name' => 0.06,
        'initial for the first name' => 0.04,
        'changed surname' => 0.05,
        'swapped names' => 0.02,
        'moved' => 0.12,
        'address written otherwise' => 0.35,
        'typing error in the street' => 0.05,
        'no address' => 0.1,
        'other email' => 0.15,
        'typing error in the email' => 0.03,
        'no email' => 0.25,
        'other phone' => 0.15,
        'no phone' => 0.3,
        'typing error in the phone' => 0.03,
        'birth date with day and month swapped' => 0.03,
        'typing error in the birth date' => 0.03,
        'no birth date' => 0.4,
        'no middle name' => 0.5,
        'initial for the middle name' => 0.3,
        'no suffix' => 0.3,
        'capitals' => 0.1,
    ];

    private const SYLLABLES = [
        'bar',
        'cor',
        'dun',
        'el',
        'fen',
        'gar',
        'hol',
        'ist',
        'jor',
        'kel',
        'lor',
        'mar',
        'nes',
        'or',
        'pel',
        'quin',
        'ros',
        'sel',
        'tor',
        'ven',
        'wil',
        'yar',
        'zel',
        'ash',
        'brem',
        'cald',
        'dray',
        'esk',
        'fal',
        'glen',
        'hart',
        'ing',
        'jay',
        'kirk',
        'lang',
        'mor',
        'nor',
        'oak',
        'pad',
        'rud',
    ];

    private const ENDINGS = [
        'son',
        'ton',
        'ley',
        'man',
        'well',
        'ford',
        'worth',
        'by',
        'ham',
        'stead',
        'wick',
        'er',
        'o',
        'a',
        'berg',
        'mont',
        'ski',
        'ez',
        'ara',
        'low',
    ];

    private const STREETS = [
        'Street' => 'St',
        'Avenue' => 'Ave',
        'Road' => 'Rd',
        'Lane' => 'Ln',
        'Drive' => 'Dr',
        'Court' => 'Ct',
        'Boulevard' => 'Blvd',
        'Place' => 'Pl',
    ];

    private const ORGANIZATIONS = [
        'Foundation',
        'Hardware',
        'Community Church',
        'Elementary School',
        'Bakery',
        'Family Fund',
        'Rotary Club',
        'Insurance Agency',
        'Garden Club',
        'Sailing Association',
        'Savings Bank',
        'Medical Center',
    ];

    private Randomizer $chance;

    private AddressStandardizer $standardizer;

    /** @var list<string> */
    private array $firsts = [];

    /** @var array<string, list<string>> */
    private array $nicknames = [];

    /** @var array<string, list<array{string, float}>> names as they are frequent in life, each with the sum of shares up to it */
    private array $census = [];

    /**
     * @param  float  $rate  1 for the middle rate of error
     * @param  bool  $isLifelike  whether names are as frequent as in life, with a long tail; else each is about as rare as the others
     * @param  array<string, float>  $mix  what happens, to how often, where that is not the usual; "strangers" for how often others share an address, a phone or an email with someone
     */
    public function __construct(
        int $seed,
        private readonly float $rate = 1.0,
        private readonly bool $isLifelike = false,
        private readonly array $mix = [],
    ) {
        $this->chance = new Randomizer(new Mt19937($seed));
        $this->standardizer = new AddressStandardizer();
        /** @var list<string> $lines */
        $lines = require __DIR__ . '/../core/Names/data/nicknames.php';
        foreach ($lines as $line) {
            $names = explode(' ', $line);
            $this->firsts[] = ucfirst($names[0]);
            $this->nicknames[ucfirst($names[0])] = array_map(ucfirst(...), array_slice($names, 1));
        }
        // Names that have no short forms: most of the world's.
        foreach (self::SYLLABLES as $one) {
            foreach (['a', 'ia', 'in', 'elle', 'us', 'ette', 'ard', 'is'] as $ending) {
                $this->firsts[] = ucfirst($one) . $ending;
            }
        }
    }

    /** @return \Generator<int, array{Traits, list<string>, int}> records by number, with what has happened to them: nothing to the first of each; and the number of their home */
    public function records(int $count): \Generator
    {
        $made = 0;
        for ($entity = 1; $made < $count; $entity++) {
            $dice = $this->fraction();
            $family = match (true) {
                $dice < 0.8 => [$this->person()],
                $dice < 0.83 => $this->twins(),
                $dice < 0.833 => $this->fatherAndSon(),
                $dice < 0.9 => $this->couple(),
                $dice < 0.945 => [$this->household()],
                default => [$this->organization()],
            };
            $home = $entity;
            foreach ($family as $one) {
                $entity++;
                yield $entity * self::COPIES => [$this->traits($one), [], $home];
                $made++;
                $copies = $this->happens(0.16) ? ($this->happens(0.2) ? 2 : 1) : 0;
                for ($copy = 1; $copy <= $copies; $copy++) {
                    [$other, $happened] = $this->copy($one);
                    yield $entity * self::COPIES + $copy => [$this->traits($other), $happened, $home];
                    $made++;
                }
            }
            foreach ($this->strangers($family[0]) as $one) {
                $entity++;
                yield $entity * self::COPIES => [$this->traits($one), [], $entity];
                $made++;
            }
        }
    }

    /** @return array<string, mixed> */
    private function person(): array
    {
        $first = $this->first();
        $last = $this->last();
        $place = $this->place();

        return [
            'kind' => SupporterKind::Person,
            'first' => $first,
            'middle' => $this->middle(),
            'last' => $last,
            'suffix' => $this->happens(0.01) ? 'Jr.' : '',
            'display' => '',
            'address' => $this->happens(0.9) ? $this->address($place) : null,
            'email' => $this->happens(0.7) ? $this->email($first, $last) : '',
            'phone' => $this->happens(0.65) ? $this->phone() : '',
            'born' => $this->happens(0.4) ? $this->born() : '',
            'id' => $this->happens(0.6) ? $this->id('first system') : null,
        ];
    }

    /**
     * Others who share something with one and are nothing to each other: whoever lives there now, and those of one office. None, unless the mix says so.
     *
     * @param  array<string, mixed>  $one
     * @return list<array<string, mixed>>
     */
    private function strangers(array $one): array
    {
        if (!isset($this->mix['strangers']) || $one['kind'] !== SupporterKind::Person || !$this->happens($this->mix['strangers'])) {
            return [];
        }

        return match ($this->chance->getInt(1, 4)) {
            1, 2 => $one['address'] === null ? [] : [[...$this->person(), 'address' => $one['address']]],
            3 => array_map(
                fn(): array => [...$this->person(), 'phone' => $one['phone'] === '' ? $this->phone() : $one['phone']],
                range(1, $this->chance->getInt(1, 6)),
            ),
            default => $one['email'] === ''
                ? []
                : [[...$this->person(), 'email' => $one['email'], 'address' => $this->happens(0.5) ? $one['address'] : null]],
        };
    }

    /** @return list<array<string, mixed>> */
    private function twins(): array
    {
        $one = $this->person();
        $one['born'] = $this->born();
        $one['address'] ??= $this->address($this->place());

        return [
            $one,
            [
                ...$one,
                'first' => $this->first($one['first']),
                'middle' => $this->middle(),
                'suffix' => '',
                'email' => $this->happens(0.3) ? $one['email'] : '',
                'id' => $this->id('first system'),
            ],
        ];
    }

    /** @return list<array<string, mixed>> */
    private function fatherAndSon(): array
    {
        $father = $this->person();
        $father['address'] ??= $this->address($this->place());
        $isTold = $this->happens(0.8);
        // Of some nothing tells which is which.
        $hasDates = $this->happens($isTold ? 0.5 : 0.6);

        return [
            [
                ...$father,
                'suffix' => $isTold ? 'Sr.' : '',
                'born' => $hasDates ? '1948-0' . $this->chance->getInt(1, 9) . '-1' . $this->chance->getInt(0, 9) : '',
            ],
            [
                ...$father,
                // Whoever is not called Jr. may have another middle name.
                'middle' => $isTold || $this->happens(0.6) ? $father['middle'] : $this->middle(),
                'suffix' => $isTold ? 'Jr.' : '',
                'born' => $hasDates ? '1975-1' . $this->chance->getInt(0, 2) . '-2' . $this->chance->getInt(0, 8) : '',
                'email' => $this->happens(0.5) ? '' : $this->email($father['first'], $father['last']),
                'phone' => $this->happens(0.5) ? $father['phone'] : $this->phone(),
                'id' => $this->id('first system'),
            ],
        ];
    }

    /** @return list<array<string, mixed>> two who live together, some of them with a child */
    private function couple(): array
    {
        $one = $this->person();
        $one['address'] ??= $this->address($this->place());

        $last = isset($this->mix['strangers']) && $this->happens(0.3) ? $this->last() : $one['last'];

        $other = [
            ...$one,
            'first' => $this->first($one['first']),
            'middle' => $this->middle(),
            'last' => $last,
            'suffix' => '',
            'email' => $this->happens(0.5) ? $one['email'] : $this->email('x', $one['last']),
            'born' => $one['born'] === '' ? '' : $this->born(),
            'id' => null,
        ];
        $child = $this->happens(0.3) ? $this->first($one['first']) : $other['first'];

        return $child === $other['first']
            ? [$one, $other]
            : [
                $one,
                $other,
                [
                    ...$other,
                    'first' => $child,
                    'middle' => $this->middle(),
                    'last' => $one['last'],
                    'email' => $this->happens(0.5) ? '' : $this->email($child, $one['last']),
                    'phone' => $this->happens(0.5) ? $one['phone'] : $this->phone(),
                    'born' => $one['born'] === '' ? '' : $this->born(),
                ],
            ];
    }

    /** @return array<string, mixed> */
    private function household(): array
    {
        $person = $this->person();
        $person['address'] ??= $this->address($this->place());

        return [
            ...$person,
            'kind' => SupporterKind::Household,
            'display' => "{$person['first']} & {$this->first($person['first'])} {$person['last']}",
            'first' => '',
            'middle' => '',
            'suffix' => '',
            'born' => '',
        ];
    }

    /** @return array<string, mixed> */
    private function organization(): array
    {
        $name =
            $this->last() .
            ' ' .
            ($this->happens(0.3) ? $this->last() . ' ' : '') .
            $this->pick(self::ORGANIZATIONS) .
            ($this->happens(0.3) ? $this->pick([', Inc.', ' LLC', ' Co.']) : '');
        // Two that are called alike have not the same domain.
        $domain = strtolower((string) preg_replace('/\W+/', '', $name)) . $this->chance->getInt(1, 9999) . '.example.org';

        return [
            'kind' => SupporterKind::Organization,
            'first' => '',
            'middle' => '',
            'last' => '',
            'suffix' => '',
            'display' => $name,
            'address' => $this->address($this->place()),
            'email' => $this->happens(0.6) ? "info@{$domain}" : '',
            'phone' => $this->happens(0.7) ? $this->phone() : '',
            'born' => '',
            'id' => $this->happens(0.6) ? $this->id('first system') : null,
        ];
    }

    /**
     * The same one as another source has it.
     *
     * @param  array<string, mixed>  $one
     * @return array{array<string, mixed>, list<string>}
     */
    private function copy(array $one): array
    {
        $copy = [...$one, 'id' => $this->happens(0.15) ? $one['id'] : ($this->happens(0.5) ? $this->id('second system') : null)];
        $happened = [];
        foreach ([...self::HAPPENS, ...$this->mix] as $what => $often) {
            if ($this->happens($often * ($what === 'address written otherwise' ? 1.0 : $this->rate))) {
                $after = $this->after($what, $copy);
                if ($after !== $copy) {
                    [$copy, $happened[]] = [$after, $what];
                }
            }
        }

        return [$copy, $happened];
    }

    /**
     * @param  array<string, mixed>  $one
     * @return array<string, mixed>
     */
    private function after(string $what, array $one): array
    {
        $isPerson = $one['kind'] === SupporterKind::Person;
        $name = $isPerson ? 'last' : 'display';

        return match ($what) {
            'nickname' => $isPerson && ($this->nicknames[$one['first']] ?? []) !== []
                ? [...$one, 'first' => $this->pick($this->nicknames[$one['first']])]
                : $one,
            'typing error in the first name' => $isPerson ? [...$one, 'first' => $this->slip($one['first'])] : $one,
            'typing error in the last name' => [...$one, $name => $this->slip($one[$name])],
            'initial for the first name' => $isPerson ? [...$one, 'first' => $one['first'][0] . '.'] : $one,
            'changed surname' => $isPerson
                ? [...$one, 'last' => $this->happens(0.25) ? "{$one['last']}-{$this->last()}" : $this->last()]
                : $one,
            'swapped names' => $isPerson ? [...$one, 'first' => $one['last'], 'last' => $one['first']] : $one,
            'moved' => $one['address'] === null ? $one : [...$one, 'address' => $this->address($this->place())],
            'address written otherwise' => $one['address'] === null
                ? $one
                : [...$one, 'address' => [...$one['address'], 'line1' => $this->otherwise($one['address']['line1'])]],
            'typing error in the street' => $one['address'] === null
                ? $one
                : [...$one, 'address' => [...$one['address'], 'line1' => $this->slip($one['address']['line1'], 5)]],
            'no address' => [...$one, 'address' => null],
            'other email' => $one['email'] === ''
                ? $one
                : [
                    ...$one,
                    'email' => $this->email($one['first'] === '' ? 'office' : $one['first'], $one['last'] === '' ? 'mail' : $one['last']),
                ],
            'typing error in the email' => $one['email'] === '' ? $one : [...$one, 'email' => $this->slip($one['email'])],
            'no email' => [...$one, 'email' => ''],
            'other phone' => $one['phone'] === '' ? $one : [...$one, 'phone' => $this->phone()],
            'no phone' => [...$one, 'phone' => ''],
            'birth date with day and month swapped' => $one['born'] !== '' && (int) substr($one['born'], 8) < 13
                ? [...$one, 'born' => substr($one['born'], 0, 5) . substr($one['born'], 8) . '-' . substr($one['born'], 5, 2)]
                : $one,
            'typing error in the phone' => $one['phone'] === ''
                ? $one
                : [
                    ...$one,
                    'phone' => substr_replace($one['phone'], (string) $this->chance->getInt(0, 9), $this->chance->getInt(5, 11), 1),
                ],
            'typing error in the birth date' => $one['born'] === ''
                ? $one
                : [
                    ...$one,
                    'born' => $this->happens(0.5)
                        ? substr($one['born'], 0, 8) . sprintf('%02d', $this->chance->getInt(1, 28))
                        : substr_replace($one['born'], (string) $this->chance->getInt(0, 9), 3, 1),
                ],
            'no birth date' => [...$one, 'born' => ''],
            'no middle name' => [...$one, 'middle' => ''],
            'initial for the middle name' => [...$one, 'middle' => substr($one['middle'], 0, 1)],
            'no suffix' => [...$one, 'suffix' => ''],
            default => [
                ...$one,
                'first' => strtoupper($one['first']),
                'last' => strtoupper($one['last']),
                'display' => strtoupper($one['display']),
            ],
        };
    }

    /** @param  array<string, mixed>  $one */
    private function traits(array $one): Traits
    {
        $name = new PersonName('', $one['first'], $one['middle'], $one['last'], $one['suffix']);
        $addresses = [];
        if ($one['address'] !== null) {
            $written = Address::fromParts($one['address']);
            $addresses[] = [$written, $this->standardizer->standardize($written)->standard];
        }

        return new Traits(
            $one['kind'],
            $name,
            $one['display'] === '' ? $name->display() : $one['display'],
            $addresses,
            $one['email'] === '' ? [] : [$one['email']],
            $one['phone'] === '' ? [] : [$one['phone']],
            $one['id'] === null ? [] : [$one['id']],
            array_filter(
                ['first_name' => $one['first'], 'middle_name' => $one['middle'], 'last_name' => $one['last'], 'birth_date' => $one['born']],
                static fn(string $value): bool => $value !== '',
            ),
        );
    }

    /** From 0 to below 1. */
    private function fraction(): float
    {
        return $this->chance->getInt(0, (1 << 30) - 1) / (1 << 30);
    }

    private function happens(float $often): bool
    {
        return $this->fraction() < $often;
    }

    /** @template T @param  list<T>  $list @return T */
    private function pick(array $list): mixed
    {
        return $list[$this->chance->getInt(0, count($list) - 1)];
    }

    /** Few are frequent, many are rare: the place in a list by Zipf's law, roughly. */
    private function rank(int $count): int
    {
        return (int) floor($count ** $this->fraction()) - 1;
    }

    /** A name as frequent as in life: one of a list by its share, or one of a long tail. */
    private function lifelike(string $field): string
    {
        if ($this->census === []) {
            foreach (FrequentNames::shares() as $key => $shares) {
                $sum = 0.0;
                foreach ($shares as $name => $share) {
                    $this->census[$key][] = [ucfirst((string) $name), ($sum += $share)];
                }
            }
        }
        $dice = $this->fraction();
        foreach ($this->census[$field] as [$name, $sum]) {
            if ($dice < $sum) {
                return $name;
            }
        }
        // The tail: the rank by Zipf's law, some hundred times rarer at its end than at its beginning.
        $rank = (int) floor(($field === 'last name' ? 60000 : 4000) ** (0.35 + 0.65 * $this->fraction()));

        return ucfirst(
            self::SYLLABLES[$rank % 40] .
                (intdiv($rank, 40) % 41 === 40 ? '' : self::SYLLABLES[intdiv($rank, 40) % 41]) .
                ($field === 'last name'
                    ? self::ENDINGS[intdiv($rank, 1640) % 20] . (intdiv($rank, 32800) > 0 ? 's' : '')
                    : ['a', 'ia', 'in', 'elle', 'us', 'ette', 'ard', 'is'][$rank % 8]),
        );
    }

    private function first(string $not = ''): string
    {
        do {
            $first = $this->isLifelike
                ? $this->lifelike('first name')
                : ($this->happens(0.25)
                    ? $this->firsts[$this->rank(60)]
                    : $this->pick($this->firsts));
        } while ($first === $not);

        return $first;
    }

    /** One in three who give a middle name give its initial. */
    private function middle(): string
    {
        $middle = $this->happens(0.4) ? $this->first() : '';

        return $this->happens(0.3) ? substr($middle, 0, 1) : $middle;
    }

    private function last(): string
    {
        if ($this->isLifelike) {
            return $this->lifelike('last name');
        }
        $rank = $this->happens(0.12) ? $this->rank(60) : $this->chance->getInt(60, 30000);

        return ucfirst(
            self::SYLLABLES[$rank % 40] .
                (intdiv($rank, 40) % 40 === 0 ? '' : self::SYLLABLES[intdiv($rank, 40) % 40]) .
                self::ENDINGS[intdiv($rank, 1600) % 20],
        );
    }

    /** @return array{city: string, state: string, zip: string} */
    private function place(): array
    {
        // One in three lives in one of a few big cities.
        $rank = $this->happens(0.35) ? $this->rank(6) : $this->chance->getInt(6, 900);

        return [
            'city' => ucfirst(self::SYLLABLES[$rank % 40] . self::ENDINGS[intdiv($rank, 40) % 20]),
            'state' => ['ME', 'NH', 'MA', 'NY', 'VT', 'CT'][$rank % 6],
            'zip' => sprintf('0%04d', 1000 + $rank * 9 + ($rank < 6 ? $this->chance->getInt(0, 8) : 0)),
        ];
    }

    /**
     * @param  array{city: string, state: string, zip: string}  $place
     * @return array<string, string>
     */
    private function address(array $place): array
    {
        $street =
            $this->chance->getInt(1, 2400) .
            ' ' .
            ucfirst($this->pick(self::SYLLABLES)) .
            $this->pick(self::ENDINGS) .
            ' ' .
            $this->pick(array_keys(self::STREETS));

        return [
            'line1' => $street,
            'line2' => $this->happens(0.25) ? 'Apt ' . $this->chance->getInt(1, 60) : '',
            'city' => $place['city'],
            'state' => $place['state'],
            'postal_code' => $place['zip'],
            'country' => 'US',
        ];
    }

    private function otherwise(string $street): string
    {
        return $this->happens(0.5) ? strtoupper($street) : str_replace(array_keys(self::STREETS), array_values(self::STREETS), $street);
    }

    private function email(string $first, string $last): string
    {
        $name = $this->pick([$first . $last, $first[0] . $last, "{$first}.{$last}", $last . $this->chance->getInt(1, 99)]);

        return strtolower((string) preg_replace('/[^a-z.0-9]/i', '', $name)) .
            $this->chance->getInt(1, 9999) .
            '@' .
            $this->pick(['example.org', 'example.com', 'example.net', 'mail.example.org']);
    }

    private function phone(): string
    {
        return sprintf(
            '+1%d%03d%04d',
            $this->pick([207, 603, 617, 212, 802, 860, 978]),
            $this->chance->getInt(200, 999),
            $this->chance->getInt(0, 9999),
        );
    }

    private function born(): string
    {
        return sprintf('%d-%02d-%02d', $this->chance->getInt(1930, 2004), $this->chance->getInt(1, 12), $this->chance->getInt(1, 28));
    }

    private function id(string $system): Identifier
    {
        return new Identifier($system, 'N-' . $this->chance->getInt(1, 1 << 40));
    }

    /** One letter wrong, missing, too many, or two in each other's place. */
    private function slip(string $text, int $from = 1): string
    {
        if (strlen($text) < $from + 3) {
            return $text;
        }
        $at = $this->chance->getInt($from, strlen($text) - 2);
        $letter = chr($this->chance->getInt(97, 122));

        return match ($this->chance->getInt(0, 3)) {
            0 => substr_replace($text, $letter, $at, 1),
            1 => substr_replace($text, '', $at, 1),
            2 => substr_replace($text, $letter, $at, 0),
            default => substr_replace($text, $text[$at + 1] . $text[$at], $at, 2),
        };
    }
}
