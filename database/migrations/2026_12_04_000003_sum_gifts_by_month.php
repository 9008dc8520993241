<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** What gifts come to, added up month by month and for each of what they are for, so that a list need not add up a million of them; it follows every write. */
return new class extends Migration {
    public function up(): void
    {
        Schema::create('gift_sums', function (Blueprint $table): void {
            $table->char('month', 7);
            $table->char('currency', 3);
            // Whether they are split: what their parts are for stands with the parts.
            $table->boolean('is_split');
            $table->string('kind', 24)->default('');
            $table->string('fund', 190)->default('');
            $table->string('campaign', 190)->default('');
            $table->string('appeal', 190)->default('');
            // All of them, and those that neither take a gift back nor correct one.
            $table->integer('listed');
            $table->integer('gifts');
            $table->decimal('amount', 18, 2);
            $table->primary(['month', 'currency', 'is_split', 'kind', 'fund', 'campaign', 'appeal']);
        });
        Schema::table('gifts', function (Blueprint $table): void {
            foreach (['fund', 'campaign', 'appeal'] as $purpose) {
                $table->index([$purpose, 'given_on']);
            }
        });
        DB::statement(
            "insert into gift_sums
            select date_format(given_on, '%Y-%m'), currency, splits is not null, coalesce(kind, ''), coalesce(fund, ''), coalesce(campaign, ''),
                coalesce(appeal, ''), count(*), sum(corrects_id is null), sum(amount)
            from gifts group by 1, 2, 3, 4, 5, 6, 7",
        );
    }
};
