<?php

declare(strict_types=1);

namespace App\Supporters;

use App\Standards\NamesValues;

/** Groups and tags that saved searches ask for. */
final readonly class ValuesInSearches implements NamesValues
{
    public function rename(string $field, string $from, string $to): int
    {
        $key = ['groups' => 'group', 'tags' => 'tag'][$field] ?? null;
        $count = 0;
        foreach ($key === null ? [] : SavedSearch::query()->get() as $search) {
            if (($search->query[$key] ?? null) === $from) {
                $search->fill(['query' => [...$search->query, $key => $to]])->save();
                $count++;
            }
        }

        return $count;
    }
}
