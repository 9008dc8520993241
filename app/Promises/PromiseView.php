<?php

declare(strict_types=1);

namespace App\Promises;

use App\Records\RecordReader;
use App\Records\Supporter;
use App\Standards\FieldAccess;
use App\Support\Http\JsonMap;
use App\Supporters\History;
use App\Supporters\Origins;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Gifts\Amount;
use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Promises\Promise;
use PineSieve\Core\Promises\PromiseStatus;
use PineSieve\Core\Promises\Schedule;
use PineSieve\Core\Promises\Standing;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\FieldPlace;

/**
 * One promise: what was promised, what came in of it and what is to come, where it came from and what was done to it.
 *
 * @phpstan-import-type Origin from Origins
 * @phpstan-import-type HistoryEntry from History
 * @phpstan-type PromiseValue array{field: string, column: string, label: string, value: string}
 * @phpstan-type PromisePayment array{id: int, given_on: string, amount: string, corrects: bool}
 * @phpstan-type PromiseDue array{date: string, amount: string, state: 'came in'|'in part'|'did not come'|'to come'}
 * @phpstan-type PromiseMoney array{
 *     amount: string, paid: string, balance: ?string, overdue: string, installments: list<PromiseDue>, more: int,
 *     payments: list<PromisePayment>, next: ?string,
 * }
 * @phpstan-type PromisePageData array{
 *     id: int, supporter_id: int, supporter: string, kind: string, currency: string, status: value-of<PromiseStatus>, intake_id: ?int,
 *     money: ?PromiseMoney, fields: list<PromiseValue>, values: JsonMap<string>, origins: JsonMap<Origin>, history: list<HistoryEntry>,
 * }
 */
final readonly class PromiseView
{
    /** Installments that are shown: past ones of half a lifetime are not. */
    private const SHOWN = 60;

    /** Days that are looked ahead of a recurring gift without an end. */
    private const AHEAD = 366;

    public function __construct(
        private RecordReader $reader,
        private FieldCatalog $catalog,
        private Origins $origins,
        private History $history,
    ) {}

    /** @return PromisePageData */
    public function of(StoredPromise $stored, FieldAccess $sight): array
    {
        $promise = Promise::stored($stored->getAttributes());
        $payments = $this->reader->paying([$stored->id])[$stored->supporter_id] ?? [];
        $standing = Standing::of($promise, $payments);
        $columns = $promise->columns();
        $values = array_map(
            static fn(string $column): string => $columns[$column] ?? '',
            array_filter(FieldPlace::columns('promise'), $sight->sees(...), ARRAY_FILTER_USE_KEY),
        );
        $own = "promise:{$stored->id}:";

        return [
            'id' => $stored->id,
            'supporter_id' => $stored->supporter_id,
            'supporter' => (string) Supporter::query()->whereKey($stored->supporter_id)->value('display_name'),
            'kind' => $promise->kind,
            'currency' => $promise->currency,
            'status' => $standing->status(now()->format('Y-m-d'))->value,
            'intake_id' => $stored->intake_id,
            'money' => $sight->sees('promise.amount') && $sight->sees('gift.amount') ? self::money($promise, $standing, $payments) : null,
            'fields' => $this->fields($values),
            'values' => new JsonMap($values),
            'origins' => new JsonMap(
                array_filter(
                    $this->origins->of($stored->supporter_id),
                    static fn(string $place): bool => str_starts_with($place, $own) &&
                        $sight->seesColumn('promise', substr($place, strlen($own))),
                    ARRAY_FILTER_USE_KEY,
                ),
            ),
            'history' => $this->history->ofThing(Subject::Promise, $stored->id, $stored->supporter_id, $sight),
        ];
    }

    /**
     * @param  array<int, Gift>  $payments  by number
     * @return PromiseMoney
     */
    private static function money(Promise $promise, Standing $standing, array $payments): array
    {
        $today = now()->format('Y-m-d');
        uasort($payments, static fn(Gift $a, Gift $b): int => $b->date <=> $a->date);
        $due = self::installments($promise, $standing, $today);

        return [
            'amount' => $promise->amount,
            'paid' => $standing->paid,
            'balance' => $standing->balance === '' ? null : $standing->balance,
            'overdue' => $standing->overdue($today),
            'installments' => array_slice($due, -self::SHOWN),
            'more' => max(0, count($due) - self::SHOWN),
            'payments' => array_map(
                static fn(int $id, Gift $gift): array => [
                    'id' => $id,
                    'given_on' => $gift->date,
                    'amount' => $gift->amount,
                    'corrects' => $gift->corrects !== null,
                ],
                array_keys($payments),
                array_values($payments),
            ),
            'next' => $standing->next?->date,
        ];
    }

    /** @return list<PromiseDue> in the order of their days; of what has no end those of the next year */
    private static function installments(Promise $promise, Standing $standing, string $today): array
    {
        $all = Schedule::of($promise)->installments($promise->isPledge() ? null : Standing::daysFrom($today, self::AHEAD));
        $missed = array_column($standing->missed, 'date');
        $left = $standing->paid;
        $isOver = !in_array($standing->state, [PromiseStatus::Open, PromiseStatus::Paused], true);
        $shown = [];
        foreach ($all as $one) {
            $isPaid = $promise->isPledge()
                ? !Amount::isBelow($left, $one->amount)
                : ($standing->next === null || $one->date < $standing->next->date) && !in_array($one->date, $missed, true);
            $isBegun = $promise->isPledge() && !$isPaid && Amount::isBelow('0.00', $left);
            if (!$isPaid && !$isBegun && $isOver && $one->date > $today) {
                continue;
            }
            $shown[] = [
                'date' => $one->date,
                'amount' => $one->amount,
                'state' => match (true) {
                    $isPaid => 'came in',
                    $isBegun => 'in part',
                    $one->date < $today => 'did not come',
                    default => 'to come',
                },
            ];
            $left = $promise->isPledge() ? Amount::difference($left, $isPaid ? $one->amount : ($isBegun ? $left : '0.00')) : $left;
        }

        return $shown;
    }

    /**
     * @param  array<string, string>  $values  field to value
     * @return list<PromiseValue> those that have one, beside the money
     */
    private function fields(array $values): array
    {
        $fields = [];
        foreach (array_diff_key($values, ['promise.amount' => 1, 'promise.currency' => 1, 'promise.kind' => 1]) as $field => $value) {
            if ($value !== '') {
                $fields[] = [
                    'field' => $field,
                    'column' => FieldPlace::columns('promise')[$field],
                    'label' => $this->catalog->label($field),
                    'value' => $value,
                ];
            }
        }

        return $fields;
    }
}
