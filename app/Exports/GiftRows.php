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
use Illuminate\Database\Query\Builder as Query;
use Illuminate\Support\Facades\DB;
use PDO;
use PineSieve\Core\Gifts\Amounts;
use PineSieve\Core\Gifts\Corrections;
use PineSieve\Core\Standards\FieldPlace;

/** A row for each gift; what takes one back, or corrects it, is a row of its own that says which gift it corrects. */
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
        $own += [
            'gift' => 'gifts.id',
            'gift.corrected' => "concat('" . Corrections::NUMBER . "', gifts.corrects_id)",
            'supporter' => 'gifts.supporter_id',
            'supporter.name' => 's.display_name',
        ];
        [$select, $shown] = [[], []];
        foreach ($asked->fields as $place => $key) {
            $isName = $key === 'supporter.name';
            $select[] = ($isName ? "''" : $own[$key] ?? "''") . " as c{$place}";
            $shown[] = $isName ? $own[$key] : "found.c{$place}";
        }
        /** @var array<int, string> $ofSupporter place to key */
        $ofSupporter = array_diff($asked->fields, array_keys($own));
        for ($after = 0; ; ) {
            $query = self::found($asked)
                ->where('gifts.id', '>', $after)
                ->orderBy('gifts.id')
                ->limit(self::CHUNK)
                ->toBase()
                // They are read in the order of their numbers, whatever else is asked for: names are looked up beside.
                ->forceIndex('primary')
                ->selectRaw('gifts.id, gifts.supporter_id, gifts.splits, ' . implode(', ', $select));
            // Joined once they are found: what gifts are searched by has the names of columns that supporters have too.
            $named = DB::query()
                ->fromSub($query, 'found')
                ->join('supporters as s', 's.id', '=', 'found.supporter_id')
                ->orderBy('found.id')
                ->selectRaw('found.id, found.supporter_id, found.splits, ' . implode(', ', $shown));
            $found = DB::connection()->getPdo()->query($named->toRawSql());
            $rows = $found === false ? [] : $found->fetchAll(PDO::FETCH_NUM);
            $cells =
                $ofSupporter === [] ? [] : $this->cells->of(Lists::ints(array_unique(array_column($rows, 1))), array_values($ofSupporter));
            $parts = $asked->of === ExportOf::Splits ? self::parts($asked, Lists::ints(array_column($rows, 0))) : [];
            foreach ($rows as $row) {
                $after = (int) $row[0];
                $line = array_slice($row, 3);
                foreach ($ofSupporter as $place => $key) {
                    $line[$place] = $cells[$row[1]][$key] ?? '';
                }
                $cellsOf = array_values(array_map(strval(...), $line));
                if ($asked->of === ExportOf::Splits && $row[2] !== null) {
                    foreach ($parts[$after] ?? [] as $part) {
                        yield array_map(static fn(string $key, string $cell): string => $part[$key] ?? $cell, $asked->fields, $cellsOf);
                    }
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
     * The parts of split gifts, of those that are asked for.
     *
     * @param  list<int>  $gifts
     * @return array<int, list<array<string, string>>> gift to what each part has instead of the whole, by field
     */
    private static function parts(ExportAsked $asked, array $gifts): array
    {
        $parts = [];
        foreach (self::splits($asked)->whereIntegerInRaw('gift_id', $gifts)->orderBy('gift_id')->orderBy('place')->get() as $part) {
            $parts[(int) $part->gift_id][] = [
                'gift.amount' => (string) $part->amount,
                'gift.fund' => (string) $part->fund,
                'gift.campaign' => (string) $part->campaign,
                'gift.appeal' => (string) $part->appeal,
            ];
        }

        return $parts;
    }

    private static function splits(ExportAsked $asked): Query
    {
        return DB::table('gift_splits')
            ->when($asked->funds !== [], static fn(Query $of) => $of->whereIn('fund', $asked->funds))
            ->when($asked->campaigns !== [], static fn(Query $of) => $of->whereIn('campaign', $asked->campaigns));
    }

    public function count(ExportAsked $asked): int
    {
        $found = self::found($asked);
        if ($asked->of !== ExportOf::Splits) {
            return $found->count();
        }
        $parts = self::splits($asked)->whereIn('gift_id', $found->clone()->select('gifts.id'));

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
