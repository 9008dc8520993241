<?php

declare(strict_types=1);

namespace PineSieve\Bench;

use PineSieve\Core\Addresses\Address;
use PineSieve\Core\Addresses\AddressStandardizer;
use PineSieve\Core\Matching\Fields\Traits;
use PineSieve\Core\Names\PersonName;
use PineSieve\Core\Names\SupporterKind;
use PineSieve\Core\Records\Identifier;
use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * A made-up world of organizations and households, as a database has them: some stand in it more than once, as different people wrote them;
 * many are called nearly alike and are others: troops, lodges and schools with numbers, churches of one saint, friends of a library.
 * Seeded. Two records are the same if their numbers divided by Truth::COPIES are.
 */
final class Groups
{
    private const PARTS = [
        'Al',
        'Bir',
        'Cam',
        'Des',
        'Ever',
        'Fro',
        'Gil',
        'Hav',
        'Iv',
        'Jen',
        'Kes',
        'Lun',
        'Mar',
        'Nol',
        'Ob',
        'Pris',
        'Rav',
        'Sut',
        'Tam',
        'Ul',
        'Ves',
        'Wal',
        'Yost',
        'Zim',
    ];

    private const ENDS = [
        'bert',
        'by',
        'combe',
        'dale',
        'field',
        'gate',
        'ham',
        'ington',
        'kins',
        'ler',
        'more',
        'ner',
        'ridge',
        'sen',
        'stock',
        'ten',
        'wood',
        'yard',
    ];

    private const FIRSTS = [
        'Anita',
        'Boris',
        'Clara',
        'Dmitri',
        'Edna',
        'Felix',
        'Greta',
        'Hugo',
        'Ines',
        'Jonas',
        'Karin',
        'Leon',
        'Marta',
        'Nils',
        'Olga',
        'Pablo',
        'Rosa',
        'Stefan',
        'Tilda',
        'Ursula',
        'Viktor',
        'Wanda',
    ];

    private const SAINTS = ['Mary', 'John', 'Joseph', 'Peter', 'Ann', 'Luke', 'Mark', 'Paul', 'Andrew', 'Patrick'];

    private const FAITHS = ['Baptist', 'Lutheran', 'Methodist', 'Presbyterian', 'Congregational', 'Episcopal'];

    private const TRADES = [
        'Hardware',
        'Plumbing',
        'Insurance Agency',
        'Realty',
        'Auto Body',
        'Landscaping',
        'Dental Group',
        'Brewing Company',
        'Bakery',
        'Builders',
        'Law Offices',
        'Printing',
        'Boat Works',
        'Farms',
        'Electric',
        'Catering',
    ];

    private const OF_TOWN = [
        'Public Library',
        'Historical Society',
        'Fire Department',
        'Police Department',
        'Rotary Club',
        'Chamber of Commerce',
        'Garden Club',
        'Community Theatre',
        'Food Pantry',
        'Land Trust',
        'Medical Center',
        'High School',
        'Elementary School',
        'Little League',
        'Senior Center',
        'Arts Council',
    ];

    private const NUMBERED = [
        'Scout Troop %d',
        'Lodge No. %d',
        'Veterans Post %d',
        'Local Union %d',
        'School District %d',
        'Grange No. %d',
        'Engine Company %d',
    ];

    /** Words and the shorter forms that people write. */
    private const SHORT = [
        'Association' => 'Assn',
        'Foundation' => 'Fdn',
        'Department' => 'Dept',
        'Center' => 'Ctr',
        'Saint' => 'St.',
        'Community' => 'Comm',
        'School' => 'Sch',
        'Society' => 'Soc',
        'Company' => 'Co',
        'Elementary' => 'Elem',
        'Library' => 'Lib',
        'No.' => '#',
        'Council' => 'Cncl',
        'First' => '1st',
        'and' => '&',
        'District' => 'Dist',
        'Theatre' => 'Theater',
        'Medical' => 'Med',
        'Church' => 'Ch',
    ];

    private const STREETS = ['Street', 'Avenue', 'Road', 'Lane', 'Drive', 'Square', 'Court'];

    /** @var array<string, true> names with their towns: no town has two libraries of one name */
    private array $taken = [];

    private Randomizer $chance;

    private AddressStandardizer $standardizer;

    public function __construct(int $seed, private readonly float $rate = 1.0)
    {
        $this->chance = new Randomizer(new Mt19937($seed));
        $this->standardizer = new AddressStandardizer();
    }

