<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('intake_results', static function (Blueprint $table): void {
            // Of an unsure one, what speaks for it and against it, without the values; and how many it may be.
            $table->string('why', 190)->default('')->after('findings');
            $table->unsignedTinyInteger('candidates')->default(0)->after('why');
        });
        Schema::table('intake_edits', static function (Blueprint $table): void {
            // The first of the edits that were made, and are taken back, as one.
            $table->unsignedBigInteger('act')->nullable()->index();
        });
    }
};
