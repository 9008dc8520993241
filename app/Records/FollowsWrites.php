<?php

declare(strict_types=1);

namespace App\Records;

/** Keeps something true that rests on records. Named in a service provider; called in the transaction that writes them, after each writing. */
interface FollowsWrites
{
    public function follow(Written $written): void;
}
