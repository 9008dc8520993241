<?php

declare(strict_types=1);

namespace App\Records;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * A person, a household or an organization. Read here; written by App\Records\RecordWriter alone.
 *
 * @property int $id
 * @property string $kind
 * @property string $display_name
 * @property string $sort_name
 */
final class Supporter extends Model
{
    public $timestamps = false;

    /** @return HasMany<Address, $this> */
    public function addresses(): HasMany
    {
        return $this->hasMany(Address::class)->orderByDesc('is_primary')->orderBy('id');
    }

    /** @return HasMany<Email, $this> */
    public function emails(): HasMany
    {
        return $this->hasMany(Email::class)->orderByDesc('is_primary')->orderBy('id');
    }

    /** @return HasMany<Phone, $this> */
    public function phones(): HasMany
    {
        return $this->hasMany(Phone::class)->orderByDesc('is_primary')->orderBy('id');
    }

    /** @return HasMany<Identifier, $this> */
    public function identifiers(): HasMany
    {
        return $this->hasMany(Identifier::class);
    }

    /** @return HasMany<Gift, $this> */
    public function gifts(): HasMany
    {
        return $this->hasMany(Gift::class);
    }

    /** @return HasMany<Membership, $this> */
    public function memberships(): HasMany
    {
        return $this->hasMany(Membership::class)->orderBy('name');
    }

    /** @return HasMany<CustomValue, $this> */
    public function customValues(): HasMany
    {
        return $this->hasMany(CustomValue::class)->orderBy('field');
    }
}
