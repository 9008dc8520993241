<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What a check of addresses found is written into the records in the queue: how far that is, and what came of it. */
return new class extends Migration {
    public function up(): void
    {
        Schema::table('address_checks', static function (Blueprint $table): void {
            $table->json('applied')->nullable();
        });
    }
};
