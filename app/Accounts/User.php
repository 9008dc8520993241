<?php

declare(strict_types=1);

namespace App\Accounts;

use Illuminate\Database\Eloquent\Casts\Attribute;
use Illuminate\Foundation\Auth\User as Authenticatable;
use Illuminate\Support\Carbon;
use Laravel\Sanctum\HasApiTokens;
use Laravel\Sanctum\PersonalAccessToken;

/**
 * @property int $id
 * @property string $name
 * @property string $email
 * @property string $password
 * @property Role $role
 * @property ?bool $may_load null where the role decides
 * @property ?bool $may_edit null where the role decides
 * @property ?bool $may_post null where the role decides
 * @property ?list<string> $review_fields  by which duplicates are reviewed, in their order; null for all
 * @property ?Carbon $disabled_at
 * @property ?Carbon $password_changed_at
 * @property bool $must_change  the password was given by someone else and has to be replaced
 */
final class User extends Authenticatable
{
    /** @use HasApiTokens<PersonalAccessToken> */
    use HasApiTokens;

    protected $fillable = ['name', 'email', 'password', 'role'];

    protected $attributes = ['must_change' => false];

    protected $hidden = ['password', 'remember_token'];

    protected function casts(): array
    {
        return [
            'password' => 'hashed',
            'role' => Role::class,
            'may_load' => 'boolean',
            'may_edit' => 'boolean',
            'may_post' => 'boolean',
            'disabled_at' => 'datetime',
            'review_fields' => 'array',
            'password_changed_at' => 'datetime',
            'must_change' => 'boolean',
        ];
    }

    /** Emails are compared exactly but for A to Z and a to z. */
    public static function emailKey(string $email): string
    {
        return strtolower(trim($email));
    }

    /** @return Attribute<string, string> */
    protected function email(): Attribute
    {
        return Attribute::make(set: self::emailKey(...));
    }

    /** @return ?string why the person can't take this password; null if it can be taken */
    public function faultOf(string $password): ?string
    {
        return Passwords::fault($password, [$this->name, explode('@', $this->email)[0], (string) config('sieve.organization')]);
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

    /** Whether batches may be posted: what was typed becomes gifts that are given. */
    public function mayPost(): bool
    {
        return $this->may_post ?? $this->role->mayPost();
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
