<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** Street lines are read otherwise than before: which stored addresses are in postal form is looked at again. */
return new class extends Migration {
    public function up(): void
    {
        DB::table('address_forms')->update(['is_postal' => null]);
    }
};
