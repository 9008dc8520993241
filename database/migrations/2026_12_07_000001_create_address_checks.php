<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** What the postal directory answered, how each stored address stands by it, and the checks of lists and records. */
return new class extends Migration {
    public function up(): void
    {
        Schema::table('addresses', static function (Blueprint $table): void {
            // From when and until when somebody lived there, as far as that is known.
            $table->date('valid_from')->nullable();
            $table->date('valid_until')->nullable();
            $table->index('condition');
        });
        Schema::table('intakes', static function (Blueprint $table): void {
            // "list" for one whose addresses are cleaned and from which nobody is loaded.
            $table->string('purpose', 8)->charset('ascii')->default('load')->after('state')->index();
        });
        Schema::table('intake_results', static function (Blueprint $table): void {
            // What the postal directory says of the address of a row; '' as long as it was not asked.
            $table->string('address_outcome', 24)->charset('ascii')->default('')->after('address_rules');
        });
        Schema::create('postal_answers', static function (Blueprint $table): void {
            // Equal for addresses that the directory would not tell apart.
            $table->char('address_key', 40)->charset('ascii')->primary();
            $table->string('outcome', 24)->charset('ascii');
            $table->json('answer');
            $table->string('edition', 120);
            $table->dateTime('asked_at')->index();
        });
        Schema::create('address_states', static function (Blueprint $table): void {
            $table->unsignedBigInteger('address_id')->primary();
            $table->unsignedBigInteger('supporter_id')->index();
            $table->char('address_key', 40)->charset('ascii')->index();
            $table->string('outcome', 24)->charset('ascii');
            // Whoever has it is told to have moved away.
            $table->boolean('is_moved')->default(false);
            // A person says that it is right all the same.
            $table->boolean('is_settled')->default(false);
            // Whether someone has to look: not found or moved, and not settled.
            $table->boolean('is_open')->default(false)->index();
            $table->dateTime('asked_at')->index();
            $table->index(['outcome', 'address_id']);
        });
        Schema::create('address_checks', static function (Blueprint $table): void {
            $table->id();
            $table->string('kind', 8)->charset('ascii');
            $table->string('name', 190);
            $table->string('state', 12)->charset('ascii');
            $table->unsignedBigInteger('user_id')->nullable();
            // Of a list: the source whose rows it has. Of records: whose.
            $table->unsignedBigInteger('intake_id')->nullable();
            $table->json('scope')->nullable();
            $table->boolean('asks')->default(true);
            $table->unsignedBigInteger('position')->default(0);
            $table->unsignedInteger('total')->default(0);
            $table->unsignedInteger('done')->default(0);
            $table->unsignedInteger('to_ask')->default(0);
            $table->unsignedInteger('asked')->default(0);
            $table->string('edition', 120)->default('');
            $table->json('figures')->nullable();
            $table->string('error', 500)->nullable();
            $table->unsignedBigInteger('act_id')->nullable();
            $table->dateTime('created_at');
            $table->dateTime('began_at')->nullable();
            $table->dateTime('ended_at')->nullable();
        });
        Schema::create('checked_addresses', static function (Blueprint $table): void {
            $table->unsignedBigInteger('check_id');
            // Of the row, or of the stored address.
            $table->unsignedBigInteger('number');
            $table->unsignedBigInteger('supporter_id')->nullable();
            $table->string('who', 190)->default('');
            $table->string('first_name', 190)->default('');
            $table->string('last_name', 190)->default('');
            $table->json('written');
            $table->json('standard');
            $table->string('rules', 250)->charset('ascii')->default('');
            $table->string('reasons', 1500)->default('');
            $table->string('faults', 300)->charset('ascii')->default('');
            $table->string('region', 12)->default('');
            $table->char('address_key', 40)->charset('ascii');
            $table->string('outcome', 24)->charset('ascii')->default('');
            $table->boolean('is_moved')->default(false);
            $table->string('decision', 8)->charset('ascii')->default('');
            // What is equal for the same door, for one person at it, and for an address that was written in the same way.
            $table->char('door', 40)->charset('ascii')->default('');
            $table->char('person', 40)->charset('ascii')->default('');
            $table->char('as_written', 40)->charset('ascii')->default('');
            $table->unsignedBigInteger('same_address')->nullable();
            $table->unsignedBigInteger('same_person')->nullable();
            $table->primary(['check_id', 'number']);
            $table->index(['check_id', 'outcome', 'number']);
            $table->index(['check_id', 'address_key']);
            $table->index(['check_id', 'door']);
        });
    }
};
