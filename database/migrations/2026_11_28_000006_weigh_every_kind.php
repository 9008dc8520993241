<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Households and organizations are weighed as people are, each kind by an edition of its own. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('frequency_editions', static function (Blueprint $table): void {
            $table->string('kind', 20)->default('person')->after('id');
            $table->index(['kind', 'id']);
        });
        // Counted anew when rows are worked out.
        DB::table('intake_counts')->delete();
        Schema::table('intake_counts', static function (Blueprint $table): void {
            $table->string('kind', 20)->after('intake_id');
            $table->dropPrimary();
            $table->primary(['intake_id', 'kind']);
        });
    }
};
