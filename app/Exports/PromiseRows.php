<?php

declare(strict_types=1);

namespace App\Exports;

use App\Promises\PromiseSearch;
use App\Standards\FieldAccess;
use App\Support\Lists;
use App\Supporters\SupporterCells;
use App\Supporters\SupporterSearch;
use Illuminate\Database\Query\Builder;
use PineSieve\Core\Gifts\Amounts;
use PineSieve\Core\Standards\FieldPlace;

/** A row for each pledge and recurring gift, with what came in of it. */
final readonly class PromiseRows implements ExportRows
{
    private const CHUNK = 2000;

    private const STANDING = ['promise.paid' => 'paid', 'promise.balance' => 'balance', 'promise.next' => 'next_on'];

    public function __construct(private ExportFields $fields, private SupporterCells $cells) {}

    public function columns(ExportAsked $asked): array
    {
        return $this->fields->columns($asked->fields, ['promise']);
    }

    public function rows(ExportAsked $asked): iterable
    {
        $own = array_intersect_key(FieldPlace::columns('promise'), array_flip($asked->fields));
        $known = [...array_keys($own), ...array_keys(self::STANDING), 'promise', 'supporter', 'supporter.name'];
        $ofSupporter = array_values(array_diff($asked->fields, $known));
        for ($after = 0; ; ) {
            $rows = self::found($asked)
                ->join('supporters as o', 'o.id', '=', 'p.supporter_id')
                ->where('p.id', '>', $after)
                ->orderBy('p.id')
                ->limit(self::CHUNK)
                ->get(['p.*', 's.paid', 's.balance', 's.next_on', 'o.display_name']);
            $cells = $this->cells->of(Lists::ints($rows->pluck('supporter_id')->unique()), $ofSupporter);
            foreach ($rows as $row) {
                $after = (int) $row->id;
                $line = [];
                foreach ($asked->fields as $key) {
                    $line[] = (string) match (true) {
                        isset($own[$key]) => $row->{$own[$key]},
                        isset(self::STANDING[$key]) => $row->{self::STANDING[$key]},
                        $key === 'promise' => $row->id,
                        $key === 'supporter' => $row->supporter_id,
                        $key === 'supporter.name' => $row->display_name,
                        default => $cells[$row->supporter_id][$key] ?? '',
                    };
                }
                yield $line;
            }
            if ($rows->count() < self::CHUNK) {
                return;
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
        if (FieldAccess::ofUser()->sees('promise.amount')) {
            foreach (self::found($asked)->groupBy('p.currency')->selectRaw('p.currency, sum(p.amount) as amount')->get() as $row) {
                $sums = $sums->plus(Amounts::of($row->currency, $row->amount));
            }
        }

        return $sums;
    }

    private static function found(ExportAsked $asked): Builder
    {
        $found = PromiseSearch::of(
            array_filter(
                [...$asked->own, 'fund' => implode("\n", $asked->funds), 'status' => implode("\n", $asked->statuses)],
                static fn(string $value): bool => $value !== '',
            ),
            FieldAccess::ofUser(),
        )->found();

        $found->when($asked->since !== null, static fn(Builder $of) => $of->whereIn('p.id', $asked->changed('promise')));

        return $asked->search === null
            ? $found
            : $found->whereIn('p.supporter_id', SupporterSearch::of($asked->search)->select('supporters.id')->toBase());
    }
}
