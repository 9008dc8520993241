<?php

declare(strict_types=1);

namespace App\Intakes\Http;

use App\Accounts\Audit;
use App\Intakes\Decisions\Decision;
use App\Intakes\Decisions\ProblemList;
use App\Intakes\Decisions\Revision;
use App\Intakes\Decisions\RowList;
use App\Intakes\Decisions\RowView;
use App\Intakes\Decisions\UnsureGroups;
use App\Intakes\Intake;
use App\Intakes\IntakeState;
use App\Intakes\Summary;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\Rule;
use PineSieve\Core\Changes\Outcome;

/**
 * The rows of an intake stage by stage: their problems, matches, addresses and planned changes, and what people decide about them.
 *
 * @phpstan-import-type IntakeSummary from Summary
 * @phpstan-type DecidedGroup array{decided: int, left: int, intake: IntakeSummary}
 * @phpstan-type TakenBack array{number: ?int, intake: IntakeSummary}
 */
final class RowController extends Controller
{
    #[Answers(RowView::class, 'RowDetail')]
    public function show(Intake $intake, int $number, RowView $rows): JsonResponse
    {
        $this->authorize('viewRows', [Intake::class, $intake]);

        return response()->json($rows->of($intake, $number) ?? abort(404));
    }

    /** Kinds of problem, each with the number of rows that have it. */
    #[Answers(ProblemList::class, 'Checks')]
    public function checks(Intake $intake, ProblemList $list): JsonResponse
    {
        $this->authorize('viewRows', [Intake::class, $intake]);

        return response()->json($list->of($intake));
    }

    /** The values that have one kind of problem, each with its rows. */
    #[Answers(ProblemList::class, 'ProblemValues')]
    public function problems(Request $request, Intake $intake, ProblemList $list): JsonResponse
    {
        $this->authorize('viewRows', [Intake::class, $intake]);
        $data = $request->validate([
            'code' => ['required', 'string'],
            'field' => ['required', 'string'],
            'column' => ['nullable', 'integer'],
            'warned' => ['nullable', Rule::in(['1'])],
        ]);
        $column = isset($data['column']) ? (int) $data['column'] : null;

        return response()->json($list->values($intake, $data['code'], $data['field'], $column, !isset($data['warned'])));
    }

    #[Answers(RowList::class, 'MatchPage')]
    public function matches(Request $request, Intake $intake, RowList $list): JsonResponse
    {
        $this->authorize('viewRows', [Intake::class, $intake]);
        $show = $request->validate(['show' => ['nullable', Rule::in(RowList::MATCHES)]])['show'] ?? 'unsure';

        return response()->json($list->matches($intake, $show, (int) $request->query('after', '0')));
    }

    /** Unsure rows, by why they are. */
    #[Answers(UnsureGroups::class, 'UnsureGroupList')]
    public function groups(Intake $intake, UnsureGroups $groups): JsonResponse
    {
        $this->authorize('viewRows', [Intake::class, $intake]);

        return response()->json(['groups' => $groups->all($intake)]);
    }

    /** Decides all unsure rows of a group as one. */
    #[Answers(self::class, 'DecidedGroup')]
    public function decideGroup(Request $request, Intake $intake, UnsureGroups $groups, Summary $summary): JsonResponse
    {
        $this->authorize('update', $intake);
        $this->mustBeReady($intake);
        $data = $request->validate(['why' => ['present', 'string', 'max:190'], 'to' => ['required', Rule::in(['same', 'new'])]]);
        $decided = $groups->decide($intake, $data['why'], $data['to'] === 'same', $request->user()?->id);

        return response()->json([...$decided, 'intake' => $summary->of($intake->refresh())]);
    }

    #[Answers(RowView::class, 'MatchView')]
    public function match(Intake $intake, int $number, RowView $rows): JsonResponse
    {
        $this->authorize('viewRows', [Intake::class, $intake]);

        return response()->json($rows->match($intake, $number));
    }

    #[Answers(RowList::class, 'AddressPage')]
    public function addresses(Request $request, Intake $intake, RowList $list): JsonResponse
    {
        $this->authorize('viewRows', [Intake::class, $intake]);
        $show = $request->validate(['show' => ['nullable', Rule::in(['ask', 'accepted', 'kept', 'same'])]])['show'] ?? 'ask';

        return response()->json($list->addresses($intake, $show, (int) $request->query('after', '0')));
    }

    /** The planned changes: what loading would write, row by row. */
    #[Answers(RowList::class, 'PreviewPage')]
    public function preview(Request $request, Intake $intake, RowList $list): JsonResponse
    {
        $this->authorize('viewRows', [Intake::class, $intake]);
        $outcome = $request->validate(['outcome' => ['required', Rule::enum(Outcome::class)]])['outcome'];

        return response()->json($list->preview($intake, $outcome, (int) $request->query('after', '0')));
    }

