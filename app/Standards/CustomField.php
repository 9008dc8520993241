<?php

declare(strict_types=1);

namespace App\Standards;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldType;

/**
 * A field that the organization made for itself.
 *
 * @property int $id
 * @property string $key "custom." and a word
 * @property string $label
 * @property string $group
 * @property FieldType $type
 * @property ?Carbon $retired_at
 */
final class CustomField extends Model
{
    protected $guarded = [];

    protected function casts(): array
    {
        return ['type' => FieldType::class, 'retired_at' => 'datetime'];
    }

    public function field(): Field
    {
        return new Field($this->key, $this->label, $this->group, $this->type, isRetired: $this->retired_at !== null);
    }
}
