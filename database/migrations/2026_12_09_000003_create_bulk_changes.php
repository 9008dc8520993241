<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What is to be done to many supporters at once: what it would come to for each of them, before it is done. */
return new class extends Migration {
    public function up(): void
    {
        Schema::create('bulk_changes', function (Blueprint $table): void {
            $table->id();
            $table->unsignedBigInteger('user_id')->nullable();
            $table->string('state', 12)->charset('ascii');
            // Whom: {"query": {...}, "except": [ids]} or {"ids": [ids]}.
            $table->json('scope');
            $table->json('steps');
            $table->unsignedInteger('total')->default(0);
            $table->unsignedInteger('done')->default(0);
            // The last supporter that was looked at, in planning or in writing.
            $table->unsignedBigInteger('position')->default(0);
            $table->json('outcome')->nullable();
            $table->unsignedBigInteger('act_id')->nullable();
            $table->string('error', 500)->nullable();
            $table->dateTime('created_at');
            $table->dateTime('ended_at')->nullable();
        });
        Schema::create('bulk_records', function (Blueprint $table): void {
            $table->unsignedBigInteger('bulk_id');
            $table->unsignedBigInteger('supporter_id');
            // What each step comes to, "comes|same", or why it may not be written; '' until it is planned.
            $table->string('effect', 190)->default('');
            $table->boolean('writes')->default(false);
            $table->primary(['bulk_id', 'supporter_id']);
            $table->index(['bulk_id', 'effect', 'supporter_id']);
        });
    }
};
