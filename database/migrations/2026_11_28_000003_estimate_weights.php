<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** An edition holds, beside what is frequent, how much each agreement says among the organization's own records. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('frequency_editions', static function (Blueprint $table): void {
            $table->json('weights')->nullable();
            // From how many pairs, in how many rounds, what was discarded, how many decisions.
            $table->json('report')->nullable();
        });
    }
};
