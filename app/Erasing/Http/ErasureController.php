<?php

declare(strict_types=1);

namespace App\Erasing\Http;

use App\Erasing\Copies;
use App\Erasing\Erasing;
use App\Erasing\Erasure;
use App\Erasing\Forgotten;
use App\Erasing\Http\Requests\EraseRequest;
use App\Erasing\RunErasure;
use App\Records\Erased;
use App\Records\RecordReader;
use App\Records\Supporter;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Support\Http\JsonMap;
use Illuminate\Http\JsonResponse;

/**
 * Erasing someone: what there is before, and the proof after.
 *
 * @phpstan-type ErasureProof array{
 *     id: int, state: 'waiting'|'written'|'done'|'failed', asked_by: string, reason: string, by: ?string, erased_at: string,
 *     counts: JsonMap<int>, error: ?string,
 * }
 * @phpstan-type ErasureView array{name: string, has: JsonMap<int>, asked_by: list<string>, erasure: ?ErasureProof}
 */
final class ErasureController extends Controller
{
    public function __construct(private readonly Erasing $erasing, private readonly Copies $copies) {}

    #[Answers(self::class, 'ErasureView')]
    public function show(Supporter $supporter): JsonResponse
    {
        $this->authorize('administer');

        return response()->json($this->view($supporter));
    }

    #[Answers(self::class, 'ErasureView')]
    public function store(EraseRequest $request, Supporter $supporter, RecordReader $reader): JsonResponse
    {
        abort_unless($request->number() === $supporter->id, 422, "Write the number of this supporter, {$supporter->id}, to go on.");
        $before = Erasure::ofSupporter($supporter->id);
        // What stopped before its end goes on; whoever was erased is not erased twice.
        if ($before === null || ($before->state === 'failed' && $before->act_id === null)) {
            abort_if(Erased::among([$supporter->id]) !== [], 409, 'This supporter was erased already.');
            $written = $request->written();
            abort_if(
                Forgotten::of($supporter->id, $reader)->isNamedIn($written['reason']),
                422,
                'The reason stays when all else goes: write it without their name.',
            );
            $before = Erasure::query()->create([
                ...$written,
                'supporter_id' => $supporter->id,
                'user_id' => $request->user()?->id,
                'state' => 'waiting',
                'erased_at' => now(),
            ]);
        } else {
            abort_unless($before->state === 'failed', 409, 'This supporter was erased already.');
            $before->update(['state' => 'written', 'error' => null]);
        }
        RunErasure::dispatch($before->id);

        return response()->json($this->view($supporter->refresh()), 202);
    }

    /** @return ErasureView */
    private function view(Supporter $supporter): array
    {
        $erasure = Erasure::ofSupporter($supporter->id);

        return [
            'name' => $supporter->display_name,
            // Once it is done, the proof says what there was.
            'has' => new JsonMap(
                $erasure !== null && $erasure->state !== 'failed'
                    ? []
                    : [...$this->erasing->about($supporter->id), ...array_filter(['restore points' => $this->copies->count()])],
            ),
            'asked_by' => Erasure::ASKED_BY,
            'erasure' => $erasure === null ? null : self::proof($erasure),
        ];
    }

    /** @return ErasureProof */
    private static function proof(Erasure $erasure): array
    {
        return [
            'id' => $erasure->id,
            'state' => $erasure->state,
            'asked_by' => $erasure->asked_by,
            'reason' => $erasure->reason,
            'by' => $erasure->user?->name,
            'erased_at' => $erasure->erased_at->toIso8601String(),
            'counts' => new JsonMap($erasure->counts ?? []),
            'error' => $erasure->error,
        ];
    }
}
