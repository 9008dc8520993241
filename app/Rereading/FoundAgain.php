<?php

declare(strict_types=1);

namespace App\Rereading;

use PineSieve\Core\Rereading\Rereading;

/** What is read differently today, with where it is from and whose it is. */
final readonly class FoundAgain
{
    /** @param  array<string, string>  $written  field of the catalog to what the row says there */
    public function __construct(
        public Rereading $reading,
        public int $intake,
        public int $number,
        public int $supporter,
        public array $written,
    ) {}
}
