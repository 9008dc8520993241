<?php

declare(strict_types=1);

namespace App\Supporters;

use Illuminate\Database\Eloquent\Model;

/**
 * What someone searched for and filtered supporters by, kept under a name.
 *
 * @property int $id
 * @property string $name
 * @property array<string, string> $query
 */
final class SavedSearch extends Model
{
    protected $guarded = [];

    protected function casts(): array
    {
        return ['query' => 'array'];
    }
}
