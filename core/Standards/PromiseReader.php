<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

use PineSieve\Core\Gifts\Currency;
use PineSieve\Core\Gifts\GiftMoney;
use PineSieve\Core\Gifts\Split;
use PineSieve\Core\Gifts\WrittenMoney;
use PineSieve\Core\Promises\Course;
use PineSieve\Core\Promises\Promise;
use PineSieve\Core\Promises\PromiseKind;
use PineSieve\Core\Promises\Schedule;
use PineSieve\Core\Promises\UnusablePromise;
use PineSieve\Core\Standards\Formats\DateFormat;

/** Puts together what is written of one promise, in a row or in a form: its money, its schedule, and how it went on. */
final readonly class PromiseReader
{
    /** @param  string  $remedy  of a doubt about the currency, without a full stop */
    public function __construct(private Standards $standards, private string $remedy) {}

    /**
     * @param  array<string, string>  $values  field to value, as the formats of the fields give them
     * @return array{Promise, list<Problem>} the promise as far as it is understood, and what is wrong with it
     */
    public function read(array $values): array
    {
        $amount = $values['promise.amount'] ?? '';
        $money = GiftMoney::of($amount, $values['promise.currency'] ?? '', $this->standards->formats->home->currency);
        $problems =
            $money->doubt === '' ? [] : [new Problem('amount.currency', 'promise.amount', null, $amount, $money->doubt, $this->remedy)];
        $columns = [];
        foreach (FieldPlace::columns('promise') as $field => $column) {
            $columns[$column] = $values[$field] ?? '';
        }
        try {
            $columns['course'] = $this->course($columns['course'], $money);
        } catch (UnusablePromise $error) {
            $remedy = 'Write a line for each change, such as "2026-05-01 | 30.00" or "2026-07-01 | paused"';
            $problems[] = new Problem('promise.course', 'promise.course', null, $columns['course'], $error->getMessage(), $remedy);
            $columns['course'] = '';
        }
        // A sheet of monthly givers says when each began, and no more.
        if ($columns['promised_on'] === '' && $columns['starts_on'] !== '' && $columns['starts_on'] <= $this->standards->formats->today) {
            $columns['promised_on'] = $columns['starts_on'];
        }
        $promise = Promise::stored([
            ...$columns,
            'kind' => $columns['kind'] === '' ? self::kind($columns) : $columns['kind'],
            'amount' => $money->amount,
            'currency' => $money->currency,
        ]);

        return [$promise, [...$problems, ...self::faults($promise)]];
    }

    /**
     * Where nobody says which it is: what comes again without an end is a recurring gift.
     *
     * @param  array<string, string>  $columns
     */
    private static function kind(array $columns): string
    {
        $comesAgain = !in_array($columns['frequency'], ['', 'once'], true) || $columns['course'] !== '';
        $ends = $columns['installments'] !== '' || $columns['ends_on'] !== '';

        return ($comesAgain && !$ends ? PromiseKind::Recurring : PromiseKind::Pledge)->value;
    }

    /** @return list<Problem> */
    private static function faults(Promise $promise): array
    {
        $problem = static fn(string $field, string $value, string $reason, string $remedy): Problem => new Problem(
            'promise.schedule',
            "promise.{$field}",
            null,
            $value,
            $reason,
            $remedy,
        );
        $start = $promise->start === '' ? $promise->date : $promise->start;
        $count = $promise->installments;

        return array_values(
            array_filter([
                $count !== '' && (preg_match('/^[1-9]\d{0,3}$/D', $count) !== 1 || (int) $count > Schedule::MOST)
                    ? $problem(
                        'installments',
                        $count,
                        "\"{$count}\" is no number of installments",
                        'Write how many there are, from 1 to 2000',
                    )
                    : null,
                $promise->end !== '' && $promise->end < $start
                    ? $problem(
                        'end',
                        $promise->end,
                        "It ends on {$promise->end}, before it starts on {$start}",
                        'Correct one of the two days',
                    )
                    : null,
                $promise->isPledge() && $promise->course !== ''
                    ? $problem('course', '', 'A pledge has one amount, and does not rest', 'Empty it, or say that it is a recurring gift')
                    : null,
                !$promise->isPledge() && $promise->writtenOff !== ''
                    ? $problem('written_off', $promise->writtenOff, 'A recurring gift has no rest to be written off', 'Say when it ends')
                    : null,
            ]),
        );
    }

    /** @return string as Course writes it */
    private function course(string $written, GiftMoney $money): string
    {
        $changes = [];
        $dates = new DateFormat($this->standards->formats->today, $this->standards->formats->home->dates, true);
        $lines = array_map(trim(...), explode("\n", str_replace(';', "\n", $written)));
        foreach (array_filter($lines, static fn(string $line): bool => $line !== '') as $line) {
            [$day, $what] = [...array_map(trim(...), explode(Split::MARK, $line, 2)), ''];
            $understood = $dates->read($day);
            $written = WrittenMoney::parse($what);
            $isOther = $written !== null && $written->marks !== [] && Currency::of($written->marks, $money->currency) !== $money->currency;
            $state = match (mb_strtolower($what)) {
                Course::PAUSED, 'rests', 'on hold', 'hold' => Course::PAUSED,
                Course::RESUMED, 'resumed', 'active' => Course::RESUMED,
                default => null,
            };
            if ($understood->fault !== null || ($written === null && $state === null) || $isOther) {
                throw new UnusablePromise("\"{$line}\" does not say on which day what changes");
            }
            $changes[] = [$understood->value, $state ?? $written->amount];
        }

        return Course::of($changes)->written();
    }
}
