<?php

declare(strict_types=1);

namespace App\Intakes\Sifting;

use App\Intakes\CarryOn;
use App\Intakes\Intake;
use App\Intakes\IntakeState;
use App\Standards\StandardsChanged;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;

/** Rows that wait to be loaded are worked out anew by other standards. */
final readonly class WorkOutAnew
{
    public function handle(StandardsChanged $event): void
    {
        foreach (self::workedOut()->pluck('id') as $id) {
            DB::transaction(static function () use ($id): void {
                // It may have gone on to its load meanwhile: that plans its rows again.
                $intake = self::workedOut()->whereKey($id)->lockForUpdate()->first();
                if ($intake !== null) {
                    $intake->is_sifted = false;
                    CarryOn::from($intake, IntakeState::Sifting);
                }
            });
        }
    }

    /** @return Builder<Intake> that are being worked out, or have been */
    private static function workedOut(): Builder
    {
        $isReady = static fn(Builder $ready) => $ready->where('state', IntakeState::Ready)->where('is_sifted', true);

        return Intake::query()->where(static fn(Builder $query) => $query->where('state', IntakeState::Sifting)->orWhere($isReady));
    }
}
