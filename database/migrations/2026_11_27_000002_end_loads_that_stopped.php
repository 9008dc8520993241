<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Which standards rows were worked out by, who works on an intake outside the queue, and whether what was loaded balances. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('intakes', function (Blueprint $table): void {
            // The version of the standards that its rows were worked out by.
            $table->unsignedInteger('standards')->default(0);
            // A command works on it, not the queue; its last sign of life.
            $table->boolean('in_foreground')->default(false);
            $table->timestamp('seen_at', 3)->nullable();
            // Why the proof does not balance; null if it does.
            $table->text('faults')->nullable();
        });
    }
};
