<?php

declare(strict_types=1);

namespace App\Exports;

use App\Batches\Batch;
use App\Batches\BatchSums;
use App\Standards\FieldAccess;
use Illuminate\Database\Eloquent\Builder;
use PineSieve\Core\Exports\ExportColumn;
use PineSieve\Core\Gifts\Amounts;

/** A row for each batch: what was expected of it, and what is in it. */
final readonly class BatchRows implements ExportRows
{
    public const COLUMNS = [
        'batch' => 'Batch',
        'batch.name' => 'Name',
        'batch.state' => 'State',
        'batch.received' => 'Received on',
        'batch.bank' => 'Reference of the bank',
        'batch.currency' => 'Currency',
        'batch.expected_gifts' => 'Gifts expected',
        'batch.expected' => 'Amount expected',
        'batch.gifts' => 'Gifts',
        'batch.amount' => 'Amount',
        'batch.posted' => 'Posted at',
        'batch.posted_by' => 'Posted by',
    ];

    private const NUMBERS = ['batch.expected_gifts', 'batch.expected', 'batch.gifts', 'batch.amount'];

    private const CHUNK = 200;

    public function __construct(private BatchSums $sums) {}

    public function columns(ExportAsked $asked): array
    {
        if (!FieldAccess::inExport()->sees('gift.amount')) {
            throw new UnusableExport('Amounts are hidden from you.');
        }

        return array_map(
            static fn(string $key): ExportColumn => new ExportColumn(
                $key,
                self::COLUMNS[$key] ?? throw new UnusableExport("Batches have no field \"{$key}\"."),
                in_array($key, self::NUMBERS, true),
            ),
            $asked->fields,
        );
    }

    public function rows(ExportAsked $asked): iterable
    {
        foreach (self::found($asked)->with('poster')->orderBy('id')->lazyById(self::CHUNK)->chunk(self::CHUNK) as $batches) {
            $totals = $this->sums->ofMany(array_values($batches->all()));
            foreach ($batches as $batch) {
                $row = [
                    'batch' => (string) $batch->id,
                    'batch.name' => $batch->name,
                    'batch.state' => $batch->state->value,
                    'batch.received' => $batch->received_on,
                    'batch.bank' => $batch->bank_reference,
                    'batch.currency' => $batch->currency,
                    'batch.expected_gifts' => (string) $batch->expected_gifts,
                    'batch.expected' => $batch->expected_amount,
                    'batch.gifts' => (string) $totals[$batch->id]->gifts,
                    'batch.amount' => $totals[$batch->id]->amount,
                    'batch.posted' => (string) $batch->posted_at?->toIso8601String(),
                    'batch.posted_by' => (string) $batch->poster?->name,
                ];
                yield array_map(static fn(string $key): string => $row[$key], $asked->fields);
            }
        }
    }

    public function count(ExportAsked $asked): int
    {
        return self::found($asked)->count();
    }

    public function amounts(ExportAsked $asked): Amounts
    {
        $sums = Amounts::none();
        foreach (self::found($asked)->orderBy('id')->lazyById(self::CHUNK)->chunk(self::CHUNK) as $batches) {
            foreach ($this->sums->ofMany(array_values($batches->all())) as $id => $totals) {
                $sums = $sums->plus(Amounts::of((string) $batches->firstWhere('id', $id)?->currency, $totals->amount));
            }
        }

        return $sums;
    }

    /** @return Builder<Batch> */
    private static function found(ExportAsked $asked): Builder
    {
        return Batch::query()
            ->when($asked->from !== '', static fn(Builder $of) => $of->where('received_on', '>=', $asked->from))
            ->when($asked->until !== '', static fn(Builder $of) => $of->where('received_on', '<=', $asked->until))
            ->when($asked->statuses !== [], static fn(Builder $of) => $of->whereIn('state', $asked->statuses));
    }
}
