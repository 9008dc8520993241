<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Mailings: who gets a piece, with whom together, and who was left out and why. */
return new class extends Migration {
    public function up(): void
    {
        Schema::create('mailings', function (Blueprint $table): void {
            $table->id();
            $table->string('name', 120);
            $table->unsignedBigInteger('user_id')->nullable();
            $table->string('state', 12)->charset('ascii');
            // As supporters are searched for.
            $table->json('query');
            $table->string('per', 12)->charset('ascii');
            $table->boolean('must_agree');
            $table->text('letter')->nullable();
            $table->unsignedInteger('total')->default(0);
            $table->unsignedInteger('done')->default(0);
            $table->unsignedBigInteger('position')->default(0);
            $table->unsignedInteger('pieces')->nullable();
            $table->string('error', 500)->nullable();
            $table->dateTime('created_at');
        });
        Schema::create('mailing_people', function (Blueprint $table): void {
            $table->unsignedBigInteger('mailing_id');
            $table->unsignedBigInteger('supporter_id');
            // Why the supporter is left out; '' for who gets it, null until it is looked at.
            $table->string('left_out', 20)->charset('ascii')->nullable();
            // Equal for those who get one piece together.
            $table->char('together', 40)->charset('ascii')->default('');
            $table->unsignedTinyInteger('rank')->default(0);
            // The place of the piece in the order of the post, once all are known.
            $table->unsignedInteger('piece')->nullable();
            $table->string('sort', 60)->default('');
            $table->text('envelope')->nullable();
            $table->text('greeting')->nullable();
            $table->string('first', 190)->default('');
            $table->string('last', 190)->default('');
            $table->json('lines')->nullable();
            $table->primary(['mailing_id', 'supporter_id']);
            $table->index(['mailing_id', 'together']);
            $table->index(['mailing_id', 'piece']);
            $table->index(['mailing_id', 'left_out']);
        });
    }
};
