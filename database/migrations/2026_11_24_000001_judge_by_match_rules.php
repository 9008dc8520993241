<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        // Keys are what the match rules in use look records up by. They are made anew at the next start: `sieve:match-keys`.
        Schema::drop('match_keys');
        Schema::create('match_keys', function (Blueprint $table): void {
            $table->bigInteger('hash');
            $table->unsignedBigInteger('supporter_id');
            $table->primary(['hash', 'supporter_id']);
        });
        Schema::drop('intake_keys');
        Schema::create('intake_keys', function (Blueprint $table): void {
            $table->unsignedBigInteger('intake_id');
            $table->bigInteger('hash');
            $table->unsignedBigInteger('unit');
            $table->primary(['intake_id', 'hash', 'unit']);
            $table->index(['intake_id', 'unit']);
        });
        Schema::create('rules_in_use', function (Blueprint $table): void {
            $table->string('kind', 12)->primary();
            // Without a number it is the set that comes with the program.
            $table->foreignId('set_id')->nullable();
            // In full: what is in use stays as it is while the set is changed or dropped. None where no keys have been made by it yet.
            $table->mediumText('rules')->nullable();
            // PineSieve\Core\Matching\Matcher::recipe().
            $table->string('recipe', 32)->default('');
            // The set that takes its place as soon as there are keys for it.
            $table->foreignId('coming_id')->nullable();
            $table->mediumText('coming')->nullable();
            $table->timestamp('changed_at', 3);
        });
        foreach (DB::table('match_rule_sets')->where('is_used', true)->get() as $set) {
            DB::table('rules_in_use')->insert(['kind' => $set->kind, 'coming_id' => $set->id, 'coming' => $set->rules, 'changed_at' => now()]);
        }
        Schema::create('saved_searches', function (Blueprint $table): void {
            $table->id();
            $table->string('name', 120)->unique();
            // PineSieve's App\Records\SupporterSearch::KEYS to what was asked for.
            $table->text('query');
            $table->foreignId('user_id')->nullable();
            $table->timestamps();
        });
        // A list of supporters to compare with can be long.
        Schema::table('intakes', fn (Blueprint $table) => $table->mediumText('settings')->change());
        Schema::table('match_rule_sets', fn (Blueprint $table) => $table->dropColumn('is_used'));
    }
};
