<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Carbon;

/**
 * Something that one person did to many records at once.
 *
 * @property int $id
 * @property string $what
 * @property ?int $user_id
 * @property int $records that it changed
 * @property ?Carbon $undone_at
 * @property ?int $undone_by
 */
final class Act extends Model
{
    public $timestamps = false;

    protected $guarded = [];

    protected $dateFormat = 'Y-m-d H:i:s.v';

    protected function casts(): array
    {
        return ['undone_at' => 'datetime', 'at' => 'datetime'];
    }
}
