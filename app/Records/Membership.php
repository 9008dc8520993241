<?php

declare(strict_types=1);

namespace App\Records;

use Illuminate\Database\Eloquent\Model;

/** Being in a group, or having a tag. Read here; written by App\Records\RecordWriter alone. */
final class Membership extends Model
{
    public $timestamps = false;

    protected $table = 'memberships';
}
