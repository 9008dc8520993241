<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('column_plans', function (Blueprint $table): void {
            $table->id();
            $table->string('name', 120)->unique();
            $table->char('headers_key', 32)->index();
            $table->mediumText('choices');
            $table->text('settings');
            $table->foreignId('user_id')->nullable();
            $table->timestamps();
        });
        Schema::create('intakes', function (Blueprint $table): void {
            $table->id();
            $table->string('name', 190);
            $table->string('state', 12)->index();
            $table->foreignId('user_id')->nullable();
            $table->string('file_name', 255);
            $table->string('file_path', 255);
            $table->unsignedBigInteger('file_size');
            // How the source is read.
            $table->string('sheet', 120)->nullable();
            $table->string('encoding', 20)->nullable();
            $table->string('delimiter', 1)->nullable();
            $table->unsignedInteger('header_row')->nullable();
            $table->text('sheets');
            // What was read: the columns, their plan, the number of rows.
            $table->longText('profiles')->nullable();
            $table->mediumText('plan')->nullable();
            $table->string('plan_name', 120)->nullable();
            $table->unsignedInteger('row_count')->default(0);
            $table->text('settings');
            // Whether the results below are of the plan and settings above.
            $table->boolean('is_sifted')->default(false);
            $table->unsignedBigInteger('journal_mark')->default(0);
            $table->boolean('has_moved')->default(false);
            $table->unsignedInteger('replanned')->default(0);
            // Where a long piece of work has got to.
            $table->unsignedBigInteger('position')->default(0);
            $table->unsignedInteger('done')->default(0);
            $table->timestamp('began_at', 3)->nullable();
            $table->timestamp('ended_at', 3)->nullable();
            $table->text('error')->nullable();
            $table->text('undo_report')->nullable();
            $table->timestamp('loaded_at')->nullable();
            $table->foreignId('loaded_by')->nullable();
            $table->timestamp('undone_at')->nullable();
            $table->foreignId('undone_by')->nullable();
            $table->timestamps();
        });
        // The source as it is, never changed: cells are a JSON list of text.
        Schema::create('intake_rows', function (Blueprint $table): void {
            $table->unsignedBigInteger('intake_id');
            $table->unsignedInteger('number');
            $table->mediumText('cells');
            $table->primary(['intake_id', 'number']);
        });
        // What the stages made of each row. Made anew whenever plan, settings or edits change.
        Schema::create('intake_results', function (Blueprint $table): void {
            $table->unsignedBigInteger('intake_id');
            $table->unsignedInteger('number');
            // When the row is planned and loaded: by its number, or after all others if it had to wait for them.
            $table->unsignedBigInteger('turn');
            $table->string('display', 400);
            $table->string('outcome', 10);
            // What keeps a held row: problem, unsure, person; null otherwise.
            $table->string('held_by', 10)->nullable();
            $table->string('verdict', 8);
            $table->unsignedBigInteger('supporter_id')->nullable();
            $table->unsignedInteger('leader')->nullable();
            $table->text('findings')->nullable();
            // none, same, ask, accepted, kept
            $table->string('address', 10);
            $table->text('address_changes')->nullable();
            $table->mediumText('changes')->nullable();
            $table->decimal('money', 14, 2)->default(0);
            $table->string('gift', 200)->nullable();
            $table->string('gift_state', 8)->nullable();
            $table->bigInteger('fingerprint')->nullable();
            $table->primary(['intake_id', 'number']);
            $table->index(['intake_id', 'outcome', 'number']);
            $table->index(['intake_id', 'supporter_id']);
            $table->index(['intake_id', 'leader']);
        });
        Schema::create('intake_problems', function (Blueprint $table): void {
            $table->unsignedBigInteger('intake_id');
            $table->unsignedInteger('number');
            $table->unsignedSmallInteger('place');
            $table->string('code', 40);
            $table->string('field', 60);
            $table->unsignedSmallInteger('column')->nullable();
            $table->text('value');
            $table->text('reason');
            $table->text('remedy');
            $table->primary(['intake_id', 'number', 'place']);
            $table->index(['intake_id', 'code', 'number']);
        });
        Schema::create('intake_keys', function (Blueprint $table): void {
            $table->unsignedBigInteger('intake_id');
            $table->unsignedTinyInteger('kind');
            $table->bigInteger('hash');
            $table->unsignedInteger('number');
            $table->primary(['intake_id', 'kind', 'hash', 'number']);
            $table->index(['intake_id', 'number']);
        });
        // What people decided about rows and values. Settings: they outlive every re-run.
        Schema::create('intake_edits', function (Blueprint $table): void {
            $table->id();
            $table->unsignedBigInteger('intake_id');
            $table->string('kind', 12);
            $table->unsignedInteger('number')->nullable();
            $table->unsignedSmallInteger('column')->nullable();
            $table->text('from')->nullable();
            $table->text('to')->nullable();
            $table->foreignId('user_id')->nullable();
            $table->timestamp('created_at')->useCurrent();
            $table->index(['intake_id', 'number']);
            $table->index(['intake_id', 'kind', 'id']);
        });
        // How each row ended. Written once, in the transaction that wrote its records: the primary key keeps a row from ending twice.
        Schema::create('intake_outcomes', function (Blueprint $table): void {
            $table->unsignedBigInteger('intake_id');
            $table->unsignedInteger('number');
            $table->string('outcome', 10);
            $table->unsignedBigInteger('supporter_id')->nullable();
            $table->text('made')->nullable();
            $table->decimal('money', 14, 2)->default(0);
            $table->string('gift_state', 8)->nullable();
            // What the row said: the very same row is recognized when it comes again.
            $table->bigInteger('fingerprint')->nullable()->index();
            $table->primary(['intake_id', 'number']);
            $table->index(['intake_id', 'outcome', 'number']);
        });
    }
};
