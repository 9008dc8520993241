<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\User;

/** Fields of one's own are made by those who may bring records in. */
final class CustomFieldPolicy
{
    public function create(User $user): bool
    {
        return $user->role->mayLoad();
    }
}
