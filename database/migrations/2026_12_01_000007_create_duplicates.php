<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
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
            $table->unsignedBigInteger('user_id')->nullable();
            $table->timestamp('created_at', 3);
            $table->timestamp('ended_at', 3)->nullable();
            // Who is looked at: App\Supporters\ComparedWith, or those who are new or changed since the last search.
            $table->mediumText('scope')->nullable();
            // The last journal entry that the search has seen.
            $table->unsignedBigInteger('journal_mark')->default(0);
        });
        Schema::create('duplicate_pairs', function (Blueprint $table): void {
            $table->unsignedBigInteger('one');
            $table->unsignedBigInteger('other')->index();
            // The lowest number of all that hang together.
            $table->unsignedBigInteger('cluster');
            $table->string('certainty', 8);
            $table->unsignedSmallInteger('score');
            $table->text('reasons');
            // What speaks for it and against it, without the values.
            $table->string('why', 190)->default('')->index();
            $table->primary(['one', 'other']);
            $table->index(['cluster', 'certainty', 'score']);
        });
        Schema::create('shared_homes', function (Blueprint $table): void {
            $table->unsignedBigInteger('one');
            $table->unsignedBigInteger('other');
            $table->unsignedBigInteger('cluster');
            $table->string('certainty', 8);
            $table->unsignedSmallInteger('score');
            $table->text('reasons');
            $table->string('why', 190)->default('')->index();
            $table->primary(['one', 'other']);
            $table->index('other', 'duplicate_pairs_other_index');
            $table->index(['cluster', 'certainty', 'score'], 'duplicate_pairs_cluster_certainty_score_index');
        });
        Schema::create('duplicate_rounds', function (Blueprint $table): void {
            $table->id();
            $table->unsignedBigInteger('user_id')->nullable();
            $table->string('why', 190);
            $table->boolean('is_same');
            $table->string('state', 12)->index();
            $table->unsignedBigInteger('after')->default(0);
            $table->unsignedInteger('total');
            $table->unsignedInteger('decided')->default(0);
            $table->unsignedInteger('kept')->default(0);
            $table->timestamp('at', 3);
        });
        // Who looks at a cluster just now, so that two do not decide on the same.
        Schema::create('duplicate_claims', function (Blueprint $table): void {
            $table->unsignedBigInteger('cluster')->primary();
            $table->unsignedBigInteger('user_id');
            $table->timestamp('until', 3);
        });
        Schema::create('pair_decisions', function (Blueprint $table): void {
            $table->unsignedBigInteger('one');
            $table->unsignedBigInteger('other');
            $table->unsignedBigInteger('user_id')->nullable();
            $table->timestamp('at', 3);
            // The merge by which a survivor took over what was said of someone who became part of it; null where a person said it of the two.
            $table->unsignedBigInteger('merge_id')->nullable()->index();
            $table->unsignedBigInteger('round_id')->nullable()->index();
            $table->primary(['one', 'other']);
        });
        Schema::create('merge_policies', function (Blueprint $table): void {
            $table->id();
            $table->string('name', 120)->unique();
            // PineSieve\Core\Merging\MergePolicy says what is in it.
            $table->text('policy');
            $table->unsignedBigInteger('user_id')->nullable();
            $table->timestamps();
        });
        Schema::create('merges', function (Blueprint $table): void {
            $table->id();
            $table->unsignedBigInteger('survivor_id')->index();
            // Who became part of the survivor: id and name as it was.
            $table->text('gone');
            // The entries of the journal that the merge wrote.
            $table->unsignedBigInteger('journal_from');
            $table->unsignedBigInteger('journal_to');
            $table->unsignedBigInteger('user_id')->nullable();
            $table->timestamp('created_at', 3);
            $table->timestamp('undone_at', 3)->nullable();
            $table->unsignedBigInteger('undone_by')->nullable();
            // Those who were merged as they were, so that match rules can be held against what people decided.
            $table->mediumText('records')->nullable();
            $table->unsignedBigInteger('round_id')->nullable()->index();
        });
    }
};
