<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** What is only worked out of an address stands beside it: the tables of records hold what the journal tells of and nothing else. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('address_forms', function (Blueprint $table): void {
            $table->unsignedBigInteger('address_id')->primary();
            // Null until it is looked at.
            $table->boolean('is_postal')->nullable()->index();
        });
        DB::statement('insert into address_forms (address_id, is_postal) select id, postal_form from addresses');
        Schema::table('addresses', fn (Blueprint $table) => $table->dropColumn('postal_form'));
    }
};
