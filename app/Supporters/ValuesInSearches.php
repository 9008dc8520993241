<?php

declare(strict_types=1);

namespace App\Supporters;

use App\Standards\NamesValues;

/** Groups, tags and other values of lists that saved searches ask for. */
final readonly class ValuesInSearches implements NamesValues
{
    public function rename(string $field, string $from, string $to): int
    {
        $key = ['groups' => 'group', 'tags' => 'tag'][$field] ?? '';
        $count = 0;
        foreach (SavedSearch::query()->get() as $search) {
            $query = $search->query;
            if (($query[$key] ?? null) === $from) {
                $query[$key] = $to;
            }
            $where = isset($query['where']) ? json_decode($query['where'], true) : null;
            if (is_array($where)) {
                $query['where'] = json_encode(self::renamed($where, $field, $from, $to), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE);
            }
            if ($query !== $search->query) {
                $search->fill(['query' => $query])->save();
                $count++;
            }
        }

        return $count;
    }

    /**
     * @param  array<mixed>  $where  a group or a condition, as the reader of searches knows it
     * @return array<mixed>
     */
    private static function renamed(array $where, string $field, string $from, string $to): array
    {
        $put = static fn(mixed $value): mixed => $value === $from ? $to : $value;
        if (is_array($where['of'] ?? null)) {
            $where['of'] = array_map(
                static fn(mixed $one): mixed => is_array($one) ? self::renamed($one, $field, $from, $to) : $one,
                $where['of'],
            );
        } elseif (($where['of'] ?? null) === $field && is_array($where['values'] ?? null)) {
            $where['values'] = array_map($put, $where['values']);
        }
        // "gave 500.00 to the fund Hospital"
        $within = str_starts_with($field, 'gift.') ? substr($field, 5) : '';
        if (isset($where['within'][$within])) {
            $where['within'][$within] = $put($where['within'][$within]);
        }

        return $where;
    }
}