    /** @return \Generator<int, array{Traits, list<string>, int}> records by number, with what has happened to them, and the number of the first of those that they belong together with */
    public function records(SupporterKind $kind, int $count): \Generator
    {
        $entity = $made = 0;
        while ($made < $count) {
            $first = $entity + 1;
            foreach ($kind === SupporterKind::Organization ? $this->organizations() : $this->households() as $one) {
                $entity++;
                yield $entity * Truth::COPIES => [$this->traits($one), [], $first];
                $made++;
                $copies = $this->happens(0.18) ? ($this->happens(0.2) ? 2 : 1) : 0;
                for ($copy = 1; $copy <= $copies; $copy++) {
                    [$other, $happened] = $this->copy($one);
                    yield $entity * Truth::COPIES + $copy => [$this->traits($other), $happened, $first];
                    $made++;
                }
            }
        }
    }

    /** @return list<array<string, mixed>> one, or several that have much in common and are others */
    private function organizations(): array
    {
        do {
            $made = $this->organizationsAnyhow();
            $keys = array_map(static fn(array $one): string => $one['name'] . '|' . ($one['address']['city'] ?? ''), $made);
        } while (array_intersect_key($this->taken, array_flip($keys)) !== []);
        $this->taken += array_fill_keys($keys, true);

        return $made;
    }

    /** @return list<array<string, mixed>> */
    private function organizationsAnyhow(): array
    {
        $town = $this->town();
        $first = null;
        $named = function (string $name, bool $isBeside = false) use (&$first, $town): array {
            $one = $this->organization($name, $town);
            if ($isBeside && $first !== null) {
                // Of one house: often with the same phone, now and then with the same email.
                $one = [
                    ...$one,
                    'address' => $this->happens(0.8) ? $first['address'] : $one['address'],
                    'email' => $this->happens(0.3) ? $first['email'] : $one['email'],
                    'phone' => $this->happens(0.5) ? $first['phone'] : $one['phone'],
                ];
            }
            $first ??= $one;

            return $one;
        };
        $saint = 'Saint ' . $this->pick(self::SAINTS) . "'s";
        $of = $this->pick(self::OF_TOWN);
        $number = $this->chance->getInt(1, 400);

        return match ($this->chance->getInt(1, 12)) {
            1 => [$named($this->name() . ' Family Foundation')],
            2 => [
                $named(
                    $this->name() . ' ' . $this->pick(self::TRADES) . ($this->happens(0.4) ? $this->pick([', Inc.', ' LLC', ' Co.']) : ''),
                ),
            ],
            3 => [$named("{$this->name()} & {$this->name()} " . $this->pick(self::TRADES))],
            4, 5 => [$named("{$town} {$of}")],
            6 => [$named("{$town} {$of}"), $named("Friends of the {$town} {$of}", true)],
            7 => [$named("First {$this->pick(self::FAITHS)} Church" . ($this->happens(0.5) ? " of {$town}" : ''))],
            8 => $this->happens(0.4)
                ? [$named("{$saint} Church"), $named("{$saint} School", true)]
                : [$named("{$saint} " . $this->pick(['Church', 'Parish', 'Roman Catholic Church']))],
            9 => $this->happens(0.2)
                ? [
                    $named(sprintf('Scout Troop %d', $number)),
                    $named(sprintf('Scout Troop %d', $number + $this->chance->getInt(1, 60)), true),
                ]
                : ($this->happens(0.4)
                    ? [$named(sprintf('Scout Troop %d', $number)), $named(sprintf('Cub Pack %d', $number), true)]
                    : [$named(sprintf($this->pick(self::NUMBERED), $number))]),
            10 => [$named("{$town} " . sprintf($this->pick(self::NUMBERED), $number))],
            11 => $this->happens(0.3)
                ? [$named("{$this->name()} Hospital"), $named("{$this->name()} Hospital Auxiliary", true)]
                : [
                    $named(
                        $this->pick(['Harbor', 'Summit', 'Granite', 'Lakeside', 'Northern', 'Pioneer']) .
                            ' ' .
                            $this->pick(self::TRADES) .
                            ($this->happens(0.3) ? ', Inc.' : ''),
                    ),
                ],
            default => [
                $named(
                    $this->pick(['Coalition', 'Alliance', 'Committee', 'Center', 'Society']) .
                        ' for ' .
                        $this->pick(['Clean Rivers', 'Rural Health', 'Youth Music', 'Animal Rescue', 'Open Spaces', 'Adult Literacy']) .
                        " of {$town}",
                ),
            ],
        };
    }

    /** @return array<string, mixed> */
    private function organization(string $name, string $town): array
    {
        return [
            'kind' => SupporterKind::Organization,
            'name' => $name,
            'last' => '',
            'address' => $this->happens(0.9) ? $this->address($town) : null,
            'email' => $this->happens(0.6) ? $this->email($name === '' ? $town : $name) : '',
            'phone' => $this->happens(0.7) ? $this->phone() : '',
            'id' => $this->happens(0.5) ? $this->id('first system') : null,
        ];
    }

