<?php

declare(strict_types=1);

namespace App\Records;

use Illuminate\Database\Eloquent\Model;

/**
 * @property int $id
 * @property int $supporter_id
 * @property string $amount decimal with two places
 * @property string $currency ISO 4217
 * @property ?int $corrects_id the gift that it takes back or corrects
 */
final class Gift extends Model
{
    public $timestamps = false;
}
