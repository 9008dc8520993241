<?php

declare(strict_types=1);

namespace App\Batches\Console;

use App\Batches\Batch;
use App\Batches\BatchSums;

/**
 * A batch as the command line tells of it.
 *
 * @phpstan-import-type BatchOutcome from BatchSums
 */
final class Told
{
    private function __construct() {}

    /**
     * @param  BatchOutcome  $outcome
     * @return list<string>
     */
    public static function lines(Batch $batch, array $outcome, bool $asJson): array
    {
        if ($asJson) {
            return [json_encode($outcome, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR)];
        }
        $lines = ["\"{$outcome['batch']}\", {$outcome['state']}"];
        foreach (['expected', 'entered'] as $side) {
            $lines[] = "{$outcome[$side]['gifts']} gifts, {$batch->currency} {$outcome[$side]['amount']} {$side}";
        }
        foreach ($outcome['by_fund'] as $fund) {
            $lines[] =
                "  {$fund['gifts']} gifts, {$batch->currency} {$fund['amount']} for " . ($fund['fund'] === '' ? 'no fund' : $fund['fund']);
        }

        return $lines;
    }
}
