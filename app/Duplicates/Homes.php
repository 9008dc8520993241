<?php

declare(strict_types=1);

namespace App\Duplicates;

use App\Records\Bulk;
use Illuminate\Database\Connection;

/** Those who are two by their first names, but have an address in common: they may be a household. A list like that of the duplicates. */
final readonly class Homes
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
     * @param  ?list<int>  $supporters  null for all
     */
    public function leaveHouseholdsAlone(?array $supporters = null): void
    {
        $together = $this->db->table(self::TABLE.' as h')->join('links as a', 'a.supporter_id', '=', 'h.one')->join('links as b', 'b.supporter_id', '=', 'h.other')
            ->where('a.kind', 'member')->where('b.kind', 'member')->whereColumn('a.other_id', 'b.other_id')->distinct()->select('h.one', 'h.other', 'h.cluster')
            ->when($supporters !== null, static fn ($query) => $query->where(static fn ($either) => $either->whereIn('h.one', $supporters)->orWhereIn('h.other', $supporters)))->get();
        foreach ($together as $pair) {
            $this->list->dropPair($pair->one, $pair->other);
        }
        foreach ($together->pluck('cluster')->unique()->chunk(200) as $clusters) {
            $this->list->regroup($clusters->values()->all());
        }
    }
}