    /** @return list<array<string, mixed>> a household, or two of one family or of one house */
    private function households(): array
    {
        $home = $this->household($this->name(), $this->town());

        return match (true) {
            // The young ones live with the old ones, or did.
            $this->happens(0.04) => [$home, [...$this->household($home['last'], $this->town()), 'address' => $home['address']]],
            $this->happens(0.06) => [$home, [...$this->household($this->name(), $this->town()), 'address' => $home['address']]],
            default => [$home],
        };
    }

    /** @return array<string, mixed> */
    private function household(string $last, string $town): array
    {
        [$one, $two] = [$this->pick(self::FIRSTS), $this->pick(self::FIRSTS)];

        return [
            'kind' => SupporterKind::Household,
            'name' => $this->householdName($one, $two, $last, 1),
            'one' => $one,
            'two' => $two,
            'last' => $last,
            'address' => $this->happens(0.92) ? $this->address($town) : null,
            'email' => $this->happens(0.5) ? strtolower("{$one}.{$last}") . $this->chance->getInt(1, 99) . '@mail.example' : '',
            'phone' => $this->happens(0.6) ? $this->phone() : '',
            'id' => $this->happens(0.5) ? $this->id('first system') : null,
        ];
    }

    private function householdName(string $one, string $two, string $last, int $way): string
    {
        return match ($way) {
            1, 2, 3 => "{$one} & {$two} {$last}",
            4 => "{$two} and {$one} {$last}",
            5 => "Mr. and Mrs. {$one} {$last}",
            6 => "The {$last} Family",
            7 => "{$last}, {$one} & {$two}",
            8 => "{$last} household",
            9 => "{$one[0]}. & {$two[0]}. {$last}",
            default => "{$one} {$last} and {$two} {$last}",
        };
    }

