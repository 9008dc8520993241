<?php

declare(strict_types=1);

namespace App\Intakes;

use App\Lists\Column;
use App\Lists\ListColumns;

/** The columns of the list of intakes. What is added up for each when it is shown is nothing to put in order by. */
final class IntakeColumns
{
    private function __construct() {}

    public static function list(): ListColumns
    {
        $who = static fn(string $key): string => "(select name from users where users.id = intakes.{$key})";
        $held = "(select count(*) from intake_results r where r.intake_id = intakes.id and r.outcome = 'held')";

        return new ListColumns(
            'intakes',
            [
                new Column('name', 'Name', 'intakes.name'),
                new Column('file', 'File, by', 'intakes.file_name', usual: true),
                new Column('sieve', 'Sieve', null, usual: true),
                new Column('state', 'State', 'intakes.state', usual: true),
                new Column('rows', 'Rows', 'intakes.row_count', figure: true, usual: true),
                new Column('held', 'Held', $held, figure: true, usual: true),
                new Column('money', 'Money', null, ['gift.amount'], true, true),
                new Column('took', 'Took', 'timestampdiff(second, intakes.began_at, intakes.ended_at)', figure: true, usual: true),
                new Column('when', 'When', 'coalesce(intakes.loaded_at, intakes.created_at)', usual: true),
                new Column('by', 'Brought in by', $who('user_id')),
                new Column('loaded_by', 'Loaded by', $who('loaded_by')),
                new Column('plan', 'Plan', 'intakes.plan_name', isText: true),
                new Column('size', 'Size of the file', 'intakes.file_size', figure: true),
                new Column('created', 'Brought in', 'intakes.created_at'),
                new Column('loaded', 'Loaded', 'intakes.loaded_at'),
                new Column('undone', 'Undone', 'intakes.undone_at'),
            ],
            'intakes.id',
            ['sort' => 'when', 'down' => true],
        );
    }
}
