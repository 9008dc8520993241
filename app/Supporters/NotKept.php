<?php

declare(strict_types=1);

namespace App\Supporters;

use PineSieve\Core\Forms\FormMerge;
use PineSieve\Core\Forms\PlacedProblem;
use PineSieve\Core\SieveException;

/** A form that was not kept; nothing of it is written, and nothing that was typed is lost. */
final class NotKept extends SieveException
{
    /** @param  list<PlacedProblem>  $problems */
    private function __construct(string $message, public readonly array $problems = [], public readonly ?FormMerge $merging = null)
    {
        parent::__construct($message);
    }

    /** @param  list<PlacedProblem>  $problems */
    public static function faulty(array $problems): self
    {
        $count = count(array_filter($problems, static fn(PlacedProblem $placed): bool => $placed->problem->blocks));

        return new self(
            $count === 1
                ? 'One thing must be put right before this can be saved.'
                : "{$count} things must be put right before this can be saved.",
            $problems,
        );
    }

    public static function conflicting(FormMerge $merging): self
    {
        return new self(
            'Someone else changed the same while you were writing. Nothing of yours is lost: choose for each value.',
            merging: $merging,
        );
    }

    public static function becauseOf(string $reason): self
    {
        return new self($reason);
    }

    public static function gone(): self
    {
        return new self('This supporter is no longer there.');
    }
}