    #[Answers(Summary::class, 'IntakeSummary')]
    public function edit(Request $request, Intake $intake, Revision $revision, Summary $summary): JsonResponse
    {
        $this->authorize('update', $intake);
        $data = $request->validate([
            'kind' => ['required', Rule::in(['cell', 'value', 'row', 'match', 'address', 'pass'])],
            'number' => [
                'required_unless:kind,value,address',
                'nullable',
                'integer',
                Rule::exists('intake_rows', 'number')->where('intake_id', $intake->id),
            ],
            'column' => [
                'required_if:kind,cell,value',
                'nullable',
                'integer',
                'min:0',
                'max:' . max(0, count($intake->columnPlan()->choices) - 1),
            ],
            'from' => ['required_if:kind,value', 'nullable', 'string', 'max:5000'],
            'to' => ['present', 'nullable', 'string', 'max:5000'],
        ]);
        $to = (string) $data['to'];
        $allowed = match ($data['kind']) {
            'row' => in_array($to, ['hold', 'out', 'in'], true),
            'match' => preg_match(Decision::PATTERN, $to) === 1,
            'address' => in_array($to, ['accept', 'keep'], true),
            // Why a row comes in that lacks what is required must be read by someone who was not there.
            'pass' => mb_strlen(trim($to)) >= 10,
            default => true,
        };
        if ($data['kind'] === 'pass') {
            $this->authorize('administer');
            abort_unless($allowed, 422, 'Write the reason in a few words: it stands in the audit list and in the proof.');
            abort_unless(
                DB::table('intake_problems')
                    ->where('intake_id', $intake->id)
                    ->where('number', $data['number'])
                    ->where('blocks', true)
                    ->where(static fn($query) => $query->where('code', 'like', '%.required')->orWhere('code', 'like', '%.unique'))
                    ->exists(),
                422,
                'Nothing that is required is missing in this row.',
            );
            Audit::note(Audit::OVERRIDE, "Let row {$data['number']} of \"{$intake->name}\" pass: {$to}", $intake->id);
        }
        abort_unless($allowed, 422, 'This decision is not one that can be taken here.');
        // Rows can be left out while the columns are still being settled.
        $data['kind'] === 'row' ? $intake->mustBeOpen() : $this->mustBeReady($intake);
        $revision->record(
            $intake,
            $data['kind'],
            $data['number'] ?? null,
            $data['column'] ?? null,
            $data['from'] ?? null,
            $to,
            $request->user()?->id,
        );

        return response()->json($summary->of($intake->refresh()));
    }

    /** Brings the rows that have one kind of problem in without the values that have it. */
    #[Answers(Summary::class, 'IntakeSummary')]
    public function blank(Request $request, Intake $intake, Revision $revision, Summary $summary): JsonResponse
    {
        $this->authorize('update', $intake);
        $this->mustBeReady($intake);
        $data = $request->validate([
            'code' => ['required', 'string'],
            'field' => ['required', 'string'],
            'column' => ['required', 'integer'],
        ]);
        $revision->blank($intake, $data['code'], $data['field'], (int) $data['column'], $request->user()?->id);

        return response()->json($summary->of($intake->refresh()));
    }

    /** Leaves the rows out that have one kind of problem. */
    #[Answers(Summary::class, 'IntakeSummary')]
    public function leaveOut(Request $request, Intake $intake, Revision $revision, Summary $summary): JsonResponse
    {
        $this->authorize('update', $intake);
        $this->mustBeReady($intake);
        $data = $request->validate(['code' => ['required', 'string'], 'field' => ['required', 'string']]);
        $revision->leaveOut($intake, $data['code'], $data['field'], $request->user()?->id);

        return response()->json($summary->of($intake->refresh()));
    }

    /** Takes back the latest decision of a kind. */
    #[Answers(self::class, 'TakenBack')]
    public function takeBack(Request $request, Intake $intake, Revision $revision, Summary $summary): JsonResponse
    {
        $this->authorize('update', $intake);
        $this->mustBeReady($intake);
        $kind = $request->validate(['kind' => ['required', Rule::in(['cell', 'value', 'row', 'match', 'address'])]])['kind'];
        $number = $revision->takeBack($intake, $kind);

        return response()->json(['number' => $number, 'intake' => $summary->of($intake->refresh())]);
    }

    private function mustBeReady(Intake $intake): void
    {
        abort_unless(
            $intake->state === IntakeState::Ready,
            409,
            'This intake is being worked on or was loaded already, so nothing can be decided in it now.',
        );
    }
}
