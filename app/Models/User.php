<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Foundation\Auth\User as Authenticatable;
use Illuminate\Support\Carbon;

/**
 * @property int $id
 * @property string $name
 * @property string $email
 * @property string $password
 * @property Role $role
 * @property ?bool $may_load null where the role decides
 * @property ?bool $may_edit null where the role decides
 * @property ?list<string> $review_fields  by which duplicates are reviewed, in their order; null for all
 * @property ?Carbon $disabled_at
 * @property ?Carbon $password_changed_at
 */
final class User extends Authenticatable
{
    protected $fillable = ['name', 'email', 'password', 'role'];

    protected $hidden = ['password', 'remember_token'];

    protected function casts(): array
    {
        return ['password' => 'hashed', 'role' => Role::class, 'may_load' => 'boolean', 'may_edit' => 'boolean', 'disabled_at' => 'datetime', 'review_fields' => 'array', 'password_changed_at' => 'datetime'];
    }

    /** Whether records may be brought in, loaded and taken back. */
    public function mayLoad(): bool
    {
        return $this->may_load ?? $this->role->mayLoad();
    }

    /** Whether supporters and gifts may be added and changed by hand. */
    public function mayEdit(): bool
    {
        return $this->may_edit ?? $this->role->mayEdit();
    }

    public function maySetStandards(): bool
    {
        return $this->role === Role::Administrator || $this->role === Role::DataSteward;
    }

    /** Whether people, restore points and notices to other systems are in this person's hands. */
    public function mayAdminister(): bool
    {
        return $this->role === Role::Administrator;
    }
}
