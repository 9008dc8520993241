<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * A set of match rules kept under a name; at most one of each kind of record is the one that is used.
 *
 * @property int $id
 * @property string $name
 * @property string $kind
 * @property array<string, mixed> $rules
 * @property bool $is_used
 */
final class MatchRuleSet extends Model
{
    protected $guarded = [];

    protected function casts(): array
    {
        return ['rules' => 'array', 'is_used' => 'boolean'];
    }
}
