<?php

declare(strict_types=1);

namespace App\Installation;

use App\Duplicates\DuplicateSearch;
use App\Intakes\Intake;
use App\Intakes\IntakeState;
use App\Matching\RulesInUse;
use App\Matching\TakeOverRules;
use App\Notices\DeliverNotices;
use App\Rereading\Reread;
use App\Standards\CheckRules;
use Illuminate\Support\Facades\DB;

/**
 * Work that a restored database remembers as under way. Nobody is at it any more: each is ended or begun again, and says so;
 * jobs that waited were for the records that were there before.
 */
final readonly class Settling
{
    private const SAID = 'This was under way when the restore point was taken.';

    /** @return ?string what is being worked on at this moment, as a sentence; null if nothing is */
    public static function underWay(): ?string
    {
        $intake = Intake::query()->whereIn('state', [IntakeState::Reading, IntakeState::Sifting, IntakeState::Loading, IntakeState::Undoing])->whereNull('error')->first();
        $search = DB::table('duplicate_searches')->where('state', 'searching')->exists() && (int) DB::scalar("select is_used_lock('duplicates')") > 0;

        return match (true) {
            $intake !== null => "\"{$intake->name}\" is being worked on.",
            $search => 'A search for duplicates is under way.',
            default => null,
        };
    }

    public function settle(): void
    {
        DB::table('jobs')->delete();
        DB::table('cache')->delete();
        DB::table('cache_locks')->delete();
        DB::table('duplicate_claims')->delete();
        DuplicateSearch::query()->whereIn('state', ['waiting', 'searching'])->update(['state' => 'failed', 'error' => self::SAID.' Search again if you need it.', 'ended_at' => now()]);
        Reread::query()->whereIn('state', ['waiting', 'reading'])->update(['state' => 'failed', 'error' => self::SAID.' Read again if you need it.', 'ended_at' => now()]);
        foreach (Intake::query()->whereIn('state', [IntakeState::Reading, IntakeState::Sifting, IntakeState::Loading, IntakeState::Undoing])->get() as $intake) {
            $intake->fill(['error' => self::SAID.' Nothing is half done.', 'in_foreground' => false, 'ended_at' => now()])->save();
        }
        // What waited for its turn is not loaded behind anybody's back.
        foreach (Intake::query()->where('state', IntakeState::Waiting)->get() as $intake) {
            $intake->fill(['state' => DB::table('intake_outcomes')->where('intake_id', $intake->id)->exists() ? IntakeState::Stopped : IntakeState::Ready, 'queue_place' => null, 'in_foreground' => false])->save();
        }
        // What has no person to ask for it again begins again.
        CheckRules::dispatch();
        if (RulesInUse::query()->exists()) {
            TakeOverRules::dispatch();
        }
        DeliverNotices::dispatch();
    }
}
