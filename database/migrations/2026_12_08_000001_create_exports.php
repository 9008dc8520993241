<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Files that were asked for, kept for some days. */
return new class extends Migration {
    public function up(): void
    {
        Schema::create('exports', static function (Blueprint $table): void {
            $table->id();
            $table->unsignedBigInteger('user_id')->index();
            $table->string('name', 190);
            $table->json('asked');
            $table->string('format', 8)->charset('ascii');
            $table->string('state', 8)->charset('ascii');
            $table->unsignedBigInteger('rows')->nullable();
            $table->json('amounts')->nullable();
            $table->string('error', 500)->nullable();
            $table->dateTime('created_at');
            $table->dateTime('ended_at')->nullable();
        });
    }
};
