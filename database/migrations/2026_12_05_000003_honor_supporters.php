<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Who a gift honors or remembers may be one of the supporters. */
return new class extends Migration {
    public function up(): void
    {
        foreach (['gifts', 'batch_entries'] as $name) {
            Schema::table($name, static fn(Blueprint $table) => $table->unsignedBigInteger('tribute_id')->nullable()->index());
        }
    }
};
