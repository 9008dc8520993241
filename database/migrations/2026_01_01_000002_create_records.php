<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        // Ids are handed out in blocks from here, so that a whole chunk can be written with its links in a few statements.
        Schema::create('sequences', function (Blueprint $table): void {
            $table->string('name', 20)->primary();
            $table->unsignedBigInteger('next');
        });
        foreach (['supporter', 'address', 'email', 'phone', 'identifier', 'gift', 'journal'] as $name) {
            DB::table('sequences')->insert(['name' => $name, 'next' => 1]);
        }
        Schema::create('supporters', function (Blueprint $table): void {
            $table->unsignedBigInteger('id')->primary();
            $table->string('kind', 12);
            $table->string('title', 190)->nullable();
            $table->string('first_name', 190)->nullable();
            $table->string('middle_name', 190)->nullable();
            $table->string('last_name', 190)->nullable();
            $table->string('suffix', 190)->nullable();
            $table->string('organization_name', 190)->nullable();
            $table->text('display_name');
            $table->text('sort_name');
            $table->text('envelope_name')->nullable();
            $table->text('greeting')->nullable();
            $table->date('first_known_on')->nullable();
            $table->string('status', 12)->default('active');
            $table->unsignedInteger('version')->default(1);
            $table->timestamp('created_at')->useCurrent();
        });
        // The list is read in this order, page by page: a prefix index could not serve it.
        DB::statement('alter table supporters add sort_key varchar(120) generated always as (left(sort_name, 120)) stored, add key supporters_sort (sort_key, id)');
        $this->part('addresses', function (Blueprint $table): void {
            $table->string('kind', 12)->default('home');
            $table->string('line1', 600)->nullable();
            $table->string('line2', 600)->nullable();
            $table->string('city', 600)->nullable();
            $table->string('state', 190)->nullable();
            $table->string('postal_code', 190)->nullable();
            $table->string('country', 190)->nullable();
            // As it was written, when it was stored in postal form.
            $table->text('original')->nullable();
        });
        $this->part('emails', function (Blueprint $table): void {
            $table->string('kind', 12)->default('home');
            $table->string('address', 190);
        });
        $this->part('phones', function (Blueprint $table): void {
            $table->string('kind', 12)->default('home');
            $table->string('number', 40);
        });
        Schema::create('identifiers', function (Blueprint $table): void {
            $table->unsignedBigInteger('id')->primary();
            $table->unsignedBigInteger('supporter_id')->index();
            $table->string('system', 60);
            $table->string('value', 120);
        });
        Schema::create('gifts', function (Blueprint $table): void {
            $table->unsignedBigInteger('id')->primary();
            $table->unsignedBigInteger('supporter_id');
            $table->date('given_on')->index();
            $table->decimal('amount', 14, 2);
            $table->char('currency', 3)->default('USD');
            $table->string('kind', 24)->nullable();
            $table->string('fund', 190)->nullable();
            $table->string('reference', 120)->nullable();
            // Which intake brought it: gifts that stood before one are told from those that it makes.
            $table->unsignedBigInteger('intake_id')->nullable()->index();
            $table->index(['supporter_id', 'given_on']);
        });
        Schema::create('groups', function (Blueprint $table): void {
            $table->id();
            $table->string('name', 120)->unique();
        });
        Schema::create('group_supporter', function (Blueprint $table): void {
            $table->unsignedBigInteger('supporter_id');
            $table->unsignedBigInteger('group_id')->index();
            $table->primary(['supporter_id', 'group_id']);
        });
        // Clustered by the key, since that is how they are looked up; a record's old keys are deleted by making them again from what it was.
        // So whoever changes how keys or words are made must rebuild both tables in a migration. KeyKind says what the kinds are.
        Schema::create('match_keys', function (Blueprint $table): void {
            $table->unsignedTinyInteger('kind');
            $table->bigInteger('hash');
            $table->unsignedBigInteger('supporter_id');
            $table->primary(['kind', 'hash', 'supporter_id']);
        });
        DB::statement('create table search_words (
            word varchar(60) character set ascii collate ascii_bin not null,
            supporter_id bigint unsigned not null,
            primary key (word, supporter_id)
        ) engine=InnoDB');
        Schema::create('journal', function (Blueprint $table): void {
            $table->unsignedBigInteger('id')->primary();
            $table->timestamp('at', 3);
            $table->string('cause', 12);
            $table->unsignedBigInteger('user_id')->nullable();
            $table->unsignedBigInteger('intake_id')->nullable();
            $table->unsignedInteger('row_number')->nullable();
            $table->unsignedBigInteger('supporter_id');
            $table->mediumText('changes');
            $table->index(['supporter_id', 'id']);
            $table->index(['intake_id', 'supporter_id', 'id']);
        });
    }

    private function part(string $name, callable $columns): void
    {
        Schema::create($name, function (Blueprint $table) use ($columns): void {
            $table->unsignedBigInteger('id')->primary();
            $table->unsignedBigInteger('supporter_id')->index();
            $columns($table);
            $table->string('label', 60)->nullable();
            $table->boolean('is_primary')->default(true);
            $table->string('condition', 16)->default('good');
        });
    }
};
