<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What everyone gave in one year is read from the index alone. */
return new class extends Migration {
    public function up(): void
    {
        Schema::table('gifts_by_year', static function (Blueprint $table): void {
            $table->index(['year', 'currency', 'supporter_id', 'amount', 'gifts'], 'gifts_by_year_covered');
        });
    }
};
