<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Pairs of supporters that may be one, as the last search found them, and what people have said of pairs. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('duplicate_searches', function (Blueprint $table): void {
            $table->id();
            // waiting, searching, done, failed
            $table->string('state', 10)->index();
            $table->unsignedInteger('done')->default(0);
            $table->unsignedInteger('total')->default(0);
            $table->unsignedInteger('certain')->default(0);
            $table->unsignedInteger('review')->default(0);
            $table->unsignedBigInteger('compared')->default(0);
            $table->text('too_common')->nullable();
            $table->text('error')->nullable();
            // A set that is tried without consequence, and what it would find; null for a search that counts.
            $table->mediumText('tried')->nullable();
            $table->mediumText('found')->nullable();
            $table->foreignId('user_id')->nullable();
            $table->timestamp('created_at', 3);
            $table->timestamp('ended_at', 3)->nullable();
        });
        Schema::create('match_rule_sets', function (Blueprint $table): void {
            $table->id();
            $table->string('name', 120)->unique();
            $table->string('kind', 12);
            // PineSieve\Core\Matching\Rules\RuleSet says what is in it.
            $table->mediumText('rules');
            $table->boolean('is_used')->default(false);
            $table->foreignId('user_id')->nullable();
            $table->timestamps();
        });
        Schema::create('duplicate_pairs', function (Blueprint $table): void {
            $table->unsignedBigInteger('one');
            $table->unsignedBigInteger('other');
            // The lowest number of all that hang together.
            $table->unsignedBigInteger('cluster')->index();
            $table->string('certainty', 8);
            $table->unsignedSmallInteger('score');
            $table->text('reasons');
            $table->primary(['one', 'other']);
            $table->index('other');
        });
        Schema::create('pair_decisions', function (Blueprint $table): void {
            $table->unsignedBigInteger('one');
            $table->unsignedBigInteger('other');
            $table->foreignId('user_id')->nullable();
            $table->timestamp('at', 3);
            $table->primary(['one', 'other']);
        });
    }
};
