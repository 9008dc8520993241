<?php

declare(strict_types=1);

namespace App\Batches;

use App\Lists\Column;
use App\Lists\ListColumns;
use PineSieve\Core\Gifts\BatchState;

/** The columns of the list of batches. */
final class BatchColumns
{
    private function __construct() {}

    public static function list(): ListColumns
    {
        $amount = self::entered('sum(amount)');
        $who = static fn(string $key): string => "(select name from users where users.id = batches.{$key})";

        return new ListColumns(
            'batches',
            [
                new Column('name', 'Batch', 'batches.name'),
                new Column('received', 'Received', 'batches.received_on', usual: true),
                // Those that wait for someone come first.
                new Column('state', 'State', "field(batches.state, 'open', 'ready', 'posted')", usual: true),
                new Column('gifts', 'Gifts', self::entered('count(*)'), figure: true, usual: true),
                new Column('amount', 'Entered', $amount, figure: true, usual: true),
                new Column('expected', 'Expected', 'batches.expected_amount', figure: true, usual: true),
                new Column('difference', 'Difference', "batches.expected_amount - coalesce({$amount}, 0)", usual: true),
                new Column('expected_gifts', 'Gifts expected', 'batches.expected_gifts', figure: true),
                new Column('currency', 'Currency', 'batches.currency'),
                new Column('bank_reference', 'Bank reference', 'batches.bank_reference', isText: true),
                new Column('opened_by', 'Opened by', $who('user_id')),
                new Column('readied_by', 'Made ready by', $who('readied_by')),
                new Column('posted_by', 'Posted by', $who('posted_by')),
                new Column('posted_at', 'Posted', 'batches.posted_at'),
                new Column('reason', 'Why all the same', 'batches.reason', isText: true),
            ],
            'batches.id',
            ['sort' => 'state', 'down' => false],
        );
    }

    /** Of the entries of a batch, or of the gifts that they became. */
    private static function entered(string $sum): string
    {
        $posted = BatchState::Posted->value;

        return "if(batches.state = '{$posted}', (select {$sum} from gifts g where g.batch_id = batches.id),
            (select {$sum} from batch_entries e where e.batch_id = batches.id))";
    }
}
