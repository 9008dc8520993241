<?php

declare(strict_types=1);

namespace App\Standards;

use Illuminate\Database\Eloquent\Model;
use PineSieve\Core\Standards\PickValue;

/**
 * A value of the pick list of a field.
 *
 * @property int $id
 * @property string $field
 * @property string $value
 * @property string $code
 * @property int $place
 * @property bool $is_retired
 * @property list<string> $spellings
 */
final class ListValue extends Model
{
    public $timestamps = false;

    protected $table = 'pick_values';

    protected $guarded = [];

    protected function casts(): array
    {
        return ['is_retired' => 'boolean', 'spellings' => 'array'];
    }

    public function pickValue(): PickValue
    {
        return new PickValue($this->value, $this->code, $this->spellings, $this->is_retired);
    }
}
