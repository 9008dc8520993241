<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::create('connections', static function (Blueprint $table): void {
            $table->id();
            $table->string('name', 60)->unique();
            // PineSieve\Core\Connections\ConnectionForm.
            $table->json('form');
            // Encrypted; never shown again.
            $table->text('key')->nullable();
            // The columns of what it brings.
            $table->unsignedBigInteger('plan_id')->nullable();
            // In whose name it goes on by itself.
            $table->unsignedBigInteger('user_id')->nullable();
            // Minutes between two pulls by itself; 0 for never.
            $table->unsignedInteger('every')->default(0);
            // Whether what is sure is loaded then, or all waits for a person.
            $table->boolean('loads')->default(false);
            // Up to when it was fetched.
            $table->dateTime('place')->nullable();
            $table->unsignedInteger('failures')->default(0);
            $table->string('error', 500)->nullable();
            $table->dateTime('next_at')->nullable()->index();
            $table->timestamps();
        });
        // Of one whose rows another system gave.
        Schema::table('intakes', static fn(Blueprint $table) => $table->unsignedBigInteger('connection_id')->nullable()->index());
        Schema::create('connection_pulls', static function (Blueprint $table): void {
            $table->id();
            $table->unsignedBigInteger('connection_id')->index();
            $table->unsignedBigInteger('intake_id')->nullable()->index();
            $table->unsignedBigInteger('user_id')->nullable();
            $table->string('state', 10)->charset('ascii');
            // What was asked for; null for no beginning, or no end.
            $table->dateTime('since')->nullable();
            $table->date('until')->nullable();
            $table->boolean('loads')->default(false);
            $table->unsignedInteger('fetched')->default(0);
            $table->unsignedInteger('seen_before')->default(0);
            $table->unsignedInteger('new')->default(0);
            $table->unsignedInteger('changed')->default(0);
            $table->unsignedInteger('went_back')->default(0);
            $table->unsignedInteger('not_counted')->default(0);
            // What a person has to know: a list of {"id", "says"}.
            $table->json('told');
            $table->string('error', 500)->nullable();
            $table->timestamp('created_at', 3);
            $table->timestamp('ended_at', 3)->nullable();
        });
        Schema::create('connection_transactions', static function (Blueprint $table): void {
            // One line each time that it was something else than before, the latest last.
            $table->id();
            $table->unsignedBigInteger('connection_id');
            $table->string('transaction', 120)->collation('utf8mb4_bin');
            // PineSieve\Core\Connections\Seen.
            $table->char('print', 64)->charset('ascii');
            $table->boolean('counted');
            $table->string('amount', 24)->charset('ascii');
            $table->string('currency', 12);
            $table->string('back', 24)->charset('ascii');
            $table->unsignedInteger('further')->default(0);
            // The first row that this brought in: what it said stands there. Null for what brought none in.
            $table->unsignedBigInteger('intake_id')->nullable()->index();
            $table->unsignedInteger('row')->nullable();
            $table->dateTime('seen_at');
            $table->index(['connection_id', 'transaction']);
        });
    }
};
