<?php

declare(strict_types=1);

namespace App\Promises;

use Illuminate\Database\Eloquent\Model;

/**
 * @property int $id
 * @property int $supporter_id
 * @property string $currency ISO 4217
 * @property ?int $intake_id
 */
final class StoredPromise extends Model
{
    public $timestamps = false;

    protected $table = 'promises';
}
