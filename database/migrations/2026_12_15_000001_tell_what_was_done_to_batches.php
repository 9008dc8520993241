<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What was done to a batch stands on its report: what was expected could be changed before, and nobody saw it. */
return new class extends Migration {
    public function up(): void
    {
        Schema::table('audit', static function (Blueprint $table): void {
            $table->unsignedBigInteger('batch_id')->nullable()->index();
        });
    }
};
