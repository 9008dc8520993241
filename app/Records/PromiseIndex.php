<?php

declare(strict_types=1);

namespace App\Records;

use App\Support\Lists;
use Illuminate\Database\Connection;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Promises\Promise;
use PineSieve\Core\Promises\Standing;

/** What came in of each promise and what is to come, kept beside it; it follows every write. */
final readonly class PromiseIndex implements FollowsWrites
{
    private const COLUMNS = ['promise_id', 'state', 'paid', 'payments', 'balance', 'next_on', 'next_amount', 'missed'];

    public function __construct(private Connection $db, private Bulk $bulk, private RecordReader $reader) {}

    public function follow(Written $written): void
    {
        $changed = array_map(
            static fn(Gift $gift): int => (int) $gift->promise,
            array_filter($written->giftsBefore, static fn(Gift $gift): bool => $gift->promise !== null),
        );
        foreach (array_chunk($written->stored(Subject::Gift), 1000) as $ids) {
            array_push(
                $changed,
                ...Lists::ints($this->db->table('gifts')->whereIn('id', $ids)->whereNotNull('promise_id')->pluck('promise_id')),
            );
        }
        $this->refresh(array_values(array_unique([...$written->stored(Subject::Promise), ...array_values($changed)])));
    }

    /** @param  list<int>  $ids  numbers of promises; those that are not there any more among them */
    public function refresh(array $ids): void
    {
        foreach (array_chunk($ids, 1000) as $chunk) {
            $payments = [];
            foreach ($this->reader->paying($chunk) as $ofOne) {
                foreach ($ofOne as $number => $gift) {
                    $payments[(int) $gift->promise][$number] = $gift;
                }
            }
            $rows = [];
            foreach ($this->db->table('promises')->whereIn('id', $chunk)->get() as $row) {
                $standing = Standing::of(Promise::stored((array) $row), $payments[$row->id] ?? []);
                $rows[] = [
                    $row->id,
                    $standing->state->value,
                    $standing->paid,
                    $standing->payments,
                    $standing->balance === '' ? null : $standing->balance,
                    $standing->next?->date,
                    $standing->next?->amount,
                    count($standing->missed),
                ];
            }
            $this->db->table('promise_standings')->whereIn('promise_id', $chunk)->delete();
            $this->bulk->insert('promise_standings', self::COLUMNS, $rows);
        }
    }
}
