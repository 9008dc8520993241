<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What is known of a fund, a campaign or an appeal beside its name: from when until when it runs, and what is to come in. Its code and other spellings stand in the pick list. */
return new class extends Migration {
    public function up(): void
    {
        Schema::create('funds', function (Blueprint $table): void {
            $table->id();
            $table->string('kind', 8);
            $table->string('name', 190);
            $table->date('starts_on')->nullable();
            $table->date('ends_on')->nullable();
            $table->decimal('goal', 14, 2)->nullable();
            $table->unique(['kind', 'name']);
        });
    }
};
