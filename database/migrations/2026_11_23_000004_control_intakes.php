<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Intakes that wait for each other, are stopped, taken back in part, typed into a grid; notices to other systems. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('intakes', function (Blueprint $table): void {
            // In which order loads wait for each other.
            $table->unsignedInteger('queue_place')->nullable();
            // What is being taken back or brought back: App\Intakes\TakingBack.
            $table->mediumText('taking_back')->nullable();
            $table->string('restore_point', 60)->nullable();
        });
        DB::table('sequences')->insert(['name' => 'load', 'next' => 1]);
        // Whether an address is in postal form without any fault; null until someone has looked. It follows the address and is no part of the record.
        Schema::table('addresses', fn (Blueprint $table) => $table->boolean('postal_form')->nullable()->index());
        // A row that was taken back after it had come in: what its outcome was.
        Schema::table('intake_outcomes', fn (Blueprint $table) => $table->string('taken_back', 10)->nullable());
        // The gifts of a row together: each of them fits decimal(14,2), their sum may not.
        foreach (['intake_results', 'intake_outcomes'] as $name) {
            DB::statement("alter table {$name} modify money decimal(18,2) not null default 0, modify money_there decimal(18,2) not null default 0");
        }
        Schema::create('held_assignments', function (Blueprint $table): void {
            $table->unsignedBigInteger('intake_id');
            $table->unsignedInteger('number');
            $table->unsignedBigInteger('user_id')->index();
            $table->primary(['intake_id', 'number']);
        });
        Schema::create('grid_layouts', function (Blueprint $table): void {
            $table->id();
            $table->string('name', 120)->unique();
            $table->text('columns');
            $table->foreignId('user_id')->nullable();
            $table->timestamps();
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
            $table->foreignId('webhook_id')->index();
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
