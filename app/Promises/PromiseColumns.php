<?php

declare(strict_types=1);

namespace App\Promises;

use App\Lists\Column;
use App\Lists\ListColumns;

/** The columns of the list of promises: of a promise (p), of how it stands (s), and of whoever gave it (who). */
final class PromiseColumns
{
    private function __construct() {}

    public static function list(): ListColumns
    {
        return new ListColumns(
            'promises',
            [
                new Column('promised', 'Promised', 'p.promised_on', ['promise.date']),
                new Column('supporter', 'Supporter', 'who.sort_key', usual: true),
                // Of those that are open, what is longest due comes first.
                new Column('status', 'It is', "concat(s.state, coalesce(s.next_on, '9999'))", ['promise.amount'], usual: true),
                new Column('next', 'Next', 's.next_on', usual: true),
                new Column('paid', 'Came in', 's.paid', ['promise.amount', 'gift.amount'], true, true),
                new Column('balance', 'Is left', 's.balance', ['promise.amount', 'gift.amount'], true, true),
                new Column('fund', 'Fund', 'p.fund', ['promise.fund'], usual: true, isText: true),
                new Column('campaign', 'Campaign', 'p.campaign', ['promise.campaign'], isText: true),
                new Column('appeal', 'Appeal', 'p.appeal', ['promise.appeal'], isText: true),
                new Column('kind', 'Kind', 'p.kind', ['promise.kind']),
                new Column('amount', 'Amount', 'p.amount', ['promise.amount'], true),
                new Column('frequency', 'How often', 'p.frequency', ['promise.frequency'], isText: true),
                new Column('missed', 'Earlier ones missing', 's.missed', ['promise.amount'], true),
                new Column('reference', 'Reference', 'p.reference', ['promise.reference'], isText: true),
                new Column('source_id', 'Id elsewhere', 'p.source_id', ['promise.id'], isText: true),
            ],
            'p.id',
            ['sort' => 'next', 'down' => false],
        );
    }
}
