<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Other systems send notices of what happened there, and what has another id by now is noticed. */
return new class extends Migration {
    public function up(): void
    {
        Schema::table('connections', static function (Blueprint $table): void {
            // What its address for notices ends with.
            $table->char('inbox', 32)->charset('ascii')->nullable()->unique();
            // Encrypted; never shown again.
            $table->text('inbox_key')->nullable();
            // Notices that were not signed as they have to be.
            $table->unsignedInteger('refused')->default(0);
            $table->dateTime('refused_at')->nullable();
        });
        Schema::create('connection_notices', static function (Blueprint $table): void {
            $table->id();
            $table->unsignedBigInteger('connection_id');
            // Of the body and its signature: what was taken once is not taken again.
            $table->char('print', 64)->charset('ascii');
            // Encrypted; blank where whoever it tells of was erased.
            $table->mediumText('body');
            // The pull that took it up.
            $table->unsignedBigInteger('pull_id')->nullable()->index();
            $table->timestamp('received_at', 3);
            $table->unique(['connection_id', 'print']);
        });
        // Name of the batch in which its gifts wait; null if they are given at once.
        Schema::table('connection_pulls', static fn(Blueprint $table) => $table->string('into_batch', 190)->nullable());
        Schema::table('connection_transactions', static function (Blueprint $table): void {
            // PineSieve\Core\Connections\Transaction::likeness().
            $table->char('likeness', 64)->charset('ascii')->nullable();
            $table->index(['connection_id', 'likeness']);
        });
    }
};
