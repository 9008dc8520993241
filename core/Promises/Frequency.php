<?php

declare(strict_types=1);

namespace PineSieve\Core\Promises;

use DateTimeImmutable;
use PineSieve\Core\Text\Fold;

/** How often an amount is to come in. */
enum Frequency: string
{
    case Once = 'once';
    case Weekly = 'weekly';
    case EveryTwoWeeks = 'every two weeks';
    case Monthly = 'monthly';
    case EveryTwoMonths = 'every two months';
    case Quarterly = 'quarterly';
    case TwiceAYear = 'twice a year';
    case Yearly = 'yearly';

    /** The frequency that a word stands for; null if it is not known. */
    public static function parse(string $text): ?self
    {
        return match (Fold::words($text)) {
            'once', 'one time', 'onetime', 'one off', 'single', 'single payment', 'lump sum' => self::Once,
            'weekly', 'week', 'every week', 'w' => self::Weekly,
            'every two weeks', 'every 2 weeks', 'fortnightly', 'biweekly', 'bi weekly' => self::EveryTwoWeeks,
            'monthly', 'month', 'every month', 'm', 'mthly' => self::Monthly,
            // "Bimonthly" is twice a month as well.
            'every two months', 'every 2 months', 'every other month' => self::EveryTwoMonths,
            'quarterly', 'quarter', 'every quarter', 'every three months', 'every 3 months', 'q' => self::Quarterly,
            'twice a year',
            'half yearly',
            'halfyearly',
            'semi annual',
            'semiannual',
            'semi annually',
            'semiannually',
            'biannual',
            'every six months',
            'every 6 months'
                => self::TwiceAYear,
            'yearly', 'year', 'every year', 'annual', 'annually', 'y', 'a' => self::Yearly,
            default => null,
        };
    }

    /**
     * The day of an installment. All are counted from the first, so that one of the 31st comes on the last day of shorter months,
     * and on the 31st again after them.
     *
     * @param  string  $start  ISO 8601
     * @param  int<0, max>  $place  0 for the first
     * @return string ISO 8601
     */
    public function day(string $start, int $place): string
    {
        $months = $this->months();
        if ($months === 0) {
            $days = match ($this) {
                self::Weekly => 7,
                self::EveryTwoWeeks => 14,
                default => 0,
            };

            return (new DateTimeImmutable($start))->modify('+' . $days * $place . ' days')->format('Y-m-d');
        }
        [$year, $month, $day] = array_map(intval(...), explode('-', $start));
        $first = new DateTimeImmutable(sprintf('%04d-%02d-01', $year, $month));
        $of = $first->modify('+' . $months * $place . ' months');

        return $of->format('Y-m-') . sprintf('%02d', min($day, (int) $of->format('t')));
    }

    /** @return int about how many days lie between two installments; 0 if there is one alone */
    public function days(): int
    {
        return match ($this) {
            self::Once => 0,
            self::Weekly => 7,
            self::EveryTwoWeeks => 14,
            default => intdiv($this->months() * 365, 12),
        };
    }

    /** @return int months between two installments; 0 if they are not counted in months */
    private function months(): int
    {
        return match ($this) {
            self::Once, self::Weekly, self::EveryTwoWeeks => 0,
            self::Monthly => 1,
            self::EveryTwoMonths => 2,
            self::Quarterly => 3,
            self::TwiceAYear => 6,
            self::Yearly => 12,
        };
    }
}
