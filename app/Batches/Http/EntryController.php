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
use App\Supporters\Http\AnswersForms;
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
 * @phpstan-import-type BatchShown from BatchView
 * @phpstan-import-type EntryShown from BatchView
 * @phpstan-import-type LikeGift from Entries
 * @phpstan-import-type Placed from PlacedProblem
 * @phpstan-type EntryChecked array{problems: list<Placed>, like: list<LikeGift>}
 * @phpstan-type EntryKept array{batch: BatchShown, entry: ?EntryShown}
 * @phpstan-type LookedUp array{found: list<FoundSupporter>}
 * @phpstan-type RecognitionFields array{
 *     fields: array{person: list<string>, household: list<string>, organization: list<string>}, choices: list<RecognitionChoice>,
 * }
 */
final class EntryController extends Controller
{
    use AnswersForms;

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

    /** What is wrong with a gift as it is being typed, and which one it may be once more. */
    #[Answers(self::class, 'EntryChecked')]
    public function check(EntryRequest $request, Batch $batch): JsonResponse
    {
        $entry = $request->integer('entry') ?: null;
        [$supporter, $written] = [(int) $request->validated('supporter'), $request->written('values')];

        return response()->json([
            'problems' => self::placed($this->entries->problems($batch, $entry, $supporter, $written)),
            'like' => $this->entries->like($batch, $entry, $supporter, $written),
        ]);
    }

    #[Answers(self::class, 'EntryKept')]
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

    #[Answers(self::class, 'EntryKept')]
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

    #[Answers(self::class, 'EntryKept')]
    public function destroy(Request $request, Batch $batch, int $entry): JsonResponse
    {
        $this->authorize('edit-records');

        return $this->kept($batch, function () use ($batch, $entry, $request): ?int {
            $this->entries->remove($batch, $entry, $request->user());

            return null;
        });
    }

    /** @param  Closure(): ?int  $does  gives the entry that is there now */
    private function kept(Batch $batch, Closure $does, int $status = 200): JsonResponse
    {
        try {
            $entry = $does();
        } catch (CannotPost $error) {
            abort(409, $error->getMessage());
        } catch (NotKept $error) {
            return self::notKept($error);
        }

        return response()->json(
            [
                'batch' => $this->view->of($batch->refresh()),
                'entry' => $entry === null ? null : $this->view->entries($batch, $entry)[0] ?? null,
            ],
            $status,
        );
    }
}
