<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** How frequent names and ways to be reached are among the supporters, as it was counted last: an edition that pairs are weighed by. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('frequency_editions', function (Blueprint $table): void {
            $table->id();
            $table->unsignedInteger('records');
            $table->timestamp('made_at', 3);
        });
        // Some megabytes, whatever the number of supporters.
        DB::statement('alter table frequency_editions add counts mediumblob not null');
    }
};
