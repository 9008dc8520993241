<?php

declare(strict_types=1);

namespace PineSieve\StandIns\Giving;

/**
 * A made-up giving platform with made-up donors: what it has, made anew from a seed, and what was done on its page since.
 *
 * @phpstan-type Charge array{
 *     id: string, status: string, charged_at: string, changed_at: string, cents: int, fee_cents: int, currency: string,
 *     designation: list<array{fund: string, cents: int}>, donor: ?array<string, mixed>, tribute: ?array<string, string>,
 *     refund: ?array{cents: int, at: string}, plan: ?array<string, mixed>, message: string,
 * }
 */
final class Platform
{
    private const FIRST = [
        'Aino',
        'Bastian',
        'Cora',
        'Dario',
        'Elspeth',
        'Femi',
        'Greta',
        'Hugo',
        'Ida',
        'Jonas',
        'Kamala',
        'Leif',
        'Mirjam',
        'Nils',
        'Ottilie',
    ];

    private const LAST = [
        'Achterberg',
        'Brightwater',
        'Castellan',
        'Dunmore',
        'Eastwick',
        'Fairbairn',
        'Goldacre',
        'Hollander',
        'Ironside',
        'Juniper',
        'Kestrel',
        'Larkin',
        'Merriweather',
        'Northcott',
        'Oakhurst',
    ];

    private const PLACES = [
        ['Tern Harbor', 'ME', '04598'],
        ['Skerry Bay', 'ME', '04103'],
        ['Petrel Point', 'ME', '04642'],
        ['Larkspur', 'NH', '03802'],
        ['Plover Neck', 'MA', '01938'],
    ];

    private const STREETS = ['Harbor Rd', 'Elm St', 'Mill Pond Rd', 'Tidewater Dr', 'Osprey Ct'];

    private const FUNDS = ['General fund', 'Puffin nursery', 'Oil spill response'];

    /** Cents that people give. */
    private const GIVEN = [1000, 1500, 2500, 2500, 5000, 5000, 7500, 10000, 12050, 25000, 50000];

    private int $state;

    /**
     * @param  int  $seed  the same one makes the same
     * @param  int  $count  of charges
     * @param  string  $until  day of the last one (ISO 8601)
     */
    public function __construct(int $seed = 17, private readonly int $count = 300, private readonly string $until = '2026-11-28')
    {
        $this->state = $seed;
    }

    /** @return list<Charge> the earliest first */
    public function charges(): array
    {
        $end = new \DateTimeImmutable("{$this->until} 23:59:00", new \DateTimeZone('America/New_York'));
        [$donors, $charges, $plans] = [[], [], []];
        for ($number = 1; $number <= $this->count; $number++) {
            // Some four months, most of them toward the end of the day, so that many a day is another one in Greenwich.
            $at = $end
                ->modify('-' . (int) ((($this->count - $number) * 122 * 1440) / $this->count) . ' minutes')
                ->modify('-' . $this->below(300) . ' minutes');
            $known = count($donors);
            $place = $known > 0 && $this->below(100) < 45 ? $this->below($known) : $known;
            $donors[$place] ??= $this->donor($known + 1);
            $charge = $this->charge($number, $at, $donors[$place]);
            // Four charges each month apart, of one in seven.
            $month = intdiv($this->count, 4);
            $place = $month < 7 ? 0 : ($number - 1) % $month;
            if ($place % 7 === 4 && $place < $month - 5) {
                $plans[$place] ??= [...$charge, 'donor' => $donors[count($donors) - 1], 'at' => $at];
                $charge = self::monthly($charge['id'], $plans[$place], intdiv($number - 1, $month), $place % 3 === 0);
            }
            $charges[] = $charge;
        }
        usort(
            $charges,
            static fn(array $one, array $other): int => [$one['changed_at'], $one['id']] <=> [$other['changed_at'], $other['id']],
        );

        return $charges;
    }

