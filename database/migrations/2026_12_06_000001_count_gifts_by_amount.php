<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** How many gifts there are of each amount, month by month: most gifts are of few amounts, so what is asked by amount is added up quickly. */
return new class extends Migration {
    public function up(): void
    {
        Schema::create('gift_amounts', function (Blueprint $table): void {
            $table->char('month', 7);
            $table->char('currency', 3);
            $table->string('kind', 24)->default('');
            $table->decimal('amount', 14, 2);
            // All of them, and those that neither take a gift back nor correct one.
            $table->integer('listed');
            $table->integer('gifts');
            $table->primary(['month', 'currency', 'kind', 'amount']);
        });
        DB::statement(
            "insert into gift_amounts
            select date_format(given_on, '%Y-%m'), currency, coalesce(kind, ''), amount, count(*), sum(corrects_id is null)
            from gifts group by 1, 2, 3, 4",
        );
        Schema::table('gifts', static function (Blueprint $table): void {
            $table->dropIndex('gifts_summed');
            $table->index(['amount', 'given_on']);
        });
    }
};
