<?php

declare(strict_types=1);

namespace App\Gifts;

use App\Support\Lists;
use Illuminate\Database\Connection;
use Illuminate\Database\Query\Builder;
use PineSieve\Core\Gifts\Amount;
use PineSieve\Core\Gifts\GiftKind;

/**
 * What came in in a year, beside the year before: by month, by what it was for, by size; who gave for the first time, who again, and who
 * did not.
 * Read from what is kept beside the gifts. Amounts are of one currency; people are counted whatever their currency is.
 *
 * @phpstan-type YearSum array{name: string, gifts: int, amount: string, before_gifts: int, before: string}
 * @phpstan-type YearSize array{
 *     least: ?string, under: ?string, most: ?string, gifts: int, amount: string, before_gifts: int, before: string,
 * }
 * @phpstan-type YearGivers array{
 *     givers: int, first_time: int, again: int, before: int, retained: int, lapsed: int, lapsed_amount: string, stopped: int,
 * }
 */
final readonly class YearOfGiving
{
    /** Where one size of gifts ends and the next begins. */
    private const SIZES = ['25.00', '100.00', '250.00', '1000.00', '5000.00'];

    /** The largest of more. */
    private const MOST = 12;

    public function __construct(private Connection $db, private string $promise = GiftKind::Pledge->value) {}

    /** @return list<string> currencies in which anything came in, the most used first */
    public function currencies(): array
    {
        return Lists::texts($this->db->table('gift_sums')->groupBy('currency')->orderByRaw('sum(gifts) desc')->pluck('currency'));
    }

    /** @return list<int> years with gifts, the latest first */
    public function years(): array
    {
        return Lists::ints($this->db->table('gift_sums')->selectRaw('distinct left(month, 4) as year')->orderByDesc('year')->pluck('year'));
    }

    /** @return list<YearSum> one each month, January first */
    public function months(int $year, string $currency): array
    {
        $sums = $this->summed($this->db->table('gift_sums'), 'substr(month, 6, 2)', $year, $currency);

        return array_map(
            static fn(int $month): array => $sums[sprintf('%02d', $month)] ?? self::none(sprintf('%02d', $month)),
            range(1, 12),
        );
    }

    /** @return list<YearSum> by kind, the largest first; '' for none */
    public function kinds(int $year, string $currency): array
    {
        return self::largest($this->summed($this->db->table('gift_sums'), 'kind', $year, $currency));
    }

    /**
     * @param  'fund'|'campaign'|'appeal'  $purpose
     * @return list<YearSum> the largest first; '' for none. A gift that is split counts for each of its parts
     */
    public function purposes(string $purpose, int $year, string $currency): array
    {
        $sums = $this->summed($this->db->table('gift_sums')->where('is_split', false), $purpose, $year, $currency);
        $parts = $this->db
            ->table('gift_splits')
            ->where('currency', $currency)
            ->whereBetween('given_on', [$year - 1 . '-01-01', "{$year}-12-31"])
            ->where('kind', '<>', $this->promise)
            ->groupByRaw('1, 2')
            ->selectRaw("year(given_on) as year, {$purpose} as name, sum(not corrects) as gifts, sum(amount) as amount")
            ->get();

        return self::largest(self::added($parts, $year, $sums));
    }

    /** @return list<YearSize> of what one gift is, the smallest first; what takes gifts back is in none */
    public function sizes(int $year, string $currency): array
    {
        $steps = [null, ...self::SIZES, null];
        $case = 'case';
        foreach (self::SIZES as $i => $most) {
            $case .= " when amount < {$most} then 'size {$i}'";
        }
        $case .= ' else \'size ' . count(self::SIZES) . '\' end';
        $sums = [];
        $rows = $this->between($this->db->table('gift_amounts'), $year)
            ->where('currency', $currency)
            ->where('kind', '<>', $this->promise)
            ->where('amount', '>', 0)
            ->groupByRaw('1, 2')
            ->selectRaw("left(month, 4) as year, {$case} as name, sum(gifts) as gifts, sum(gifts * amount) as amount")
            ->get();
        $sums = self::added($rows, $year, []);

        $sizes = [];
        for ($i = 0; $i <= count(self::SIZES); $i++) {
            $sum = $sums["size {$i}"] ?? self::none('');
            $sizes[] = [
                'least' => $steps[$i],
                'under' => $steps[$i + 1],
                // Of what is less than that, the most that there can be.
                'most' => $steps[$i + 1] === null ? null : Amount::difference($steps[$i + 1], '0.01'),
                'gifts' => $sum['gifts'],
                'amount' => $sum['amount'],
                'before_gifts' => $sum['before_gifts'],
                'before' => $sum['before'],
            ];
        }

        return $sizes;
    }

    /** @return YearGivers */
    public function givers(int $year, string $currency): array
    {
        $row = $this->db->selectOne(
            "select
                sum(now > 0) as givers, sum(now > 0 and earliest = ?) as first_time, sum(last > 0) as before_n,
                sum(now > 0 and last > 0) as retained, sum(now = 0 and last > 0) as lapsed,
                sum(if(now = 0 and last > 0, last_amount, 0)) as lapsed_amount, sum(now = 0 and last = 0) as stopped
            from (
                select supporter_id, min(year) as earliest, sum(if(year = ?, gifts, 0)) as now, sum(if(year = ?, gifts, 0)) as last,
                    sum(if(year = ? and currency = ?, amount, 0)) as last_amount
                from gifts_by_year where gifts > 0 and year <= ? group by supporter_id
            ) of_each",
            [$year, $year, $year - 1, $year - 1, $currency, $year],
        );
        $n = static fn(string $key): int => (int) ($row->{$key} ?? 0);

        return [
            'givers' => $n('givers'),
            'first_time' => $n('first_time'),
            'again' => $n('givers') - $n('first_time'),
            'before' => $n('before_n'),
            'retained' => $n('retained'),
            'lapsed' => $n('lapsed'),
            'lapsed_amount' => (string) ($row->lapsed_amount ?? '0.00'),
            'stopped' => $n('stopped'),
        ];
    }

    private function between(Builder $sums, int $year): Builder
    {
        return $sums->whereBetween('month', [$year - 1 . '-01', "{$year}-12"]);
    }

    /** @return array<string, YearSum> by name */
    private function summed(Builder $sums, string $name, int $year, string $currency): array
    {
        $rows = $this->between($sums, $year)
            ->where('currency', $currency)
            ->where('kind', '<>', $this->promise)
            ->groupByRaw('1, 2')
            ->selectRaw("left(month, 4) as year, {$name} as name, sum(gifts) as gifts, sum(amount) as amount")
            ->get();

        return self::added($rows, $year, []);
    }

    /**
     * @param  iterable<\stdClass>  $rows
     * @param  array<string, YearSum>  $sums
     * @return array<string, YearSum>
     */
    private static function added(iterable $rows, int $year, array $sums): array
    {
        foreach ($rows as $row) {
            $sum = $sums[(string) $row->name] ?? self::none((string) $row->name);
            [$gifts, $amount] = (int) $row->year === $year ? ['gifts', 'amount'] : ['before_gifts', 'before'];
            $sum[$gifts] += (int) $row->gifts;
            $sum[$amount] = Amount::sum([$sum[$amount], (string) $row->amount]);
            $sums[(string) $row->name] = $sum;
        }

        return $sums;
    }

    /** @return YearSum */
    private static function none(string $name): array
    {
        return ['name' => $name, 'gifts' => 0, 'amount' => '0.00', 'before_gifts' => 0, 'before' => '0.00'];
    }

    /**
     * @param  array<string, YearSum>  $sums
     * @return list<YearSum>
     */
    private static function largest(array $sums): array
    {
        $descending = static fn(string $a, string $b): int => Amount::isBelow($b, $a) <=> Amount::isBelow($a, $b);
        usort(
            $sums,
            static fn(array $a, array $b): int => -$descending($a['amount'], $b['amount']) ?: -$descending($a['before'], $b['before']),
        );

        return array_slice($sums, 0, self::MOST);
    }
}
