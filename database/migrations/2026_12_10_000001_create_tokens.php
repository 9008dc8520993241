<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Tokens by which other programs ask, what was answered to a request that may come again, and intakes that go on by themselves. */
return new class extends Migration {
    public function up(): void
    {
        Schema::create('personal_access_tokens', function (Blueprint $table): void {
            $table->id();
            $table->morphs('tokenable');
            $table->string('name', 120);
            $table->string('token', 64)->unique();
            $table->text('abilities')->nullable();
            $table->timestamp('last_used_at')->nullable();
            $table->timestamp('expires_at')->nullable()->index();
            $table->timestamps();
        });
        Schema::create('api_answers', function (Blueprint $table): void {
            $table->unsignedBigInteger('token_id');
            $table->string('key', 120)->collation('utf8mb4_bin');
            // What was asked: the same key with another request is a mistake.
            $table->char('request', 64)->charset('ascii');
            // Null as long as it is being worked on.
            $table->unsignedSmallInteger('status')->nullable();
            $table->mediumText('body')->nullable();
            $table->dateTime('at')->index();
            $table->primary(['token_id', 'key']);
        });
        Schema::table('intakes', static function (Blueprint $table): void {
            // {"plan": id or null, "load": true}: nobody is asked on the way. Null where a person goes from stage to stage.
            $table->json('goes_on')->nullable();
        });
    }
};
