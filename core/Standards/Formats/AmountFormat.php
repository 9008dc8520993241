<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

use PineSieve\Core\Gifts\Amount;

/** Money with two decimals. */
final class AmountFormat implements Format
{
    public function read(string $written): Understood
    {
        $amount = Amount::parse($written);

        return $amount === null
            ? Understood::not('amount.form', "\"{$written}\" is not an amount", 'Write the number alone, such as 1250.00')
            : Understood::as($amount, $amount === $written ? '' : 'two decimals');
    }
}
