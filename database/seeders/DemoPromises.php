<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Accounts\User;
use App\Gifts\GiftAt;
use App\Gifts\GiftForms;
use App\Promises\PromiseForms;
use App\Records\Supporter;
use App\Standards\FieldAccess;
use App\Support\Lists;
use Illuminate\Support\Carbon;
use PineSieve\Core\Promises\Frequency;

/** Pledges in all states, and people who give each month: on time, late, less than before, not any more. */
final readonly class DemoPromises
{
    /** Of each: months since it was made, what is written of it, and how many installments came in. */
    private const PLEDGES = [
        [8, ['amount' => '1200', 'frequency' => 'quarterly', 'installments' => '4', 'campaign' => 'Two new boats'], 3],
        [5, ['amount' => '600', 'frequency' => 'monthly', 'installments' => '6', 'fund' => 'Puffin nursery'], 6],
        [4, ['amount' => '1000', 'frequency' => 'monthly', 'installments' => '10', 'fund' => 'General fund'], 3],
        [1, ['amount' => '5000', 'frequency' => 'twice a year', 'installments' => '4', 'campaign' => 'Two new boats'], 1],
        [14, ['amount' => '800', 'frequency' => 'quarterly', 'installments' => '4', 'fund' => 'Oil spill response'], 2],
        [2, ['amount' => '250', 'fund' => 'General fund', 'notes' => 'Said at the spring dinner, no day named'], 0],
    ];

    private const RECURRING = [
        [16, ['amount' => '25', 'fund' => 'General fund'], 16],
        [11, ['amount' => '15', 'fund' => 'Puffin nursery'], 11],
        [20, ['amount' => '50', 'fund' => 'General fund'], 20],
        [9, ['amount' => '40', 'fund' => 'Puffin nursery'], 7],
        [12, ['amount' => '20', 'fund' => 'General fund'], 9],
    ];

    public function __construct(private PromiseForms $promises, private GiftForms $gifts) {}

    public function make(): void
    {
        $typist = User::query()->where('email', 'gifts@example.org')->firstOrFail();
        $people = Lists::ints(
            Supporter::query()->where('kind', 'person')->where('status', 'active')->orderBy('id')->offset(120)->limit(20)->pluck('id'),
        );
        $sight = FieldAccess::ofUser();
        foreach (self::PLEDGES as $i => [$months, $written, $paid]) {
            $made = now()
                ->subMonths($months)
                ->subDays(3 + $i);
            $values = self::values('pledge', $made, $written);
            // One of two years ago moved away.
            $values += $months > 12 ? ['promise.written_off' => now()->subDays(25)->toDateString(), 'promise.reason' => 'Moved away'] : [];
            $open = array_diff_key($values, ['promise.written_off' => 1, 'promise.reason' => 1]);
            $promise = $this->promises->keep($people[$i], null, $open, [], $typist, $sight);
            $part = isset($written['installments'])
                ? number_format((float) $written['amount'] / (int) $written['installments'], 2, '.', '')
                : '';
            $this->pay($people[$i], $promise, $values, $part, $paid, $typist, $sight);
            if ($open !== $values) {
                $this->promises->keep($people[$i], $promise, $values, [], $typist, $sight);
            }
        }
        foreach (self::RECURRING as $i => [$months, $written, $paid]) {
            $made = now()->subMonths($months)->addDays($i);
            $values = self::values('recurring gift', $made, ['frequency' => 'monthly', ...$written]);
            $day = static fn(int $before): string => now()->subMonths($before)->startOfMonth()->toDateString();
            $values += match ($i) {
                2 => ['promise.course' => $day(6) . ' | 50'],
                4 => ['promise.course' => $day(2) . ' | paused'],
                default => [],
            };
            $promise = $this->promises->keep($people[10 + $i], null, $values, [], $typist, $sight);
            $this->pay($people[10 + $i], $promise, $values, $written['amount'], $paid, $typist, $sight);
        }
        // One that nobody said the pledge of.
        $this->gifts->keep(
            new GiftAt($people[2]),
            [
                'gift.date' => now()->subDays(6)->toDateString(),
                'gift.amount' => '100',
                'gift.kind' => 'pledge payment',
                'gift.fund' => 'General fund',
            ],
            [],
            $typist,
            $sight,
        );
    }

    /**
     * @param  array<string, string>  $written
     * @return array<string, string>
     */
    private static function values(string $kind, Carbon $made, array $written): array
    {
        $values = ['promise.kind' => $kind, 'promise.date' => $made->toDateString()];
        foreach ($written as $part => $value) {
            $values["promise.{$part}"] = $value;
        }

        return $values;
    }

    /** @param  array<string, string>  $values  of the promise */
    private function pay(int $supporter, int $promise, array $values, string $amount, int $times, User $typist, FieldAccess $sight): void
    {
        $frequency = Frequency::tryFrom($values['promise.frequency'] ?? '') ?? Frequency::Once;
        for ($i = 0; $i < $times; $i++) {
            $day = $frequency->day($values['promise.date'], $i);
            if ($day <= now()->toDateString()) {
                $this->gifts->keep(
                    new GiftAt($supporter),
                    [
                        'gift.date' => $day,
                        'gift.amount' => $amount,
                        'gift.kind' => 'card',
                        'gift.fund' => $values['promise.fund'] ?? '',
                        'gift.campaign' => $values['promise.campaign'] ?? '',
                        'gift.promise' => (string) $promise,
                    ],
                    [],
                    $typist,
                    $sight,
                );
            }
        }
    }
}
