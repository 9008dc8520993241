<?php

declare(strict_types=1);

namespace App\Rereading\Http;

use App\Intakes\Intake;
use App\Records\Supporter;
use App\Rereading\Http\Requests\RereadingsRequest;
use App\Rereading\Http\Requests\RereadRowsRequest;
use App\Rereading\ReadAgain;
use App\Rereading\Reread;
use App\Rereading\Rereadings;
use App\Standards\FieldAccess;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Supporters\ChangeWords;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use PineSieve\Core\Changes\Action;
use PineSieve\Core\Changes\Change;
use PineSieve\Core\Changes\Subject;
use PineSieve\Core\Rereading\RereadKind;

/**
 * Stored values that today's reading of their source row reads otherwise: shown, taken over, or left as they are.
 *
 * @phpstan-import-type ShownField from ChangeWords
 * @phpstan-type RereadRow array{
 *     number: int, kind: value-of<RereadKind>, supporter_id: int, name: string, intake_id: int, intake: string, row: int,
 *     written: list<string>, reason: string, can_be_taken: bool, fields: list<ShownField>,
 * }
 * @phpstan-type RereadCount array{kind: value-of<RereadKind>, count: int, takeable: int}
 * @phpstan-type RereadState array{state: 'waiting'|'reading'|'done'|'failed', done: int, total: int, error: ?string, ended_at: ?string}
 * @phpstan-type RereadPage array{rows: list<RereadRow>, more: bool, kinds: list<RereadCount>, last: ?RereadState}
 * @phpstan-type RereadBegun array{id: int, ...}
 * @phpstan-type RereadTaken array{written: int, refused: int, changed: int, act: ?int}
 * @phpstan-type RereadLeft array{left: int}
 */
final class RereadingController extends Controller
{
    private const PAGE = 200;

    public function __construct(private readonly Rereadings $rereadings) {}

    #[Answers(self::class, 'RereadPage')]
    public function index(RereadingsRequest $request, ChangeWords $words): JsonResponse
    {
        $data = $request->validated();
        $sight = FieldAccess::ofUser();
        $kinds = Rereadings::visible($sight);
        $wanted = RereadKind::tryFrom($data['kind'] ?? '');
        abort_if($wanted !== null && !in_array($wanted, $kinds, true), 403, 'You may not see these fields.');
        $rows = $this->rereadings
            ->open(...$wanted === null ? $kinds : [$wanted])
            ->where('rereadings.id', '>', (int) ($data['after'] ?? 0))
            ->orderBy('rereadings.id')
            ->limit(self::PAGE)
            ->get();
        $names = Supporter::query()->whereIn('id', $rows->pluck('supporter_id'))->pluck('display_name', 'id');
        $files = Intake::query()->whereIn('id', $rows->pluck('intake_id'))->pluck('name', 'id');
        $last = Reread::latestOne();

        return response()->json([
            'rows' => $rows->map(
                static fn(\stdClass $row): array => [
                    // What useMore goes on after.
                    'number' => $row->id,
                    'kind' => $row->kind,
                    'supporter_id' => $row->supporter_id,
                    'name' => $names[$row->supporter_id] ?? '',
                    'intake_id' => $row->intake_id,
                    'intake' => $files[$row->intake_id] ?? '',
                    'row' => $row->number,
                    'written' => array_values(array_unique(json_decode($row->written, true, flags: JSON_THROW_ON_ERROR))),
                    'reason' => $row->reason,
                    'can_be_taken' => (bool) $row->can_be_taken,
                    'fields' => $words->of(
                        new Change(
                            Subject::from($row->subject),
                            $row->thing,
                            Action::Update,
                            json_decode($row->fields, true, flags: JSON_THROW_ON_ERROR),
                        ),
                        null,
                    )['fields'],
                ],
            ),
            'more' => $rows->count() === self::PAGE,
            'kinds' => $this->rereadings->counts($kinds),
            'last' => $last?->only(['state', 'done', 'total', 'error', 'ended_at']),
        ]);
    }

    /** Reads everything again in the background. */
    #[Answers(self::class, 'RereadBegun')]
    public function look(Request $request): JsonResponse
    {
        $this->authorize('edit-records');
        $reread = ReadAgain::begin($request->user()?->id);
        abort_if($reread === null, 409, 'The sources are being read again already.');

        return response()->json($reread, 202);
    }

    #[Answers(self::class, 'RereadTaken')]
    public function take(RereadRowsRequest $request): JsonResponse
    {
        return response()->json($this->rereadings->take($request->kind(), $request->ids(), $request->user(), FieldAccess::ofUser()));
    }

    #[Answers(self::class, 'RereadLeft')]
    public function leave(RereadRowsRequest $request): JsonResponse
    {
        return response()->json(['left' => $this->rereadings->leave($request->kind(), $request->ids())]);
    }
}
