<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Places that the shipped directory does not have, and where they are from. */
return new class extends Migration {
    public function up(): void
    {
        Schema::create('places', static function (Blueprint $table): void {
            $table->id();
            $table->string('code', 10);
            $table->string('city', 100);
            $table->char('state', 2);
            $table->decimal('latitude', 8, 4)->nullable();
            $table->decimal('longitude', 8, 4)->nullable();
            $table->string('source', 60);
            $table->unique(['code', 'city', 'state']);
        });
    }
};
