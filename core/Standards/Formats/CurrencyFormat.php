<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

use PineSieve\Core\Gifts\Currency;
use PineSieve\Core\Gifts\WrittenMoney;

/** A currency by its code (ISO 4217), its sign or its word; also that of an amount: "€5" is in EUR. An amount without any says nothing. */
final readonly class CurrencyFormat implements Format
{
    /** @param  string  $home  the organization's currency */
    public function __construct(private string $home = Currency::DEFAULT) {}

    public function read(string $written): Understood
    {
        $marks = Currency::meanings($written) === [] ? WrittenMoney::parse($written)?->marks : [$written];
        if ($marks === []) {
            return Understood::as('', 'no currency is written');
        }
        if ($marks === null) {
            return Understood::not('currency.unknown', "\"{$written}\" is not a currency", 'Write its three letters, such as EUR');
        }
        $code = Currency::of($marks, $this->home);

        return $code === null
            ? Understood::not(
                'currency.several',
                "\"{$written}\" can be several currencies",
                'Write its three letters, such as ' . Currency::meanings($marks[0])[0],
            )
            : Understood::as($code, $code === $written ? '' : Currency::name($code));
    }
}
