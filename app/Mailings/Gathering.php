<?php

declare(strict_types=1);

namespace App\Mailings;

use App\Accounts\Organization;
use App\Records\Bulk;
use App\Records\RecordReader;
use App\Support\Lists;
use App\Supporters\SupporterSearch;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Mailings\LeftOut;
use PineSieve\Core\Mailings\Per;
use PineSieve\Core\Mailings\Recipient;

/** Finds out who gets a piece of a mailing, and with whom together. */
final readonly class Gathering
{
    private const CHUNK = 500;

    private const COLUMNS = [
        'mailing_id',
        'supporter_id',
        'left_out',
        'together',
        'rank',
        'sort',
        'envelope',
        'greeting',
        'first',
        'last',
        'lines',
    ];

    public function __construct(private RecordReader $reader, private Bulk $bulk) {}

    /** @return bool whether there is more to do */
    public function step(Mailing $mailing): bool
    {
        if ($mailing->position === 0 && $mailing->total === 0) {
            self::begin($mailing);
        }
        $ids = Lists::ints(
            $mailing
                ->people()
                ->where('supporter_id', '>', $mailing->position)
                ->orderBy('supporter_id')
                ->limit(self::CHUNK)
                ->pluck('supporter_id'),
        );
        if ($ids === []) {
            self::settle($mailing);

            return false;
        }
        $rows = $this->rows($mailing, $ids);
        DB::transaction(function () use ($mailing, $ids, $rows): void {
            $mailing->people()->whereIn('supporter_id', $ids)->delete();
            $this->bulk->insert('mailing_people', self::COLUMNS, $rows);
            $mailing->fill(['position' => max($ids), 'done' => $mailing->done + count($ids)])->save();
        });

        return true;
    }

    private static function begin(Mailing $mailing): void
    {
        $found = SupporterSearch::of($mailing->query)
            ->select('supporters.id')
            ->selectRaw('? as mailing', [$mailing->id])
            ->toBase();
        DB::transaction(static function () use ($mailing, $found): void {
            $mailing->people()->delete();
            $total = DB::affectingStatement(
                "insert into mailing_people (supporter_id, mailing_id) {$found->toSql()}",
                $found->getBindings(),
            );
            $mailing->fill(['total' => $total])->save();
        });
    }

    /**
     * @param  list<int>  $ids
     * @return list<list<string|int|null>>
     */
    private function rows(Mailing $mailing, array $ids): array
    {
        $home = Organization::read()->country;
        $households = $mailing->per === Per::Household ? self::households($ids) : [];
        $rows = [];
        foreach ($this->reader->some($ids, ['address']) as $id => $record) {
            $one = Recipient::of($record, $mailing->per, $households[$id] ?? null, $mailing->must_agree, $home);
            $rows[] =
                $one instanceof LeftOut
                    ? [$mailing->id, $id, $one->value, sha1($households[$id] ?? "supporter {$id}"), 0, '', null, null, '', '', null]
                    : [
                        $mailing->id,
                        $id,
                        '',
                        sha1($one->together),
                        $one->rank,
                        mb_substr($one->sort, 0, 60),
                        $one->envelope,
                        $one->greeting,
                        $one->first,
                        $one->last,
                        json_encode($one->lines, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE),
                    ];
        }

        return $rows;
    }

    /**
     * @param  list<int>  $ids
     * @return array<int, string> supporter to what is equal for those of its household, or of its couple
     */
    private static function households(array $ids): array
    {
        $households = [];
        $links = DB::table('links')
            ->whereIn('kind', ['spouse', 'member'])
            ->where(static fn($query) => $query->whereIn('supporter_id', $ids)->orWhereIn('other_id', $ids))
            ->orderByDesc('kind')
            ->get(['supporter_id', 'other_id', 'kind']);
        foreach ($links as $link) {
            // Whoever belongs to a household gets its piece with all of it; a couple alone is one of its own.
            $of = $link->kind === 'member' ? "household {$link->other_id}" : 'couple ' . min($link->supporter_id, $link->other_id);
            foreach ([$link->supporter_id, $link->other_id] as $id) {
                $isMember = str_starts_with($households[$id] ?? '', 'household');
                $households[$id] = $isMember && $link->kind !== 'member' ? $households[$id] : $of;
            }
        }

        return $households;
    }

    /** What one of a household refused, holds for all; the pieces are put in the order of the post. */
    private static function settle(Mailing $mailing): void
    {
        DB::transaction(static function () use ($mailing): void {
            if ($mailing->per === Per::Household) {
                DB::update(
                    "update mailing_people p join mailing_people r on r.mailing_id = p.mailing_id and r.together = p.together and r.left_out = ?
                    set p.left_out = ? where p.mailing_id = ? and p.left_out = ''",
                    [LeftOut::Refused->value, LeftOut::RefusedTogether->value, $mailing->id],
                );
            }
            self::number($mailing);
        });
    }

    /** Puts the pieces in the order of the post, and counts them. */
    public static function number(Mailing $mailing): void
    {
        DB::update(
            "update mailing_people p join (
                    select together, row_number() over (order by sort, lead) as place from (
                        select together, min(sort) as sort, min(supporter_id) as lead from mailing_people
                        where mailing_id = ? and left_out = '' group by together
                    ) pieces
                ) placed on placed.together = p.together set p.piece = placed.place where p.mailing_id = ? and p.left_out = ''",
            [$mailing->id, $mailing->id],
        );
        $mailing->fill(['state' => 'done', 'pieces' => (int) $mailing->people()->max('piece')])->save();
    }
}
