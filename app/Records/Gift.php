<?php

declare(strict_types=1);

namespace App\Records;

use Illuminate\Database\Eloquent\Model;

/**
 * @property int $id
 * @property int $supporter_id
 * @property string $amount decimal with two places
 */
final class Gift extends Model
{
    public $timestamps = false;
}
