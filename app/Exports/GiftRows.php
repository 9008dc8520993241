<?php

declare(strict_types=1);

namespace App\Exports;

use App\Gifts\GiftSearch;
use App\Records\Gift;
use App\Standards\FieldAccess;
use App\Support\Lists;
use App\Supporters\SupporterCells;
use App\Supporters\SupporterSearch;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use PDO;
use PineSieve\Core\Gifts\Amounts;
use PineSieve\Core\Gifts\Splits;
use PineSieve\Core\Standards\FieldPlace;

/** A row for each gift; what takes one back, or corrects it, is a row of its own below zero. */
final readonly class GiftRows implements ExportRows
{
    private const CHUNK = 4000;

    public function __construct(private ExportFields $fields, private SupporterCells $cells) {}

    public function columns(ExportAsked $asked): array
    {
        return $this->fields->columns($asked->fields, ['gift']);
    }

    public function rows(ExportAsked $asked): iterable
    {
        $own = array_map(static fn(string $column): string => "gifts.`{$column}`", FieldPlace::columns('gift'));
        // Of a split gift, what is for the fund that is asked for.
        $own['gift.amount'] = self::search($asked)->amount() === 'amount' ? 'gifts.amount' : self::search($asked)->amount();
        $own += ['gift' => 'gifts.id', 'supporter' => 'gifts.supporter_id', 'supporter.name' => 's.display_name'];
        $select = array_map(static fn(string $key): string => $own[$key] ?? "''", $asked->fields);
        /** @var array<int, string> $ofSupporter place to key */
        $ofSupporter = array_diff($asked->fields, array_keys($own));
        for ($after = 0; ; ) {
            $query = self::found($asked)
                ->join('supporters as s', 's.id', '=', 'gifts.supporter_id')
                ->where('gifts.id', '>', $after)
                ->orderBy('gifts.id')
                ->limit(self::CHUNK)
                ->toBase()
                // They are read in the order of their numbers, whatever else is asked for: names are looked up beside.
                ->forceIndex('primary')
                ->selectRaw('gifts.id, gifts.supporter_id, gifts.splits, ' . implode(', ', $select));
            $found = DB::connection()->getPdo()->query($query->toRawSql());
            $rows = $found === false ? [] : $found->fetchAll(PDO::FETCH_NUM);
            $cells =
                $ofSupporter === [] ? [] : $this->cells->of(Lists::ints(array_unique(array_column($rows, 1))), array_values($ofSupporter));
            foreach ($rows as $row) {
                $after = (int) $row[0];
                $line = array_slice($row, 3);
                foreach ($ofSupporter as $place => $key) {
                    $line[$place] = $cells[$row[1]][$key] ?? '';
                }
                $cellsOf = array_values(array_map(strval(...), $line));
                if ($asked->of === ExportOf::Splits && $row[2] !== null) {
                    yield from self::parts($asked, $cellsOf, (string) $row[2]);
                } else {
                    yield $cellsOf;
                }
            }
            if (count($rows) < self::CHUNK) {
                return;
            }
        }
    }

    /**
     * A row for each part of a split gift, of those that are asked for.
     *
     * @param  list<string>  $line  of the whole gift
     * @return iterable<list<string>>
     */
    private static function parts(ExportAsked $asked, array $line, string $splits): iterable
    {
        foreach (Splits::stored($splits)->parts as $part) {
            if (
                ($asked->fund !== '' && $part->fund !== $asked->fund) ||
                ($asked->campaign !== '' && $part->campaign !== $asked->campaign)
            ) {
                continue;
            }
            $of = [
                'gift.amount' => $part->amount,
                'gift.fund' => $part->fund,
                'gift.campaign' => $part->campaign,
                'gift.appeal' => $part->appeal,
            ];
            yield array_map(static fn(string $key, string $cell): string => $of[$key] ?? $cell, $asked->fields, $line);
        }
    }

    public function count(ExportAsked $asked): int
    {
        $found = self::found($asked);
        if ($asked->of !== ExportOf::Splits) {
            return $found->count();
        }
        $parts = DB::table('gift_splits')
            ->whereIn('gift_id', $found->clone()->select('gifts.id'))
            ->when($asked->fund !== '', static fn($of) => $of->where('fund', $asked->fund))
            ->when($asked->campaign !== '', static fn($of) => $of->where('campaign', $asked->campaign));

        return $found->whereNull('splits')->count() + $parts->count();
    }

    public function amounts(ExportAsked $asked): Amounts
    {
        if (!FieldAccess::ofUser()->sees('gift.amount')) {
            return Amounts::none();
        }
        $amount = self::search($asked)->amount();
        $sums = Amounts::none();
        foreach (
            self::found($asked)
                ->toBase()
                ->groupBy('currency')
                ->selectRaw("currency, sum({$amount}) as amount")
                ->get()
            as $row
        ) {
            $sums = $sums->plus(Amounts::of($row->currency, $row->amount));
        }

        return $sums;
    }

    private static function search(ExportAsked $asked): GiftSearch
    {
        return GiftSearch::of([...$asked->own, ...$asked->ofGifts()], FieldAccess::ofUser());
    }

    /** @return Builder<Gift> */
    private static function found(ExportAsked $asked): Builder
    {
        $gifts = self::search($asked)
            ->gifts()
            ->when($asked->since !== null, static fn(Builder $of) => $of->whereIn('gifts.id', $asked->changed('gift')));

        return $asked->search === null
            ? $gifts
            : $gifts->whereIn('gifts.supporter_id', SupporterSearch::of($asked->search)->select('supporters.id'));
    }
}
