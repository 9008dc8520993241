<?php

declare(strict_types=1);

namespace App\Intakes;

use App\Accounts\User;
use App\Standards\FieldAccess;

/** Everyone may see what came in and from where; only those who may load may change an intake. */
final class IntakePolicy
{
    public function viewAny(User $user): bool
    {
        return true;
    }

    public function view(User $user, Intake $intake): bool
    {
        return true;
    }

    /** Its rows as they came: whoever brings records in, and whoever may see every field. */
    public function viewRows(User $user, ?Intake $intake = null): bool
    {
        return $user->mayLoad() ||
            ($intake !== null && $intake->isTyped() && $intake->user_id === $user->id) ||
            FieldAccess::ofUser()->seesAll();
    }

    public function create(User $user): bool
    {
        return $user->mayLoad();
    }

    /** A grid is entry by hand: whoever may edit may bring the own one in. */
    public function update(User $user, Intake $intake): bool
    {
        return $user->mayLoad() || ($intake->isTyped() && $user->mayEdit() && $intake->user_id === $user->id);
    }
}
