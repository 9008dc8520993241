<?php

declare(strict_types=1);

namespace App\Intakes;

use App\Installation\UnderWay;
use Illuminate\Support\Facades\DB;

final readonly class IntakesUnderWay implements UnderWay
{
    private const AT_WORK = [IntakeState::Reading, IntakeState::Sifting, IntakeState::Loading, IntakeState::Undoing];

    public function now(): ?string
    {
        $intake = Intake::query()->whereIn('state', self::AT_WORK)->whereNull('error')->first();

        return $intake === null ? null : "\"{$intake->name}\" is being worked on.";
    }

    public function settle(string $said): void
    {
        foreach (Intake::query()->whereIn('state', self::AT_WORK)->get() as $intake) {
            $intake->fill(['error' => "{$said} Nothing is half done.", 'in_foreground' => false, 'ended_at' => now()])->save();
        }
        // What waited for its turn is not loaded behind anybody's back.
        foreach (Intake::query()->where('state', IntakeState::Waiting)->get() as $intake) {
            $isBegun = DB::table('intake_outcomes')->where('intake_id', $intake->id)->exists();
            $intake
                ->fill(['state' => $isBegun ? IntakeState::Stopped : IntakeState::Ready, 'queue_place' => null, 'in_foreground' => false])
                ->save();
        }
    }
}
