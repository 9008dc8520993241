<?php

declare(strict_types=1);

namespace App\Records;

use Illuminate\Database\Eloquent\Model;

/** The value of a custom field of a supporter. Read here; written by App\Records\RecordWriter alone. */
final class CustomValue extends Model
{
    public $timestamps = false;

    protected $table = 'custom_values';
}
