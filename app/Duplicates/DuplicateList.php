<?php

declare(strict_types=1);

namespace App\Duplicates;

use Illuminate\Database\Connection;
use Illuminate\Database\Query\Builder;

/** The pairs that were found, as clusters of supporters that may be one. */
final readonly class DuplicateList
{
    private const PAGE = 50;

    public function __construct(private Connection $db)
    {
    }

    /**
     * Those that hang together, the certain and the likeliest first.
     *
     * @param  ?string  $certainty  null for all
     * @return array{clusters: list<array{cluster: int, certainty: string, score: int, members: list<array{id: int, name: string}>}>, total: int, pages: int}
     */
    public function page(?string $certainty, int $page): array
    {
        $found = $this->db->table('duplicate_pairs')->groupBy('cluster')->selectRaw('cluster, max(score) as score, min(certainty) as certainty')
            ->when($certainty !== null, static fn (Builder $query) => $query->havingRaw('min(certainty) = ?', [$certainty]));
        $total = $this->db->query()->fromSub(clone $found, 'c')->count();
        $rows = $found->orderByRaw('min(certainty), max(score) desc, cluster')->offset((max(1, $page) - 1) * self::PAGE)->limit(self::PAGE)->get();
        $members = [];
        foreach ($this->db->table('duplicate_pairs')->whereIn('cluster', $rows->pluck('cluster'))->get(['cluster', 'one', 'other']) as $pair) {
            $members[$pair->cluster][$pair->one] = $members[$pair->cluster][$pair->other] = true;
        }
        $names = $this->db->table('supporters')->whereIn('id', array_merge(...array_map(array_keys(...), array_values($members))))->pluck('display_name', 'id');

        return [
            'clusters' => $rows->map(static fn (\stdClass $row): array => ['cluster' => $row->cluster, 'certainty' => $row->certainty, 'score' => $row->score, 'members' => array_map(static fn (int $id): array => ['id' => $id, 'name' => $names[$id] ?? ''], collect($members[$row->cluster])->keys()->sort()->values()->all())])->all(),
            'total' => $total,
            'pages' => (int) ceil($total / self::PAGE),
        ];
    }

    /** @return array{certain: int, review: int} clusters of each */
    public function counts(): array
    {
        $counts = $this->db->query()->fromSub($this->db->table('duplicate_pairs')->groupBy('cluster')->selectRaw('min(certainty) as certainty'), 'c')->groupBy('certainty')->selectRaw('certainty, count(*) as n')->pluck('n', 'certainty');

        return ['certain' => (int) ($counts['certain'] ?? 0), 'review' => (int) ($counts['review'] ?? 0)];
    }

    /**
     * Clusters in which each is certainly each other: where A is B and B is C, but A and C are kept apart, a person must look.
     *
     * @return Builder cluster of each
     */
    private function wholly(): Builder
    {
        $members = $this->db->query()->fromSub($this->db->table('duplicate_pairs')->select('cluster', 'one as member')->union($this->db->table('duplicate_pairs')->select('cluster', 'other as member')), 'm')->groupBy('cluster')->selectRaw('cluster, count(*) as n');

        return $this->db->query()->fromSub($this->db->table('duplicate_pairs')->groupBy('cluster')->havingRaw("max(certainty) = 'certain'")->selectRaw('cluster, count(*) as p'), 'c')->joinSub($members, 'k', 'k.cluster', '=', 'c.cluster')->whereRaw('c.p = k.n * (k.n - 1) / 2')->select('c.cluster');
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
            $reasons = json_decode((string) $this->db->table('duplicate_pairs')->where('cluster', $cluster)->orderBy('score')->value('reasons'), true, 16, JSON_THROW_ON_ERROR);
            $sample[] = ['members' => array_map(static fn (int $id): array => ['id' => $id, 'name' => $names[$id] ?? ''], $ids), 'for' => $reasons['for'], 'against' => $reasons['against']];
        }

        return ['total' => $this->db->query()->fromSub($this->wholly(), 'w')->count(), 'sample' => $sample];
    }

    /** @return list<int> */
    private function members(int $cluster): array
    {
        $pairs = $this->db->table('duplicate_pairs')->where('cluster', $cluster)->get(['one', 'other']);

        return collect([...$pairs->pluck('one'), ...$pairs->pluck('other')])->unique()->sort()->values()->all();
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
            $this->db->table('duplicate_pairs')->whereIn('one', $chunk)->orWhereIn('other', $chunk)->delete();
            $this->regroup($clusters);
        }
    }

    /**
     * Those who are in a pair with one of some supporters, and none of these.
     *
     * @param  list<int>  $supporters
     * @return list<int>
     */
    public function alike(array $supporters): array
    {
        $pairs = $this->db->table('duplicate_pairs')->whereIn('one', $supporters)->orWhereIn('other', $supporters)->get(['one', 'other']);

        return array_values(array_diff(array_unique([...$pairs->pluck('one')->all(), ...$pairs->pluck('other')->all()]), $supporters));
    }

    /**
     * @param  list<int>  $supporters
     * @return list<int>
     */
    public function clustersOf(array $supporters): array
    {
        return $this->db->table('duplicate_pairs')->whereIn('one', $supporters)->orWhereIn('other', $supporters)->distinct()->pluck('cluster')->all();
    }

    /**
     * Puts together what still hangs together, where a pair has gone.
     *
     * @param  list<int>  $broken  clusters
     */
    public function regroup(array $broken): void
    {
        $pairs = $this->db->table('duplicate_pairs')->whereIn('cluster', $broken)->get(['one', 'other', 'cluster']);
        $clusters = new Clusters;
        foreach ($pairs as $pair) {
            $clusters->join($pair->one, $pair->other);
        }
        foreach ($pairs as $pair) {
            if ($clusters->of($pair->one) !== $pair->cluster) {
                $this->db->table('duplicate_pairs')->where('one', $pair->one)->where('other', $pair->other)->update(['cluster' => $clusters->of($pair->one)]);
            }
        }
    }
}
