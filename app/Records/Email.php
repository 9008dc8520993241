<?php

declare(strict_types=1);

namespace App\Records;

use Illuminate\Database\Eloquent\Model;

/** @property int $id */
final class Email extends Model
{
    public $timestamps = false;

    protected $guarded = [];
}
