<?php

declare(strict_types=1);

namespace PineSieve\Core\Columns;

use PineSieve\Core\Records\LinkKind;

/** A link between two of the supporters that a row tells of. */
final readonly class PartyLink
{
    /**
     * @param  string  $from  role of the one whom the link belongs to
     * @param  string  $to  role of the other
     * @param  string  $as  what the one is there: "Treasurer"; '' if it is not said
     */
    public function __construct(public string $from, public string $to, public LinkKind $kind, public string $as = '') {}
}
