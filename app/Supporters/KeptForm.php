<?php

declare(strict_types=1);

namespace App\Supporters;

use PineSieve\Core\Forms\PlacedProblem;

/** A form that was kept. */
final readonly class KeptForm
{
    /**
     * @param  list<PlacedProblem>  $warnings
     * @param  array<string, array{base: string, theirs: string}>  $theirs  what others changed while the form was open
     */
    public function __construct(public int $supporter, public array $warnings, public array $theirs) {}
}
