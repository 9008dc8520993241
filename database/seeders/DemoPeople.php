<?php

declare(strict_types=1);

namespace Database\Seeders;

use Random\Engine\Mt19937;
use Random\Randomizer;

/**
 * The made-up people, organizations and gifts around a made-up harbor: the same ones every time.
 *
 * @phpstan-type Demo array{kind: string, title: string, first: string, middle: string, last: string, suffix: string, organization: string, line1: string, line2: string, city: string, state: string, zip: string, country: string, email: string, phone: string, old_id: string, first_known: string, group: string, gifts: list<array{date: string, amount: string, fund: string, kind: string}>}
 */
final class DemoPeople
{
    public const FUNDS = ['General fund', 'Rescue boat', 'Oil spill response', 'Puffin nursery', 'Building'];

    private const FIRST = [
        'Ada',
        'Amara',
        'Ann',
        'Asa',
        'Beatriz',
        'Benedict',
        'Birgit',
        'Bo',
        'Calla',
        'Cedric',
        'Chidi',
        'Clara',
        'Dara',
        'Desmond',
        'Dolores',
        'Edmund',
        'Elena',
        'Elias',
        'Esme',
        'Fabian',
        'Farah',
        'Felix',
        'Fiona',
        'Gideon',
        'Greta',
        'Hana',
        'Harvey',
        'Hollis',
        'Ines',
        'Ingrid',
        'Iris',
        'Ivo',
        'Jada',
        'Jonas',
        'Joyce',
        'June',
        'Kamala',
        'Keir',
        'Kenji',
        'Lars',
        'Leif',
        'Leonie',
        'Lucia',
        'Mabel',
        'Magnus',
        'Marguerite',
        'Mateo',
        'Mei',
        'Mira',
        'Nadia',
        'Niall',
        'Noor',
        'Odile',
        'Olive',
        'Orla',
        'Oscar',
        'Owen',
        'Pearl',
        'Percy',
        'Petra',
        'Priya',
        'Quentin',
        'Rafael',
        'Ravi',
        'Renata',
        'Robert',
        'Rosalind',
        'Rufus',
        'Sabine',
        'Samir',
        'Selma',
        'Silas',
        'Soledad',
        'Stellan',
        'Tamsin',
        'Tariq',
        'Theodora',
        'Thomas',
        'Tova',
        'Una',
        'Valentin',
        'Vera',
        'Viggo',
        'Wanda',
        'Willa',
        'William',
        'Xenia',
        'Yara',
        'Yusuf',
        'Zora',
    ];

    private const LAST = [
        'Abernathy',
        'Adeyemi',
        'Aldercott',
        'Anders',
        'Barrowclough',
        'Beaulieu',
        'Bellweather',
        'Bonham',
        'Brannigan',
        'Calloway',
        'Castellano',
        'Chaudhry',
        'Coldridge',
        'Côté',
        'Crane',
        'Dahl',
        'Delacroix',
        'Dunmore',
        'Ekwueme',
        'Eversley',
        'Fairweather',
        'Farrow',
        'Fennimore',
        'Galbraith',
        'García',
        'Garnet',
        'Greaves',
        'Hallowell',
        'Haraldsen',
        'Hathaway',
        'Heron',
        'Holloway',
        'Ibarra',
        'Inkster',
        'Jansson',
        'Jessop',
        'Kestrel',
        'Kirkbride',
        'Kowalczyk',
        'Lachance',
        'Larkin',
        'Lindqvist',
        'Lockhart',
        'MacAuley',
        'Marchetti',
        'Marlowe',
        'McBride',
        'Merriweather',
        'Montrose',
        'Müller',
        'Nakamura',
        'Nightingale',
        'Nwosu',
        "O'Brien",
        "O'Dell",
        'Oakhurst',
        'Okafor',
        'Ostrander',
        'Paget',
        'Pell',
        'Pemberly',
        'Quill',
        'Quintero',
        'Ramaswamy',
        'Redmond',
        'Renaud',
        'Rosewood',
        'Sandoval',
        'Seabright',
        'Sorensen',
        'Stroud',
        'Tanaka',
        'Thistlewood',
        'Thorne',
        'Tremblay',
        'Ulrich',
        'Underhill',
        'van der Berg',
        'Vasquez',
        'Venkat',
        'Wainwright',
        'Weatherby',
        'Whitlock',
        'Winthrop',
        'Wolcott',
        'Yardley',
        'Yilmaz',
        'Zeller',
    ];

    /** Of every made-up town. */
    public const STREETS = [
        'Foxglove Ln',
        'Gull Rock Rd',
        'Harbor St',
        'Lighthouse Ave',
        'Mill Pond Rd',
        'N Shore Dr',
        'Old Cannery Way',
        'Osprey Ct',
        'Quarry Hill Rd',
        'Saltmarsh Rd',
        'Schooner Ln',
        'Spruce St',
        'Tidewater Dr',
        'Wharf St',
        'Windrow Ave',
        'Cedar Ter',
        'Bayberry Cir',
        'Chandlery Row',
        'Driftwood Pl',
        'Elm St',
    ];

    /** Made-up towns with codes that lie in their state or province. */
    public const TOWNS = [
        ['Tern Harbor', 'ME', '04598'],
        ['Gannet Cove', 'ME', '04511'],
        ['Petrel Point', 'ME', '04642'],
        ['Skerry Bay', 'ME', '04103'],
        ['Dunlin', 'ME', '04029'],
        ['Larkspur', 'NH', '03802'],
        ['Eider Falls', 'NH', '03824'],
        ['Plover Neck', 'MA', '01938'],
        ['Kittiwake', 'MA', '02539'],
        ['Razorbill Bay', 'NB', 'E1C 4Z1'],
    ];

