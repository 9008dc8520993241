<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** Pairs of people who are two and may be a household, kept as pairs that may be one are. */
return new class extends Migration
{
    public function up(): void
    {
        DB::statement('create table shared_homes like duplicate_pairs');
    }
};
