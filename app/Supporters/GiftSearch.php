<?php

declare(strict_types=1);

namespace App\Supporters;

use App\Records\Gift;
use App\Standards\FieldAccess;
use App\Standards\Shortfalls;
use Illuminate\Database\Eloquent\Builder;

/** Which gifts a list shows. */
final class GiftSearch
{
    private function __construct() {}

    /**
     * @param  array<string, mixed>  $asked  q (whose they are), intake, month ("2026-11"), rule (that they fall short of)
     * @return Builder<Gift>
     */
    public static function of(array $asked, FieldAccess $sight): Builder
    {
        $text = static fn(string $key): string => is_string($asked[$key] ?? null) ? trim($asked[$key]) : '';
        $gifts = Gift::query();
        if ($text('q') !== '') {
            $matching = app(SearchIndex::class)->matching($text('q'), $sight);
            $matching === null ? $gifts->whereRaw('1 = 0') : $gifts->whereIn('supporter_id', $matching);
        }
        if ($text('intake') !== '') {
            $gifts->where('intake_id', (int) $text('intake'));
        }
        if (preg_match('/^\d{4}-\d{2}$/D', $text('month')) === 1) {
            $gifts->whereRaw("date_format(given_on, '%Y-%m') = ?", [$text('month')]);
        }
        if (ctype_digit($text('rule'))) {
            $gifts->whereIn('id', Shortfalls::gifts((int) $text('rule')));
        }

        return $gifts;
    }
}
