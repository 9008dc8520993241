<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What went in before a rule of reading was mended: stored values that today's reading of their source row reads otherwise. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('rereads', function (Blueprint $table): void {
            $table->id();
            $table->string('state', 10);
            $table->foreignId('user_id')->nullable();
            $table->unsignedInteger('done')->default(0);
            $table->unsignedInteger('total')->default(0);
            $table->string('error', 500)->nullable();
            $table->timestamp('created_at', 3);
            $table->timestamp('ended_at', 3)->nullable();
        });
        Schema::create('rereadings', function (Blueprint $table): void {
            $table->id();
            $table->char('sign', 16)->unique();
            $table->unsignedBigInteger('intake_id');
            $table->unsignedInteger('number');
            $table->unsignedBigInteger('supporter_id');
            $table->string('kind', 10);
            $table->string('subject', 12);
            $table->unsignedBigInteger('thing');
            // Column to what is stored and what is read today.
            $table->text('fields');
            // Field of the catalog to what the row says there.
            $table->text('written');
            $table->string('reason', 500);
            $table->boolean('can_be_taken');
            // open, kept, taken
            $table->string('state', 8)->default('open');
            $table->unsignedBigInteger('act_id')->nullable();
            $table->unsignedBigInteger('reread_id');
            $table->index(['state', 'kind', 'id']);
        });
    }
};
