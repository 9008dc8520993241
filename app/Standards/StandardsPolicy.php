<?php

declare(strict_types=1);

namespace App\Standards;

use App\Accounts\User;

/** The standards are set by those who run the database; a field of one's own may also be made by whoever brings records in. */
final class StandardsPolicy
{
    public function viewAny(User $user): bool
    {
        return true;
    }

    public function create(User $user): bool
    {
        return $user->mayLoad() || $user->maySetStandards();
    }

    public function update(User $user): bool
    {
        return $user->maySetStandards();
    }
}
