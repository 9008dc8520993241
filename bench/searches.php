<?php

declare(strict_types=1);

/*
 * Searches built from the catalog, as the list asks them (how many, and the first page), and a change of many against the bare statements.
 * bin/bench searches [supporters] [gifts] [changed]
 */

use App\BulkChanges\BulkChange;
use App\BulkChanges\BulkState;
use App\BulkChanges\Planning;
use App\BulkChanges\Writing;
use App\Records\Acts;
use App\Records\GiftYears;
use App\Supporters\FoundSupporters;
use App\Supporters\SupporterColumns;
use App\Supporters\SupporterOrder;
use Illuminate\Support\Facades\DB;

require __DIR__ . '/world.php';

$supporters = (int) ($argv[1] ?? 200_000);
$gifts = (int) ($argv[2] ?? 1_000_000);
$changed = (int) ($argv[3] ?? 50_000);
$populate($supporters);
DB::statement(
    "insert into gifts (id, supporter_id, given_on, amount, currency, kind, fund, appeal)
    select seq, 1 + seq % {$supporters}, date_sub('2026-11-30', interval (seq * 7) % 3650 day), 10 + seq % 290, 'USD',
        elt(1 + seq % 3, 'check', 'card', 'cash'), elt(1 + seq % 5, 'General', 'Roof', 'Boat', 'Nets', 'Kitchen'),
        elt(1 + seq % 7, 'Mail', 'Call', 'Web', null, null, null, null) from seq_1_to_{$gifts}",
);
$start = microtime(true);
app(GiftYears::class)->build();
printf("  what each gave by year, made anew: %.1f s\n", microtime(true) - $start);

$one = static fn(string $of, string $test, array $values = [], array $within = []): array => compact('of', 'test', 'values', 'within');
$in2025 = ['from' => '2025-01-01', 'until' => '2025-12-31'];
$searches = [
    'everyone' => [[], 'name'],
    'a state' => [[$one('address.state', 'is', ['ME'])], 'name'],
    'an email that contains' => [[$one('email', 'contains', ['ar'])], 'name'],
    'over 200 in 2025' => [[$one('gifts.given', 'over', ['200'], $in2025)], 'name'],
    'over 200 in 2025, by what they gave' => [[$one('gifts.given', 'over', ['200'], $in2025)], 'gifts.given'],
    'less than 50 in all' => [[$one('gifts.given', 'under', ['50'])], 'name'],
    'over 200 from March to May 2025' => [
        [$one('gifts.given', 'over', ['200'], ['from' => '2025-03-01', 'until' => '2025-05-31'])],
        'name',
    ],
    'over 200 to a fund' => [[$one('gifts.given', 'over', ['200'], ['fund' => 'Boat'])], 'name'],
    'did not give since 2026' => [[$one('gifts.any', 'is blank', [], ['from' => '2026-01-01'])], 'name'],
    'last gave before 2025' => [[$one('gifts.last', 'before', ['2025-01-01'])], 'gifts.last'],
    'gave in 2025, in ME, not since, with an email' => [
        [
            $one('gifts.given', 'over', ['100'], $in2025),
            $one('address.state', 'is', ['ME']),
            $one('gifts.any', 'is blank', [], ['from' => '2026-06-01']),
            $one('email', 'is filled'),
        ],
        'name',
    ],
];
foreach ($searches as $words => [$of, $sort]) {
    $best = INF;
    for ($try = 0; $try < 3; $try++) {
        $start = microtime(true);
        $found = FoundSupporters::of($of === [] ? [] : ['where' => json_encode(['of' => $of], JSON_THROW_ON_ERROR)]);
        $ids = app(SupporterOrder::class)->page($found, $sort, false, 0, 50);
        $columns = app(SupporterColumns::class);
        $columns->rows($ids, $columns->of([]));
        $best = min($best, microtime(true) - $start);
    }
    printf("  %-46s %9s found %6.0f ms\n", $words, number_format($found->total), $best * 1000);
}

// The bare statements: the same values into the same tables, one by one, without a journal.
$start = microtime(true);
DB::transaction(static function () use ($changed): void {
    $update = DB::connection()->getPdo()->prepare('update supporters set notes = ? where id = ?');
    for ($id = 1; $id <= $changed; $id++) {
        $update->execute(['Bare', $id]);
    }
});
$bare = microtime(true) - $start;
$change = BulkChange::query()
    ->create([
        'state' => BulkState::Planning,
        'scope' => [
            'query' => ['where' => json_encode(['of' => [$one('supporter', 'at most', [(string) $changed])]], JSON_THROW_ON_ERROR)],
        ],
        'steps' => [['kind' => 'set', 'field' => 'notes', 'value' => 'Changed']],
    ])
    ->refresh();
$start = microtime(true);
while ($change->state === BulkState::Planning) {
    app(Planning::class)->step($change);
}
$planned = microtime(true) - $start;
config(['queue.default' => 'null']);
$start = microtime(true);
app(Writing::class)->begin($change, null);
while ($change->state === BulkState::Writing) {
    app(Writing::class)->step($change);
}
$written = microtime(true) - $start;
$start = microtime(true);
app(Acts::class)->undo($change->act, null);
printf(
    "  %s records changed: planned %.1f s, written %.1f s, taken back %.1f s; bare updates %.1f s (written %.1f times); peak memory %d MB\n",
    number_format($change->outcome['written']),
    $planned,
    $written,
    microtime(true) - $start,
    $bare,
    $written / $bare,
    memory_get_peak_usage() / 1e6,
);
