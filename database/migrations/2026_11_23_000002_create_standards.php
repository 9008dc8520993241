<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** The organization's rules for its data: what it sets for fields, its pick lists, what it requires, and who falls short of it. */
return new class extends Migration
{
    public function up(): void
    {
        // What holds for the whole installation, by name.
        Schema::create('settings', function (Blueprint $table): void {
            $table->string('name', 40)->primary();
            $table->text('value');
        });
        Schema::create('field_settings', function (Blueprint $table): void {
            $table->string('field', 60)->primary();
            // App\Models\FieldSetting says what is in it.
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
            $table->foreignId('user_id')->nullable();
            // Whether all records have been held against it since it was made or changed.
            $table->boolean('is_checked')->default(false);
            $table->timestamps();
        });
        // The worklists: which supporters, and which of their gifts, fall short of which rule. A gift of 0 is the supporter itself.
        Schema::create('shortfalls', function (Blueprint $table): void {
            $table->unsignedBigInteger('rule_id');
            $table->unsignedBigInteger('supporter_id');
            $table->unsignedBigInteger('gift_id')->default(0);
            $table->primary(['rule_id', 'supporter_id', 'gift_id']);
            $table->index('supporter_id');
        });
        // One figure a day: how many of how many.
        Schema::create('measures', function (Blueprint $table): void {
            $table->date('day');
            $table->string('measure', 60);
            $table->unsignedBigInteger('count');
            $table->unsignedBigInteger('total');
            $table->primary(['measure', 'day']);
        });
        $this->customFields();
        $this->contactPoints();
        Schema::table('intake_problems', fn (Blueprint $table) => $table->boolean('blocks')->default(true));
    }

    private function customFields(): void
    {
        foreach (DB::table('custom_fields')->get() as $field) {
            foreach (json_decode($field->options, true) as $place => $value) {
                DB::table('pick_values')->insert(['field' => $field->key, 'value' => $value, 'place' => $place, 'spellings' => '[]']);
            }
            if ($field->is_required) {
                DB::table('required_rules')->insert(['subject' => 'supporter', 'field' => $field->key, 'strength' => 'must', 'conditions' => '[]', 'created_at' => now(), 'updated_at' => now()]);
            }
        }
        Schema::table('custom_fields', function (Blueprint $table): void {
            $table->dropColumn(['options', 'is_required']);
            $table->timestamp('retired_at')->nullable();
        });
    }

    /** Values that must be unique are looked up. */
    private function contactPoints(): void
    {
        Schema::table('emails', fn (Blueprint $table) => $table->index('address'));
        Schema::table('phones', fn (Blueprint $table) => $table->index('number'));
        Schema::table('identifiers', fn (Blueprint $table) => $table->index('value'));
        DB::statement('alter table custom_values add index custom_values_value (field, value(60))');
    }
};
