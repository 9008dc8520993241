<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** Every entry of the journal belongs to an act, and what it made, changed or deleted can be asked for. */
return new class extends Migration {
    public function up(): void
    {
        Schema::table('acts', function (Blueprint $table): void {
            // App\Records\ActKind and App\Records\ActState.
            $table->string('kind', 12)->default('remedy')->after('id');
            $table->unsignedBigInteger('intake_id')->nullable()->after('user_id')->index();
            $table->boolean('is_quiet')->default(false)->after('intake_id');
            $table->string('state', 10)->default('done')->after('is_quiet');
            $table->timestamp('ended_at', 3)->nullable()->after('at');
            // What the entries are grouped by that had no act.
            $table->string('was', 90)->nullable()->index();
        });
        Schema::table('journal', fn(Blueprint $table) => $table->string('was', 90)->nullable()->index());
        DB::statement("update acts set ended_at = at, state = if(undone_at is null, 'done', 'undone')");
        DB::statement("update acts set kind = 'reread' where id in (select act_id from rereadings where act_id is not null)");
        DB::statement(
            "update acts set kind = 'list merge' where id in (select act_id from journal where cause = 'merge' and act_id is not null)",
        );
        $this->giveActs();
        Schema::table('acts', function (Blueprint $table): void {
            $table->dropIndex(['was']);
            $table->dropColumn('was');
        });
        DB::statement('alter table acts alter kind drop default');
        Schema::table('journal', function (Blueprint $table): void {
            $table->dropIndex(['was']);
            $table->dropIndex(['supporter_id', 'id']);
            $table->dropIndex(['intake_id', 'supporter_id', 'id']);
            $table->dropIndex(['act_id', 'supporter_id', 'id']);
            $table->dropColumn(['was', 'cause', 'user_id', 'intake_id']);
        });
        Schema::table('journal', function (Blueprint $table): void {
            $table->renameColumn('supporter_id', 'owner_id');
            $table->unsignedBigInteger('act_id')->nullable(false)->change();
            // PineSieve\Core\Changes\Subject
            $table->string('owner_kind', 12)->charset('ascii')->collation('ascii_bin')->default('supporter')->after('row_number');
            $table->index(['owner_kind', 'owner_id', 'id']);
            $table->index(['act_id', 'owner_kind', 'owner_id', 'id']);
        });
        // What each entry made, changed or deleted: the history of one thing lies together.
        DB::statement('create table journal_things (
            kind varchar(12) character set ascii collate ascii_bin not null,
            thing_id bigint unsigned not null,
            entry_id bigint unsigned not null,
            action varchar(6) character set ascii collate ascii_bin not null,
            primary key (kind, thing_id, entry_id),
            key journal_things_entry_id_index (entry_id)
        ) engine=InnoDB');
        DB::statement("insert ignore into journal_things select t.subject, t.ref, j.id, t.action
            from journal j, json_table(j.changes, '$[*]' columns (subject varchar(12) path '$.subject', ref bigint unsigned path '$.ref', action varchar(6) path '$.action')) t");
        Schema::table('intake_outcomes', fn(Blueprint $table) => $table->boolean('is_maker')->default(false)->after('made'));
        DB::statement("update intake_outcomes set is_maker = json_exists(made, '$.supporter') where made is not null");
    }

    /** Entries of one intake and cause become one act; what was written by hand, one act for each moment. */
    private function giveActs(): void
    {
        Schema::table('intakes', fn(Blueprint $table) => $table->unsignedBigInteger('act_id')->nullable()->after('settings'));
        Schema::table('merges', fn(Blueprint $table) => $table->unsignedBigInteger('act_id')->default(0)->after('gone'));
        DB::statement("update journal j join intakes i on i.id = j.intake_id set j.was = concat_ws(':', j.cause, j.intake_id, j.user_id,
            case when j.cause = 'load' and j.id <= coalesce(json_value(i.settings, '$.journal_from'), 0) then 'trial'
                when j.cause = 'undo' and j.id > coalesce(json_value(i.taking_back, '$.mark'), 0) then 'last' end)");
        DB::statement(
            "update journal j join merges m on j.id between m.journal_from and m.journal_to and j.cause = 'join' set j.was = concat('join:', m.id)",
        );
        DB::statement("update journal set was = concat_ws(':', cause, user_id, at) where was is null and act_id is null");
        DB::statement("insert into acts (kind, what, user_id, intake_id, is_quiet, state, at, ended_at, records, was)
            select case min(cause) when 'join' then 'merge' when 'split' then 'unmerge' when 'merge' then 'list merge' else min(cause) end, '', min(user_id), min(intake_id), min(cause) = 'demo', 'done', min(at), max(at), count(distinct supporter_id), was
            from journal where was is not null and act_id is null group by was");
        DB::statement('update journal j join acts a on a.was = j.was set j.act_id = a.id where j.act_id is null');
        DB::statement(
            "update merges m join acts a on a.was = concat('join:', m.id) set m.act_id = a.id, a.undone_at = m.undone_at, a.undone_by = m.undone_by, a.state = if(m.undone_at is null, 'done', 'undone')",
        );
        DB::statement("update acts a join intakes i on i.id = a.intake_id set a.state = 'undone', a.undone_by = i.undone_by,
            a.undone_at = if(a.was like 'load:%:trial', coalesce(i.loaded_at - interval 1 second, a.at), coalesce(i.undone_at, now()))
            where a.kind = 'load' and (i.state = 'undone' or a.was like 'load:%:trial')");
        // What is under way goes on with the act that it has.
        DB::statement("insert into acts (kind, what, user_id, intake_id, state, at) select 'load', '', loaded_by, id, 'under way', coalesce(began_at, now())
            from intakes i where state in ('loading', 'stopped', 'waiting') and not exists (select 1 from acts a where a.intake_id = i.id and a.kind = 'load' and a.state = 'done')");
        DB::statement("insert into acts (kind, what, user_id, intake_id, state, at) select json_value(taking_back, '$.kind'), '', undone_by, id, 'under way', coalesce(began_at, now())
            from intakes i where state = 'undoing' and not exists (select 1 from acts a where a.intake_id = i.id and a.kind = json_value(i.taking_back, '$.kind'))");
        DB::statement(
            "update intakes i set act_id = (select max(id) from acts a where a.intake_id = i.id and a.kind = case when i.taking_back is null then 'load' else json_value(i.taking_back, '$.kind') end)",
        );
        DB::statement(
            "update intakes i set act_id = coalesce((select a.id from acts a where a.intake_id = i.id and a.was like 'undo:%:last'), act_id) where json_value(taking_back, '$.kind') = 'undo'",
        );
        DB::statement(
            "update intakes i set taking_back = json_set(json_remove(taking_back, '$.mark'), '$.act', (select a.id from acts a where a.intake_id = i.id and a.was like 'undo:%:last')) where json_value(taking_back, '$.kind') = 'redo'",
        );
        DB::statement(
            "update intakes set taking_back = json_set(json_remove(taking_back, '$.mark'), '$.act', null) where json_value(taking_back, '$.kind') = 'undo'",
        );
        DB::statement(
            "update intakes set settings = json_remove(settings, '$.journal_from') where json_exists(settings, '$.journal_from')",
        );
        Schema::table('merges', fn(Blueprint $table) => $table->dropColumn(['journal_from', 'journal_to']));
    }
};
