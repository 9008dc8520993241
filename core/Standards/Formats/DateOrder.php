<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

/** In which order the numbers of a written date stand. */
enum DateOrder: string
{
    case YearMonthDay = 'ymd';
    case MonthDayYear = 'mdy';
    case DayMonthYear = 'dmy';

    public function label(): string
    {
        return match ($this) {
            self::YearMonthDay => 'year, month, day',
            self::MonthDayYear => 'month first',
            self::DayMonthYear => 'day first',
        };
    }
}
