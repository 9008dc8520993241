<?php

declare(strict_types=1);

namespace App\Connections;

use App\Erasing\Forgets;
use App\Erasing\Forgotten;
use Illuminate\Support\Facades\DB;

/** What a pull told of gifts of whoever is erased: it may say where they lived, or who they are. */
final readonly class ForgetsTold implements Forgets
{
    public function has(Forgotten $who): array
    {
        return array_filter(['words about what was pulled' => count($this->pulls($who))]);
    }

    public function forget(Forgotten $who): array
    {
        foreach ($this->pulls($who) as $id => $told) {
            Pull::query()
                ->whereKey($id)
                ->update(['told' => json_encode($told, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE)]);
        }

        return [];
    }

    /** @return array<int, list<array{id: string, says: string}>> number of a pull to what it tells without them; those alone that tell of them */
    private function pulls(Forgotten $who): array
    {
        $ids = DB::table('gifts')->whereIn('supporter_id', $who->ids)->whereNotNull('source_id')->pluck('source_id')->flip()->all();
        $pulls = [];
        foreach (
            Pull::query()
                ->where('told', '<>', '[]')
                ->get(['id', 'told'])
            as $pull
        ) {
            $told = array_map(
                static fn(array $one): array => [
                    'id' => $one['id'],
                    'says' => isset($ids[$one['id']]) ? '(erased)' : $who->without($one['says']),
                ],
                $pull->told,
            );
            if ($told !== $pull->told) {
                $pulls[$pull->id] = $told;
            }
        }

        return $pulls;
    }
}
