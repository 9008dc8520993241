<?php

declare(strict_types=1);

namespace App\Gifts;

use Illuminate\Database\Eloquent\Model;

/**
 * What is known of a fund, a campaign or an appeal beside its name.
 *
 * @property int $id
 * @property Purpose $kind
 * @property string $name
 * @property ?string $starts_on  ISO 8601
 * @property ?string $ends_on  ISO 8601; the last day of it
 * @property ?string $goal  in the organization's currency, decimal with two places
 */
final class Fund extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    public function runsAlways(): bool
    {
        return $this->starts_on === null && $this->ends_on === null;
    }

    protected function casts(): array
    {
        return ['kind' => Purpose::class];
    }
}
