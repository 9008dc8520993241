<?php

declare(strict_types=1);

namespace App\Supporters;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use PineSieve\Core\Searches\Searched;

/**
 * What someone searched for and filtered a list by, kept under a name.
 *
 * @property int $id
 * @property string $list  "supporters", "gifts", "promises" or "addresses"
 * @property string $name
 * @property array<string, string> $query
 */
final class SavedSearch extends Model
{
    protected $guarded = [];

    /** @return Builder<self> those that find supporters */
    public static function ofSupporters(): Builder
    {
        return self::query()->where('list', Searched::Supporters->many());
    }

    protected function casts(): array
    {
        return ['query' => 'array'];
    }
}
