<?php

declare(strict_types=1);

namespace App\Batches\Http;

use App\Batches\Batch;
use App\Batches\BatchView;
use App\Batches\CannotPost;
use App\Batches\Entries;
use App\Batches\Http\Requests\EntryRequest;
use App\Batches\Http\Requests\RecognitionRequest;
use App\Batches\Lookup;
use App\Batches\Recognition;
use App\Standards\FieldAccess;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Supporters\NotKept;
use Closure;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use PineSieve\Core\Forms\PlacedProblem;

/**
 * The gifts that are typed into a batch, and whose they are.
 *
 * @phpstan-import-type FoundSupporter from Lookup
 * @phpstan-import-type RecognitionChoice from Recognition
 * @phpstan-type LookedUp array{found: list<FoundSupporter>}
 * @phpstan-type RecognitionFields array{
 *     fields: array{person: list<string>, household: list<string>, organization: list<string>}, choices: list<RecognitionChoice>,
 * }
 */
final class EntryController extends Controller
{
    public function __construct(private readonly Entries $entries, private readonly BatchView $view) {}

    #[Answers(self::class, 'LookedUp')]
    public function find(Request $request, Lookup $lookup): JsonResponse
    {
        $this->authorize('edit-records');

        return response()->json(['found' => $lookup->find((string) $request->query('q', ''), FieldAccess::ofUser())]);
    }

    #[Answers(Recognition::class, 'RecognitionCard')]
    public function who(Request $request, int $supporter, Recognition $recognition): JsonResponse
    {
        $this->authorize('edit-records');

        return response()->json(
            $recognition->of($supporter, $request->user(), FieldAccess::ofUser()) ?? abort(404, 'This supporter is not there any more.'),
        );
    }

    #[Answers(self::class, 'RecognitionFields')]
    public function fields(Request $request, Recognition $recognition): JsonResponse
    {
        $this->authorize('edit-records');

        return response()->json([
            'fields' => $recognition->chosen($request->user()),
            'choices' => $recognition->choices(FieldAccess::ofUser()),
        ]);
    }

    #[Answers(self::class, 'RecognitionFields')]
    public function keepFields(RecognitionRequest $request, Recognition $recognition): JsonResponse
    {
        $user = $request->user() ?? abort(403);
        $recognition->keep($user, $request->validated('fields'), $request->boolean('for_role'));

        return $this->fields($request, $recognition);
    }

    #[Answers(BatchView::class, 'BatchPageData')]
    public function store(EntryRequest $request, Batch $batch): JsonResponse
    {
        return $this->kept(
            $batch,
            fn() => $this->entries->add(
                $batch,
                (int) $request->validated('supporter'),
                $request->written('values'),
                $request->boolean('again'),
                $request->user(),
            ),
            201,
        );
    }

    #[Answers(BatchView::class, 'BatchPageData')]
    public function update(EntryRequest $request, Batch $batch, int $entry): JsonResponse
    {
        return $this->kept(
            $batch,
            fn() => $this->entries->change(
                $batch,
                $entry,
                (int) $request->validated('supporter'),
                $request->written('values'),
                $request->written('base'),
                $request->boolean('again'),
                $request->user(),
            ),
        );
    }

    #[Answers(BatchView::class, 'BatchPageData')]
    public function destroy(Request $request, Batch $batch, int $entry): JsonResponse
    {
        $this->authorize('edit-records');

        return $this->kept($batch, fn() => $this->entries->remove($batch, $entry, $request->user()));
    }

    /** @param  Closure(): void  $does */
    private function kept(Batch $batch, Closure $does, int $status = 200): JsonResponse
    {
        try {
            $does();
        } catch (CannotPost $error) {
            abort(409, $error->getMessage());
        } catch (NotKept $error) {
            return response()->json(
                [
                    'message' => $error->getMessage(),
                    'problems' => array_map(static fn(PlacedProblem $placed): array => $placed->toArray(), $error->problems),
                ],
                $error->problems === [] ? 409 : 422,
            );
        }

        return response()->json($this->view->page($batch->refresh()), $status);
    }
}
