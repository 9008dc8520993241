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
    /** What can be asked for by a part of the gift: the key to the field, its column, and how they are compared. */
    private const PARTS = [
        'from' => ['gift.date', 'given_on', '>='],
        'to' => ['gift.date', 'given_on', '<='],
        'least' => ['gift.amount', 'amount', '>='],
        'most' => ['gift.amount', 'amount', '<='],
        'fund' => ['gift.fund', 'fund', '='],
        'campaign' => ['gift.campaign', 'campaign', '='],
        'appeal' => ['gift.appeal', 'appeal', '='],
        'kind' => ['gift.kind', 'kind', '='],
        'currency' => ['gift.currency', 'currency', '='],
    ];

    private function __construct() {}

    /**
     * @param  array<string, mixed>  $asked  q (whose they are), intake, batch, month ("2026-11"), rule (that they fall short of), and the keys of PARTS
     * @return Builder<Gift>
     *
     * @throws UnseenField if it asks by what the person may not see
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
        if (ctype_digit($text('batch'))) {
            $gifts->where('batch_id', (int) $text('batch'));
        }
        foreach (
            array_filter(self::PARTS, static fn(string $key): bool => $text($key) !== '', ARRAY_FILTER_USE_KEY)
            as $key => [$field, $column, $test]
        ) {
            $sight->sees($field) || throw new UnseenField();
            $gifts->where($column, $test, $text($key));
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
