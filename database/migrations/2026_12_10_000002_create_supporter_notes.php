<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Dated notes: what someone wrote down of a supporter on a day, and what was mailed. */
return new class extends Migration {
    public function up(): void
    {
        Schema::create('supporter_notes', function (Blueprint $table): void {
            $table->unsignedBigInteger('id')->primary();
            $table->unsignedBigInteger('supporter_id')->index();
            $table->date('noted_on');
            $table->string('kind', 40)->default('note');
            $table->text('text');
            // By name: it stays when the account is gone.
            $table->string('written_by', 190)->nullable();
            $table->index(['noted_on', 'supporter_id']);
        });
        DB::table('sequences')->insertOrIgnore(['name' => 'note', 'next' => 1]);
    }
};
