<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        // Ids are handed out in blocks from here, so that a whole chunk can be written with its links in a few statements.
        Schema::create('sequences', function (Blueprint $table): void {
            $table->string('name', 20)->primary();
            $table->unsignedBigInteger('next');
        });
        $names = [
            'supporter',
            'address',
            'email',
            'phone',
            'identifier',
            'gift',
            'journal',
            'membership',
            'custom',
            'link',
            'load',
            'unread',
        ];
        DB::table('sequences')->insert(array_map(static fn(string $name): array => ['name' => $name, 'next' => 1], $names));
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
            // The list is read in this order, page by page: a prefix index could not serve it.
            $table->string('sort_key', 120)->nullable()->storedAs('left(sort_name, 120)');
            $table->string('nickname', 190)->nullable();
            $table->date('birth_date')->nullable();
            $table->text('notes')->nullable();
            // "yes", "no", or null where nobody has said.
            $table->string('consent_mail', 3)->nullable();
            $table->string('consent_email', 3)->nullable();
            $table->string('consent_phone', 3)->nullable();
            $table->date('consent_mail_on')->nullable();
            $table->date('consent_email_on')->nullable();
            $table->date('consent_phone_on')->nullable();
            $table->index(['sort_key', 'id'], 'supporters_sort');
        });
        Schema::create('addresses', function (Blueprint $table): void {
            $table->unsignedBigInteger('id')->primary();
            $table->unsignedBigInteger('supporter_id')->index();
            $table->string('kind', 12)->default('home');
            $table->string('line1', 600)->nullable();
            $table->string('line2', 600)->nullable();
            $table->string('city', 600)->nullable();
            $table->string('state', 190)->nullable();
            $table->string('postal_code', 190)->nullable();
            $table->string('country', 190)->nullable();
            // As it was written, when it was stored in postal form.
            $table->text('original')->nullable();
            $table->string('label', 60)->nullable();
            $table->boolean('is_primary')->default(true);
            $table->string('condition', 16)->default('good');
        });
        Schema::create('emails', function (Blueprint $table): void {
            $table->unsignedBigInteger('id')->primary();
            $table->unsignedBigInteger('supporter_id')->index();
            $table->string('kind', 12)->default('home');
            $table->string('address', 190)->index();
            $table->string('label', 60)->nullable();
            $table->boolean('is_primary')->default(true);
            $table->string('condition', 16)->default('good');
        });
        Schema::create('phones', function (Blueprint $table): void {
            $table->unsignedBigInteger('id')->primary();
            $table->unsignedBigInteger('supporter_id')->index();
            $table->string('kind', 12)->default('home');
            $table->string('number', 40)->index();
            $table->string('label', 60)->nullable();
            $table->boolean('is_primary')->default(true);
            $table->string('condition', 16)->default('good');
        });
        Schema::create('identifiers', function (Blueprint $table): void {
            $table->unsignedBigInteger('id')->primary();
            $table->unsignedBigInteger('supporter_id')->index();
            $table->string('system', 60);
            $table->string('value', 120)->index();
        });
        Schema::create('memberships', function (Blueprint $table): void {
            $table->unsignedBigInteger('id')->primary();
            $table->unsignedBigInteger('supporter_id')->index();
            $table->string('list', 5);
            $table->string('name', 120);
            $table->index(['list', 'name']);
        });
        Schema::create('custom_fields', function (Blueprint $table): void {
            $table->id();
            $table->string('key', 60)->unique();
            $table->string('label', 120)->unique();
            $table->string('group', 60);
            $table->string('type', 24);
            $table->timestamps();
            $table->timestamp('retired_at')->nullable();
        });
        Schema::create('custom_values', function (Blueprint $table): void {
            $table->unsignedBigInteger('id')->primary();
            $table->unsignedBigInteger('supporter_id')->index();
            $table->string('field', 60);
            // Of a field that can have several, each stands on its own line.
            $table->text('value');
            $table->index(['field', 'supporter_id']);
            $table->rawIndex('field, value(60)', 'custom_values_value');
        });
        Schema::create('links', function (Blueprint $table): void {
            $table->unsignedBigInteger('id')->primary();
            // Whom the link belongs to: the member, the employee, the child. LinkKind says what each kind is.
            $table->unsignedBigInteger('supporter_id')->index();
            $table->unsignedBigInteger('other_id')->index();
            $table->string('kind', 12);
            $table->string('role', 190)->nullable();
        });
        Schema::create('unread_values', function (Blueprint $table): void {
            $table->unsignedBigInteger('id')->primary();
            $table->unsignedBigInteger('supporter_id')->index();
            $table->string('field', 60);
            $table->text('value');
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
            $table->string('campaign', 190)->nullable();
            $table->string('appeal', 190)->nullable();
            $table->string('tribute', 190)->nullable();
            $table->string('anonymous', 3)->nullable();
            $table->text('notes')->nullable();
            $table->index(['supporter_id', 'given_on']);
        });
        // What is only worked out of an address stands beside it: the tables of records hold what the journal tells of and nothing else.
        Schema::create('address_forms', function (Blueprint $table): void {
            $table->unsignedBigInteger('address_id')->primary();
            // Null until it is looked at.
            $table->boolean('is_postal')->nullable()->index();
        });
        // Made like match_keys: whoever changes how words are made must rebuild them in a migration.
        Schema::create('search_words', function (Blueprint $table): void {
            $table->string('word', 60)->charset('ascii')->collation('ascii_bin');
            // App\Supporters\SearchWord says what the numbers of fields are.
            $table->unsignedTinyInteger('field');
            $table->unsignedBigInteger('supporter_id');
            $table->primary(['word', 'field', 'supporter_id']);
        });
        // Clustered by the key, since that is how they are looked up; a record's old keys are deleted by making them again from what it was.
        Schema::create('match_keys', function (Blueprint $table): void {
            $table->bigInteger('hash');
            $table->unsignedBigInteger('supporter_id');
            $table->primary(['hash', 'supporter_id']);
        });
        Schema::create('acts', function (Blueprint $table): void {
            $table->id();
            $table->string('what', 500);
            $table->unsignedBigInteger('user_id')->nullable();
            $table->timestamp('at', 3);
            $table->unsignedInteger('records')->default(0);
            $table->timestamp('undone_at', 3)->nullable();
            $table->unsignedBigInteger('undone_by')->nullable();
        });
        // What was written, by whom and from where. Its ids are in the order of commits.
        Schema::create('journal', function (Blueprint $table): void {
            $table->unsignedBigInteger('id')->primary();
            $table->timestamp('at', 3);
            $table->string('cause', 12);
            $table->unsignedBigInteger('user_id')->nullable();
            $table->unsignedBigInteger('intake_id')->nullable();
            $table->unsignedInteger('row_number')->nullable();
            $table->unsignedBigInteger('supporter_id');
            $table->mediumText('changes');
            $table->unsignedBigInteger('act_id')->nullable();
            $table->index(['supporter_id', 'id']);
            $table->index(['intake_id', 'supporter_id', 'id']);
            $table->index(['act_id', 'supporter_id', 'id']);
        });
    }
};
