<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use PineSieve\Core\Standards\Field;
use PineSieve\Core\Standards\FieldType;

/**
 * A field that the organization made for itself.
 *
 * @property string $key "custom." and a word
 * @property string $label
 * @property string $group
 * @property FieldType $type
 * @property list<string> $options
 * @property bool $is_required
 */
final class CustomField extends Model
{
    protected $guarded = [];

    protected function casts(): array
    {
        return ['type' => FieldType::class, 'options' => 'array', 'is_required' => 'boolean'];
    }

    public function field(): Field
    {
        return new Field($this->key, $this->label, $this->group, $this->type, $this->options, $this->is_required);
    }
}
