<?php

declare(strict_types=1);

namespace App\Standards;

use App\Support\Lists;
use Illuminate\Database\Connection;
use PineSieve\Core\Standards\FieldCatalog;

/**
 * Figures on the state of the data, one a day, so that one sees them go up or down.
 *
 * @phpstan-type DayFigure array{day: string, count: int, total: int}
 */
final readonly class Measures
{
    public function __construct(private Connection $db, private FieldCatalog $catalog, private FillRates $rates) {}

    /** Keeps today's figures; later ones of the same day take their place. */
    public function take(): void
    {
        $total = $this->rates->totals();
        $rows = [];
        foreach (
            $this->db->select(
                'select r.id, count(s.rule_id) as n, r.subject from required_rules r left join shortfalls s on s.rule_id = r.id group by r.id, r.subject',
            )
            as $rule
        ) {
            $rows[] = [
                'day' => now()->toDateString(),
                'measure' => "rule {$rule->id}",
                'count' => $rule->n,
                'total' => $total[$rule->subject] ?? $total['supporter'],
            ];
        }
        foreach ($this->trust() as $group => [$count, $of]) {
            $rows[] = ['day' => now()->toDateString(), 'measure' => "trust {$group}", 'count' => $count, 'total' => $of];
        }
        $this->db->table('measures')->upsert($rows, ['measure', 'day'], ['count', 'total']);
    }

    /** @return list<DayFigure> in the order of days */
    public function over(string $measure): array
    {
        $days = $this->db->select('select day, count, total from measures where measure = ? order by day', [$measure]);

        return Lists::of(
            array_map(
                static fn(\stdClass $row): array => [
                    'day' => (string) $row->day,
                    'count' => (int) $row->count,
                    'total' => (int) $row->total,
                ],
                $days,
            ),
        );
    }

    /**
     * How far each group of fields can be trusted: the records that fall short of no rule on its fields. An address counts only if it is
     * there and in good condition, ways to reach if at least one is.
     *
     * @return array<string, array{int, int}> group to how many of how many
     */
    public function trust(): array
    {
        $rules = [];
        foreach (Rule::query()->get() as $rule) {
            $rules[$this->catalog->has($rule->field) ? $this->catalog->field($rule->field)->group : ''][] = $rule->id;
        }
        unset($rules['']);
        $supporters = (int) $this->db->scalar('select count(*) from supporters');
        $gifts = (int) $this->db->scalar('select count(*) from gifts');
        $good = "exists (select 1 from %s p where p.supporter_id = s.id and p.`condition` = 'good')";
        $demands = [
            'Address' => sprintf($good, 'addresses'),
            'Ways to reach' => '(' . sprintf($good, 'emails') . ' or ' . sprintf($good, 'phones') . ')',
        ];
        $trust = [];
        foreach (array_unique(['Name', 'Address', 'Ways to reach', 'Consent', 'Gift', ...array_keys($rules)]) as $group) {
            $ids = implode(',', $rules[$group] ?? [0]);
            if ($group === 'Gift') {
                $short = (int) $this->db->scalar(
                    "select count(distinct gift_id) from shortfalls where rule_id in ({$ids}) and gift_id > 0",
                );
                $trust[$group] = [$gifts - $short, $gifts];
            } elseif ($group === 'Consent' && !isset($rules[$group])) {
                $trust[$group] = [
                    (int) $this->db->scalar(
                        'select count(*) from supporters where consent_mail is not null or consent_email is not null or consent_phone is not null',
                    ),
                    $supporters,
                ];
            } else {
                $demand = isset($demands[$group]) ? " and {$demands[$group]}" : '';
                $trust[$group] = [
                    (int) $this->db->scalar(
                        "select count(*) from supporters s where not exists (select 1 from shortfalls f where f.supporter_id = s.id and f.rule_id in ({$ids})){$demand}",
                    ),
                    $supporters,
                ];
            }
        }

        return $trust;
    }
}
