<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Exports that are made again and again, by themselves, and brought where someone fetches them. */
return new class extends Migration {
    public function up(): void
    {
        Schema::create('saved_exports', function (Blueprint $table): void {
            $table->id();
            $table->string('name', 120)->unique();
            $table->unsignedBigInteger('user_id');
            // As ExportAsked::of() takes it.
            $table->json('asked');
            $table->string('format', 8)->charset('ascii');
            // "": by hand alone; "day", "week" or "month".
            $table->string('every', 8)->charset('ascii')->default('');
            $table->unsignedTinyInteger('hour')->default(0);
            // Of the week from Monday on, or of the month.
            $table->unsignedTinyInteger('on_day')->default(1);
            // "here", "folder" or "address".
            $table->string('brought_to', 8)->charset('ascii')->default('here');
            $table->string('target', 500)->default('');
            $table->text('secret')->nullable();
            $table->boolean('only_changed')->default(false);
            // The last entry of the journal that the files had until now.
            $table->unsignedBigInteger('mark')->nullable();
            $table->dateTime('last_at')->nullable();
            $table->dateTime('created_at');
        });
        Schema::table('exports', function (Blueprint $table): void {
            $table->unsignedBigInteger('saved_id')->nullable()->index();
            $table->unsignedBigInteger('mark')->nullable();
            // Where it was brought to, or why it was not as yet.
            $table->string('delivered', 300)->nullable();
        });
    }
};
