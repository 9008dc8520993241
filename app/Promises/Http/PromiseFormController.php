<?php

declare(strict_types=1);

namespace App\Promises\Http;

use App\Promises\Http\Requests\PromiseRequest;
use App\Promises\PromiseForms;
use App\Promises\StoredPromise;
use App\Records\Supporter;
use App\Standards\FieldAccess;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Supporters\Http\AnswersForms;
use App\Supporters\NotKept;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use PineSieve\Core\Forms\PlacedProblem;

/**
 * Promises that people add, change, write off and delete by hand.
 *
 * @phpstan-import-type Placed from PlacedProblem
 * @phpstan-type PromiseChecked array{problems: list<Placed>}
 * @phpstan-type PromiseKept array{id: int}
 * @phpstan-type PromiseRemoved array{removed: int}
 */
final class PromiseFormController extends Controller
{
    use AnswersForms;

    public function __construct(private readonly PromiseForms $promises) {}

    #[Answers(self::class, 'PromiseChecked')]
    public function check(PromiseRequest $request, Supporter $supporter): JsonResponse
    {
        $promise = $request->integer('promise') ?: null;

        return response()->json([
            'problems' => self::placed(
                $this->promises->problems($supporter->id, $promise, $request->written('values'), FieldAccess::ofUser()),
            ),
        ]);
    }

    #[Answers(self::class, 'PromiseKept')]
    public function store(PromiseRequest $request, Supporter $supporter): JsonResponse
    {
        return $this->kept($request, $supporter, null, 201);
    }

    #[Answers(self::class, 'PromiseKept')]
    public function update(PromiseRequest $request, Supporter $supporter, StoredPromise $promise): JsonResponse
    {
        abort_unless($promise->supporter_id === $supporter->id, 404);

        return $this->kept($request, $supporter, $promise->id, 200);
    }

    #[Answers(self::class, 'PromiseRemoved')]
    public function destroy(Request $request, Supporter $supporter, StoredPromise $promise): JsonResponse
    {
        $this->authorize('edit-records');
        abort_unless($promise->supporter_id === $supporter->id, 404);
        try {
            $this->promises->remove($supporter->id, $promise->id, $request->user(), FieldAccess::ofUser());
        } catch (NotKept $error) {
            return self::notKept($error);
        }

        return response()->json(['removed' => $promise->id]);
    }

    private function kept(PromiseRequest $request, Supporter $supporter, ?int $promise, int $status): JsonResponse
    {
        try {
            $id = $this->promises->keep(
                $supporter->id,
                $promise,
                $request->written('values'),
                $request->written('base'),
                $request->user(),
                FieldAccess::ofUser(),
                $request->boolean('again'),
            );
        } catch (NotKept $error) {
            return self::notKept($error);
        }

        return response()->json(['id' => $id], $status);
    }
}
