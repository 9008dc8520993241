<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Clusters that are unsure for the same reason are decided, and taken back, as one. */
return new class extends Migration
{
    public function up(): void
    {
        foreach (['duplicate_pairs', 'shared_homes'] as $list) {
            Schema::table($list, static function (Blueprint $table): void {
                // What speaks for it and against it, without the values.
                $table->string('why', 190)->default('')->after('reasons')->index();
            });
        }
        Schema::create('duplicate_rounds', static function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->nullable();
            $table->string('why', 190);
            $table->boolean('is_same');
            $table->string('state', 12)->index();
            $table->unsignedBigInteger('after')->default(0);
            $table->unsignedInteger('total');
            $table->unsignedInteger('decided')->default(0);
            $table->unsignedInteger('kept')->default(0);
            $table->timestamp('at', 3);
        });
        foreach (['pair_decisions', 'merges'] as $decided) {
            Schema::table($decided, static function (Blueprint $table): void {
                $table->unsignedBigInteger('round_id')->nullable()->index();
            });
        }
    }
};
