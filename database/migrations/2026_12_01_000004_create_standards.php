<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::create('field_settings', function (Blueprint $table): void {
            $table->string('field', 60)->primary();
            // App\Standards\FieldSetting says what is in it.
            $table->text('settings');
        });
        Schema::create('pick_values', function (Blueprint $table): void {
            $table->id();
            $table->string('field', 60)->index();
            $table->string('value', 120);
            $table->string('code', 40)->default('');
            $table->unsignedInteger('place');
            $table->boolean('is_retired')->default(false);
            $table->text('spellings');
        });
        Schema::create('required_rules', function (Blueprint $table): void {
            $table->id();
            $table->string('subject', 12);
            $table->string('field', 60);
            $table->string('strength', 6);
            $table->text('conditions');
            $table->unsignedBigInteger('user_id')->nullable();
            // Whether all records have been held against it since it was made or changed.
            $table->boolean('is_checked')->default(false);
            $table->timestamps();
        });
        // The worklists: which supporters, and which of their gifts, fall short of which rule. A gift of 0 is the supporter itself.
        Schema::create('shortfalls', function (Blueprint $table): void {
            $table->unsignedBigInteger('rule_id');
            $table->unsignedBigInteger('supporter_id')->index();
            $table->unsignedBigInteger('gift_id')->default(0);
            $table->primary(['rule_id', 'supporter_id', 'gift_id']);
        });
        // One figure a day: how many of how many.
        Schema::create('measures', function (Blueprint $table): void {
            $table->date('day');
            $table->string('measure', 60);
            $table->unsignedBigInteger('count');
            $table->unsignedBigInteger('total');
            $table->primary(['measure', 'day']);
        });
    }
};
