<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Values that could not be read, as they were written: a part of the record like any other. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('unread_values', function (Blueprint $table): void {
            $table->unsignedBigInteger('id')->primary();
            $table->unsignedBigInteger('supporter_id')->index();
            $table->string('field', 60);
            $table->text('value');
        });
        DB::table('sequences')->insert(['name' => 'unread', 'next' => 1]);
    }
};
