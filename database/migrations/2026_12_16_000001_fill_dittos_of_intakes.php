<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Whether a ditto mark is read as the value of the row above is said for each file: rows may have been sorted since. */
return new class extends Migration {
    public function up(): void
    {
        Schema::table('intakes', static function (Blueprint $table): void {
            $table->boolean('fill_dittos')->default(false);
        });
    }
};
