<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Since when someone agrees or refuses; and what rows say and the load does not take. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('supporters', function (Blueprint $table): void {
            foreach (['mail', 'email', 'phone'] as $way) {
                $table->date("consent_{$way}_on")->nullable();
            }
        });
        Schema::create('intake_untaken', function (Blueprint $table): void {
            $table->unsignedBigInteger('intake_id');
            $table->unsignedBigInteger('unit');
            $table->unsignedSmallInteger('place');
            $table->unsignedInteger('number');
            $table->string('field', 60);
            $table->text('stored');
            $table->text('written');
            $table->primary(['intake_id', 'unit', 'place']);
            $table->index(['intake_id', 'number']);
            $table->index(['intake_id', 'field', 'unit']);
        });
    }
};
