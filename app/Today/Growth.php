<?php

declare(strict_types=1);

namespace App\Today;

use App\Records\GiftSums;
use Illuminate\Database\Connection;

/**
 * What came in month by month.
 *
 * @phpstan-type Month array{month: string, supporters: int, gifts: int}
 */
final readonly class Growth
{
    public function __construct(private Connection $db) {}

    /** @return list<Month> the latest so many, by when they were first known and given, not when they were loaded */
    public function months(int $months): array
    {
        $from = now()
            ->startOfMonth()
            ->subMonths($months - 1);
        $supporters = $this->db
            ->table('supporters')
            ->whereRaw('coalesce(first_known_on, date(created_at)) >= ?', [$from->toDateString()])
            ->groupBy('month')
            ->selectRaw("date_format(coalesce(first_known_on, date(created_at)), '%Y-%m') as month, count(*) as n")
            ->pluck('n', 'month');
        $gifts = GiftSums::by($this->db->table('gifts')->where('given_on', '>=', $from->toDateString()), "date_format(given_on, '%Y-%m')");
        $growth = [];
        for ($i = 0; $i < $months; $i++) {
            $month = $from->copy()->addMonths($i)->format('Y-m');
            $growth[] = ['month' => $month, 'supporters' => (int) ($supporters[$month] ?? 0), 'gifts' => $gifts[$month]->gifts ?? 0];
        }

        return $growth;
    }
}
