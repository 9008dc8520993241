<?php

declare(strict_types=1);

namespace App\Exports;

use App\Records\Supporter;
use App\Support\Lists;
use App\Supporters\SupporterCells;
use Illuminate\Database\Eloquent\Builder;
use PineSieve\Core\Gifts\Amounts;

/** A row for each supporter. */
final readonly class SupporterRows implements ExportRows
{
    private const CHUNK = 2000;

    public function __construct(private ExportFields $fields, private SupporterCells $cells) {}

    public function columns(ExportAsked $asked): array
    {
        return $this->fields->columns($asked->fields, []);
    }

    public function rows(ExportAsked $asked): iterable
    {
        for ($after = 0; ; ) {
            $ids = Lists::ints(
                self::found($asked)
                    ->where('supporters.id', '>', $after)
                    ->orderBy('supporters.id')
                    ->limit(self::CHUNK)
                    ->pluck('supporters.id'),
            );
            $cells = $this->cells->of($ids, $asked->fields);
            foreach ($ids as $id) {
                $after = $id;
                if (isset($cells[$id])) {
                    yield array_values($cells[$id]);
                }
            }
            if (count($ids) < self::CHUNK) {
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
        return Amounts::none();
    }

    /** @return Builder<Supporter> */
    private static function found(ExportAsked $asked): Builder
    {
        return $asked
            ->supporters()
            ->when($asked->statuses !== [], static fn(Builder $of) => $of->whereIn('supporters.status', $asked->statuses));
    }
}
