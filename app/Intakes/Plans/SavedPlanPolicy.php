<?php

declare(strict_types=1);

namespace App\Intakes\Plans;

use App\Accounts\User;

final class SavedPlanPolicy
{
    public function viewAny(User $user): bool
    {
        return $user->mayLoad();
    }

    public function create(User $user): bool
    {
        return $user->mayLoad();
    }
}
