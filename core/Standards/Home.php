<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards;

use PineSieve\Core\Gifts\Currency;
use PineSieve\Core\Standards\Formats\DateOrder;

/** What an organization means where nothing else is said: its currency, its country, the order in which it writes dates. */
final readonly class Home
{
    /**
     * @param  string  $currency  ISO 4217
     * @param  string  $country  ISO 3166-1 alpha-2: where addresses and telephone numbers without one belong
     * @param  DateOrder  $dates  of dates that are written by hand; in a file it is asked for where it is not certain
     */
    public function __construct(
        public string $currency = Currency::DEFAULT,
        public string $country = 'US',
        public DateOrder $dates = DateOrder::MonthDayYear,
    ) {}
}
