<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
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
 * @property ?array<string, mixed> $tried  a rule set
 * @property ?array<string, mixed> $found
 * @property Carbon $created_at
 * @property ?Carbon $ended_at
 */
final class DuplicateSearch extends Model
{
    public const UPDATED_AT = null;

    protected $guarded = [];

    protected function casts(): array
    {
        return ['too_common' => 'array', 'tried' => 'array', 'found' => 'array', 'created_at' => 'immutable_datetime', 'ended_at' => 'immutable_datetime'];
    }

    /** @return Builder<self> searches that count, the latest first */
    public static function real(): Builder
    {
        return self::query()->whereNull('tried')->orderByDesc('id');
    }

    public static function underWay(): ?self
    {
        return self::real()->whereIn('state', ['waiting', 'searching'])->first();
    }
}
