<?php

declare(strict_types=1);

namespace App\BulkChanges\Http;

use App\BulkChanges\BulkChange;
use App\BulkChanges\BulkState;
use App\BulkChanges\BulkView;
use App\BulkChanges\Http\Requests\BulkChangeRequest;
use App\BulkChanges\RunBulkChange;
use App\BulkChanges\Writing;
use App\Standards\FieldAccess;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Supporters\SupporterSearch;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;
use PineSieve\Core\Bulk\BulkKind;
use PineSieve\Core\Standards\Standards;

/**
 * Changes of many supporters at once: planned, looked at, written, left.
 *
 * @phpstan-type BulkGone array{gone: bool}
 */
final class BulkChangeController extends Controller
{
    /** What can be done. */
    #[Answers(BulkView::class, 'BulkFields')]
    public function fields(BulkView $view): JsonResponse
    {
        $this->authorize('edit-records');

        return response()->json($view->fields());
    }

    #[Answers(BulkView::class, 'BulkSummary')]
    public function store(BulkChangeRequest $request, BulkView $view, Standards $standards): JsonResponse
    {
        $change = new BulkChange([
            'user_id' => $request->user()?->id,
            'state' => BulkState::Planning,
            'scope' => $request->scope(),
            'steps' => $request->steps(),
        ]);
        // What can't be done, or searched for, is said at once.
        $change->planner($standards);
        SupporterSearch::of($change->scope['query'] ?? []);
        self::mustBeAllowed($change, $standards);
        $change->save();
        RunBulkChange::dispatch($change->id);

        return response()->json($view->summary($change->refresh()), 201);
    }

    private static function mustBeAllowed(BulkChange $change, Standards $standards): void
    {
        $sight = FieldAccess::ofUser();
        foreach ($change->stepList($standards) as $step) {
            $field = match ($step->kind) {
                BulkKind::Become => 'kind',
                BulkKind::Note => 'note.text',
                default => $step->field,
            };
            abort_unless($field === '' || $sight->edits($field), 403, 'You may not change this field.');
            if ($step->kind === BulkKind::Delete) {
                abort_unless($sight->seesAll(), 403, 'Fields are hidden from you: deleting would take away what you can\'t see.');
                abort_unless(
                    $step->value === '' || Writing::isThere($step->value),
                    422,
                    "There is no supporter {$step->value} to get the gifts.",
                );
            }
        }
    }

    #[Answers(BulkView::class, 'BulkSummary')]
    public function show(Request $request, BulkChange $bulkChange, BulkView $view): JsonResponse
    {
        $this->mustBeOwn($request, $bulkChange);

        return response()->json($view->summary($bulkChange));
    }

    /** Who is behind one of the things that it comes to. */
    #[Answers(BulkView::class, 'BulkRecords')]
    public function records(Request $request, BulkChange $bulkChange, BulkView $view): JsonResponse
    {
        $this->mustBeOwn($request, $bulkChange);
        [$effect, $after] = [$request->query('effect', ''), $request->query('after', '0')];

        return response()->json($view->records($bulkChange, is_string($effect) ? $effect : '', is_string($after) ? (int) $after : 0));
    }

    /** Writes it: in the queue, as one act. */
    #[Answers(BulkView::class, 'BulkSummary')]
    public function write(Request $request, BulkChange $bulkChange, Writing $writing, BulkView $view): JsonResponse
    {
        $this->mustBeOwn($request, $bulkChange);
        abort_unless($bulkChange->state === BulkState::Planned, 409, 'This is not waiting to be written.');
        $writing->begin($bulkChange, $request->user());

        return response()->json($view->summary($bulkChange->refresh()));
    }

    #[Answers(self::class, 'BulkGone')]
    public function destroy(Request $request, BulkChange $bulkChange): JsonResponse
    {
        $this->mustBeOwn($request, $bulkChange);
        abort_if($bulkChange->state === BulkState::Writing, 409, 'It is being written.');
        $bulkChange->records()->delete();
        $bulkChange->delete();

        return response()->json(['gone' => true]);
    }

    private function mustBeOwn(Request $request, BulkChange $change): void
    {
        $this->authorize('edit-records');
        abort_unless($change->user_id === $request->user()?->id || Gate::allows('administer'), 403, 'This was begun by someone else.');
    }
}
