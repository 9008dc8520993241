<?php

declare(strict_types=1);

namespace App\BulkChanges;

use App\Records\RecordReader;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Bulk\Hanging;
use PineSieve\Core\Gifts\Credits;
use PineSieve\Core\Records\RecordPart;

/** What hangs on supporters that are to be deleted. */
final readonly class HangingOn
{
    public function __construct(private RecordReader $reader) {}

    /**
     * @param  list<int>  $ids
     * @return array<int, Hanging> by supporter
     */
    public function of(array $ids): array
    {
        [$gifts, $links, $credited] = [$this->reader->gifts($ids), $this->linksTo($ids), self::credited($ids)];
        $waiting = DB::table('batch_entries')
            ->whereIn('supporter_id', $ids)
            ->groupBy('supporter_id')
            ->selectRaw('supporter_id, count(*) as n');
        $waits = $waiting->pluck('n', 'supporter_id')->all();
        $hanging = [];
        foreach ($ids as $id) {
            $hanging[$id] = new Hanging($gifts[$id] ?? [], (int) ($waits[$id] ?? 0), $credited[$id] ?? 0, $links[$id] ?? []);
        }

        return $hanging;
    }

    /**
     * @param  list<int>  $ids
     * @return array<int, int> supporter to gifts of others, given or waiting, that are credited to it or honor it
     */
    private static function credited(array $ids): array
    {
        $in = implode(',', $ids);
        $rows = DB::select(
            "select who, count(*) as n from (
                select c.supporter_id as who, c.gift_id from gift_credits c where c.supporter_id in ({$in})
                union all select g.tribute_id, g.id from gifts g force index (gifts_tribute_id_index) where g.tribute_id in ({$in}) and g.supporter_id <> g.tribute_id
                union all select e.tribute_id, e.id from batch_entries e where e.tribute_id in ({$in}) and e.supporter_id <> e.tribute_id
            ) credited group by who",
        );
        $count = array_map(intval(...), array_column($rows, 'n', 'who'));
        // To whom what waits is credited stands in its text alone.
        foreach (DB::table('batch_entries')->whereNotNull('credits')->pluck('credits') as $credits) {
            foreach (Credits::stored($credits)->supporters() as $who) {
                $count[(int) $who] = ($count[(int) $who] ?? 0) + 1;
            }
        }

        return $count;
    }

    /**
     * @param  list<int>  $ids
     * @return array<int, list<array{int, RecordPart}>> supporter to the links that others have to it, each with whose it is
     */
    private function linksTo(array $ids): array
    {
        $links = [];
        foreach (DB::table('links')->whereIn('other_id', $ids)->orderBy('id')->get() as $link) {
            $links[$link->other_id][] = [
                $link->supporter_id,
                new RecordPart($link->id, ['kind' => $link->kind, 'other_id' => (string) $link->other_id, 'role' => $link->role]),
            ];
        }

        return $links;
    }
}
