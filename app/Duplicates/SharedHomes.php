<?php

declare(strict_types=1);

namespace App\Duplicates;

use App\Records\Bulk;
use Illuminate\Database\Connection;
use PineSieve\Core\Matching\Pairs\Pair;
use PineSieve\Core\Records\LinkKind;

/** Those who are two by their first names, but have an address in common: they may be a household. A list like that of the duplicates. */
final readonly class SharedHomes
{
    private const TABLE = 'shared_homes';

    public DuplicateList $list;

    public function __construct(private Connection $db, Bulk $bulk, Claims $claims)
    {
        $this->list = new DuplicateList($db, $bulk, $claims, self::TABLE);
    }

    /**
     * Who is in one household with someone already needs no other.
     *
     * @param  list<Pair>  $pairs
     * @return list<Pair> those who are not
     */
    public function notTogether(array $pairs): array
    {
        $households = [];
        $ends = array_merge(...array_map(static fn(Pair $pair): array => [$pair->one, $pair->other], $pairs));
        foreach (
            $this->db
                ->table('links')
                ->where('kind', LinkKind::Member->value)
                ->whereIn('supporter_id', $ends)
                ->get(['supporter_id', 'other_id'])
            as $link
        ) {
            $households[$link->supporter_id][$link->other_id] = true;
        }

        return array_values(
            array_filter(
                $pairs,
                static fn(Pair $pair): bool => array_intersect_key($households[$pair->one] ?? [], $households[$pair->other] ?? []) === [],
            ),
        );
    }
}
