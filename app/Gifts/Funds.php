<?php

declare(strict_types=1);

namespace App\Gifts;

use App\Standards\FieldAccess;
use App\Standards\NamesValues;
use App\Standards\PickLists;
use App\Support\Http\JsonMap;
use Illuminate\Database\Connection;
use PineSieve\Core\Gifts\Amount;
use PineSieve\Core\Gifts\Amounts;
use PineSieve\Core\Gifts\Goal;
use PineSieve\Core\Standards\PickValue;
use PineSieve\Core\Standards\Standards;

/**
 * Funds, campaigns and appeals: those of the pick list, those that gifts are for, and what came in for each against its goal.
 *
 * @phpstan-import-type Amounts from JsonMap as JsonAmounts
 * @phpstan-type FundRow array{
 *     name: string, code: string, spellings: list<string>, is_retired: bool, is_listed: bool, starts_on: ?string, ends_on: ?string,
 *     goal: ?string, gifts: int, given: ?JsonAmounts, came_in: ?string, missing: ?string, percent: ?int,
 * }
 */
final readonly class Funds implements NamesValues
{
    public function __construct(private Connection $db, private Standards $standards, private PickLists $lists) {}

    /**
     * @return list<FundRow> those of the list in its order, then the others by name
     */
    public function of(Purpose $purpose, FieldAccess $sight): array
    {
        $listed = [];
        foreach ($this->standards->catalog->field($purpose->field())->list->values ?? [] as $value) {
            $listed[mb_strtolower($value->value)] = $value;
        }
        $kept = [];
        foreach (Fund::query()->where('kind', $purpose)->get() as $fund) {
            $kept[mb_strtolower($fund->name)] = $fund;
        }
        $sums = $this->sums($purpose);
        $names = array_map(static fn(PickValue $value): string => $value->value, $listed);
        $others = [];
        foreach ($kept as $key => $fund) {
            $others[$key] = $fund->name;
        }
        $others += array_map(static fn(array $sum): string => $sum['name'], $sums);
        ksort($others);

        return array_map(
            fn(int|string $key, string $name): array => $this->row(
                $name,
                $listed[$key] ?? null,
                $kept[$key] ?? null,
                $sums[$key] ?? ['name' => $name, 'gifts' => 0, 'given' => Amounts::none()],
                $sight,
            ),
            array_keys($names + $others),
            array_values($names + $others),
        );
    }

    /** @param  array{starts_on: ?string, ends_on: ?string, goal: ?string}  $about */
    public function keep(Purpose $purpose, string $name, array $about): void
    {
        Fund::query()->updateOrCreate(['kind' => $purpose, 'name' => $name], $about);
        $field = $this->standards->catalog->field($purpose->field());
        // Where only what is listed comes in, it is listed.
        if ($field->list !== null && $field->list->find($name) === null) {
            $values = array_map(
                static fn(PickValue $value): array => [
                    'value' => $value->value,
                    'code' => $value->code,
                    'retired' => $value->isRetired,
                    'spellings' => $value->spellings,
                ],
                $field->list->values,
            );
            $this->lists->replace($field->key, [...$values, ['value' => $name]]);
        }
    }

    /** Two that are made one have what is known of either. */
    public function rename(string $field, string $from, string $to): int
    {
        $purpose = Purpose::tryFrom(str_replace('gift.', '', $field));
        $gone = $purpose === null ? null : Fund::query()->where('kind', $purpose)->where('name', $from)->first();
        if ($gone === null) {
            return 0;
        }
        $stays = Fund::query()->where('kind', $purpose)->where('name', $to)->first();
        if ($stays === null) {
            $gone->fill(['name' => $to])->save();
        } else {
            $stays
                ->fill([
                    'starts_on' => $stays->starts_on ?? $gone->starts_on,
                    'ends_on' => $stays->ends_on ?? $gone->ends_on,
                    'goal' => $stays->goal ?? $gone->goal,
                ])
                ->save();
            $gone->delete();
        }

        return 1;
    }

    /**
     * @param  array{name: string, gifts: int, given: Amounts}  $sum
     * @return FundRow
     */
    private function row(string $name, ?PickValue $listed, ?Fund $kept, array $sum, FieldAccess $sight): array
    {
        $goal = null;
        $seesMoney = $sight->sees('gift.amount');
        // What came in between two days says when.
        if ($kept?->goal !== null && $seesMoney && ($kept->runsAlways() || $sight->sees('gift.date'))) {
            $cameIn = $kept->runsAlways() ? $sum['given'] : $this->within($kept, $sight);
            $goal = new Goal($kept->goal, $cameIn->in($this->standards->formats->home->currency));
        }

        return [
            'name' => $name,
            'code' => $listed->code ?? '',
            'spellings' => $listed->spellings ?? [],
            'is_retired' => $listed->isRetired ?? false,
            'is_listed' => $listed !== null,
            'starts_on' => $kept?->starts_on,
            'ends_on' => $kept?->ends_on,
            'goal' => $goal?->goal,
            'gifts' => $sum['gifts'],
            'given' => $seesMoney ? new JsonMap($sum['given']->toArray()) : null,
            'came_in' => $goal?->cameIn,
            'missing' => $goal?->missing(),
            'percent' => $goal?->percent(),
        ];
    }

    /** @return array<string, array{name: string, gifts: int, given: Amounts}> by name in small letters */
    private function sums(Purpose $purpose): array
    {
        $column = $purpose->value;
        $sums = [];
        $rows = $this->db->select(
            "select x.name, x.currency, sum(x.n) as n, sum(x.amount) as amount from (
                select {$column} as name, currency, gifts as n, amount from gift_sums where is_split = 0 and {$column} <> ''
                union all
                select {$column}, currency, sum(not corrects), sum(amount) from gift_splits where {$column} <> ''
                group by {$column}, currency
            ) x group by x.name, x.currency",
        );
        foreach ($rows as $row) {
            $key = mb_strtolower($row->name);
            $sum = $sums[$key] ?? ['name' => $row->name, 'gifts' => 0, 'given' => Amounts::none()];
            if ((int) $row->n !== 0 || !Amount::isZero($row->amount)) {
                $sums[$key] = [
                    'name' => $sum['name'],
                    'gifts' => $sum['gifts'] + (int) $row->n,
                    'given' => $sum['given']->plus(Amounts::of($row->currency, $row->amount)),
                ];
            }
        }

        return $sums;
    }

    /** What came in while it ran. */
    private function within(Fund $fund, FieldAccess $sight): Amounts
    {
        $asked = [$fund->kind->value => $fund->name, 'from' => $fund->starts_on, 'to' => $fund->ends_on];

        return GiftSearch::of($asked, $sight)->totals()->given;
    }
}
