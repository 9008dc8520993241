<?php

declare(strict_types=1);

namespace App\Gifts\Http;

use App\Gifts\GiftAt;
use App\Gifts\GiftForms;
use App\Gifts\Http\Requests\GiftRequest;
use App\Records\Gift;
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
 * Gifts that people add, change, take back and correct by hand.
 *
 * @phpstan-import-type Placed from PlacedProblem
 * @phpstan-type GiftChecked array{problems: list<Placed>}
 * @phpstan-type GiftKept array{id: int}
 * @phpstan-type GiftRemoved array{removed: int}
 */
final class GiftFormController extends Controller
{
    use AnswersForms;

    public function __construct(private readonly GiftForms $gifts) {}

    #[Answers(self::class, 'GiftChecked')]
    public function check(GiftRequest $request, Supporter $supporter): JsonResponse
    {
        $at = new GiftAt($supporter->id, $request->integer('gift') ?: null, corrects: $request->corrects());

        return response()->json(['problems' => self::placed($this->gifts->problems($at, $request->values(), FieldAccess::ofUser()))]);
    }

    #[Answers(self::class, 'GiftKept')]
    public function store(GiftRequest $request, Supporter $supporter): JsonResponse
    {
        return $this->kept($request, new GiftAt($supporter->id, corrects: $request->corrects()), 201);
    }

    #[Answers(self::class, 'GiftKept')]
    public function update(GiftRequest $request, Supporter $supporter, Gift $gift): JsonResponse
    {
        abort_unless($gift->supporter_id === $supporter->id, 404);

        return $this->kept($request, new GiftAt($supporter->id, $gift->id), 200);
    }

    #[Answers(self::class, 'GiftRemoved')]
    public function destroy(Request $request, Supporter $supporter, Gift $gift): JsonResponse
    {
        $this->authorize('edit-records');
        abort_unless($gift->supporter_id === $supporter->id, 404);
        try {
            $this->gifts->remove(new GiftAt($supporter->id, $gift->id), $request->user(), FieldAccess::ofUser());
        } catch (NotKept $error) {
            return self::notKept($error);
        }

        return response()->json(['removed' => $gift->id]);
    }

    private function kept(GiftRequest $request, GiftAt $at, int $status): JsonResponse
    {
        try {
            $id = $this->gifts->keep(
                $at,
                $request->values(),
                $request->base(),
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
