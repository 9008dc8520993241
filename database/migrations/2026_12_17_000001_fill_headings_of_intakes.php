<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Whether the headings between rows get a column of their own is said for each file. */
return new class extends Migration {
    public function up(): void
    {
        Schema::table('intakes', static function (Blueprint $table): void {
            $table->boolean('fill_headings')->default(false);
        });
    }
};
