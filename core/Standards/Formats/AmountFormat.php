<?php

declare(strict_types=1);

namespace PineSieve\Core\Standards\Formats;

use PineSieve\Core\Gifts\Currency;
use PineSieve\Core\Gifts\WrittenMoney;

/** Money with two decimals. What another currency than the organization's is written with, is no amount of it: never is a euro read as a dollar. */
final readonly class AmountFormat implements Format
{
    /**
     * @param  string  $home  the organization's currency
     * @param  bool  $keepsCurrency  whether the value may be of another one; what is written with a currency then begins with its code: "EUR 5.00"
     */
    public function __construct(private string $home = Currency::DEFAULT, private bool $keepsCurrency = false) {}

    public function read(string $written): Understood
    {
        $money = WrittenMoney::parse($written);
        if ($money === null) {
            return Understood::not('amount.form', "\"{$written}\" is not an amount", 'Write the number alone, such as 1250.00');
        }
        if ($money->isPadded) {
            return Understood::not(
                'amount.zeros',
                "\"{$written}\" is filled up with zeros: its last digits may be cents",
                'Say in the steps of the column how many of its last digits are decimals',
            );
        }
        if ($money->isEither) {
            return Understood::not(
                'amount.thousands',
                "\"{$written}\" may be {$money->amount}, or a thousand times as much",
                'Say in a step of the column that reads amounts which mark stands before the decimals, or write two decimals',
            );
        }
        $currency = $money->marks === [] ? $this->home : Currency::of($money->marks, $this->home);
        if ($currency === null) {
            return Understood::not(
                'amount.currency',
                "\"{$written}\": nobody can tell which currency that is",
                'Write its three letters, such as EUR, beside the number',
            );
        }
        if ($currency !== $this->home && !$this->keepsCurrency) {
            return Understood::not(
                'amount.currency',
                "\"{$written}\" is in {$currency}, this field is in {$this->home}",
                "Write what it is in {$this->home}, or leave this value out",
            );
        }
        $value = $money->marks !== [] && $this->keepsCurrency ? "{$currency} {$money->amount}" : $money->amount;

        return Understood::as(
            $value,
            match (true) {
                $value === $written => '',
                $money->marks !== [] => Currency::name($currency),
                default => 'two decimals',
            },
        );
    }
}
