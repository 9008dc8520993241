<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::create('users', function (Blueprint $table): void {
            $table->id();
            $table->string('name');
            // An accented letter or a blank at the end is another account: guesses are counted by what is compared.
            $table->string('email')->collation('utf8mb4_nopad_bin')->unique();
            $table->string('password');
            $table->string('role', 20);
            $table->string('remember_token', 100)->nullable();
            $table->timestamps();
            // Null where the role decides.
            $table->boolean('may_load')->nullable();
            $table->boolean('may_edit')->nullable();
            $table->timestamp('disabled_at')->nullable();
            $table->timestamp('password_changed_at')->nullable();
            // Fields by which someone reviews duplicates, in their order; none for all.
            $table->text('review_fields')->nullable();
            $table->boolean('must_change')->default(false);
        });
        Schema::create('sessions', function (Blueprint $table): void {
            $table->string('id')->primary();
            $table->unsignedBigInteger('user_id')->nullable()->index();
            $table->string('ip_address', 45)->nullable();
            $table->text('user_agent')->nullable();
            $table->longText('payload');
            $table->integer('last_activity')->index();
        });
        // What holds for the whole installation, by name.
        Schema::create('settings', function (Blueprint $table): void {
            $table->string('name', 40)->primary();
            $table->text('value');
        });
        Schema::create('audit', function (Blueprint $table): void {
            $table->id();
            $table->timestamp('at', 3);
            $table->unsignedBigInteger('user_id')->nullable();
            $table->string('kind', 24)->index();
            $table->string('what', 500);
            $table->unsignedBigInteger('intake_id')->nullable();
            $table->string('ip_address', 45)->nullable();
            $table->unsignedBigInteger('act_id')->nullable();
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
        Schema::create('webhooks', function (Blueprint $table): void {
            $table->id();
            $table->string('name', 120);
            $table->string('url', 500);
            $table->text('secret');
            $table->boolean('is_active')->default(true);
            $table->timestamps();
        });
        Schema::create('deliveries', function (Blueprint $table): void {
            $table->id();
            $table->unsignedBigInteger('webhook_id')->index();
            $table->string('event', 40);
            $table->mediumText('body');
            $table->unsignedSmallInteger('tries')->default(0);
            $table->string('state', 10)->default('waiting')->index();
            $table->string('answer', 300)->nullable();
            $table->timestamp('created_at', 3);
            $table->timestamp('done_at', 3)->nullable();
        });
    }
};
