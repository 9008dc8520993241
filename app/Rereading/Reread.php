<?php

declare(strict_types=1);

namespace App\Rereading;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;

/**
 * One reading of all source rows that are in, by today's rules.
 *
 * @property int $id
 * @property string $state waiting, reading, done, failed
 * @property int $done rows that were read
 * @property int $total
 * @property ?string $error
 * @property ?Carbon $ended_at
 */
final class Reread extends Model
{
    public const UPDATED_AT = null;

    protected $guarded = [];

    protected $dateFormat = 'Y-m-d H:i:s.v';

    protected function casts(): array
    {
        return ['created_at' => 'immutable_datetime', 'ended_at' => 'immutable_datetime'];
    }

    public static function latestOne(): ?self
    {
        return self::query()->latest('id')->first();
    }

    public static function underWay(): ?self
    {
        return self::query()
            ->whereIn('state', ['waiting', 'reading'])
            ->first();
    }
}
