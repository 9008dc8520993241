<?php

declare(strict_types=1);

namespace App\Supporters;

use App\Records\Tables;
use App\Support\Lists;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\FieldType;
use PineSieve\Core\Standards\Formats\Formats;

/** The order of a list of supporters, by any of its columns: of several values of a kind the first, of contact points the primary one. */
final readonly class SupporterOrder
{
    /** Above as many, those who are found lie close in the alphabet. */
    private const MANY = 5000;

    private const SUMS = [
        'gifts.count' => 'sum(gifts)',
        'gifts.given' => 'sum(amount)',
        'gifts.largest' => 'max(largest)',
        'gifts.first' => 'min(first_on)',
        'gifts.last' => 'max(last_on)',
    ];

    public function __construct(private FieldCatalog $catalog, private SupporterColumns $columns, private Formats $formats) {}

    /**
     * Ids of a page of those found, in an order.
     *
     * @param  string  $key  of a column; NAME, and what is no column, for the name
     * @return list<int> blank cells come last
     */
    public function page(FoundSupporters $found, string $key, bool $isDown, int $offset, int $count): array
    {
        $direction = $isDown ? 'desc' : 'asc';
        $isColumn = $key !== SupporterColumns::NAME && in_array($key, array_column($this->columns->choices(), 'key'), true);
        $supporters = $found->supporters;
        if ($isColumn) {
            $by = $this->orderedBy($key);
            $supporters
                ->leftJoinSub($by, 'ordered', 'ordered.supporter_id', '=', 'supporters.id')
                ->orderByRaw("ordered.by_this is null, ordered.by_this {$direction}");
        } elseif ($found->isGathered && $found->total > self::MANY) {
            // Of many, the first of the alphabet are met at once on a walk through it; few are sorted sooner than met.
            $supporters->getQuery()->forceIndex('supporters_sort')->selectRaw('straight_join supporters.id as id');
        }

        return Lists::ints(
            $supporters
                ->orderBy('supporters.sort_key', $isColumn ? 'asc' : $direction)
                ->orderBy('supporters.id', $isColumn ? 'asc' : $direction)
                ->offset($offset)
                ->limit($count)
                ->pluck('supporters.id'),
        );
    }

    private function orderedBy(string $key): Builder
    {
        if (isset(self::SUMS[$key])) {
            return DB::table('gifts_by_year')
                ->groupBy('supporter_id')
                ->selectRaw('supporter_id, ' . self::SUMS[$key] . ' as by_this')
                // There is no order among amounts of several currencies: those of the organization's own are meant.
                ->when(
                    in_array($key, ['gifts.given', 'gifts.largest'], true),
                    fn(Builder $of) => $of->where('currency', $this->formats->home->currency),
                );
        }
        $place = FieldPlace::of($key === 'place' ? 'address.city' : $key) ?? throw new \LogicException("No column \"{$key}\".");
        $field = $key === 'place' ? null : $this->catalog->field($key);
        $figure = $field !== null && in_array($field->type, [FieldType::Number, FieldType::Amount], true);
        $value = "nullif(`{$place->column}`, '')";
        $value = $figure ? "cast({$value} as decimal(24, 6))" : "left({$value}, 120)";
        $of = DB::table(Tables::NAMES[$place->subject]);

        return match ($place->subject) {
            'supporter' => $of->selectRaw("id as supporter_id, {$value} as by_this"),
            'address', 'email', 'phone' => $of
                ->where('is_primary', true)
                ->groupBy('supporter_id')
                ->selectRaw("supporter_id, min({$value}) as by_this"),
            'membership' => $of
                ->where('list', $field->nature->list ?? '')
                ->groupBy('supporter_id')
                ->selectRaw("supporter_id, min({$value}) as by_this"),
            'custom' => $of
                ->where('field', $key)
                ->groupBy('supporter_id')
                ->selectRaw("supporter_id, min({$value}) as by_this"),
            default => $of->groupBy('supporter_id')->selectRaw("supporter_id, min({$value}) as by_this"),
        };
    }
}
