<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Supporters that became one, and how. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::create('merges', function (Blueprint $table): void {
            $table->id();
            $table->unsignedBigInteger('survivor_id')->index();
            // Who became part of the survivor: id and name as it was.
            $table->text('gone');
            // The entries of the journal that the merge wrote.
            $table->unsignedBigInteger('journal_from');
            $table->unsignedBigInteger('journal_to');
            $table->foreignId('user_id')->nullable();
            $table->timestamp('created_at', 3);
            $table->timestamp('undone_at', 3)->nullable();
            $table->foreignId('undone_by')->nullable();
        });
        Schema::create('merge_policies', function (Blueprint $table): void {
            $table->id();
            $table->string('name', 120)->unique();
            // PineSieve\Core\Merging\MergePolicy says what is in it.
            $table->text('policy');
            $table->foreignId('user_id')->nullable();
            $table->timestamps();
        });
    }
};
