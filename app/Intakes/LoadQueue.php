<?php

declare(strict_types=1);

namespace App\Intakes;

use App\Account\Audit;
use App\Jobs\CarryOn;
use App\Models\Intake;
use App\Models\IntakeState;
use Illuminate\Support\Facades\DB;

/** One load at a time: the others wait for their turn, in an order that can be changed. */
final readonly class LoadQueue
{
    /** Starts a load, or lets it wait behind those that are under way. */
    public function enter(Intake $intake): void
    {
        DB::transaction(function () use ($intake): void {
            $this->lock();
            if ($this->busy() === null) {
                $this->start($intake);
            } else {
                $intake->fill(['state' => IntakeState::Waiting, 'queue_place' => 1 + (int) Intake::query()->max('queue_place')])->save();
            }
        });
        Audit::note(Audit::LOAD, "Loaded \"{$intake->name}\"", $intake->id);
    }

    /** The intake that is being loaded or taken back; one whose work broke off does not count. */
    public function busy(): ?Intake
    {
        return Intake::query()->whereIn('state', [IntakeState::Loading, IntakeState::Undoing])->whereNull('error')->first();
    }

    /** Starts the load that waits first, if none is under way. */
    public function next(): void
    {
        DB::transaction(function (): void {
            $this->lock();
            $first = Intake::query()->where('state', IntakeState::Waiting)->orderBy('queue_place')->first();
            if ($first !== null && $this->busy() === null) {
                $first->queue_place = null;
                $this->start($first);
            }
        });
    }

    /** @param  int  $before  the waiting intake to come before; 0 for the end */
    public function move(Intake $intake, int $before): void
    {
        DB::transaction(function () use ($intake, $before): void {
            $this->lock();
            $ids = Intake::query()->where('state', IntakeState::Waiting)->where('id', '<>', $intake->id)->orderBy('queue_place')->pluck('id')->all();
            $at = array_search($before, $ids, true);
            array_splice($ids, $at === false ? count($ids) : $at, 0, [$intake->id]);
            foreach ($ids as $place => $id) {
                Intake::query()->whereKey($id)->update(['queue_place' => $place + 1]);
            }
        });
    }

    /** Takes a waiting load out of the queue, or stops one that is under way after the piece that it is at. */
    public function stop(Intake $intake): void
    {
        DB::transaction(static function () use ($intake): void {
            // The worker holds this lock while it writes a piece.
            $now = Intake::query()->whereKey($intake->id)->lockForUpdate()->firstOrFail();
            if ($now->state === IntakeState::Waiting) {
                $now->fill(['state' => self::isBegun($now) ? IntakeState::Stopped : IntakeState::Ready, 'queue_place' => null])->save();
            } elseif ($now->state === IntakeState::Loading && ! $now->isTrying()) {
                $now->fill(['state' => self::isBegun($now) ? IntakeState::Stopped : IntakeState::Ready, 'ended_at' => now(), 'error' => null])->save();
            } elseif ($now->state === IntakeState::Sifting) {
                $now->fill(['state' => IntakeState::Mapping, 'is_sifted' => false, 'ended_at' => now(), 'error' => null])->save();
            }
        });
        $this->next();
    }

    /** One that was stopped goes on where it was. */
    private function start(Intake $intake): void
    {
        self::isBegun($intake) ? CarryOn::resume($intake, IntakeState::Loading) : CarryOn::from($intake, IntakeState::Loading);
    }

    private static function isBegun(Intake $intake): bool
    {
        return $intake->trial === null && DB::table('intake_outcomes')->where('intake_id', $intake->id)->exists();
    }

    /** Two people who start a load at once must not both find the way free. */
    private function lock(): void
    {
        DB::select("select next from sequences where name = 'load' for update");
    }
}