    /**
     * @param  array<string, mixed>  $one
     * @return array{array<string, mixed>, list<string>}
     */
    private function copy(array $one): array
    {
        $copy = [...$one, 'id' => $this->happens(0.15) ? $one['id'] : ($this->happens(0.5) ? $this->id('second system') : null)];
        if ($one['kind'] === SupporterKind::Household) {
            $copy['name'] = $this->householdName($one['one'], $one['two'], $one['last'], $this->chance->getInt(1, 10));
        }
        $happened = [];
        foreach (
            [
                'short words' => 0.35,
                'no legal form' => 0.5,
                'the' => 0.15,
                'another order' => 0.05,
                'typing error in the name' => 0.1,
                'a word left out' => 0.08,
                'a town added' => 0.05,
                'capitals' => 0.15,
                'other email' => 0.25,
                'no email' => 0.25,
                'other phone' => 0.15,
                'no phone' => 0.3,
                'typing error in the phone' => 0.03,
                'moved' => 0.12,
                'address written otherwise' => 0.4,
                'typing error in the street' => 0.05,
                'no address' => 0.1,
            ]
            as $what => $often
        ) {
            if (
                $this->happens(
                    $often * (in_array($what, ['short words', 'address written otherwise', 'no legal form'], true) ? 1.0 : $this->rate),
                )
            ) {
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
        $isOrganization = $one['kind'] === SupporterKind::Organization;
        $words = explode(' ', (string) $one['name']);

        return match ($what) {
            'short words' => $isOrganization
                ? [...$one, 'name' => strtr($one['name'], array_map(static fn(string $short): string => $short, self::SHORT))]
                : $one,
            'no legal form' => $isOrganization
                ? [...$one, 'name' => (string) preg_replace('/,? (?:Inc\.|LLC|Co\.)$/', '', $one['name'])]
                : $one,
            'the' => $isOrganization ? [...$one, 'name' => "The {$one['name']}"] : $one,
            'another order' => $isOrganization && count($words) > 2
                ? [...$one, 'name' => implode(' ', array_slice($words, 1)) . ', ' . $words[0]]
                : $one,
            'typing error in the name' => [...$one, 'name' => $this->slip($one['name'])],
            'a word left out' => $isOrganization && count($words) > 2
                ? [...$one, 'name' => implode(' ', array_diff_key($words, [$this->chance->getInt(1, count($words) - 1) => 1]))]
                : $one,
            'a town added' => $isOrganization && $one['address'] !== null
                ? [...$one, 'name' => "{$one['name']} of {$one['address']['city']}"]
                : $one,
            'capitals' => [...$one, 'name' => strtoupper($one['name'])],
            'other email' => $one['email'] === ''
                ? $one
                : [
                    ...$one,
                    'email' =>
                        $isOrganization && $this->happens(0.6)
                            ? $this->pick(['office', 'giving', 'director', 'mail']) .
                                substr($one['email'], (int) strpos($one['email'], '@'))
                            : $this->email($one['name']),
                ],
            'no email' => [...$one, 'email' => ''],
            'other phone' => $one['phone'] === '' ? $one : [...$one, 'phone' => $this->phone()],
            'no phone' => [...$one, 'phone' => ''],
            'typing error in the phone' => $one['phone'] === ''
                ? $one
                : [
                    ...$one,
                    'phone' => substr_replace($one['phone'], (string) $this->chance->getInt(0, 9), $this->chance->getInt(5, 11), 1),
                ],
            'moved' => $one['address'] === null
                ? $one
                : [...$one, 'address' => $this->address($this->happens(0.7) ? $one['address']['city'] : $this->town())],
            'address written otherwise' => $one['address'] === null
                ? $one
                : [
                    ...$one,
                    'address' => [
                        ...$one['address'],
                        'line1' => strtr($one['address']['line1'], [
                            'Street' => 'St',
                            'Avenue' => 'Ave.',
                            'Road' => 'RD',
                            'Lane' => 'ln',
                            'Drive' => 'Dr',
                            'Square' => 'Sq',
                            'Court' => 'Ct',
                        ]),
                    ],
                ],
            'typing error in the street' => $one['address'] === null
                ? $one
                : [...$one, 'address' => [...$one['address'], 'line1' => $this->slip($one['address']['line1'], 5)]],
            default => [...$one, 'address' => null],
        };
    }

    /** @param  array<string, mixed>  $one */
    private function traits(array $one): Traits
    {
        $addresses = [];
        if ($one['address'] !== null) {
            $written = Address::fromParts($one['address']);
            $addresses[] = [$written, $this->standardizer->standardize($written)->standard];
        }

        return new Traits(
            $one['kind'],
            new PersonName(last: $one['last']),
            $one['name'],
            $addresses,
            $one['email'] === '' ? [] : [$one['email']],
            $one['phone'] === '' ? [] : [$one['phone']],
            $one['id'] === null ? [] : [$one['id']],
            $one['last'] === '' ? [] : ['last_name' => $one['last']],
        );
    }

    private function name(): string
    {
        // A few names are frequent, most are rare.
        return $this->pick(self::PARTS) . ($this->happens(0.3) ? '' : strtolower($this->pick(self::PARTS))) . $this->pick(self::ENDS);
    }

    private function town(): string
    {
        $n = (int) (2000 ** ($this->chance->getInt(0, 9999) / 10_000));

        return self::PARTS[$n % 24] . self::ENDS[intdiv($n, 24) % 18] . ['', '', ' Falls', ' Harbor', ' Junction'][intdiv($n, 7) % 5];
    }

    /** @return array<string, string> */
    private function address(string $town): array
    {
        $zip = 10_000 + (crc32($town) % 80_000);

        return [
            'line1' => $this->happens(0.1)
                ? 'PO Box ' . $this->chance->getInt(1, 900)
                : $this->chance->getInt(1, 999) .
                    ' ' .
                    $this->pick(['Main', 'Church', 'School', 'Elm', 'Mill', 'Bridge', 'Depot', 'High', 'Pearl', $this->name()]) .
                    ' ' .
                    $this->pick(self::STREETS),
            'city' => $town,
            'state' => ['OH', 'PA', 'WI', 'GA'][$zip % 4],
            'postal_code' => (string) $zip,
        ];
    }

    private function email(string $name): string
    {
        $domain = substr(strtolower((string) preg_replace('/\W+/', '', $name)), 0, 16);

        return $this->pick(['info', 'office', 'contact', 'hello']) . '@' . $domain . $this->chance->getInt(1, 999) . '.example';
    }

    private function phone(): string
    {
        return sprintf(
            '+1%03d%03d%04d',
            $this->pick([614, 717, 608, 706]),
            $this->chance->getInt(200, 999),
            $this->chance->getInt(0, 9999),
        );
    }

    private function id(string $system): Identifier
    {
        return new Identifier($system, (string) $this->chance->getInt(1, 90_000_000));
    }

    private function slip(string $text, int $from = 0): string
    {
        $at = $this->chance->getInt(min($from, strlen($text) - 2), max(0, strlen($text) - 2));

        return match ($this->chance->getInt(1, 4)) {
            1 => substr($text, 0, $at) . substr($text, $at + 1),
            2 => substr($text, 0, $at) . $text[$at + 1] . $text[$at] . substr($text, $at + 2),
            3 => substr($text, 0, $at) . chr($this->chance->getInt(97, 122)) . substr($text, $at + 1),
            default => substr($text, 0, $at) . $text[$at] . substr($text, $at),
        };
    }

    private function happens(float $often): bool
    {
        return $this->chance->getInt(0, (1 << 30) - 1) / (1 << 30) < $often;
    }

    /** @template T @param  list<T>  $list @return T */
    private function pick(array $list): mixed
    {
        return $list[$this->chance->getInt(0, count($list) - 1)];
    }
}
