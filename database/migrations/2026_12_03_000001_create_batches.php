<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Gifts that came in together are entered and checked together, and are given once they are posted. */
return new class extends Migration {
    public function up(): void
    {
        Schema::create('batches', function (Blueprint $table): void {
            $table->id();
            $table->string('name', 190)->unique();
            $table->date('received_on');
            $table->string('bank_reference', 120)->default('');
            $table->char('currency', 3);
            // What each of its gifts has unless something else is written: field to value.
            $table->text('defaults');
            $table->unsignedInteger('expected_gifts')->default(0);
            $table->decimal('expected_amount', 14, 2)->default('0.00');
            $table->string('state', 8)->default('open')->index();
            $table->unsignedBigInteger('user_id')->nullable();
            $table->unsignedBigInteger('readied_by')->nullable();
            $table->unsignedBigInteger('posted_by')->nullable();
            $table->timestamp('posted_at', 3)->nullable();
            // Why it was posted though it is not what was expected.
            $table->string('reason', 500)->default('');
            $table->unsignedBigInteger('act_id')->nullable();
            $table->timestamp('created_at', 3);
        });
        // As gifts are: rows of their own, so that no sum of gifts can see them.
        Schema::create('batch_entries', function (Blueprint $table): void {
            $table->unsignedBigInteger('id')->primary();
            $table->unsignedBigInteger('supporter_id')->index();
            $table->unsignedBigInteger('batch_id')->index();
            $table->date('given_on');
            $table->decimal('amount', 14, 2);
            $table->char('currency', 3)->default('USD');
            $table->string('kind', 24)->nullable();
            $table->string('fund', 190)->nullable();
            $table->string('reference', 120)->nullable();
            $table->unsignedBigInteger('intake_id')->nullable()->index();
            $table->string('campaign', 190)->nullable();
            $table->string('appeal', 190)->nullable();
            $table->string('tribute', 190)->nullable();
            $table->string('anonymous', 3)->nullable();
            $table->text('notes')->nullable();
        });
        Schema::table('gifts', function (Blueprint $table): void {
            $table->unsignedBigInteger('batch_id')->nullable()->index();
        });
        Schema::table('users', function (Blueprint $table): void {
            $table->boolean('may_post')->nullable()->after('may_edit');
        });
        // Whoever holds a check types the house number that is printed on it.
        Schema::table('addresses', static fn(Blueprint $table) => $table->rawIndex('line1(24)', 'addresses_line1'));
        DB::table('sequences')->insert(['name' => 'entry', 'next' => 1]);
    }
};
