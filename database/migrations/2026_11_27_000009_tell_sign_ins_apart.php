<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        foreach (DB::table('users')->get(['id', 'email']) as $user) {
            DB::table('users')->where('id', $user->id)->update(['email' => strtolower($user->email)]);
        }
        Schema::table('users', function (Blueprint $table): void {
            // An accented letter or a blank at the end is another account: guesses are counted by what is compared.
            $table->string('email')->collation('utf8mb4_nopad_bin')->change();
            $table->boolean('must_change')->default(false);
        });
    }
};
