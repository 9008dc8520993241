<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Intakes\Summary;
use App\Models\Gift;
use App\Models\Intake;
use App\Models\Supporter;
use Illuminate\Http\JsonResponse;

/** What waits for a person, and what the database holds. */
final class TodayController extends Controller
{
    public function __invoke(Summary $summary): JsonResponse
    {
        $this->authorize('viewAny', Intake::class);
        $waiting = Intake::query()->with(['user', 'loader'])->whereNotIn('state', ['loaded', 'undone'])->latest('id')->limit(20)->get();
        $loaded = Intake::query()->with(['user', 'loader'])->whereIn('state', ['loaded', 'undone'])->latest('loaded_at')->limit(6)->get();

        return response()->json([
            'waiting' => $waiting->map(static fn (Intake $intake): array => $summary->of($intake)),
            'loaded' => $loaded->map(static fn (Intake $intake): array => $summary->of($intake)),
            'supporters' => Supporter::query()->count(),
            'gifts' => Gift::query()->count(),
            'given' => (string) (Gift::query()->sum('amount') ?: '0.00'),
        ]);
    }
}
