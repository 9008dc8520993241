<?php

declare(strict_types=1);

namespace App\Duplicates;

use App\Records\Ids;
use App\Supporters\ComparedWith;
use Illuminate\Database\Connection;

/** Goes through those in a part of the database, or those who are new or changed since an earlier search. */
final readonly class PartSearch
{
    private const CHUNK = 500;

    /** Supporters that are looked at together where each is known to be looked at. */
    private const SOME = 200;

    public function __construct(private Connection $db, private Neighbors $neighbors, private DuplicateList $list, private Ids $ids) {}

    /** @param  ?DuplicateSearch  $before  for those who are new or changed since; null for those in the part that the search is for */
    public function run(DuplicateSearch $search, ?DuplicateSearch $before): void
    {
        $search->update(['journal_mark' => $this->ids->lastJournalId()]);
        $done = 0;
        $tell = static function (int $many, int $compared) use ($search, &$done): void {
            $done += $many;
            $search->update(['done' => $done, 'total' => max($done, $search->total), 'compared' => $search->compared + $compared]);
        };
        $before === null
            ? $this->lookAmong(ComparedWith::fromArray($search->scope), $tell)
            : $this->lookAtChanged($before->journal_mark, $tell);
        $search->update([...$this->list->counts(), 'total' => $done, 'state' => 'done', 'ended_at' => now()]);
    }

    /**
     * @param  int  $mark  number of the last change that was seen already
     * @param  ?callable(int, int): void  $tell  how many were looked at just now, and with how many each
     */
    public function lookAtChanged(int $mark, ?callable $tell = null): void
    {
        $after = 0;
        do {
            $ids = array_column(
                $this->db->select(
                    'select distinct s.id from journal j join supporters s on s.id = j.owner_id where j.owner_kind = "supporter" and j.id > ? and s.id > ? order by s.id limit ' .
                        self::SOME,
                    [$mark, $after],
                ),
                'id',
            );
            $this->look($ids, $tell);
            $after = $ids === [] ? $after : max($ids);
        } while (count($ids) === self::SOME);
    }

    /** @param  callable(int, int): void  $tell */
    private function lookAmong(ComparedWith $against, callable $tell): void
    {
        $after = 0;
        do {
            $ids = array_column(
                $this->db->select('select id from supporters where id > ? order by id limit ' . self::CHUNK, [$after]),
                'id',
            );
            $this->look($against->among($ids), $tell);
            $after = $ids === [] ? $after : max($ids);
        } while (count($ids) === self::CHUNK);
    }

    /**
     * @param  list<int>  $supporters
     * @param  ?callable(int, int): void  $tell
     */
    private function look(array $supporters, ?callable $tell): void
    {
        $compared = $supporters === [] ? 0 : $this->neighbors->lookAgain($supporters);
        if ($tell !== null) {
            $tell(count($supporters), $compared);
        }
    }
}
