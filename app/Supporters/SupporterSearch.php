<?php

declare(strict_types=1);

namespace App\Supporters;

use App\Records\Loads;
use App\Records\Supporter;
use App\Standards\FieldAccess;
use App\Standards\Shortfalls;
use App\Supporters\Searching\SearchTerms;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;

/** Which supporters a list shows: those that were searched for, those behind a figure. */
final class SupporterSearch
{
    public const NAMED = [
        'alike' => 'may be the same as someone else: likely duplicates',
        'unreachable' => 'have no address, email or phone in good condition',
        'unread' => 'have a value that could not be read, and nothing in its place yet',
        'unchecked' => 'have an address that is not known to be in postal form',
    ];

    /** Further ones, which the page of the addresses counts. */
    public const OF_ADDRESSES = [
        'unverified' => 'have an address that the postal directory was not asked about',
        'undeliverable' => 'have an address that mail does not reach',
    ];

    /** What can be asked for. */
    public const KEYS = [
        'q',
        'filter',
        'intake',
        'made',
        'rule',
        'month',
        'group',
        'tag',
        'zip',
        'near',
        'within',
        'where',
        'mailing',
        'ids',
        'except',
    ];

    private function __construct() {}

    /**
     * @param  array<string, mixed>  $asked  q (words that begin a name, an email, a phone or an id), filter, intake, made ("new" or
     *     "changed"), rule, month, group, tag, zip (or its first signs), near (a ZIP code) and within (miles), where (JSON, as SearchReader
     *     reads it), mailing (those who get it), ids and except (numbers with commas between them: those alone, all but those); nobody is
     *     found by a search that is "none"
     * @return Builder<Supporter>
     */
    public static function of(array $asked): Builder
    {
        $text = static fn(string $key): string => is_string($asked[$key] ?? null) ? trim($asked[$key]) : '';
        $supporters = Supporter::query();
        $matching = $text('q') === '' ? null : app(SearchIndex::class)->matching($text('q'), FieldAccess::ofUser());
        if ($text('none') !== '' || ($text('q') !== '' && $matching === null)) {
            $supporters->whereRaw('1 = 0');
        } elseif ($matching !== null) {
            $supporters->whereIn('supporters.id', $matching);
        }
        $good = "select 1 from %s p where p.supporter_id = supporters.id and p.`condition` = 'good'";
        if ($text('filter') === 'unreachable') {
            foreach (['addresses', 'emails', 'phones'] as $table) {
                $supporters->whereRaw('not exists (' . sprintf($good, $table) . ')');
            }
        } elseif ($text('filter') === 'unread') {
            $supporters->whereIn('supporters.id', Shortfalls::supporters(Shortfalls::UNREAD));
        } elseif ($text('filter') === 'unchecked') {
            $supporters->whereRaw(
                'exists (select 1 from addresses p left join address_forms f on f.address_id = p.id where p.supporter_id = supporters.id and f.is_postal is not true)',
            );
        } elseif ($text('filter') === 'unverified') {
            $supporters->whereRaw(
                "exists (select 1 from addresses p left join address_states t on t.address_id = p.id
                where p.supporter_id = supporters.id and p.`condition` <> 'former' and t.address_id is null)",
            );
        } elseif ($text('filter') === 'undeliverable') {
            $supporters->whereRaw(
                "exists (select 1 from addresses p where p.supporter_id = supporters.id and p.`condition` = 'undeliverable')",
            );
        } elseif ($text('filter') === 'alike') {
            $supporters->whereIn(
                'supporters.id',
                DB::table('duplicate_pairs')
                    ->select('one')
                    ->union(DB::table('duplicate_pairs')->select('other')),
            );
        }
        if ($text('intake') !== '') {
            $touched = Loads::touched((int) $text('intake'));
            $made = Loads::made((int) $text('intake'));
            $supporters->whereIn(
                'supporters.id',
                match ($text('made')) {
                    'new' => $made,
                    'changed' => $touched->whereNotIn('j.owner_id', $made),
                    // Whoever became part of another since is found there.
                    default => DB::query()
                        ->select('id')
                        ->fromRaw(
                            "(with recursive lives as ({$touched->toRawSql()} union select m.survivor_id from merges m join json_table(m.gone, '$[*]' columns (id bigint path '$.id')) g join lives l on l.owner_id = g.id where m.undone_at is null) select owner_id as id from lives) touched",
                        ),
                },
            );
        }
        foreach (['group', 'tag'] as $list) {
            if ($text($list) !== '') {
                FieldAccess::ofUser()->sees("{$list}s") || throw new UnseenField();
                $supporters->whereIn(
                    'supporters.id',
                    DB::table('memberships')->select('supporter_id')->where('list', $list)->where('name', $text($list)),
                );
            }
        }
        if ($text('rule') !== '') {
            $supporters->whereIn('supporters.id', Shortfalls::supporters((int) $text('rule')));
        }
        if ($text('zip') !== '') {
            LivesThere::in($supporters, $text('zip'));
        }
        if ($text('mailing') !== '') {
            $supporters->whereIn(
                'supporters.id',
                DB::table('mailing_people')->select('supporter_id')->where('mailing_id', (int) $text('mailing'))->where('left_out', ''),
            );
        }
        if ($text('ids') !== '') {
            $supporters->whereIntegerInRaw('supporters.id', explode(',', $text('ids')));
        }
        if ($text('except') !== '') {
            $supporters->whereNotIn('supporters.id', array_map(intval(...), explode(',', $text('except'))));
        }
        if ($text('where') !== '') {
            app(SearchTerms::class)->narrow($supporters, $text('where'));
        }
        if ($text('near') !== '') {
            LivesThere::near($supporters, $text('near'), $text('within'));
        }
        if (preg_match('/^\d{4}-\d{2}$/D', $text('month')) === 1) {
            $supporters->whereRaw("date_format(coalesce(first_known_on, date(created_at)), '%Y-%m') = ?", [$text('month')]);
        }

        return $supporters;
    }
}
