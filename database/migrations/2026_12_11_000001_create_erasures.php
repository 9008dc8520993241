<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** People who had themselves erased: what was done for it, and whom nothing may be written of any more. */
return new class extends Migration {
    public function up(): void
    {
        Schema::create('erasures', function (Blueprint $table): void {
            $table->id();
            $table->unsignedBigInteger('supporter_id')->index();
            $table->unsignedBigInteger('user_id')->nullable();
            $table->string('asked_by', 40);
            $table->string('reason', 500);
            $table->string('state', 12)->charset('ascii');
            $table->unsignedBigInteger('act_id')->nullable();
            // What there was to how many of it.
            $table->json('counts')->nullable();
            // Paths of files that go once the records are written.
            $table->json('files')->nullable();
            $table->string('error', 500)->nullable();
            // When it was asked for, or when it was the first time: copies of the database that are older still have them.
            $table->dateTime('erased_at');
            $table->dateTime('created_at');
            $table->dateTime('ended_at')->nullable();
        });
        Schema::create('erased', function (Blueprint $table): void {
            // Of the supporter, and of those who had become part of it.
            $table->unsignedBigInteger('supporter_id')->primary();
            $table->unsignedBigInteger('erasure_id')->index();
        });
    }
};
