<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::create('match_rule_sets', function (Blueprint $table): void {
            $table->id();
            $table->string('name', 120)->unique();
            $table->string('kind', 12);
            // PineSieve\Core\Matching\Rules\RuleSet says what is in it.
            $table->mediumText('rules');
            $table->unsignedBigInteger('user_id')->nullable();
            $table->timestamps();
        });
        Schema::create('rules_in_use', function (Blueprint $table): void {
            $table->string('kind', 12)->primary();
            // Without a number it is the set that comes with the program.
            $table->unsignedBigInteger('set_id')->nullable();
            // In full: what is in use stays as it is while the set is changed or dropped. None where no keys have been made by it yet.
            $table->mediumText('rules')->nullable();
            // PineSieve\Core\Matching\Matcher::recipe().
            $table->string('recipe', 32)->default('');
            // The set that takes its place as soon as there are keys for it.
            $table->unsignedBigInteger('coming_id')->nullable();
            $table->mediumText('coming')->nullable();
            $table->timestamp('changed_at', 3);
        });
        Schema::create('frequency_editions', function (Blueprint $table): void {
            $table->id();
            $table->string('kind', 20)->default('person');
            $table->unsignedInteger('records');
            $table->timestamp('made_at', 3);
            $table->json('weights')->nullable();
            // From how many pairs, in how many rounds, what was discarded, how many decisions.
            $table->json('report')->nullable();
            $table->index(['kind', 'id']);
        });
        // Some megabytes, whatever the number of supporters.
        DB::statement('alter table frequency_editions add counts mediumblob not null');
    }
};
