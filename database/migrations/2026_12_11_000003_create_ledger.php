<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What was taken for accounting, gift by gift, so that nothing is taken twice and what changed since is put right. */
return new class extends Migration {
    public function up(): void
    {
        Schema::create('ledger_takings', function (Blueprint $table): void {
            $table->id();
            $table->unsignedBigInteger('user_id')->nullable();
            $table->date('from_on');
            $table->date('until_on');
            $table->string('state', 8)->charset('ascii');
            // The last gift that was looked at, and whether it is at those that changed since they were taken.
            $table->unsignedBigInteger('position')->default(0);
            $table->boolean('is_at_changed')->default(false);
            // The last entry of the journal when it began.
            $table->unsignedBigInteger('mark');
            $table->string('error', 500)->nullable();
            $table->dateTime('created_at');
        });
        Schema::create('ledger_lines', function (Blueprint $table): void {
            $table->unsignedBigInteger('gift_id');
            $table->unsignedBigInteger('taking_id');
            $table->unsignedSmallInteger('place');
            $table->date('booked_on');
            $table->unsignedBigInteger('batch_id')->nullable();
            $table->char('currency', 3);
            // Whether it says where the money came in; else what it was given for.
            $table->boolean('is_money');
            $table->string('account', 60);
            $table->string('fund', 190)->default('');
            // Above zero a debit, below it a credit.
            $table->decimal('amount', 18, 2);
            $table->boolean('is_change')->default(false);
            $table->primary(['gift_id', 'taking_id', 'place']);
            $table->index(['taking_id', 'booked_on']);
        });
    }
};
