<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::create('column_plans', function (Blueprint $table): void {
            $table->id();
            $table->string('name', 120)->unique();
            $table->mediumText('plan');
            $table->text('settings');
            $table->unsignedBigInteger('user_id')->nullable();
            $table->timestamps();
        });
        Schema::create('intakes', function (Blueprint $table): void {
            $table->id();
            $table->string('name', 190);
            $table->string('state', 12)->index();
            $table->unsignedBigInteger('user_id')->nullable();
            $table->string('file_name');
            $table->string('file_path');
            $table->unsignedBigInteger('file_size');
            $table->string('encoding', 20)->nullable();
            $table->string('delimiter', 1)->nullable();
            $table->unsignedInteger('header_row')->nullable();
            $table->text('sheets');
            // What was read: the columns, their plan, the number of rows.
            $table->longText('profiles')->nullable();
            $table->mediumText('plan')->nullable();
            $table->string('plan_name', 120)->nullable();
            $table->unsignedInteger('row_count')->default(0);
            $table->mediumText('settings');
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
            $table->unsignedBigInteger('loaded_by')->nullable();
            $table->timestamp('undone_at')->nullable();
            $table->unsignedBigInteger('undone_by')->nullable();
            $table->timestamps();
            $table->string('format', 8)->default('csv');
            $table->text('sheets_read')->nullable();
            $table->boolean('fill_merged')->default(false);
            // Number of the first row of each sheet that is read to its name.
            $table->text('sheet_starts')->nullable();
            // What is odd about rows and sheet: SheetFindings. What is odd about values stands in the profiles.
            $table->longText('oddities')->nullable();
            // The rows that a trial brings in, and how far it has come.
            $table->mediumText('trial')->nullable();
            // In which order loads wait for each other.
            $table->unsignedInteger('queue_place')->nullable();
            // What is being taken back or brought back: App\Intakes\Loading\Undoing.
            $table->mediumText('taking_back')->nullable();
            $table->string('restore_point', 60)->nullable();
            // The version of the standards that its rows were worked out by.
            $table->unsignedInteger('standards')->default(0);
            // A command works on it, not the queue; its last sign of life.
            $table->boolean('in_foreground')->default(false);
            $table->timestamp('seen_at', 3)->nullable();
            // Why the proof does not balance; null if it does.
            $table->text('faults')->nullable();
            // The organization's currency when its rows were worked out.
            $table->char('currency', 3)->default('USD');
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
            $table->unsignedBigInteger('unit');
            $table->unsignedInteger('number');
            // When the row is planned and loaded: by its number, or after all others if it had to wait for them.
            $table->unsignedBigInteger('turn');
            $table->string('display', 400);
            $table->string('outcome', 10);
            // What keeps a held row: problem, unsure, person; null otherwise.
            $table->string('held_by', 10)->nullable();
            $table->string('verdict', 8);
            $table->unsignedBigInteger('supporter_id')->nullable();
            $table->unsignedBigInteger('leader')->nullable();
            $table->text('findings')->nullable();
            // Of an unsure one, what speaks for it and against it, without the values; and how many it may be.
            $table->string('why', 190)->default('');
            $table->unsignedTinyInteger('candidates')->default(0);
            // Of a new one, how many have its name.
            $table->unsignedInteger('namesakes')->default(0);
            // none, same, ask, accepted, kept
            $table->string('address', 10);
            $table->text('address_changes')->nullable();
            $table->mediumText('changes')->nullable();
            // The gifts of a row together: each of them fits decimal(14,2), their sum may not.
            $table->decimal('money', 18, 2)->default(0);
            $table->text('gifts')->nullable();
            $table->bigInteger('fingerprint')->nullable();
            $table->unsignedSmallInteger('gifts_new')->default(0);
            $table->decimal('money_there', 18, 2)->default(0);
            $table->string('reason', 250)->nullable();
            $table->string('role', 12)->default('');
            $table->decimal('money_promised', 14, 2)->default(0);
            $table->unsignedInteger('promises_new')->default(0);
            // Code of the currency to {"money", "there", "promised"}.
            $table->text('other_money')->nullable();
            $table->primary(['intake_id', 'unit']);
            $table->index(['intake_id', 'outcome', 'number']);
            $table->index(['intake_id', 'supporter_id']);
            $table->index(['intake_id', 'leader']);
            $table->index(['intake_id', 'number'], 'intake_id');
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
            $table->boolean('blocks')->default(true);
            $table->primary(['intake_id', 'number', 'place']);
            $table->index(['intake_id', 'code', 'number']);
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
        Schema::create('intake_keys', function (Blueprint $table): void {
            $table->unsignedBigInteger('intake_id');
            $table->bigInteger('hash');
            $table->unsignedBigInteger('unit');
            $table->primary(['intake_id', 'hash', 'unit']);
            $table->index(['intake_id', 'unit']);
        });
        Schema::create('intake_counts', function (Blueprint $table): void {
            $table->unsignedBigInteger('intake_id');
            $table->string('kind', 20);
            $table->string('stamp', 190);
            $table->double('known');
            $table->primary(['intake_id', 'kind']);
        });
        DB::statement('alter table intake_counts add counts mediumblob not null');
        // What people decided about rows and values. Settings: they outlive every re-run.
        Schema::create('intake_edits', function (Blueprint $table): void {
            $table->id();
            $table->unsignedBigInteger('intake_id');
            $table->string('kind', 12);
            $table->unsignedInteger('number')->nullable();
            $table->unsignedSmallInteger('column')->nullable();
            $table->text('from')->nullable();
            $table->text('to')->nullable();
            $table->unsignedBigInteger('user_id')->nullable();
            $table->timestamp('created_at')->useCurrent();
            // The first of the edits that were made, and are taken back, as one.
            $table->unsignedBigInteger('act')->nullable()->index();
            $table->index(['intake_id', 'number']);
            $table->index(['intake_id', 'kind', 'id']);
        });
        // How each row ended. Written once, in the transaction that wrote its records: the primary key keeps a row from ending twice.
        Schema::create('intake_outcomes', function (Blueprint $table): void {
            $table->unsignedBigInteger('intake_id');
            $table->unsignedBigInteger('unit');
            $table->unsignedInteger('number');
            $table->string('outcome', 10);
            $table->unsignedBigInteger('supporter_id')->nullable();
            $table->text('made')->nullable();
            $table->decimal('money', 18, 2)->default(0);
            // What the row said: the very same row is recognized when it comes again.
            $table->bigInteger('fingerprint')->nullable()->index();
            $table->unsignedSmallInteger('gifts_new')->default(0);
            $table->decimal('money_there', 18, 2)->default(0);
            // A row that was taken back after it had come in: what its outcome was.
            $table->string('taken_back', 10)->nullable();
            $table->decimal('money_promised', 14, 2)->default(0);
            $table->unsignedInteger('promises_new')->default(0);
            $table->text('other_money')->nullable();
            $table->primary(['intake_id', 'unit']);
            $table->index(['intake_id', 'outcome', 'number']);
            $table->index(['intake_id', 'number'], 'intake_id');
        });
        Schema::create('held_assignments', function (Blueprint $table): void {
            $table->unsignedBigInteger('intake_id');
            $table->unsignedInteger('number');
            $table->unsignedBigInteger('user_id')->index();
            $table->primary(['intake_id', 'number']);
        });
        Schema::create('grid_layouts', function (Blueprint $table): void {
            $table->id();
            $table->string('name', 120)->unique();
            $table->text('columns');
            $table->unsignedBigInteger('user_id')->nullable();
            $table->timestamps();
        });
        Schema::create('saved_searches', function (Blueprint $table): void {
            $table->id();
            $table->string('name', 120)->unique();
            // App\Supporters\SupporterSearch::KEYS to what was asked for.
            $table->text('query');
            $table->unsignedBigInteger('user_id')->nullable();
            $table->timestamps();
        });
        Schema::create('rereads', function (Blueprint $table): void {
            $table->id();
            $table->string('state', 10);
            $table->unsignedBigInteger('user_id')->nullable();
            $table->unsignedInteger('done')->default(0);
            $table->unsignedInteger('total')->default(0);
            $table->string('error', 500)->nullable();
            $table->timestamp('created_at', 3);
            $table->timestamp('ended_at', 3)->nullable();
        });
        Schema::create('rereadings', function (Blueprint $table): void {
            $table->id();
            $table->char('sign', 16)->unique();
            $table->unsignedBigInteger('intake_id');
            $table->unsignedInteger('number');
            $table->unsignedBigInteger('supporter_id');
            $table->string('kind', 10);
            $table->string('subject', 12);
            $table->unsignedBigInteger('thing');
            // Column to what is stored and what is read today.
            $table->text('fields');
            // Field of the catalog to what the row says there.
            $table->text('written');
            $table->string('reason', 500);
            $table->boolean('can_be_taken');
            // open, kept, taken
            $table->string('state', 8)->default('open');
            $table->unsignedBigInteger('act_id')->nullable();
            $table->unsignedBigInteger('reread_id');
            $table->index(['state', 'kind', 'id']);
        });
    }
};
