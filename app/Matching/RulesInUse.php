<?php

declare(strict_types=1);

namespace App\Matching;

use Illuminate\Database\Eloquent\Model;

/**
 * The match rules by which records of a kind are compared, and those that are about to take their place.
 *
 * @property string $kind
 * @property ?int $set_id
 * @property ?array<string, mixed> $rules
 * @property string $recipe
 * @property ?int $coming_id
 * @property ?array<string, mixed> $coming
 */
final class RulesInUse extends Model
{
    public $timestamps = false;

    public $incrementing = false;

    protected $table = 'rules_in_use';

    protected $primaryKey = 'kind';

    protected $keyType = 'string';

    protected $guarded = [];

    protected function casts(): array
    {
        return ['rules' => 'array', 'coming' => 'array'];
    }
}
