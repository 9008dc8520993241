<?php

declare(strict_types=1);

namespace App\Accounting;

use App\Records\Bulk;
use App\Records\Ids;
use App\Records\JournalEntry;
use App\Records\RecordReader;
use App\Support\Lists;
use Illuminate\Database\Connection;
use Illuminate\Database\Query\Builder;
use PineSieve\Core\Gifts\Amounts;
use PineSieve\Core\Gifts\GiftKind;
use PineSieve\Core\Ledger\Accounts;
use PineSieve\Core\Ledger\Booking;
use PineSieve\Core\Ledger\LedgerLine;

/**
 * The journal for accounting: gifts of some days that were not taken yet, and those taken before that changed or went since. Some thousand
 * gifts a transaction, under the lock of all writers, each by what is missing of it: cut off, it goes on.
 *
 * @phpstan-type LedgerSum array{
 *     booked_on: string, batch: ?string, account: string, fund: string, currency: string, debit: string, credit: string, gifts: int,
 * }
 * @phpstan-type BatchTaken array{
 *     batch: int, name: string, gifts: int, of: int, taken: string, amount: string, currency: string, agrees: bool,
 * }
 */
final readonly class Ledger
{
    private const SETTING = 'accounts';

    private const CHUNK = 2000;

    private const COLUMNS = [
        'gift_id',
        'taking_id',
        'place',
        'booked_on',
        'batch_id',
        'currency',
        'is_money',
        'account',
        'fund',
        'amount',
        'is_change',
    ];

    public function __construct(private Connection $db, private RecordReader $reader, private Ids $ids, private Bulk $bulk) {}

    public function accounts(): Accounts
    {
        $kept = json_decode((string) $this->db->table('settings')->where('name', self::SETTING)->value('value'), true);

        return is_array($kept)
            ? Accounts::of((string) $kept['debit'], (string) $kept['credit'], (array) $kept['debits'], (array) $kept['credits'])
            : Accounts::usual();
    }

    public function keep(Accounts $accounts): void
    {
        $this->db
            ->table('settings')
            ->updateOrInsert(
                ['name' => self::SETTING],
                ['value' => json_encode($accounts->toArray(), JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR)],
            );
    }

    /** @return list<string> funds that gifts are for */
    public function funds(): array
    {
        return Lists::texts(
            $this->db
                ->table('gift_sums')
                ->where('fund', '<>', '')
                ->select('fund')
                ->union($this->db->table('gift_splits')->where('fund', '<>', '')->select('fund'))
                ->orderBy('fund')
                ->pluck('fund'),
        );
    }

    /** @return array{gifts: int, amounts: Amounts, changed: int} what there is to take */
    public function open(string $from, string $until): array
    {
        $amounts = Amounts::none();
        $gifts = 0;
        $rows = $this->fresh($from, $until)->groupBy('currency')->selectRaw('currency, count(*) as n, sum(amount) as amount')->get();
        foreach ($rows as $row) {
            $gifts += (int) $row->n;
            $amounts = $amounts->plus(Amounts::of($row->currency, $row->amount));
        }

        return ['gifts' => $gifts, 'amounts' => $amounts, 'changed' => $this->changed($this->lastMark())->count()];
    }

    public function begin(string $from, string $until, ?int $userId): Taking
    {
        return $this->db->transaction(function () use ($from, $until, $userId): Taking {
            $this->ids->queueUp();
            if (Taking::query()->where('state', 'working')->exists()) {
                throw new CannotTake('Another journal is being taken at this moment.');
            }
            ['gifts' => $gifts, 'changed' => $changed] = $this->open($from, $until);
            if ($gifts === 0 && $changed === 0) {
                throw new CannotTake('There is nothing to take: all gifts of these days were taken before.');
            }

            return Taking::query()
                ->create([
                    'user_id' => $userId,
                    'from_on' => $from,
                    'until_on' => $until,
                    'state' => 'working',
                    'mark' => (int) JournalEntry::query()->max('id'),
                ])
                ->refresh();
        });
    }

    /** @return bool whether there is more to do */
    public function step(Taking $taking): bool
    {
        return $this->db->transaction(function () use ($taking): bool {
            $this->ids->queueUp();
            $found = $taking->is_at_changed ? $this->changed($this->lastMark($taking)) : $this->fresh($taking->from_on, $taking->until_on);
            $column = $taking->is_at_changed ? 'l.gift_id' : 'gifts.id';
            $ids = Lists::ints($found->where($column, '>', $taking->position)->orderBy($column)->limit(self::CHUNK)->pluck($column));
            $this->book($taking, $ids);
            $isOver = count($ids) < self::CHUNK;
            $taking
                ->fill(
                    match (true) {
                        !$isOver => ['position' => end($ids)],
                        !$taking->is_at_changed => ['position' => 0, 'is_at_changed' => true],
                        default => ['state' => 'done'],
                    },
                )
                ->save();

            return $taking->state === 'working';
        });
    }

    /** Gives what was taken last free again. */
    public function putBack(Taking $taking): void
    {
        $this->db->transaction(function () use ($taking): void {
            $this->ids->queueUp();
            if (!$taking->isLast()) {
                throw new CannotTake('Another journal was taken since. Put that one back first.');
            }
            $taking->lines()->delete();
            $taking->delete();
        });
    }

    /** @return list<LedgerSum> in the order of their days */
    public function sums(Taking $taking): array
    {
        $rows = $taking
            ->lines()
            ->leftJoin('batches as b', 'b.id', '=', 'ledger_lines.batch_id')
            ->groupBy('booked_on', 'b.id', 'b.name', 'is_money', 'account', 'fund', 'ledger_lines.currency')
            ->orderBy('booked_on')
            ->orderByRaw('b.id, ledger_lines.currency, is_money desc, account, fund')
            ->selectRaw(
                'booked_on, b.name as batch, is_money, account, fund, ledger_lines.currency, sum(amount) as amount,
                    count(distinct gift_id) as gifts',
            )
            ->get();

        return Lists::of(
            $rows->map(static function (\stdClass $row): array {
                $line = new LedgerLine((bool) $row->is_money, $row->account, $row->fund, $row->currency, (string) $row->amount);

                return [
                    'booked_on' => (string) $row->booked_on,
                    'batch' => $row->batch,
                    'account' => $row->account,
                    'fund' => $row->fund,
                    'currency' => $row->currency,
                    'debit' => $line->debit(),
                    'credit' => $line->credit(),
                    'gifts' => (int) $row->gifts,
                ];
            }),
        );
    }

    /** @return list<BatchTaken> batches that it has gifts of, with what was taken of each in all, and what is in it */
    public function batches(Taking $taking): array
    {
        $rows = $this->db->select(
            "select b.id, b.name, b.currency,
                (select count(*) from gifts g where g.batch_id = b.id and not g.kind <=> ?) as of_all,
                (select coalesce(sum(g.amount), 0) from gifts g where g.batch_id = b.id and not g.kind <=> ?) as amount,
                (select count(distinct l.gift_id) from ledger_lines l join gifts g on g.id = l.gift_id where g.batch_id = b.id) as gifts,
                (select coalesce(sum(l.amount), 0) from ledger_lines l join gifts g on g.id = l.gift_id
                    where g.batch_id = b.id and l.is_money) as taken
            from batches b where b.id in (select batch_id from ledger_lines where taking_id = ?) order by b.id",
            [GiftKind::Pledge->value, GiftKind::Pledge->value, $taking->id],
        );

        return array_map(
            static fn(\stdClass $row): array => [
                'batch' => (int) $row->id,
                'name' => $row->name,
                'gifts' => (int) $row->gifts,
                'of' => (int) $row->of_all,
                'taken' => (string) $row->taken,
                'amount' => (string) $row->amount,
                'currency' => $row->currency,
                'agrees' => (int) $row->gifts === (int) $row->of_all && (string) $row->taken === (string) $row->amount,
            ],
            array_values($rows),
        );
    }

    /** Gifts of some days that were never taken. */
    private function fresh(string $from, string $until): Builder
    {
        return $this->db
            ->table('gifts')
            ->whereBetween('given_on', [$from, $until])
            ->where('amount', '<>', 0)
            ->whereRaw('not kind <=> ?', [GiftKind::Pledge->value])
            ->whereNotExists(static fn(Builder $taken) => $taken->from('ledger_lines')->whereColumn('gift_id', 'gifts.id'));
    }

    /** Gifts that were taken before, and written since. */
    private function changed(int $mark): Builder
    {
        return $this->db->table(
            $this->db
                ->table('ledger_lines')
                ->whereIn(
                    'gift_id',
                    $this->db->table('journal_things')->where('kind', 'gift')->where('entry_id', '>', $mark)->select('thing_id'),
                )
                ->distinct()
                ->select('gift_id'),
            'l',
        );
    }

    /** The last entry of the journal that the taking before knew of. */
    private function lastMark(?Taking $before = null): int
    {
        return (int) Taking::query()
            // One that failed did not get through those that changed.
            ->where('state', 'done')
            ->when($before !== null, static fn($query) => $query->where('id', '<', $before?->id))
            ->max('mark');
    }

    /** @param  list<int>  $ids */
    private function book(Taking $taking, array $ids): void
    {
        $accounts = $this->accounts();
        $gifts = $this->reader->giftsOf($ids);
        $batches = $ids === [] ? [] : $this->db->table('gifts')->whereIntegerInRaw('id', $ids)->pluck('batch_id', 'id')->all();
        $booked = [];
        foreach ($ids === [] ? [] : $this->db->table('ledger_lines')->whereIntegerInRaw('gift_id', $ids)->get() as $line) {
            $booked[(int) $line->gift_id][] = $line;
        }
        $rows = [];
        foreach ($ids as $id) {
            $before = array_map(
                static fn(\stdClass $line): LedgerLine => new LedgerLine(
                    (bool) $line->is_money,
                    $line->account,
                    $line->fund,
                    $line->currency,
                    (string) $line->amount,
                ),
                $booked[$id] ?? [],
            );
            $gift = $gifts[$id] ?? null;
            foreach (Booking::missing($before, $gift === null ? [] : $accounts->book($gift)) as $place => $line) {
                $rows[] = [
                    $id,
                    $taking->id,
                    $place,
                    // What was booked on a day stays: a change is booked on the day on which it is taken.
                    $before === [] && $gift !== null ? $gift->date : now()->toDateString(),
                    $batches[$id] ?? ($booked[$id][0]->batch_id ?? null),
                    $line->currency,
                    $line->isMoney ? 1 : 0,
                    $line->account,
                    $line->fund,
                    $line->amount,
                    $before === [] ? 0 : 1,
                ];
            }
        }
        $this->bulk->insert('ledger_lines', self::COLUMNS, $rows);
    }
}
