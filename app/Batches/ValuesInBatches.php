<?php

declare(strict_types=1);

namespace App\Batches;

use App\Standards\NamesValues;

/** What open batches say of each of their gifts. */
final readonly class ValuesInBatches implements NamesValues
{
    public function rename(string $field, string $from, string $to): int
    {
        $count = 0;
        foreach (Batch::query()->get() as $batch) {
            if (!$batch->isPosted() && mb_strtolower($batch->defaults[$field] ?? '') === mb_strtolower($from)) {
                $batch->fill(['defaults' => [...$batch->defaults, $field => $to]])->save();
                $count++;
            }
        }

        return $count;
    }
}
