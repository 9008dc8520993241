<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** How many of a kind there are is asked with every intake: the larger the database, the more it matters that no record is read for it. */
return new class extends Migration {
    public function up(): void
    {
        Schema::table('supporters', fn(Blueprint $table) => $table->index('kind'));
    }
};
