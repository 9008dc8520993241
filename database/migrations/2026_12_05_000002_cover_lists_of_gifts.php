<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What is for a fund as a part of gifts is found day by day, and added up out of the index alone. */
return new class extends Migration {
    public function up(): void
    {
        // Sums of what is asked by amount are read out of this alone: the gifts themselves are ten times as wide.
        Schema::table('gifts', static function (Blueprint $table): void {
            $table->index(['kind', 'amount', 'given_on', 'currency', 'corrects_id'], 'gifts_summed');
            // Payments of a promise that nobody knows are counted each morning.
            $table->index(['kind', 'promise_id', 'corrects_id', 'given_on'], 'gifts_paying');
        });
        Schema::table('gift_splits', function (Blueprint $table): void {
            foreach (['fund', 'campaign', 'appeal'] as $purpose) {
                $table->dropIndex([$purpose, 'given_on']);
                $table->index([$purpose, 'given_on', 'gift_id', 'currency', 'corrects', 'amount', 'kind'], "gift_splits_{$purpose}");
            }
        });
    }
};
