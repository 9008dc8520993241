<?php

declare(strict_types=1);

namespace App\Standards;

use App\Records\Ids;
use App\Support\Lists;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Foundation\Queue\Queueable;
use Illuminate\Support\Facades\DB;

/** Holds every stored record against the rules that are new or changed, and makes their worklists. */
final class CheckRules implements ShouldQueue
{
    use Dispatchable;
    use Queueable;

    private const SECONDS = 2.0;

    /** @param  int  $after  supporter that was looked at last */
    public function __construct(private readonly int $after = 0, private readonly ?string $made = null) {}

    public function handle(Shortfalls $shortfalls, Measures $measures, Ids $ids): void
    {
        $rules = Rule::query()->where('is_checked', false)->orderBy('id')->get();
        // What is looked for is told by its time of change: if a rule changes meanwhile, the later job does it from the start.
        $made = (string) $rules->max('updated_at');
        if ($rules->isEmpty() || ($this->made !== null && $made !== $this->made)) {
            return;
        }
        $position = DB::transaction(function () use ($rules, $shortfalls, $ids): ?int {
            // Nobody writes records meanwhile, so that no shortfall is counted that was just mended.
            $ids->queueUp();
            if ($this->after === 0) {
                DB::table('shortfalls')->whereIn('rule_id', $rules->pluck('id'))->delete();
            }
            $found = $shortfalls->scan(Lists::of($rules->map(static fn(Rule $rule) => $rule->rule())), $this->after, self::SECONDS);
            // Records below this point that were written since the last piece are in the worklist already.
            DB::table('shortfalls')
                ->whereIn('rule_id', $rules->pluck('id'))
                ->where('supporter_id', '>', $this->after)
                ->where('supporter_id', '<=', $found['position'] ?? PHP_INT_MAX)
                ->delete();
            $shortfalls->keep($found['short']);

            return $found['position'];
        });
        if ($position !== null) {
            self::dispatch($position, $made);

            return;
        }
        Rule::query()
            ->whereIn('id', $rules->pluck('id'))
            ->update(['is_checked' => true]);
        $measures->take();
    }
}
