<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/** A row can tell of several supporters, with several ways to reach them, gifts, groups, links and fields of one's own. */
return new class extends Migration
{
    public function up(): void
    {
        $this->records();
        $this->groups();
        $this->plans();
        $this->units();
    }

    private function records(): void
    {
        Schema::table('supporters', function (Blueprint $table): void {
            $table->string('nickname', 190)->nullable();
            $table->date('birth_date')->nullable();
            $table->text('notes')->nullable();
            // "yes", "no", or null where nobody has said.
            foreach (['consent_mail', 'consent_email', 'consent_phone'] as $consent) {
                $table->string($consent, 3)->nullable();
            }
        });
        Schema::table('gifts', function (Blueprint $table): void {
            $table->string('campaign', 190)->nullable();
            $table->string('appeal', 190)->nullable();
            $table->string('tribute', 190)->nullable();
            $table->string('anonymous', 3)->nullable();
            $table->text('notes')->nullable();
        });
        Schema::create('custom_fields', function (Blueprint $table): void {
            $table->id();
            $table->string('key', 60)->unique();
            $table->string('label', 120)->unique();
            $table->string('group', 60);
            $table->string('type', 24);
            $table->text('options');
            $table->boolean('is_required')->default(false);
            $table->timestamps();
        });
        Schema::create('custom_values', function (Blueprint $table): void {
            $table->unsignedBigInteger('id')->primary();
            $table->unsignedBigInteger('supporter_id')->index();
            $table->string('field', 60);
            // Of a field that can have several, each stands on its own line.
            $table->text('value');
            $table->index(['field', 'supporter_id']);
        });
        Schema::create('links', function (Blueprint $table): void {
            $table->unsignedBigInteger('id')->primary();
            // Whom the link belongs to: the member, the employee, the child. LinkKind says what each kind is.
            $table->unsignedBigInteger('supporter_id')->index();
            $table->unsignedBigInteger('other_id')->index();
            $table->string('kind', 12);
            $table->string('role', 190)->nullable();
        });
        foreach (['membership', 'custom', 'link'] as $name) {
            DB::table('sequences')->insert(['name' => $name, 'next' => 1]);
        }
    }

    /** Being in a group is a thing of the supporter, journalled like the others; a group is there as long as someone is in it. */
    private function groups(): void
    {
        Schema::create('memberships', function (Blueprint $table): void {
            $table->unsignedBigInteger('id')->primary();
            $table->unsignedBigInteger('supporter_id')->index();
            $table->string('list', 5);
            $table->string('name', 120);
            $table->index(['list', 'name']);
        });
        DB::statement("insert into memberships (id, supporter_id, list, name) select row_number() over (order by p.supporter_id, p.group_id), p.supporter_id, 'group', g.name from group_supporter p join `groups` g on g.id = p.group_id");
        DB::statement("update sequences set next = (select coalesce(max(id), 0) + 1 from memberships) where name = 'membership'");
        Schema::drop('group_supporter');
        Schema::drop('groups');
    }

    private function plans(): void
    {
        Schema::table('intakes', function (Blueprint $table): void {
            $table->string('format', 8)->default('csv');
            $table->text('sheets_read')->nullable();
            $table->boolean('fill_merged')->default(false);
            // Number of the first row of each sheet that is read to its name.
            $table->text('sheet_starts')->nullable();
            // What is odd about rows and sheet: SheetFindings. What is odd about values stands in the profiles.
            $table->longText('oddities')->nullable();
            // The rows that a trial brings in, and how far it has come.
            $table->mediumText('trial')->nullable();
        });
        Schema::table('column_plans', function (Blueprint $table): void {
            $table->renameColumn('choices', 'plan');
            // A plan is found by how many headers it shares with a file.
            $table->dropColumn('headers_key');
        });
        foreach (['intakes', 'column_plans'] as $name) {
            foreach (DB::table($name)->whereNotNull('plan')->get(['id', 'plan']) as $row) {
                DB::table($name)->where('id', $row->id)->update(['plan' => json_encode($this->converted(json_decode($row->plan, true)), JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR)]);
            }
        }
        DB::statement("update intakes set sheets_read = case when sheet is null then '[]' else json_array(sheet) end");
        Schema::table('intakes', fn (Blueprint $table) => $table->dropColumn('sheet'));
        // What was planned under the old rules is worked out anew.
        DB::table('intakes')->whereIn('state', ['ready', 'sifting'])->update(['state' => 'mapping', 'is_sifted' => false]);
    }

    /**
     * @param  list<array{header: string, state: string, target: ?string, date_order: ?string, evidence: string}>  $choices
     * @return array<string, mixed>
     */
    private function converted(array $choices): array
    {
        return ['columns' => array_map(static fn (array $choice): array => [
            'header' => $choice['header'], 'state' => $choice['state'], 'evidence' => $choice['evidence'],
            'feeds' => $choice['target'] === null ? [] : [['target' => $choice['target']]],
            'steps' => [['do' => 'blank', 'kinds' => ['word', 'error']], ...($choice['date_order'] === null ? [] : [['do' => 'date', 'order' => $choice['date_order']]])],
        ], $choices)];
    }

    /** What was kept of a row is now kept of each supporter that a row tells of: App\Intakes\Unit. */
    private function units(): void
    {
        foreach (['intake_results', 'intake_outcomes'] as $name) {
            DB::statement("alter table {$name} add unit bigint unsigned not null default 0 after intake_id");
            DB::statement("update {$name} set unit = number << 6");
            DB::statement("alter table {$name} alter unit drop default, drop primary key, add primary key (intake_id, unit), add index (intake_id, number), add gifts_new smallint unsigned not null default 0, add money_there decimal(14,2) not null default 0");
            DB::statement("update {$name} set gifts_new = 1 where gift_state = 'new' and outcome in ('new', 'updated', 'unchanged')");
            DB::statement("update {$name} set money_there = money where (gift_state = 'there' or gift_state is null) and outcome in ('new', 'updated', 'unchanged')");
            DB::statement("alter table {$name} drop column gift_state");
        }
        DB::statement("alter table intake_results modify leader bigint unsigned null, change gift gifts text null, add reason varchar(250) null, add role varchar(12) not null default ''");
        DB::statement('update intake_results set leader = leader << 6');
        DB::statement('update intake_results set gifts = json_array(gifts) where gifts is not null');
        DB::statement('alter table intake_keys change number unit bigint unsigned not null');
        DB::statement('update intake_keys set unit = unit << 6 order by unit desc');
    }
};
