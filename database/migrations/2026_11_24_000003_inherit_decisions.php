<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('pair_decisions', function (Blueprint $table): void {
            // The merge by which a survivor took over what was said of someone who became part of it; null where a person said it of the two.
            $table->foreignId('merge_id')->nullable()->index();
        });
        Schema::table('duplicate_pairs', function (Blueprint $table): void {
            // Clusters are put in order without a look at what speaks for their pairs.
            $table->index(['cluster', 'certainty', 'score']);
            $table->dropIndex(['cluster']);
        });
    }
};
