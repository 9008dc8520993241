<?php

declare(strict_types=1);

namespace PineSieve\Core\Connections;

/** What a transaction was when it was fetched last. */
final readonly class Seen
{
    /**
     * @param  string  $print  of all that it said: see Transaction::print()
     * @param  bool  $counted  whether it was brought in as a gift
     * @param  string  $amount  of the gift and all its corrections, before what went back; '' if it could not be told
     * @param  string  $back  how much of it had gone back
     * @param  int  $further  rows that corrected it or took it back so far
     */
    public function __construct(
        public string $print,
        public bool $counted,
        public string $amount,
        public string $currency,
        public string $back,
        public int $further,
    ) {}
}
