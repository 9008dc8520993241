<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** The money of a row: in the organization's own currency in columns, in others as JSON, since few rows have any; promises apart from gifts. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('intakes', function (Blueprint $table): void {
            // The organization's currency when its rows were worked out.
            $table->char('currency', 3)->default('USD');
        });
        foreach (['intake_results', 'intake_outcomes'] as $name) {
            Schema::table($name, function (Blueprint $table): void {
                $table->decimal('money_promised', 14, 2)->default(0);
                $table->unsignedInteger('promises_new')->default(0);
                // Code of the currency to {"money", "there", "promised"}.
                $table->text('other_money')->nullable();
            });
        }
        // What makes two gifts the same has changed: what waits to be loaded is worked out anew.
        DB::table('intakes')->where('state', 'ready')->update(['is_sifted' => false]);
    }
};
