<?php

declare(strict_types=1);

namespace App\Matching;

use Illuminate\Database\Eloquent\Model;

/**
 * A set of match rules kept under a name. RulesInUse says by which records are compared.
 *
 * @property int $id
 * @property string $name
 * @property string $kind
 * @property array<string, mixed> $rules
 */
final class MatchRuleSet extends Model
{
    protected $guarded = [];

    protected function casts(): array
    {
        return ['rules' => 'array'];
    }
}
