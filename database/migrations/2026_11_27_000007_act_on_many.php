<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What one person does to many records at once is one act: in the audit list, and to be taken back as one. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('acts', function (Blueprint $table): void {
            $table->id();
            $table->string('what', 500);
            $table->foreignId('user_id')->nullable();
            $table->timestamp('at', 3);
            $table->unsignedInteger('records')->default(0);
            $table->timestamp('undone_at', 3)->nullable();
            $table->foreignId('undone_by')->nullable();
        });
        Schema::table('journal', function (Blueprint $table): void {
            $table->unsignedBigInteger('act_id')->nullable();
            $table->index(['act_id', 'supporter_id', 'id']);
        });
        Schema::table('audit', fn (Blueprint $table) => $table->unsignedBigInteger('act_id')->nullable());
    }
};
