<?php

declare(strict_types=1);

namespace App\Batches;

use App\Gifts\GiftForms;
use App\Records\RecordReader;
use App\Records\Supporter;
use App\Standards\FieldAccess;
use App\Support\Http\JsonMap;
use Illuminate\Database\Connection;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Gifts\Amount;
use PineSieve\Core\Gifts\BatchState;
use PineSieve\Core\Gifts\BatchTotals;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Standards\FieldPlace;

/**
 * Batches as they are shown.
 *
 * @phpstan-import-type BatchDeed from BatchHistory
 * @phpstan-type BatchShown array{
 *     id: int, name: string, received_on: string, bank_reference: string, currency: string, defaults: JsonMap<string>,
 *     state: value-of<BatchState>, expected_gifts: int, expected_amount: string, gifts: int, amount: string, gifts_missing: int,
 *     amount_missing: string, difference: string, agrees: bool, opened_by: ?string, readied_by: ?string, posted_by: ?string,
 *     posted_at: ?string, reason: string, act_id: ?int,
 * }
 * @phpstan-type EntryShown array{id: int, supporter_id: int, supporter: string, intake_id: ?int, values: JsonMap<string>}
 * @phpstan-type Slice array{name: string, gifts: int, amount: string}
 * @phpstan-type Corrected array{entries: int, amount: string, comes_to: string}
 * @phpstan-type BatchPageData array{
 *     batch: BatchShown, entries: list<EntryShown>, by_fund: list<Slice>, by_kind: list<Slice>, by_appeal: list<Slice>,
 *     typed_by: list<string>, corrected: ?Corrected, history: list<BatchDeed>,
 * }
 */
final readonly class BatchView
{
    public function __construct(
        private Connection $db,
        private RecordReader $reader,
        private BatchSums $sums,
        private Batches $batches,
        private BatchHistory $history,
    ) {}

    /** @return BatchShown */
    public function of(Batch $batch): array
    {
        return $this->many([$batch])[0];
    }

    /**
     * @param  list<Batch>  $batches
     * @return list<BatchShown>
     */
    public function many(array $batches): array
    {
        $totals = $this->sums->ofMany($batches);

        return array_map(static fn(Batch $batch): array => self::shown($batch, $totals[$batch->id]), $batches);
    }

    /** @return BatchShown */
    private static function shown(Batch $batch, BatchTotals $totals): array
    {
        return [
            'id' => $batch->id,
            'name' => $batch->name,
            'received_on' => $batch->received_on,
            'bank_reference' => $batch->bank_reference,
            'currency' => $batch->currency,
            'defaults' => new JsonMap(
                array_filter($batch->defaults, static fn(string $field): bool => FieldAccess::ofUser()->sees($field), ARRAY_FILTER_USE_KEY),
            ),
            'state' => $batch->state->value,
            'expected_gifts' => $totals->expectedGifts,
            'expected_amount' => $totals->expectedAmount,
            'gifts' => $totals->gifts,
            'amount' => $totals->amount,
            'gifts_missing' => $totals->giftsMissing(),
            'amount_missing' => $totals->amountMissing(),
            'difference' => $totals->difference($batch->currency),
            'agrees' => $totals->agree(),
            'opened_by' => $batch->opener?->name,
            'readied_by' => $batch->readier?->name,
            'posted_by' => $batch->poster?->name,
            'posted_at' => $batch->posted_at?->toIso8601String(),
            'reason' => $batch->reason,
            'act_id' => $batch->act_id,
        ];
    }

    /** @return BatchPageData */
    public function page(Batch $batch): array
    {
        return [
            'batch' => $this->of($batch),
            'entries' => $this->entries($batch),
            'by_fund' => $this->slices($batch, 'fund'),
            'by_kind' => $this->slices($batch, 'kind'),
            'by_appeal' => $this->slices($batch, 'appeal'),
            'typed_by' => $this->typists($batch),
            'corrected' => $batch->isPosted() ? $this->corrected($batch) : null,
            'history' => $this->history->of($batch),
        ];
    }

    /** @return ?Corrected what took its gifts back or corrected them since; null if nothing did */
    private function corrected(Batch $batch): ?array
    {
        $since = $this->db
            ->table('gifts as c')
            ->join('gifts as g', 'g.id', '=', 'c.corrects_id')
            ->where('g.batch_id', $batch->id)
            ->whereRaw('not c.batch_id <=> g.batch_id')
            ->selectRaw('count(*) as n, coalesce(sum(c.amount), 0) as amount')
            ->first();
        if ($since === null || (int) $since->n === 0) {
            return null;
        }
        $amount = Amount::sum([(string) $since->amount]);

        return [
            'entries' => (int) $since->n,
            'amount' => $amount,
            'comes_to' => Amount::sum([$this->sums->totals($batch)->amount, $amount]),
        ];
    }

    /**
     * @param  ?int  $only  the number of one of them
     * @return list<EntryShown> in the order in which they were typed
     */
    public function entries(Batch $batch, ?int $only = null): array
    {
        $subject = $batch->isPosted() ? Subject::Gift : Subject::Entry;
        $entries = [];
        foreach ($this->reader->ofBatch($subject, $batch->id) as $supporter => $gifts) {
            foreach ($only === null ? $gifts : array_intersect_key($gifts, [$only => 1]) as $number => $gift) {
                $entries[$number] = [$supporter, $gift];
            }
        }
        ksort($entries);
        $names = Supporter::query()->whereIn('id', array_unique(array_column($entries, 0)))->pluck('sort_name', 'id');

        return array_map(
            static fn(int $number, array $entry): array => [
                'id' => $number,
                'supporter_id' => $entry[0],
                'supporter' => (string) ($names[$entry[0]] ?? ''),
                'intake_id' => $entry[1]->intake,
                'values' => new JsonMap(self::values($entry[1])),
            ],
            array_keys($entries),
            $entries,
        );
    }

    /** @return array<string, string> field to value, of those that the person may see */
    private static function values(Gift $gift): array
    {
        $sight = FieldAccess::ofUser();

        return [
            ...array_map(
                $gift->value(...),
                array_filter(FieldPlace::columns('gift'), static fn(string $field): bool => $sight->sees($field), ARRAY_FILTER_USE_KEY),
            ),
            GiftForms::PROMISE => (string) $gift->promise,
            GiftForms::HONORED => (string) $gift->honored,
        ];
    }

    /**
     * @param  'fund'|'kind'|'appeal'  $column
     * @return list<Slice>
     */
    private function slices(Batch $batch, string $column): array
    {
        $sums = FieldAccess::ofUser()->sees("gift.{$column}") ? $this->sums->by($batch, $column) : [];

        return array_map(
            static fn(int|string $name, array $sum): array => ['name' => (string) $name, ...$sum],
            array_keys($sums),
            array_values($sums),
        );
    }

    /** @return list<string> */
    private function typists(Batch $batch): array
    {
        return array_map(
            strval(...),
            array_values($this->db->table('users')->whereIn('id', $this->batches->typists($batch))->orderBy('name')->pluck('name')->all()),
        );
    }
}
