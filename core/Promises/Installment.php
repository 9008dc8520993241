<?php

declare(strict_types=1);

namespace PineSieve\Core\Promises;

/** What is to come in on one day. */
final readonly class Installment
{
    /**
     * @param  string  $date  ISO 8601
     * @param  string  $amount  as Amount writes it
     */
    public function __construct(public string $date, public string $amount) {}
}
