<?php

declare(strict_types=1);

namespace PineSieve\Core\Bulk;

use PineSieve\Core\Gifts\Gift;
use PineSieve\Core\Records\RecordPart;

/** What hangs on a supporter beside its record: what a deletion has to look at. */
final readonly class Hanging
{
    /**
     * @param  array<int, Gift>  $gifts  by number
     * @param  int  $waiting  gifts in batches that are not posted
     * @param  int  $credited  gifts of others that are credited to it or honor it
     * @param  list<array{int, RecordPart}>  $links  links that others have to it, each with whose it is
     */
    public function __construct(public array $gifts = [], public int $waiting = 0, public int $credited = 0, public array $links = []) {}
}
