<?php

declare(strict_types=1);

namespace App\Records;

use Illuminate\Database\Connection;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Gifts\GiftKind;

/**
 * What each supporter gave, by year and currency, kept beside the gifts (`gifts_by_year`) for searches that ask it of everyone. It follows
 * every write that touches gifts, and can be made anew and held against the gifts. A pledge is no gift.
 */
final readonly class GiftYears implements FollowsWrites
{
    /** Supporters that are added up at a time. */
    private const CHUNK = 20_000;

    private const COLUMNS = 'supporter_id, year, currency, gifts, amount, largest, first_on, last_on';

    /** What takes a gift back counts against its year, and is neither a gift nor the last one. */
    private const SUMS =
        "select supporter_id, year(given_on) as year, currency, sum(corrects_id is null) as gifts, sum(amount) as amount,
            max(if(corrects_id is null, amount, null)) as largest, min(if(corrects_id is null, given_on, null)) as first_on,
            max(if(corrects_id is null, given_on, null)) as last_on
        from gifts where not kind <=> '" .
        GiftKind::Pledge->value .
        "' and %s group by supporter_id, year(given_on), currency";

    public function __construct(private Connection $db) {}

    public function follow(Written $written): void
    {
        if ($written->stored(Subject::Gift) === [] && $written->deleted(Subject::Gift) === []) {
            return;
        }
        foreach (array_chunk(array_unique([...array_keys($written->before), ...array_keys($written->after)]), 1000) as $ids) {
            $this->add('supporter_id in (' . implode(',', $ids) . ')');
        }
    }

    /** Makes all of it anew. */
    public function build(): void
    {
        $last = (int) $this->db->table('supporters')->max('id');
        $this->db->transaction(function () use ($last): void {
            for ($from = 0; $from <= $last; $from += self::CHUNK) {
                $this->add("supporter_id between {$from} and " . ($from + self::CHUNK - 1));
            }
            $this->db->delete('delete from gifts_by_year where supporter_id > ?', [$last]);
        });
    }

    /** @return int years of supporters that do not say what the gifts say, or are there without any */
    public function wrong(): int
    {
        $sums = sprintf(self::SUMS, 'true');
        $columns = self::COLUMNS;
        $row = $this->db->selectOne(
            "select count(*) as n from (
                select {$columns}, count(*) as said from (
                    select {$columns} from gifts_by_year union all select {$columns} from ({$sums}) counted
                ) told group by {$columns} having said <> 2
            ) wrong",
        );

        return (int) $row->n;
    }

    private function add(string $whose): void
    {
        $this->db->delete("delete from gifts_by_year where {$whose}");
        $this->db->insert('insert into gifts_by_year (' . self::COLUMNS . ') ' . sprintf(self::SUMS, $whose));
    }
}
