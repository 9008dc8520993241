<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** What each supporter gave by year and currency, so that a search need not add up a million gifts; it follows every write. */
return new class extends Migration {
    public function up(): void
    {
        Schema::create('gifts_by_year', function (Blueprint $table): void {
            $table->unsignedBigInteger('supporter_id');
            $table->unsignedSmallInteger('year');
            $table->char('currency', 3);
            // Those that neither take a gift back nor correct one.
            $table->unsignedInteger('gifts');
            $table->decimal('amount', 18, 2);
            // Null where there is nothing but what takes gifts of other years back.
            $table->decimal('largest', 14, 2)->nullable();
            $table->date('first_on')->nullable();
            $table->date('last_on')->nullable();
            $table->primary(['supporter_id', 'year', 'currency']);
        });
        DB::statement(
            "insert into gifts_by_year
            select supporter_id, year(given_on), currency, sum(corrects_id is null), sum(amount), max(if(corrects_id is null, amount, null)),
                min(if(corrects_id is null, given_on, null)), max(if(corrects_id is null, given_on, null))
            from gifts where not kind <=> 'pledge' group by supporter_id, year(given_on), currency",
        );
        Schema::create('list_views', function (Blueprint $table): void {
            // How a person wants to see a list: its columns in their order, how wide they are, what it is sorted by.
            $table->unsignedBigInteger('user_id');
            $table->string('list', 20)->charset('ascii');
            $table->json('view');
            $table->primary(['user_id', 'list']);
        });
    }
};
