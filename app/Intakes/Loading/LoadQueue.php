<?php

declare(strict_types=1);

namespace App\Intakes\Loading;

use App\Accounts\Audit;
use App\Intakes\CarryOn;
use App\Intakes\Intake;
use App\Intakes\IntakeState;
use App\Support\Lists;
use Illuminate\Support\Facades\DB;

/** One load at a time: the others wait for their turn, in an order that can be changed. */
final readonly class LoadQueue
{
    private const FORSAKEN = 'The command that loaded it was ended from outside. What is in is whole; nothing is half done.';

    /**
     * Starts a load, or lets it wait behind those that are under way.
     *
     * @param  bool  $inForeground  whether a command does the work, and not the queue
     *
     * @throws NotReady if its rows are not worked out by the standards in force
     */
    public function enter(Intake $intake, bool $inForeground = false): void
    {
        DB::transaction(function () use ($intake, $inForeground): void {
            $this->lock();
            $this->mustBeReady($intake);
            $intake->fill(['in_foreground' => $inForeground, 'seen_at' => $inForeground ? now() : null]);
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
        foreach (
            Intake::query()
                ->whereIn('state', [IntakeState::Loading, IntakeState::Undoing])
                ->whereNull('error')
                ->orderBy('id')
                ->get()
            as $intake
        ) {
            if (!$intake->isForsaken()) {
                return $intake;
            }
            $intake->fill(['error' => self::FORSAKEN, 'in_foreground' => false, 'ended_at' => now()])->save();
        }

        return null;
    }

    /** Nobody may have changed the columns, the rows or the standards since it was asked whether it can be loaded. */
    private function mustBeReady(Intake $intake): void
    {
        $now = Intake::query()->whereKey($intake->id)->lockForUpdate()->firstOrFail();
        if ($now->state !== IntakeState::Stopped && !($now->state === IntakeState::Ready && $now->is_sifted)) {
            throw new NotReady();
        }
    }

    /** Starts the load that waits first, if none is under way. */
    public function next(): void
    {
        DB::transaction(function (): void {
            $this->lock();
            $this->dismiss();
            $first = Intake::query()->where('state', IntakeState::Waiting)->orderBy('queue_place')->first();
            if ($first !== null && $this->busy() === null) {
                $first->queue_place = null;
                $this->start($first);
            }
        });
    }

    /** Loads that wait for a command which is gone leave the queue. */
    private function dismiss(): void
    {
        foreach (Intake::query()->where('state', IntakeState::Waiting)->where('in_foreground', true)->get() as $waiting) {
            if ($waiting->isForsaken()) {
                $waiting
                    ->fill([
                        'state' => self::isBegun($waiting) ? IntakeState::Stopped : IntakeState::Ready,
                        'queue_place' => null,
                        'in_foreground' => false,
                    ])
                    ->save();
            }
        }
    }

    /** @param  int  $before  the waiting intake to come before; 0 for the end */
    public function move(Intake $intake, int $before): void
    {
        DB::transaction(function () use ($intake, $before): void {
            $this->lock();
            $ids = Lists::ints(
                Intake::query()->where('state', IntakeState::Waiting)->where('id', '<>', $intake->id)->orderBy('queue_place')->pluck('id'),
            );
            $at = array_search($before, $ids, true);
            array_splice($ids, $at === false ? count($ids) : (int) $at, 0, [$intake->id]);
            foreach ($ids as $place => $id) {
                Intake::query()
                    ->whereKey($id)
                    ->update(['queue_place' => $place + 1]);
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
            } elseif ($now->state === IntakeState::Loading && $now->isTrying()) {
                // What the trial has brought in by now is the trial.
                $in = Lists::ints(
                    DB::table('intake_outcomes')->where('intake_id', $now->id)->distinct()->orderBy('number')->pluck('number'),
                );
                $now->fill([
                    'state' => IntakeState::Ready,
                    'trial' => $in === [] ? null : ['rows' => $in, 'done' => true],
                    'ended_at' => now(),
                    'error' => null,
                ])->save();
            } elseif ($now->state === IntakeState::Loading) {
                $now->fill([
                    'state' => self::isBegun($now) ? IntakeState::Stopped : IntakeState::Ready,
                    'ended_at' => now(),
                    'error' => null,
                    'in_foreground' => false,
                ])->save();
            } elseif ($now->state === IntakeState::Sifting) {
                $now->fill([
                    'state' => IntakeState::Mapping,
                    'is_sifted' => false,
                    'ended_at' => now(),
                    'error' => null,
                    // Whoever stops it goes on by hand.
                    'goes_on' => null,
                ])->save();
            }
        });
        $this->next();
    }

    /** One that was stopped goes on where it was. */
    private function start(Intake $intake): void
    {
        self::isBegun($intake) ? $intake->resume(IntakeState::Loading) : $intake->begin(IntakeState::Loading);
        if (!$intake->in_foreground) {
            CarryOn::dispatch($intake->id);
        }
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
