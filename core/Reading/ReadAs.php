<?php

declare(strict_types=1);

namespace PineSieve\Core\Reading;

use PineSieve\Core\Reading\Text\Dialect;

/** What a person chose about how a file is read; the defaults are what was found. */
final readonly class ReadAs
{
    /**
     * @param  list<string>  $sheets  read as one, in this order; empty for the first sheet. A file without sheets ignores it
     * @param  ?Dialect  $dialect  null for what was detected; only for delimited text
     * @param  bool  $fillMerged  whether every cell of a merged range gets the value of its first
     */
    public function __construct(public array $sheets = [], public ?Dialect $dialect = null, public bool $fillMerged = false) {}
}
