<?php

declare(strict_types=1);

namespace PineSieve\Core\Gifts;

/** The amount of a gift and its currency, from what is written with the amount and what is said of the currency beside it. */
final readonly class GiftMoney
{
    /**
     * @param  string  $amount  as Amount writes it; '' if there is none
     * @param  string  $currency  ISO 4217
     * @param  string  $doubt  why the currency is not certain, without a full stop; '' if it is
     */
    private function __construct(public string $amount, public string $currency, public string $doubt) {}

    /**
     * @param  string  $value  "5.00", or "EUR 5.00" where the amount is written with a currency
     * @param  string  $said  code of the currency that a column, a constant or a form says; '' if nothing does
     */
    public static function of(string $value, string $said, string $home): self
    {
        [$written, $amount] = str_contains($value, ' ') ? explode(' ', $value, 2) : ['', $value];

        return match (true) {
            $written === '' => new self($amount, $said === '' ? $home : $said, ''),
            $said === '' && $written !== $home => new self($amount, $written, "{$value} is not in {$home}, the currency of your gifts"),
            $said !== '' && $said !== $written => new self($amount, $written, "{$value} is in {$written}, and beside it stands {$said}"),
            default => new self($amount, $written, ''),
        };
    }
}
