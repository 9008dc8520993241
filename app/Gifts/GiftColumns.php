<?php

declare(strict_types=1);

namespace App\Gifts;

use App\Accounts\Organization;
use App\Lists\Column;
use App\Lists\ListColumns;
use Illuminate\Database\Query\Builder as Query;
use Illuminate\Support\Facades\DB;

/** The columns of the list of gifts. */
final class GiftColumns
{
    private function __construct() {}

    public static function list(): ListColumns
    {
        $of = static fn(string $key, string $label, bool $figure = false, bool $usual = false): Column => new Column(
            $key,
            $label,
            "gifts.{$key}",
            ["gift.{$key}"],
            $figure,
            $usual,
            !$figure,
        );

        return new ListColumns(
            'gifts',
            [
                new Column('date', 'Date', 'gifts.given_on'),
                new Column('amount', 'Amount', self::inCurrency(), ['gift.amount'], true, true),
                new Column('supporter', 'Supporter', '(select s.sort_key from supporters s where s.id = gifts.supporter_id)', usual: true),
                $of('fund', 'Fund', usual: true),
                $of('campaign', 'Campaign'),
                $of('appeal', 'Appeal'),
                $of('kind', 'Kind', usual: true),
                $of('reference', 'Reference', usual: true),
                new Column('status', 'What became of it', self::status(), ['gift.amount']),
                $of('tribute', 'In honor or memory of'),
                $of('anonymous', 'Anonymous'),
                $of('receipt', 'Receipt'),
                new Column('receipt_on', 'Receipt date', 'gifts.receipt_on', ['gift.receipt_date']),
                $of('benefit', 'Came in return', true),
                $of('fee', 'Fee', true),
                new Column('source_id', 'Id elsewhere', 'gifts.source_id', ['gift.id'], isText: true),
                new Column('with', 'Came with', 'coalesce(gifts.batch_id, gifts.intake_id)', usual: true),
            ],
            'gifts.id',
            ['sort' => 'date', 'down' => true],
        );
    }

    /** There is no order among amounts of several currencies: those in the organization's own come first, in order. */
    private static function inCurrency(): string
    {
        $home = DB::connection()->escape(Organization::read()->currency);

        return "if(gifts.currency = {$home}, gifts.amount, null)";
    }

    /** What became of a gift, where what went back of each is joined (went). */
    private static function status(): string
    {
        return "case when gifts.corrects_id is not null then 'correction' when went.back is null then 'given'
            when gifts.amount + went.back = 0 then 'taken back' else 'corrected' end";
    }

    /** With what went back of each gift. */
    public static function wentBack(Query $gifts): void
    {
        $went = DB::table('gifts')
            ->whereNotNull('corrects_id')
            ->groupBy('corrects_id')
            ->selectRaw('corrects_id as of_gift, sum(amount) as back');
        $gifts->leftJoinSub($went, 'went', 'went.of_gift', '=', 'gifts.id');
    }
}
