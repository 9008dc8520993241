<?php

declare(strict_types=1);

namespace App\Gifts;

use PineSieve\Core\Changes\Subject;

/** Which gift a form is about. */
final readonly class GiftAt
{
    /**
     * @param  ?int  $gift  null for a new one
     * @param  ?int  $batch  the batch that it waits in; null if it is given at once
     * @param  ?int  $corrects  of a new one, the gift that it takes back or corrects; null if it is a gift itself
     */
    public function __construct(public int $supporter, public ?int $gift = null, public ?int $batch = null, public ?int $corrects = null) {}

    public function subject(): Subject
    {
        return $this->batch === null ? Subject::Gift : Subject::Entry;
    }
}
