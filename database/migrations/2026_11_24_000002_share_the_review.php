<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('duplicate_searches', function (Blueprint $table): void {
            // Who is looked at: App\Matching\Against, or those who are new or changed since the last search.
            $table->mediumText('scope')->nullable();
            // The last journal entry that the search has seen.
            $table->unsignedBigInteger('journal_mark')->default(0);
        });
        // Fields by which someone reviews duplicates, in their order; none for all.
        Schema::table('users', fn (Blueprint $table) => $table->text('review_fields')->nullable());
        // Those who were merged as they were, so that match rules can be held against what people decided.
        Schema::table('merges', fn (Blueprint $table) => $table->mediumText('records')->nullable());
        // Who looks at a cluster just now, so that two do not decide on the same.
        Schema::create('duplicate_claims', function (Blueprint $table): void {
            $table->unsignedBigInteger('cluster')->primary();
            $table->foreignId('user_id');
            $table->timestamp('until', 3);
        });
    }
};
