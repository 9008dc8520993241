<?php

declare(strict_types=1);

namespace App\AddressChecks;

use App\Lists\ListSort;
use App\Standards\FieldAccess;
use App\Supporters\SearchIndex;
use App\Supporters\Searching\SearchTerms;
use App\Supporters\UnseenField;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Addresses\Directory\Outcome;
use PineSieve\Core\Addresses\Directory\Standing;
use PineSieve\Core\Searches\Searched;

/**
 * Stored addresses that someone asks for.
 *
 * @phpstan-type StoredAddress array{
 *     id: int, supporter_id: int, supporter: string, line1?: ?string, line2?: ?string, city?: ?string, state?: ?string, postal_code?: ?string,
 *     country?: ?string, kind: string, is_primary: bool, condition: string, outcome: ?string, asked_on: ?string, valid_from: ?string,
 *     valid_until: ?string,
 * }
 */
final readonly class AddressList
{
    /** Whatever its condition, as long as mail may go there: what checks are about. */
    private const IN_USE = 'in use';

    private const PARTS = ['line1', 'line2', 'city', 'state', 'postal_code', 'country'];

    public function __construct(private SearchTerms $terms, private SearchIndex $index) {}

    /**
     * @param  array<string, string>  $asked  q (whose they are), condition (one of them, or IN_USE), standing (a Standing), where (JSON, as SearchReader reads it)
     *
     * @throws UnseenField if it asks by what the person may not see
     */
    public function found(array $asked): Builder
    {
        $found = DB::table('addresses as a')->leftJoin('address_states as t', 't.address_id', '=', 'a.id');
        if (isset($asked['q'])) {
            $matching = $this->index->matching($asked['q'], FieldAccess::ofUser());
            $matching === null ? $found->whereRaw('1 = 0') : $found->whereIn('a.supporter_id', $matching);
        }
        if (isset($asked['condition'])) {
            $asked['condition'] === self::IN_USE
                ? $found->whereNotIn('a.condition', StoredAddresses::LEFT)
                : $found->where('a.condition', $asked['condition']);
        }
        if (isset($asked['standing'])) {
            $standing = Standing::from($asked['standing']);
            $codes = Outcome::codes($standing);
            $found->where(
                static fn(Builder $either) => $either
                    ->whereIn('t.outcome', $codes)
                    ->when($standing === Standing::NotAsked, static fn(Builder $of) => $of->orWhereNull('t.outcome')),
            );
        }
        if (isset($asked['where'])) {
            $this->terms->narrowThings($found, 'a', Searched::Addresses, $asked['where']);
        }

        return $found;
    }

    /** @return list<StoredAddress> */
    public function page(Builder $found, ListSort $sort, int $offset, int $limit): array
    {
        $found->join('supporters as s', 's.id', '=', 'a.supporter_id');
        if (!AddressColumns::list()->sort($found, $sort)) {
            $found->orderBy('s.sort_key')->orderBy('a.id');
        }
        $rows = [];
        foreach (
            $found
                ->offset($offset)
                ->limit($limit)
                ->get(['a.*', 's.sort_name', 't.outcome', 't.asked_at'])
            as $row
        ) {
            $rows[] = self::row($row, FieldAccess::ofUser());
        }

        return $rows;
    }

    /** @return StoredAddress */
    private static function row(\stdClass $row, FieldAccess $sight): array
    {
        $seen = [];
        foreach (self::PARTS as $part) {
            if ($sight->sees("address.{$part}")) {
                $seen[$part] = $row->{$part} === null ? null : (string) $row->{$part};
            }
        }

        return [
            ...$seen,
            'id' => (int) $row->id,
            'supporter_id' => (int) $row->supporter_id,
            'supporter' => (string) $row->sort_name,
            'kind' => (string) $row->kind,
            'is_primary' => (bool) $row->is_primary,
            'condition' => (string) $row->condition,
            'outcome' => $row->outcome === null ? null : Outcome::from($row->outcome)->words(),
            'asked_on' => $row->asked_at === null ? null : substr((string) $row->asked_at, 0, 10),
            'valid_from' => $row->valid_from,
            'valid_until' => $row->valid_until,
        ];
    }
}
