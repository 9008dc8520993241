<?php

declare(strict_types=1);

namespace App\Records\Http;

use App\Records\Act;
use App\Records\Acts;
use App\Records\UndoAct;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;

/**
 * What one person did to many records at once, taken back as one.
 *
 * @phpstan-type ActUndone array{restored: int, kept: int, later: bool}
 */
final class ActController extends Controller
{
    #[Answers(self::class, 'ActUndone')]
    public function undo(Request $request, Act $act, Acts $acts): JsonResponse
    {
        $this->authorize('edit-records');
        abort_unless(
            $act->user_id === $request->user()?->id || Gate::allows('administer'),
            403,
            'Only the person who did it, or an administrator, may undo it.',
        );
        abort_unless($act->kind->isUndoneAsItStands(), 409, 'This is taken back where it was done.');
        abort_if($act->undone_at !== null, 409, 'It was undone already.');

        if ($act->records > (int) config('sieve.undo_at_once')) {
            UndoAct::begin($act->id, $request->user()?->id);

            return response()->json(['restored' => 0, 'kept' => 0, 'later' => true], 202);
        }

        return response()->json([...$acts->undo($act, $request->user()), 'later' => false]);
    }

    /** How the undo of many records goes on. */
    #[Answers(self::class, 'ActUndone')]
    public function undone(Act $act): JsonResponse
    {
        $this->authorize('edit-records');
        $ended = UndoAct::ended($act->id);
        abort_if($ended !== null && $ended['error'] !== null, 409, (string) ($ended['error'] ?? ''));

        return response()->json([
            'restored' => $ended['restored'] ?? 0,
            'kept' => $ended['kept'] ?? 0,
            'later' => $ended === null && $act->undone_at === null,
        ]);
    }
}
