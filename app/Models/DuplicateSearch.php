<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;

/**
 * A search for duplicates through the whole database.
 *
 * @property int $id
 * @property string $state
 * @property int $done
 * @property int $total
 * @property int $certain
 * @property int $review
 * @property int $compared
 * @property ?list<array{rules: string, value: string, records: int}> $too_common
 * @property ?string $error
 * @property Carbon $created_at
 * @property ?Carbon $ended_at
 */
final class DuplicateSearch extends Model
{
    public const UPDATED_AT = null;

    protected $guarded = [];

    protected function casts(): array
    {
        return ['too_common' => 'array', 'created_at' => 'immutable_datetime', 'ended_at' => 'immutable_datetime'];
    }

    public static function underWay(): ?self
    {
        return self::query()->whereIn('state', ['waiting', 'searching'])->orderByDesc('id')->first();
    }
}
