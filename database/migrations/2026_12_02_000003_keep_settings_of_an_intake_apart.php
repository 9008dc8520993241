<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** The settings of an intake are what a person chose; its grid, and what its plan was held against, are no choices. */
return new class extends Migration {
    public function up(): void
    {
        Schema::table('intakes', function (Blueprint $table): void {
            // Keys of the catalog, of an intake whose rows are typed.
            $table->text('grid')->nullable()->after('settings');
            $table->text('differences')->nullable()->after('plan_name');
            $table->string('offered_plan')->nullable()->after('plan_name');
        });
        DB::statement("update intakes set
            grid = json_extract(settings, '$.grid'),
            differences = json_extract(settings, '$.differences'),
            offered_plan = json_value(settings, '$.offered_plan'),
            settings = json_remove(settings, '$.grid', '$.differences', '$.offered_plan')");
    }
};
