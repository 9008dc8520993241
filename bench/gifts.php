<?php

/*
 * How long the list of gifts takes at size, filtered and summed, and the funds; one gift in twenty is split, one in a hundred went back.
 * bin/bench gifts [gifts] [supporters]
 */

declare(strict_types=1);

use App\Accounts\Role;
use Illuminate\Support\Facades\DB;

require __DIR__ . '/world.php';

$gifts = (int) ($argv[1] ?? 1_000_000);
$supporters = (int) ($argv[2] ?? 100_000);
$populate($supporters);
$fund = "elt(1 + seq % 5, 'General', 'Roof', 'Boat', 'Nets', 'Kitchen')";
DB::statement(
    "insert into gifts (id, supporter_id, given_on, amount, currency, kind, fund, appeal, reference, splits)
    select seq, 1 + seq % {$supporters}, date_sub('2026-11-30', interval seq % 3650 day), 10 + seq % 90, 'USD',
        elt(1 + seq % 3, 'check', 'card', 'cash'), {$fund}, elt(1 + seq % 7, 'Mail', 'Call', 'Web', null, null, null, null), seq,
        if(seq % 20 = 0, concat(10 + seq % 90 - 5, '.00 | ', {$fund}, '\n5.00 | Tower'), null)
    from seq_1_to_{$gifts}",
);
DB::statement(
    "insert into gift_splits (gift_id, place, amount, fund, given_on, currency, kind, corrects)
    select id, 0, amount - 5, fund, given_on, currency, kind, 0 from gifts where splits is not null
    union all select id, 1, 5, 'Tower', given_on, currency, kind, 0 from gifts where splits is not null",
);
DB::statement(
    "insert into gifts (id, supporter_id, given_on, amount, currency, kind, fund, corrects_id)
    select {$gifts} + id, supporter_id, given_on, -5, 'USD', kind, fund, id from gifts where id % 100 = 1",
);
DB::statement(
    "insert into gift_sums select date_format(given_on, '%Y-%m'), currency, splits is not null, kind, coalesce(fund, ''), '', coalesce(appeal, ''),
    count(*), sum(corrects_id is null), sum(amount) from gifts group by 1, 2, 3, 4, 5, 6, 7",
);
DB::statement(
    "insert into gift_amounts select date_format(given_on, '%Y-%m'), currency, kind, amount, count(*), sum(corrects_id is null)
    from gifts group by 1, 2, 3, 4",
);
DB::statement('analyze table gifts, gift_splits, gift_sums, gift_amounts');
$paths = [
    'one supporter' => 'supporters/5',
    'all gifts' => 'gifts',
    'page 1,000' => 'gifts?page=1000',
    'of a fund' => 'gifts?fund=Roof',
    'of a fund that is always a part' => 'gifts?fund=Tower',
    'of a year' => 'gifts?from=2025-01-01&to=2025-12-31',
    'of a fund, between two days' => 'gifts?fund=Roof&from=2024-03-15&to=2025-04-09',
    'of a month' => 'gifts?month=2025-06',
    'a kind, of at least 50' => 'gifts?kind=check&least=50',
    'of at least 99, taken back or not' => 'gifts?least=99',
    'of 12.50, of which there are none' => 'gifts?least=12.50&most=12.50',
    'taken back' => 'gifts?status=taken+back',
    'of one supporter' => 'gifts?q=' . $person(5)['email'],
    'by amount' => 'gifts?sort=amount&down=1',
    'by supporter, page 1,000' => 'gifts?sort=supporter&page=1000',
    'by what became of them' => 'gifts?sort=status',
    'of a fund, by reference' => 'gifts?fund=Roof&sort=reference',
    'searched: over 95, of those in Maine' =>
        'gifts?where=' .
        rawurlencode('{"of":[{"of":"gift.amount","test":"over","values":["95"]},{"of":"address.state","test":"is","values":["ME"]}]}'),
    'searched: of a fund, of some last names' =>
        'gifts?where=' .
        rawurlencode('{"of":[{"of":"gift.fund","test":"is","values":["Tower"]},{"of":"name.last","test":"begins with","values":["La"]}]}'),
    'funds' => 'funds/fund',
];
$timed(array_map(static fn(string $path): array => ['GET', $path, []], $paths), $benchUser(Role::Reader), 'one supporter');
