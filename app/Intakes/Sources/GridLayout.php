<?php

declare(strict_types=1);

namespace App\Intakes\Sources;

use Illuminate\Database\Eloquent\Model;

/**
 * Columns of the entry grid, kept under a name.
 *
 * @property int $id
 * @property string $name
 * @property list<string> $columns keys in the catalog
 */
final class GridLayout extends Model
{
    protected $guarded = [];

    protected function casts(): array
    {
        return ['columns' => 'array'];
    }
}
