<?php

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/**
 * Promises stand by themselves: pledges were gifts of that kind before, and become promises with the same numbers, in the journal too.
 * Pledge payments and recurring installments stay gifts, of a promise that nobody knows yet.
 */
return new class extends Migration {
    /** Columns of a gift that a promise has, to what they are called there. */
    private const COLUMNS = [
        'given_on' => 'promised_on',
        'amount' => 'amount',
        'currency' => 'currency',
        'fund' => 'fund',
        'campaign' => 'campaign',
        'appeal' => 'appeal',
        'kind' => 'kind',
        'reference' => 'reference',
        'source_id' => 'source_id',
        'notes' => 'notes',
        'intake_id' => 'intake_id',
    ];

    public function up(): void
    {
        Schema::create('promises', function (Blueprint $table): void {
            $table->unsignedBigInteger('id')->primary();
            $table->unsignedBigInteger('supporter_id')->index();
            $table->string('kind', 16)->default('pledge');
            $table->date('promised_on');
            // Of a pledge the whole, of a recurring gift what comes each time.
            $table->decimal('amount', 14, 2);
            $table->char('currency', 3)->default('USD');
            $table->string('fund', 190)->nullable();
            $table->string('campaign', 190)->nullable();
            $table->string('appeal', 190)->nullable();
            $table->string('frequency', 20)->nullable();
            $table->date('starts_on')->nullable();
            $table->string('installments', 24)->nullable();
            $table->date('ends_on')->nullable();
            $table->text('course')->nullable();
            $table->string('reference', 120)->nullable();
            $table->string('source_id', 120)->nullable()->index();
            $table->text('notes')->nullable();
            $table->date('written_off_on')->nullable();
            $table->string('written_off_reason', 190)->nullable();
            $table->unsignedBigInteger('intake_id')->nullable()->index();
        });
        // What came in of each, so that lists need not add it up; it follows every write.
        Schema::create('promise_standings', function (Blueprint $table): void {
            $table->unsignedBigInteger('promise_id')->primary();
            $table->string('state', 12)->default('open');
            $table->decimal('paid', 14, 2)->default(0);
            $table->unsignedInteger('payments')->default(0);
            $table->decimal('balance', 14, 2)->nullable();
            // Of the first installment that did not come in; null if none is to come, or nobody knows when.
            $table->date('next_on')->nullable();
            $table->decimal('next_amount', 14, 2)->nullable();
            $table->unsignedInteger('missed')->default(0);
            $table->index(['state', 'next_on']);
            $table->foreign('promise_id')->references('id')->on('promises')->cascadeOnDelete();
        });
        foreach (['gifts', 'batch_entries'] as $name) {
            Schema::table($name, static fn(Blueprint $table) => $table->unsignedBigInteger('promise_id')->nullable()->index());
        }
        DB::statement("insert into sequences (name, next) select 'promise', next from sequences where name = 'gift'");
        $this->movePledges();
        $this->moveRules();
        // What is worked out and waits to be loaded has pledges among its gifts still.
        DB::statement(
            "update intakes i set is_sifted = 0, state = 'sifting', error = 'Pledges are no gifts any more. Work it out again.'
            where state = 'ready' and is_sifted = 1
                and exists (select 1 from intake_results r where r.intake_id = i.id and r.promises_new > 0)",
        );
    }

    private function movePledges(): void
    {
        $pledges = DB::table('gifts')->where('kind', 'pledge')->whereNull('corrects_id')->pluck('id')->all();
        foreach (array_chunk($pledges, 1000) as $ids) {
            $rows = DB::table('gifts')->whereIn('id', $ids)->get();
            [$promises, $standings] = [[], []];
            foreach ($rows as $gift) {
                $promise = ['id' => $gift->id, 'supporter_id' => $gift->supporter_id];
                foreach (self::COLUMNS as $column => $called) {
                    $promise[$called] = $gift->{$column};
                }
                // A promise has no part for these.
                $more = array_filter([
                    (string) $gift->notes,
                    $gift->tribute === null ? '' : "In honor or memory of {$gift->tribute}",
                    $gift->anonymous === 'yes' ? 'Anonymous' : '',
                    $gift->splits === null ? '' : "Split: {$gift->splits}",
                ]);
                $promise['notes'] = $more === [] ? null : implode("\n", $more);
                $promises[] = $promise;
                $standings[] = ['promise_id' => $gift->id, 'balance' => $gift->amount];
            }
            DB::table('promises')->insert($promises);
            DB::table('promise_standings')->insert($standings);
            DB::table('shortfalls')->whereIn('gift_id', $ids)->delete();
            DB::table('gifts')->whereIn('id', $ids)->delete();
        }
        DB::table('gift_sums')->where('kind', 'pledge')->delete();
        $this->rewriteJournal(array_fill_keys($pledges, true));
    }

    /** What is asked of gifts of the kind "pledge" is asked of promises. */
    private function moveRules(): void
    {
        foreach (DB::table('required_rules')->where('subject', 'gift')->get() as $rule) {
            $conditions = json_decode($rule->conditions, true);
            $of = array_filter(
                $conditions,
                static fn(array $one): bool => [$one['field'], $one['test'], $one['values']] === ['gift.kind', 'is', ['pledge']],
            );
            if ($of !== []) {
                $asPromise = static fn(string $field): string => str_replace('gift.', 'promise.', $field);
                $others = array_map(
                    static fn(array $one): array => [...$one, 'field' => $asPromise($one['field'])],
                    array_values(array_diff_key($conditions, $of)),
                );
                DB::table('required_rules')
                    ->where('id', $rule->id)
                    ->update([
                        'subject' => 'promise',
                        'field' => $asPromise($rule->field),
                        'conditions' => json_encode($others),
                        'is_checked' => false,
                    ]);
            }
        }
    }

    /** @param  array<int, true>  $pledges  numbers of those that are there */
    private function rewriteJournal(array $pledges): void
    {
        $ids = $pledges;
        foreach ($this->entries() as $entry) {
            foreach (json_decode($entry->changes, true) as $change) {
                // One that was deleted can be put back.
                if ($change['subject'] === 'gift' && $change['action'] === 'delete' && ($change['fields']['kind'][0] ?? '') === 'pledge') {
                    $ids[(int) $change['ref']] = true;
                }
            }
        }
        foreach (array_chunk(array_keys($ids), 1000) as $chunk) {
            $of = DB::table('journal_things')->where('kind', 'gift')->whereIn('thing_id', $chunk);
            foreach (array_chunk((clone $of)->distinct()->pluck('entry_id')->all(), 500) as $numbers) {
                foreach (
                    DB::table('journal')
                        ->whereIn('id', $numbers)
                        ->get(['id', 'changes'])
                    as $entry
                ) {
                    DB::table('journal')
                        ->where('id', $entry->id)
                        ->update(['changes' => $this->rewritten($entry->changes, $ids)]);
                }
            }
            $of->update(['kind' => 'promise']);
        }
    }

    /** @return iterable<stdClass> journal entries that speak of pledges */
    private function entries(): iterable
    {
        return DB::table('journal')
            ->where('changes', 'like', '%"pledge"%')
            ->select(['id', 'changes'])
            ->lazyById(500);
    }

    /** @param  array<int, true>  $ids */
    private function rewritten(string $changes, array $ids): string
    {
        $rewritten = [];
        foreach (json_decode($changes, true) as $change) {
            if ($change['subject'] === 'gift' && isset($ids[(int) $change['ref']])) {
                $fields = [];
                foreach (array_intersect_key($change['fields'], self::COLUMNS) as $column => $pair) {
                    $fields[self::COLUMNS[$column]] = $pair;
                }
                $change = [...$change, 'subject' => 'promise', 'fields' => $fields];
            }
            $rewritten[] = $change;
        }

        return json_encode($rewritten, JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_THROW_ON_ERROR);
    }
};
