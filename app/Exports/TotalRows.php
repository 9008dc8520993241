<?php

declare(strict_types=1);

namespace App\Exports;

use App\Gifts\GiftSearch;
use App\Standards\FieldAccess;
use PineSieve\Core\Exports\ExportColumn;
use PineSieve\Core\Gifts\Amounts;

/** A row for each month and currency: how many gifts, and what they come to, net of what was taken back. */
final readonly class TotalRows implements ExportRows
{
    private const COLUMNS = ['month' => 'Month', 'currency' => 'Currency', 'gifts' => 'Gifts', 'amount' => 'Amount'];

    public function columns(ExportAsked $asked): array
    {
        if (!FieldAccess::inExport()->sees('gift.amount')) {
            throw new UnusableExport('Amounts are hidden from you.');
        }
        if ($asked->search !== null) {
            throw new UnusableExport('Totals are of all gifts: a search can\'t be asked of them.');
        }

        return array_map(static function (string $key): ExportColumn {
            $header = self::COLUMNS[$key] ?? throw new UnusableExport("Totals have no field \"{$key}\".");

            return new ExportColumn($key, $header, in_array($key, ['gifts', 'amount'], true));
        }, $asked->fields);
    }

    /** @return \Generator<int, list<string>> */
    public function rows(ExportAsked $asked): \Generator
    {
        $search = self::search($asked);
        $rows = $search
            ->gifts()
            ->toBase()
            ->groupBy('month', 'currency')
            ->orderBy('month')
            ->orderBy('currency')
            ->selectRaw(
                "date_format(given_on, '%Y-%m') as month, currency, sum(corrects_id is null) as gifts, sum({$search->amount()}) as amount",
            )
            ->get();
        foreach ($rows as $row) {
            yield array_map(static fn(string $key): string => (string) $row->{$key}, $asked->fields);
        }
    }

    public function count(ExportAsked $asked): int
    {
        return iterator_count($this->rows($asked));
    }

    public function amounts(ExportAsked $asked): Amounts
    {
        return self::search($asked)->totals()->given;
    }

    private static function search(ExportAsked $asked): GiftSearch
    {
        return GiftSearch::of($asked->ofGifts(), FieldAccess::ofUser());
    }
}
