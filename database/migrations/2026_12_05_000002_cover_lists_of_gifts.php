<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Sums of gifts by what nothing is kept for are read out of an index alone: the gifts themselves are ten times as wide. */
return new class extends Migration {
    public function up(): void
    {
        Schema::table(
            'gifts',
            static fn(Blueprint $table) => $table->index(['kind', 'amount', 'given_on', 'currency', 'corrects_id'], 'gifts_summed'),
        );
        Schema::table('gift_splits', function (Blueprint $table): void {
            foreach (['fund', 'campaign', 'appeal'] as $purpose) {
                $table->dropIndex([$purpose, 'given_on']);
                $table->index([$purpose, 'given_on', 'currency', 'corrects', 'amount', 'kind'], "gift_splits_{$purpose}");
            }
        });
    }
};
