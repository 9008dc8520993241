<?php

declare(strict_types=1);

namespace App\Supporters;

use App\Lists\Column;
use App\Lists\Listed;
use App\Standards\FieldAccess;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldPlace;
use PineSieve\Core\Standards\FieldType;

/**
 * The columns that a list of supporters can have: their fields, and what they gave. What someone may not see is no column.
 *
 * @phpstan-import-type ColumnShown from Column
 */
final readonly class SupporterColumns implements Listed
{
    public const NAME = 'name';

    public const USUAL = ['kind', 'place', 'email', 'phone', 'gifts.count', 'gifts.given'];

    /** What is worked out of several fields: its label, and the fields of which it tells. */
    private const MORE = [
        'place' => ['Place', ['address.city', 'address.state']],
        'gifts.count' => ['Gifts', []],
        'gifts.given' => ['Given', ['gift.amount']],
        'gifts.largest' => ['Largest gift', ['gift.amount']],
        'gifts.first' => ['First gift', ['gift.date']],
        'gifts.last' => ['Last gift', ['gift.date']],
    ];

    public function __construct(private FieldCatalog $catalog, private SupporterCells $cells) {}

    /** @return list<string> keys of the fields of which a column tells */
    public static function tells(string $key): array
    {
        return self::MORE[$key][1] ?? [$key];
    }

    public function name(): string
    {
        return 'supporters';
    }

    public function first(): array
    {
        return self::shown(self::NAME, 'Name', '', false);
    }

    public function order(): array
    {
        return ['sort' => self::NAME, 'down' => false];
    }

    public function choices(): array
    {
        $sight = FieldAccess::ofUser();
        $choices = [];
        foreach (self::MORE as $key => [$label, $tells]) {
            if (array_filter($tells, static fn(string $field): bool => !$sight->sees($field)) === []) {
                $choices[] = self::shown($key, $label, 'In short', str_starts_with($key, 'gifts.'));
            }
        }
        foreach ($this->catalog->all() as $field) {
            if (self::isOfSupporter($field) && $sight->sees($field->key)) {
                $isFigure = in_array($field->type, [FieldType::Number, FieldType::Amount], true);
                $choices[] = self::shown($field->key, $field->label, $field->group, $isFigure);
            }
        }

        return $choices;
    }

    /**
     * @param  list<string>  $keys
     * @return list<ColumnShown> those of them that there are and that may be seen, in their order; the usual ones for none
     */
    public function of(array $keys): array
    {
        $choices = array_column($this->choices(), null, 'key');

        return array_values(
            array_filter(array_map(static fn(string $key): ?array => $choices[$key] ?? null, $keys === [] ? self::USUAL : $keys)),
        );
    }

    /** @return ColumnShown */
    private static function shown(string $key, string $label, string $group, bool $isFigure): array
    {
        return [
            'key' => $key,
            'label' => $label,
            'group' => $group,
            'figure' => $isFigure,
            'usual' => in_array($key, self::USUAL, true),
            'sortable' => true,
        ];
    }

    private static function isOfSupporter(Field $field): bool
    {
        return !in_array(FieldPlace::of($field->key)->subject ?? '', ['', 'gift', 'promise', 'link'], true);
    }

    /**
     * @param  list<int>  $ids
     * @param  list<ColumnShown>  $columns
     * @return array<int, array<string, string>> supporter to key to what stands in the cell; amounts with their currency: "USD 500.00"
     */
    public function rows(array $ids, array $columns): array
    {
        $keys = array_column($columns, 'key');
        $fields = array_values(array_diff($keys, array_keys(self::MORE)));
        $places = in_array('place', $keys, true) ? $this->cells->of($ids, ['address.city', 'address.state']) : [];
        $sums = array_filter($keys, static fn(string $key): bool => str_starts_with($key, 'gifts.')) === [] ? [] : self::sums($ids);
        $cells = $this->cells->of($ids, $fields);
        $rows = [];
        foreach ($ids as $id) {
            $place = implode(', ', array_filter($places[$id] ?? [], static fn(string $part): bool => $part !== ''));
            $row = [...$cells[$id] ?? [], 'place' => $place, ...$sums[$id] ?? []];
            foreach ($keys as $key) {
                $rows[$id][$key] = (string) ($row[$key] ?? '');
            }
        }

        return $rows;
    }

    /**
     * @param  list<int>  $ids
     * @return array<int, array<string, string>>
     */
    private static function sums(array $ids): array
    {
        $sums = [];
        $rows = DB::table('gifts_by_year')
            ->whereIn('supporter_id', $ids)
            ->groupBy('supporter_id', 'currency')
            ->selectRaw(
                'supporter_id, currency, sum(gifts) as n, sum(amount) as given, max(largest) as largest, min(first_on) as first_on, max(last_on) as last_on',
            )
            ->orderBy('currency')
            ->get();
        foreach ($rows as $row) {
            $sum = $sums[$row->supporter_id] ?? [];
            $joined = static fn(string $key, ?string $amount): string => implode(
                ' + ',
                array_filter(
                    [$sum[$key] ?? '', $amount === null ? '' : "{$row->currency} {$amount}"],
                    static fn(string $one): bool => $one !== '',
                ),
            );
            $days = static fn(string $key, ?string $day): array => array_filter([$sum[$key] ?? null, $day]);
            $sums[$row->supporter_id] = [
                'gifts.count' => (string) ((int) ($sum['gifts.count'] ?? 0) + $row->n),
                'gifts.given' => $joined('gifts.given', $row->given),
                'gifts.largest' => $joined('gifts.largest', $row->largest),
                'gifts.first' => (string) (min($days('gifts.first', $row->first_on) ?: ['']) ?: ''),
                'gifts.last' => (string) (max($days('gifts.last', $row->last_on) ?: ['']) ?: ''),
            ];
        }

        return $sums;
    }
}
