<?php

declare(strict_types=1);

namespace Database\Seeders;

/** Some of the made-up people a second time, as another source would have them, some who only look like it, and some who live with one of them. */
final class DemoDoubles
{
    /** Those who come first are in the demo's source files too: what these tell of them stays clear. */
    private const FROM = 1000;

    private const EVERY = 17;

    private const EVERY_PARTNER = 41;

    private const PARTNERS = ['Agnes', 'Bram', 'Clio', 'Dario', 'Elspeth', 'Fitz'];

    private const SHORT = [
        'Benedict' => 'Ben',
        'Theodora' => 'Dora',
        'Samuel' => 'Sam',
        'Margaret' => 'Peg',
        'Josephine' => 'Josie',
        'Rosalind' => 'Roz',
    ];

    private function __construct() {}

    /**
     * @param  list<array<string, mixed>>  $people  as DemoPeople makes them
     * @return list<array<string, mixed>>
     */
    public static function of(array $people): array
    {
        $doubles = [];
        foreach ($people as $i => $person) {
            if (
                $i >= self::FROM &&
                $i % self::EVERY === 0 &&
                $person['kind'] === 'person' &&
                $person['email'] !== '' &&
                $person['line1'] !== ''
            ) {
                $doubles[] = self::another($person, count($doubles));
            }
        }
        foreach ($people as $i => $person) {
            if ($i >= self::FROM && $i % self::EVERY_PARTNER === 0 && $person['kind'] === 'person' && $person['line1'] !== '') {
                $doubles[] = [
                    ...$person,
                    'title' => '',
                    'middle' => '',
                    'old_id' => '',
                    'group' => '',
                    'first_known' => '',
                    'email' => '',
                    'gifts' => [],
                    'first' => self::PARTNERS[count($doubles) % count(self::PARTNERS)],
                ];
            }
        }

        return $doubles;
    }

    /**
     * @param  array<string, mixed>  $person
     * @return array<string, mixed>
     */
    private static function another(array $person, int $n): array
    {
        $bare = [
            ...$person,
            'title' => '',
            'middle' => '',
            'old_id' => '',
            'group' => '',
            'first_known' => '',
            'gifts' => array_slice($person['gifts'], 0, $n % 3),
        ];
        $moved = ['line1' => 14 + $n . ' Lantern Lane', 'line2' => '', 'city' => 'Dunlin', 'state' => 'ME', 'zip' => '04029'];

        return match ($n % 7) {
            // Brought in twice.
            0 => [...$bare, 'phone' => ''],
            1 => [...$bare, 'first' => self::SHORT[$person['first']] ?? $person['first'], ...$moved],
            2 => [
                ...$bare,
                'first' => mb_strtoupper($person['first']),
                'last' => mb_strtoupper($person['last']),
                'email' => '',
                'line1' => str_replace([' Street', ' Road', ' Lane', ' Avenue'], [' St', ' Rd', ' Ln', ' Ave'], $person['line1']),
            ],
            3 => [...$bare, 'first' => "{$person['first'][0]}.", 'email' => '', 'phone' => ''],
            4 => [...$bare, 'last' => 'Seaward', ...$moved],
            // Father and son, perhaps.
            5 => [...$bare, 'suffix' => 'Jr.', 'email' => '', 'phone' => ''],
            // One of the same name.
            default => [...$bare, 'email' => '', 'phone' => '', ...$moved],
        };
    }
}
