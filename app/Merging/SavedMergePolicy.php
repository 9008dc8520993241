<?php

declare(strict_types=1);

namespace App\Merging;

use Illuminate\Database\Eloquent\Model;

/**
 * A merge policy kept under a name.
 *
 * @property int $id
 * @property string $name
 * @property array<string, mixed> $policy
 */
final class SavedMergePolicy extends Model
{
    protected $table = 'merge_policies';

    protected $guarded = [];

    protected function casts(): array
    {
        return ['policy' => 'array'];
    }
}
