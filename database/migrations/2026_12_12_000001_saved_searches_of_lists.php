<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('saved_searches', static function (Blueprint $table): void {
            // What is searched for: "supporters", "gifts", "promises" or "addresses".
            $table->string('list', 12)->charset('ascii')->default('supporters')->after('name');
        });
    }
};
