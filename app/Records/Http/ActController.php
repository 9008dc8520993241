<?php

declare(strict_types=1);

namespace App\Records\Http;

use App\Records\Act;
use App\Records\Acts;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;

/**
 * What one person did to many records at once, taken back as one.
 *
 * @phpstan-type ActUndone array{restored: int, kept: int}
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

        return response()->json($acts->undo($act, $request->user()));
    }
}
