<?php

declare(strict_types=1);

namespace App\Batches;

use App\Records\GiftSums;
use App\Records\Tables;
use Illuminate\Database\Connection;
use Illuminate\Database\Query\Builder;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Gifts\Amounts;
use PineSieve\Core\Gifts\BatchTotals;
use PineSieve\Core\Gifts\GiftTotals;
use PineSieve\Core\Gifts\Splits;

/**
 * What is in a batch: its entries, or what they became.
 *
 * @phpstan-type CountAndAmount array{gifts: int, amount: string}
 * @phpstan-type FundSum array{fund: string, gifts: int, amount: string}
 * @phpstan-type BatchOutcome array{
 *     batch: string, state: string, expected: CountAndAmount, entered: CountAndAmount, by_fund: list<FundSum>,
 * }
 */
final readonly class BatchSums
{
    public function __construct(private Connection $db) {}

    public function totals(Batch $batch): BatchTotals
    {
        return $this->ofMany([$batch])[$batch->id];
    }

    /**
     * @param  list<Batch>  $batches
     * @return array<int, BatchTotals> by batch, in two queries however many they are
     */
    public function ofMany(array $batches): array
    {
        $ids = array_map(static fn(Batch $batch): int => $batch->id, $batches);
        $sums = [];
        foreach ([Subject::Gift, Subject::Entry] as $subject) {
            $sums[$subject->value] = GiftSums::by($this->db->table(Tables::of($subject))->whereIn('batch_id', $ids), 'batch_id');
        }
        $totals = [];
        foreach ($batches as $batch) {
            $sum = $sums[self::subject($batch)->value][$batch->id] ?? GiftTotals::none();
            $totals[$batch->id] = new BatchTotals(
                $batch->expected_gifts,
                $batch->expected_amount,
                $sum->gifts,
                $sum->given->in($batch->currency),
            );
        }

        return $totals;
    }

    /**
     * @param  'fund'|'kind'|'appeal'|'campaign'  $column
     * @return array<string, array{gifts: int, amount: string}> value to what came in for it, the largest first; '' for none. A gift that is split counts for each of its parts
     */
    public function by(Batch $batch, string $column): array
    {
        $sums = GiftSums::by(
            $this->gifts($batch)->when($column !== 'kind', static fn(Builder $gifts) => $gifts->whereNull('splits')),
            "coalesce({$column}, '')",
        );
        if ($column === 'kind') {
            return $this->slices($batch, $sums);
        }
        foreach (
            $this->gifts($batch)
                ->whereNotNull('splits')
                ->get(['splits', 'corrects_id'])
            as $gift
        ) {
            foreach (Splits::stored($gift->splits)->parts as $part) {
                $sums[$part->of($column)] = ($sums[$part->of($column)] ?? GiftTotals::none())->plus(
                    $gift->corrects_id === null ? 1 : 0,
                    Amounts::of($batch->currency, $part->amount),
                    false,
                );
            }
        }

        return $this->slices($batch, $sums);
    }

    /**
     * @param  array<array-key, GiftTotals>  $sums
     * @return array<string, array{gifts: int, amount: string}> the largest first
     */
    private function slices(Batch $batch, array $sums): array
    {
        $sums = array_filter($sums, static fn(GiftTotals $sum): bool => $sum->gifts > 0 || $sum->given->currencies() !== []);
        $found = array_map(
            static fn(GiftTotals $sum): array => ['gifts' => $sum->gifts, 'amount' => $sum->given->in($batch->currency)],
            $sums,
        );
        uasort($found, static fn(array $a, array $b): int => (float) $b['amount'] <=> (float) $a['amount']);

        return $found;
    }

    /** @return BatchOutcome what the command line tells of a batch */
    public function outcome(Batch $batch): array
    {
        $totals = $this->totals($batch);
        $funds = $this->by($batch, 'fund');
        ksort($funds);

        return [
            'batch' => $batch->name,
            'state' => $batch->state->value,
            'expected' => ['gifts' => $totals->expectedGifts, 'amount' => $totals->expectedAmount],
            'entered' => ['gifts' => $totals->gifts, 'amount' => $totals->amount],
            'by_fund' => array_map(
                static fn(int|string $fund, array $sum): array => ['fund' => (string) $fund, ...$sum],
                array_keys($funds),
                array_values($funds),
            ),
        ];
    }

    /** Rows of what is in it, wherever they are by now. */
    public function gifts(Batch $batch): Builder
    {
        return $this->db->table(Tables::of(self::subject($batch)))->where('batch_id', $batch->id);
    }

    private static function subject(Batch $batch): Subject
    {
        return $batch->isPosted() ? Subject::Gift : Subject::Entry;
    }
}