    private readonly Randomizer $random;

    public function __construct(int $seed = 20)
    {
        $this->random = new Randomizer(new Mt19937($seed));
    }

    /** @return list<Demo> */
    public function make(int $count): array
    {
        $people = [];
        $taken = [];
        for ($i = 0; count($people) < $count; $i++) {
            $first = $this->pick(self::FIRST);
            $last = $this->pick(self::LAST);
            if (isset($taken["{$first} {$last}"])) {
                continue;
            }
            $taken["{$first} {$last}"] = true;
            $people[] = $this->one(count($people), $first, $last);
        }

        return $people;
    }

    /** @return Demo */
    private function one(int $i, string $first, string $last): array
    {
        $kind = match (true) {
            $i % 40 === 7 => 'organization',
            $i % 12 === 5 => 'household',
            default => 'person',
        };
        [$city, $state, $zip] = $this->pick([...self::TOWNS, self::TOWNS[0], self::TOWNS[0], self::TOWNS[1]]);
        $hasAddress = $this->chance(92);
        $slug = strtolower((string) preg_replace('/[^a-z]/i', '', (string) transliterator_transliterate('Latin-ASCII', $first[0] . $last)));
        $since = sprintf('%d-%02d-%02d', $this->random->getInt(2004, 2020), $this->random->getInt(1, 12), $this->random->getInt(1, 28));

        return [
            'kind' => $kind,
            'title' => $kind === 'person' && $this->chance(15) ? $this->pick(['Dr.', 'Ms.', 'Mr.', 'Rev.']) : '',
            'first' => $kind === 'person' ? $first : '',
            'middle' => $kind === 'person' && $this->chance(25) ? $this->pick(['A.', 'E.', 'J.', 'L.', 'M.', 'R.', 'S.']) : '',
            'last' => $kind === 'organization' ? '' : $last,
            'suffix' => $kind === 'person' && $this->chance(2) ? 'Jr.' : '',
            'organization' => match ($kind) {
                'organization' => "{$last} " .
                    $this->pick(['Foundation', 'Family Fund', 'Boat Works', 'Hardware, Inc.', 'Credit Union', 'Fish Market LLC']),
                'household' => "{$first} & " . $this->pick(self::FIRST) . " {$last}",
                default => '',
            },
            'line1' => $hasAddress
                ? ($this->chance(8)
                    ? 'PO Box ' . $this->random->getInt(11, 980)
                    : $this->random->getInt(1, 1900) . ' ' . $this->pick(self::STREETS))
                : '',
            'line2' => $hasAddress && $this->chance(8) ? 'Apt ' . $this->random->getInt(1, 24) : '',
            'city' => $hasAddress ? $city : '',
            'state' => $hasAddress ? $state : '',
            'zip' => $hasAddress ? $zip : '',
            'country' => $hasAddress ? ($state === 'NB' ? 'CA' : 'US') : '',
            'email' => $this->chance(72) ? "{$slug}{$i}@example.org" : '',
            'phone' => $this->chance(58)
                ? sprintf(
                    '+1%s55501%02d',
                    ['ME' => '207', 'NH' => '603', 'MA' => '978', 'NB' => '506'][$state],
                    $this->random->getInt(0, 99),
                )
                : '',
            'old_id' => $i % 6 === 0 ? sprintf('TH-%05d', 1000 + $i) : '',
            'first_known' => $since,
            'group' => $this->chance(40) ? $this->pick(['Newsletter', 'Volunteers', 'Beach clean-up', 'Board and friends']) : '',
            'gifts' => $this->gifts($kind === 'organization'),
        ];
    }

    /** @return list<array{date: string, amount: string, fund: string, kind: string}> */
    private function gifts(bool $large): array
    {
        // Most give a few times, some every year, a few each month; the year's end sees the most.
        $count = $this->pick([0, 1, 1, 2, 2, 3, 3, 4, 4, 5, 6, 6, 8, 12]);
        $gifts = [];
        for ($i = 0; $i < $count; $i++) {
            $month = $this->chance(34) ? 12 : $this->random->getInt(1, 12);
            $year = $this->random->getInt(2020, 2025);
            $month = $year === 2025 ? min($month, 9) : $month;
            $amount =
                $this->pick([10, 15, 20, 25, 25, 25, 35, 50, 50, 50, 75, 100, 100, 150, 250]) * ($large ? $this->pick([4, 10, 20]) : 1);
            $amount = $this->random->getInt(1, 300) === 1 ? $this->pick([1500, 2500, 5000]) : $amount;
            $gifts[] = [
                'date' => sprintf('%d-%02d-%02d', $year, $month, $this->random->getInt(1, 28)),
                'amount' => number_format($amount + ($this->chance(4) ? 0.5 : 0), 2, '.', ''),
                'fund' => $this->pick([...self::FUNDS, self::FUNDS[0], self::FUNDS[0]]),
                'kind' => $this->pick(['check', 'check', 'card', 'card', 'card', 'cash', 'transfer']),
            ];
        }
        sort($gifts);

        return $gifts;
    }

    public function chance(int $percent): bool
    {
        return $this->random->getInt(1, 100) <= $percent;
    }

    /**
     * @template T
     *
     * @param  non-empty-list<T>  $from
     * @return T
     */
    public function pick(array $from): mixed
    {
        return $from[$this->random->getInt(0, count($from) - 1)];
    }
}
