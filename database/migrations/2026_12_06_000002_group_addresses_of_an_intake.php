<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** By which rules the address of a row would change: ",suffix,unit moved,". Few combinations of them are in a file, however many rows it has. */
return new class extends Migration {
    public function up(): void
    {
        Schema::table('intake_results', static function (Blueprint $table): void {
            $table->string('address_rules', 250)->charset('ascii')->default('')->after('address');
        });
    }
};
