<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        DB::statement("update deliveries set answer = if(answer regexp '^[0-9]{3}( |$)', concat('answered ', left(answer, 3)), 'no answer') where answer is not null");
        // Errors of jobs, with the values of statements in them; where the work is shown, it says what went wrong.
        Schema::dropIfExists('failed_jobs');
    }
};
