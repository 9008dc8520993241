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
            // Of a new one, how many have its name.
            $table->unsignedInteger('namesakes')->default(0)->after('findings');
        });
    }
};
