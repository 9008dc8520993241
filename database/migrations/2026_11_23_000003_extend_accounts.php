<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What each person may do beyond the role, what they did, and what they are told. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('users', function (Blueprint $table): void {
            // Null where the role decides.
            $table->boolean('may_load')->nullable();
            $table->boolean('may_edit')->nullable();
            $table->timestamp('disabled_at')->nullable();
            $table->timestamp('password_changed_at')->nullable();
        });
        Schema::create('audit', function (Blueprint $table): void {
            $table->id();
            $table->timestamp('at', 3);
            $table->unsignedBigInteger('user_id')->nullable();
            $table->string('kind', 24)->index();
            $table->string('what', 500);
            $table->unsignedBigInteger('intake_id')->nullable();
            $table->string('ip_address', 45)->nullable();
        });
        Schema::create('messages', function (Blueprint $table): void {
            $table->id();
            $table->unsignedBigInteger('user_id');
            $table->unsignedBigInteger('intake_id')->nullable();
            $table->string('kind', 24);
            $table->string('text', 500);
            $table->timestamp('at', 3);
            $table->timestamp('read_at')->nullable();
            $table->index(['user_id', 'read_at']);
        });
    }
};
