<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** A gift with all its parts: split over funds, receipted, with what came in return and what was kept back; and gifts that are taken back. */
return new class extends Migration {
    public function up(): void
    {
        foreach (['gifts', 'batch_entries'] as $name) {
            Schema::table($name, function (Blueprint $table): void {
                $table->text('splits')->nullable();
                $table->string('description', 190)->nullable();
                $table->string('units', 24)->nullable();
                $table->string('tribute_kind', 12)->nullable();
                $table->text('tell')->nullable();
                $table->string('receipt', 120)->nullable()->index();
                $table->date('receipt_on')->nullable();
                $table->decimal('benefit', 14, 2)->nullable();
                $table->decimal('fee', 14, 2)->nullable();
                $table->string('source_id', 120)->nullable()->index();
                $table->unsignedBigInteger('corrects_id')->nullable()->index();
                $table->string('reason', 190)->nullable();
                $table->text('credits')->nullable();
            });
        }
        // The parts of gifts that are split, so that sums by fund need not read them out of the gifts; it follows every write.
        Schema::create('gift_splits', function (Blueprint $table): void {
            $table->unsignedBigInteger('gift_id');
            $table->unsignedTinyInteger('place');
            $table->decimal('amount', 14, 2);
            $table->string('fund', 190)->default('');
            $table->string('campaign', 190)->default('');
            $table->string('appeal', 190)->default('');
            // As the gift has them.
            $table->date('given_on');
            $table->char('currency', 3);
            $table->string('kind', 24)->default('');
            $table->boolean('corrects')->default(false);
            $table->primary(['gift_id', 'place']);
            foreach (['fund', 'campaign', 'appeal'] as $purpose) {
                $table->index([$purpose, 'given_on']);
            }
            $table->foreign('gift_id')->references('id')->on('gifts')->cascadeOnDelete();
        });
        // So too to whom gifts are credited beside their givers.
        Schema::create('gift_credits', function (Blueprint $table): void {
            $table->unsignedBigInteger('gift_id');
            $table->unsignedBigInteger('supporter_id')->index();
            $table->decimal('amount', 14, 2);
            $table->primary(['gift_id', 'supporter_id']);
            $table->foreign('gift_id')->references('id')->on('gifts')->cascadeOnDelete();
        });
    }
};
