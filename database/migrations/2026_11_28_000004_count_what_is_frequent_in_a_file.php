<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** What is frequent among the rows of an intake, and how many of them are known: counted once, before its rows are worked out. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('intake_counts', static function (Blueprint $table): void {
            $table->unsignedBigInteger('intake_id')->primary();
            $table->string('stamp', 190);
            $table->double('known');
        });
        DB::statement('alter table intake_counts add counts mediumblob not null');
    }
};
