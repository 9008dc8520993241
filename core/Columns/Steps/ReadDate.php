<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns\Steps;

use PineSieve\Core\Reading\Workbooks\CellNumber;
use PineSieve\Core\Standards\Formats\DateOrder;
use PineSieve\Core\Standards\Formats\WrittenDate;

/** Reads dates in one order of their numbers; and, if asked, the serial numbers of a spreadsheet, and years alone. */
final readonly class ReadDate extends EachValue
{
    public const NAME = 'date';

    /** The latest year that two digits can mean, by default: 29 is 2029, 30 is 1930. */
    public const PIVOT = 29;

    /**
     * @param  ?DateOrder  $order  null if it need not be said: no date of the column can be read in two ways
     * @param  int  $pivot  two-digit years up to it are 2000 and later, those above it 1900 and later
     * @param  bool  $serial  whether a plain number is the serial number of a day, counted from 1900
     */
    public function __construct(public ?DateOrder $order = null, private int $pivot = self::PIVOT, private bool $serial = false) {}

    public static function of(StepSettings $settings): self
    {
        $order = $settings->one('order', ['', ...array_column(DateOrder::cases(), 'value')], '');

        return new self(
            $order === '' ? null : DateOrder::from($order),
            $settings->number('pivot', self::PIVOT, 0, 99),
            $settings->flag('serial'),
        );
    }

    public static function form(): StepForm
    {
        return new StepForm(
            'Read dates',
            StepForm::NUMBERS,
            ['order' => 'mdy', 'pivot' => self::PIVOT, 'serial' => false],
            [
                StepInput::choice('order', 'Order', [
                    '' => 'as they prove it',
                    'mdy' => 'month first',
                    'dmy' => 'day first',
                    'ymd' => 'year first',
                ]),
                StepInput::number('pivot', 'Two digits up to this are 20..', 0, 99),
                StepInput::flag('serial', 'numbers are days since 1900'),
            ],
        );
    }

    public function withOrder(?DateOrder $order): self
    {
        return new self($order, $this->pivot, $this->serial);
    }

    public function readsSerials(): bool
    {
        return $this->serial;
    }

    public function withSerials(bool $serial): self
    {
        return new self($this->order, $this->pivot, $serial);
    }

    public function label(): string
    {
        return implode(
            ', ',
            array_filter(
                [
                    $this->order === null ? 'Dates' : "Dates, {$this->order->label()}",
                    sprintf('%02d is %d', $this->pivot, 2000 + $this->pivot),
                    $this->serial ? 'numbers are days since 1900' : '',
                ],
                static fn(string $part): bool => $part !== '',
            ),
        );
    }

    public function settings(): array
    {
        return ['order' => $this->order->value ?? '', 'pivot' => $this->pivot, 'serial' => $this->serial];
    }

    protected function work(string $value, Row $row): string
    {
        if ($this->serial && preg_match('/^\d{3,5}(?:\.\d+)?$/D', $value) === 1 && (float) $value >= 367) {
            return substr(CellNumber::date((float) $value), 0, 10);
        }
        $date = WrittenDate::parse($value, 2000 + $this->pivot);
        if ($this->order === DateOrder::YearMonthDay && $date->yearFirst !== '') {
            return $date->yearFirst;
        }
        if ($this->order === null || $date->meanings === []) {
            return $date->isAmbiguous() || $date->meanings === [] ? $value : array_values($date->meanings)[0];
        }
        $meaning = $date->meanings[$this->order->value] ?? null;
        // A column that is day first and holds 12/25/2016 is mixed: this one value can mean only one day, but says that the order is not certain.
        if ($meaning === null && preg_match('/^\d{1,2}\D\d{1,2}\D\d{2,4}/', $value) === 1) {
            throw new StepFault(
                "\"{$value}\" can't be {$this->order->label()}, as the column is",
                'Write it as year-month-day, such as 2016-03-04',
            );
        }

        return $meaning ?? array_values($date->meanings)[0];
    }
}
