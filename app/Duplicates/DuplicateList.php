<?php

declare(strict_types=1);

namespace App\Duplicates;

use App\Records\Bulk;
use App\Support\Lists;
use Illuminate\Database\Connection;
use Illuminate\Database\Query\Builder;
use PineSieve\Core\Matching\Pairs\Pair;
use PineSieve\Core\Matching\Reasons;

/** The pairs that were found, as clusters of supporters that may be one. */
final readonly class DuplicateList
{
    private const TABLE = 'duplicate_pairs';

    private const PAGE = 50;

    private const CHUNK = 500;

    public function __construct(private Connection $db, private Bulk $bulk, private Claims $claims, public string $table = self::TABLE) {}

    /**
     * Puts pairs on the list. Each is a cluster of its own until they are regrouped.
     *
     * @param  list<Pair>  $pairs
     */
    public function add(array $pairs): void
    {
        $this->bulk->insert(
            $this->table,
            ['one', 'other', 'cluster', 'certainty', 'score', 'reasons', 'why'],
            array_map(
                static fn(Pair $pair): array => [
                    $pair->one,
                    $pair->other,
                    $pair->one,
                    $pair->certainty->value,
                    $pair->score,
                    json_encode(
                        ['for' => $pair->for, 'against' => $pair->against, 'rules' => $pair->rules],
                        JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR,
                    ),
                    Reasons::inShort($pair->for, $pair->against),
                ],
                $pairs,
            ),
        );
    }

    /** @param  list<Pair>  $pairs */
    private function drop(array $pairs): void
    {
        foreach (array_chunk($pairs, 500) as $some) {
            $this->db
                ->table($this->table)
                ->whereRaw(
                    '(one, other) in (' .
                        implode(',', array_map(static fn(Pair $pair): string => "({$pair->one},{$pair->other})", $some)) .
                        ')',
                )
                ->delete();
        }
    }

    /**
     * @param  list<int>  $supporters
     * @return list<array{int, int}> those on the list whose both ends are among some supporters
     */
    public function pairsAmong(array $supporters): array
    {
        $pairs = $this->db
            ->table($this->table)
            ->whereIn('one', $supporters)
            ->whereIn('other', $supporters)
            ->orderBy('one')
            ->orderBy('other')
            ->get(['one', 'other']);

        return Lists::of($pairs->map(static fn(\stdClass $pair): array => [(int) $pair->one, (int) $pair->other]));
    }

    /** Takes a pair off the list. What hung together by it has to be regrouped. */
    public function dropPair(int $one, int $other): void
    {
        $this->db->table($this->table)->where('one', $one)->where('other', $other)->delete();
    }

    /**
     * Puts pairs on the list in place of all that was found of some supporters before.
     *
     * @param  list<int>  $supporters
     * @param  list<Pair>  $pairs
     */
    public function replace(array $supporters, array $pairs): void
    {
        $ends = array_values(
            array_unique(array_merge($supporters, ...array_map(static fn(Pair $pair): array => [$pair->one, $pair->other], $pairs))),
        );
        $clusters = $this->clustersOf($ends);
        $this->db->table($this->table)->whereIn('one', $supporters)->orWhereIn('other', $supporters)->delete();
        $this->drop($pairs);
        $this->add($pairs);
        $this->regroup(array_values(array_unique([...$clusters, ...$this->clustersOf($ends)])));
    }

    /** A list beside this one, for what will take its place. */
    public function besides(string $table): self
    {
        $this->db->statement("create or replace temporary table {$table} like {$this->table}");

        return new self($this->db, $this->bulk, $this->claims, $table);
    }

    /** Takes the place of all that is on another list; what people said meanwhile counts, and who went away meanwhile is on no list. */
    public function takePlaceOf(self $list): void
    {
        $this->db->statement("delete f from {$this->table} f join pair_decisions d on d.one = f.one and d.other = f.other");
        foreach (['one', 'other'] as $end) {
            $this->db->statement("delete f from {$this->table} f left join supporters s on s.id = f.{$end} where s.id is null");
        }
        $this->db->table($list->table)->delete();
        $this->db->statement("insert into {$list->table} select * from {$this->table}");
        $this->db->statement("drop temporary table {$this->table}");
        $list->regroupAll();
    }

    private function regroupAll(): void
    {
        $pairs = fn() => $this->db
            ->table($this->table)
            ->orderBy('one')
            ->orderBy('other')
            ->select('one', 'other', 'cluster')
            ->lazy(self::CHUNK);
        $clusters = new Clusters();
        foreach ($pairs() as $pair) {
            $clusters->join($pair->one, $pair->other);
        }
        foreach ($pairs()->chunk(self::CHUNK) as $chunk) {
            $this->renumber($chunk->all(), $clusters);
        }
    }

    /**
     * Those that hang together, the certain and the likeliest first.
     *
     * @param  ?string  $certainty  null for all
     * @return array{clusters: list<array{cluster: int, certainty: string, score: int, looked_at_by: ?string, members: list<array{id: int, name: string}>}>, before: int, total: int, pages: int}  before: clusters on earlier pages
     */
    public function page(?string $certainty, int $page, int $userId): array
    {
        $found = $this->db
            ->table($this->table)
            ->groupBy('cluster')
            ->selectRaw('cluster, max(score) as score, min(certainty) as certainty')
            ->when($certainty !== null, static fn(Builder $query) => $query->havingRaw('min(certainty) = ?', [$certainty]));
        $total = $this->db->query()->fromSub(clone $found, 'c')->count();
        $before = (max(1, $page) - 1) * self::PAGE;
        $rows = $found->orderByRaw('min(certainty), max(score) desc, cluster')->offset($before)->limit(self::PAGE)->get();
        $others = $this->claims->others(Lists::ints($rows->pluck('cluster')), $userId);
        $members = [];
        foreach (
            $this->db
                ->table($this->table)
                ->whereIn('cluster', $rows->pluck('cluster'))
                ->get(['cluster', 'one', 'other'])
            as $pair
        ) {
            $members[$pair->cluster][$pair->one] = $members[$pair->cluster][$pair->other] = true;
        }
        $names = $this->db
            ->table('supporters')
            ->whereIn('id', array_merge(...array_map(array_keys(...), array_values($members))))
            ->pluck('display_name', 'id');

        return [
            'clusters' => Lists::of(
                $rows->map(
                    static fn(\stdClass $row): array => [
                        'cluster' => (int) $row->cluster,
                        'certainty' => (string) $row->certainty,
                        'score' => (int) $row->score,
                        'looked_at_by' => $others[$row->cluster] ?? null,
                        'members' => array_map(
                            static fn(int $id): array => ['id' => $id, 'name' => (string) ($names[$id] ?? '')],
                            Lists::ints(collect($members[$row->cluster])->keys()->sort()),
                        ),
                    ],
                ),
            ),
            'before' => $before,
            'total' => $total,
            'pages' => (int) ceil($total / self::PAGE),
        ];
    }

    /** @return array{certain: int, review: int} clusters of each */
    public function counts(): array
    {
        $counts = $this->db
            ->query()
            ->fromSub($this->db->table($this->table)->groupBy('cluster')->selectRaw('min(certainty) as certainty'), 'c')
            ->groupBy('certainty')
            ->selectRaw('certainty, count(*) as n')
            ->pluck('n', 'certainty');

        return ['certain' => (int) ($counts['certain'] ?? 0), 'review' => (int) ($counts['review'] ?? 0)];
    }

    /**
     * Clusters in which each is certainly each other: where A is B and B is C, but A and C are kept apart, a person must look.
     *
     * @return Builder cluster of each
     */
    private function wholly(): Builder
    {
        $members = $this->db
            ->query()
            ->fromSub(
                $this->db
                    ->table($this->table)
                    ->select('cluster', 'one as member')
                    ->union($this->db->table($this->table)->select('cluster', 'other as member')),
                'm',
            )
            ->groupBy('cluster')
            ->selectRaw('cluster, count(*) as n');

        return $this->db
            ->query()
            ->fromSub(
                $this->db
                    ->table($this->table)
                    ->groupBy('cluster')
                    ->havingRaw("max(certainty) = 'certain'")
                    ->selectRaw('cluster, count(*) as p'),
                'c',
            )
            ->joinSub($members, 'k', 'k.cluster', '=', 'c.cluster')
            ->whereRaw('c.p = k.n * (k.n - 1) / 2')
            ->select('c.cluster');
    }

    /** @return ?list<int> those of the next cluster after one in which each is certainly each other; null at the end */
    public function nextCertain(int $after): ?array
    {
        $cluster = $this->wholly()->where('c.cluster', '>', $after)->orderBy('c.cluster')->limit(1)->value('cluster');

        return $cluster === null ? null : $this->members((int) $cluster);
    }

    /** @return array{total: int, sample: list<array{members: list<array{id: int, name: string}>, for: list<string>, against: list<string>}>} clusters in which each is certainly each other, some of them by chance */
    public function sample(int $many): array
    {
        $sample = [];
        foreach ($this->wholly()->inRandomOrder()->limit($many)->pluck('cluster') as $cluster) {
            $ids = $this->members((int) $cluster);
            $names = $this->db->table('supporters')->whereIn('id', $ids)->pluck('display_name', 'id');
            $reasons = json_decode(
                (string) $this->db->table($this->table)->where('cluster', $cluster)->orderBy('score')->value('reasons'),
                true,
                16,
                JSON_THROW_ON_ERROR,
            );
            $sample[] = [
                'members' => array_map(static fn(int $id): array => ['id' => $id, 'name' => $names[$id] ?? ''], $ids),
                'for' => $reasons['for'],
                'against' => $reasons['against'],
            ];
        }

        return ['total' => $this->db->query()->fromSub($this->wholly(), 'w')->count(), 'sample' => $sample];
    }

    /** @return list<int> */
    private function members(int $cluster): array
    {
        $pairs = $this->db
            ->table($this->table)
            ->where('cluster', $cluster)
            ->get(['one', 'other']);

        return Lists::ints(
            collect([...$pairs->pluck('one'), ...$pairs->pluck('other')])
                ->unique()
                ->sort(),
        );
    }

    /**
     * Takes those who are no longer there off the list.
     *
     * @param  list<int>  $supporters
     */
    public function forget(array $supporters): void
    {
        foreach (array_chunk($supporters, 1000) as $chunk) {
            $clusters = $this->clustersOf($chunk);
            $this->db->table($this->table)->whereIn('one', $chunk)->orWhereIn('other', $chunk)->delete();
            $this->regroup($clusters);
        }
    }

    /**
     * @param  list<int>  $supporters
     * @return list<int>
     */
    public function clustersOf(array $supporters): array
    {
        return Lists::ints(
            $this->db->table($this->table)->whereIn('one', $supporters)->orWhereIn('other', $supporters)->distinct()->pluck('cluster'),
        );
    }

    /**
     * Puts together what still hangs together, where a pair has gone.
     *
     * @param  list<int>  $broken  clusters
     */
    public function regroup(array $broken): void
    {
        $pairs = $this->db
            ->table($this->table)
            ->whereIn('cluster', $broken)
            ->get(['one', 'other', 'cluster']);
        $clusters = new Clusters();
        foreach ($pairs as $pair) {
            $clusters->join($pair->one, $pair->other);
        }
        $this->renumber($pairs->all(), $clusters);
    }

    /**
     * @param  array<\stdClass>  $pairs  one, other, cluster
     */
    private function renumber(array $pairs, Clusters $clusters): void
    {
        $moved = $places = [];
        foreach ($pairs as $pair) {
            $cluster = $clusters->of($pair->one);
            if ($cluster !== $pair->cluster) {
                $moved[] = "when one = {$pair->one} and other = {$pair->other} then {$cluster}";
                $places[] = "({$pair->one},{$pair->other})";
            }
        }
        if ($moved !== []) {
            $this->db->update(
                'update ' .
                    $this->table .
                    ' set cluster = case ' .
                    implode(' ', $moved) .
                    ' else cluster end where (one, other) in (' .
                    implode(',', $places) .
                    ')',
            );
        }
    }
}