    /**
     * @param  array<string, mixed>  $donor
     * @return Charge
     */
    private function charge(int $number, \DateTimeImmutable $at, array $donor): array
    {
        $cents = self::GIVEN[$this->below(count(self::GIVEN))];
        $fund = self::FUNDS[min($this->below(6), 2)];
        $quirk = $this->below(100);
        $isSplit = $quirk >= 90 && $quirk < 96;
        $utc = $at->setTimezone(new \DateTimeZone('UTC'));
        // Nothing goes back on a day that is still to come.
        $later = min(
            $utc->modify('+' . (1 + $this->below(9)) . ' days'),
            new \DateTimeImmutable("{$this->until} 23:59:00", $utc->getTimezone()),
        );
        $charge = [
            'id' => sprintf('SK-%05d', 8000 + $number),
            'status' => 'succeeded',
            'charged_at' => $utc->format('Y-m-d\TH:i:s\Z'),
            'changed_at' => $utc->format('Y-m-d\TH:i:s\Z'),
            'cents' => $cents,
            'fee_cents' => (int) round($cents * 0.022) + 30,
            'currency' => $quirk === 99 ? 'cad' : 'usd',
            'designation' => $isSplit
                ? [['fund' => $fund, 'cents' => $cents - 500], ['fund' => 'Puffin nursery', 'cents' => 500]]
                : [['fund' => $fund, 'cents' => $cents]],
            'donor' => $donor,
            'tribute' => null,
            'refund' => null,
            'plan' => null,
            'message' => '',
        ];

        return match (true) {
            $quirk < 3 => [...$charge, 'status' => 'failed'],
            $quirk < 5 => [...$charge, 'status' => 'pending'],
            $quirk < 8 => [
                ...$charge,
                'status' => 'refunded',
                'changed_at' => $later->format('Y-m-d\TH:i:s\Z'),
                'refund' => ['cents' => $cents, 'at' => $later->format('Y-m-d\TH:i:s\Z')],
            ],
            $quirk < 10 => [
                ...$charge,
                'status' => 'partly refunded',
                'changed_at' => $later->format('Y-m-d\TH:i:s\Z'),
                'refund' => ['cents' => intdiv($cents, 4), 'at' => $later->format('Y-m-d\TH:i:s\Z')],
            ],
            // Whoever wants no name to be known gives none.
            $quirk < 13 => [...$charge, 'donor' => null],
            $quirk < 17 => [
                ...$charge,
                'tribute' => [
                    'kind' => $this->below(2) === 0 ? 'in honor of' : 'in memory of',
                    'name' => 'Captain ' . self::LAST[$this->below(15)],
                ],
            ],
            default => $charge,
        };
    }

    /**
     * A charge of those who give each month.
     *
     * @param  array<string, mixed>  $first  the first of them, and when it was
     * @param  int  $month  how many before it
     * @return Charge
     */
    private static function monthly(string $id, array $first, int $month, bool $fails): array
    {
        $at = $first['at']
            ->modify("+{$month} months")
            ->setTimezone(new \DateTimeZone('UTC'))
            ->format('Y-m-d\TH:i:s\Z');
        unset($first['at']);

        return [
            ...$first,
            'id' => $id,
            'status' => $fails && $month === 2 ? 'failed' : 'succeeded',
            'charged_at' => $at,
            'changed_at' => $at,
            'currency' => 'usd',
            'designation' => [['fund' => $first['designation'][0]['fund'], 'cents' => $first['cents']]],
            'tribute' => null,
            'refund' => null,
            'plan' => [
                'id' => "PL-{$first['donor']['id']}",
                'cents' => $first['cents'],
                'currency' => 'usd',
                'every' => 'monthly',
                'started' => $first['charged_at'],
            ],
        ];
    }

    /** @return array<string, mixed> */
    private function donor(int $number): array
    {
        [$city, $state, $zip] = self::PLACES[$this->below(count(self::PLACES))];
        $first = self::FIRST[$this->below(15)];
        $last = self::LAST[$this->below(15)];

        return [
            'id' => "D{$number}",
            'first_name' => $first,
            'last_name' => $last,
            'email' => strtolower("{$first}.{$last}{$number}@example.org"),
            'phone' => $this->below(3) === 0 ? sprintf('207-555-0%03d', $number % 1000) : '',
            'address' =>
                $this->below(4) === 0
                    ? null
                    : [
                        'line1' => 10 + $this->below(900) . ' ' . self::STREETS[$this->below(count(self::STREETS))],
                        'city' => $city,
                        'state' => $state,
                        'postal_code' => $zip,
                        'country' => 'US',
                    ],
        ];
    }

    private function below(int $end): int
    {
        // Park and Miller's generator: the same on every machine.
        $this->state = ($this->state * 48271) % 2147483647;

        return $this->state % $end;
    }
}
