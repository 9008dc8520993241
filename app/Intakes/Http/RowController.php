<?php

declare(strict_types=1);

namespace App\Intakes\Http;

use App\Accounts\Audit;
use App\Intakes\Decisions\AddressGroups;
use App\Intakes\Decisions\Decision;
use App\Intakes\Decisions\ProblemList;
use App\Intakes\Decisions\Revision;
use App\Intakes\Decisions\RowList;
use App\Intakes\Decisions\RowView;
use App\Intakes\Decisions\UnsureGroups;
use App\Intakes\Http\Requests\AddressesRequest;
use App\Intakes\Http\Requests\BlankRequest;
use App\Intakes\Http\Requests\DecideAddressesRequest;
use App\Intakes\Http\Requests\DecideGroupRequest;
use App\Intakes\Http\Requests\DecisionRequest;
use App\Intakes\Http\Requests\LeaveOutRequest;
use App\Intakes\Http\Requests\MatchesRequest;
use App\Intakes\Http\Requests\PreviewRequest;
use App\Intakes\Http\Requests\ProblemsRequest;
use App\Intakes\Http\Requests\TakeBackRequest;
use App\Intakes\Intake;
use App\Intakes\IntakeState;
use App\Intakes\Summary;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use Illuminate\Http\JsonResponse;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Addresses\AddressRule;

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
    public function problems(ProblemsRequest $request, Intake $intake, ProblemList $list): JsonResponse
    {
        $data = $request->validated();
        $column = isset($data['column']) ? (int) $data['column'] : null;

        return response()->json($list->values($intake, $data['code'], $data['field'], $column, !isset($data['warned'])));
    }

    #[Answers(RowList::class, 'MatchPage')]
    public function matches(MatchesRequest $request, Intake $intake, RowList $list): JsonResponse
    {
        $show = $request->validated('show') ?? 'unsure';

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
    public function decideGroup(DecideGroupRequest $request, Intake $intake, UnsureGroups $groups, Summary $summary): JsonResponse
    {
        $this->mustBeReady($intake);
        $data = $request->validated();
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
    public function addresses(AddressesRequest $request, Intake $intake, RowList $list): JsonResponse
    {
        $data = $request->validated();

        return response()->json(
            $list->addresses($intake, $data['show'] ?? 'ask', $data['rule'] ?? '', (int) $request->query('after', '0')),
        );
    }

    /** Addresses that change, by why they do. */
    #[Answers(AddressGroups::class, 'AddressGroupList')]
    public function addressGroups(AddressesRequest $request, Intake $intake, AddressGroups $groups): JsonResponse
    {
        $show = $request->validated('show') ?? 'ask';

        return response()->json(['groups' => $groups->all($intake, $show), 'left' => $show === 'same' ? [] : $groups->left($intake)]);
    }

    /** Decides all addresses that change by one rule as one. */
    #[Answers(Summary::class, 'IntakeSummary')]
    public function decideAddresses(DecideAddressesRequest $request, Intake $intake, AddressGroups $groups, Summary $summary): JsonResponse
    {
        $this->mustBeReady($intake);
        $data = $request->validated();
        $groups->decide($intake, AddressRule::from($data['rule']), $data['to'], $request->user()?->id);

        return response()->json($summary->of($intake->refresh()));
    }

    /** The planned changes: what loading would write, row by row. */
    #[Answers(RowList::class, 'PreviewPage')]
    public function preview(PreviewRequest $request, Intake $intake, RowList $list): JsonResponse
    {
        $outcome = $request->validated('outcome');

        return response()->json($list->preview($intake, $outcome, (int) $request->query('after', '0')));
    }

    #[Answers(Summary::class, 'IntakeSummary')]
    public function edit(DecisionRequest $request, Intake $intake, Revision $revision, Summary $summary): JsonResponse
    {
        $data = $request->validated();
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
    public function blank(BlankRequest $request, Intake $intake, Revision $revision, Summary $summary): JsonResponse
    {
        $this->mustBeReady($intake);
        $data = $request->validated();
        $revision->blank($intake, $data['code'], $data['field'], (int) $data['column'], $request->user()?->id);

        return response()->json($summary->of($intake->refresh()));
    }

    /** Leaves the rows out that have one kind of problem. */
    #[Answers(Summary::class, 'IntakeSummary')]
    public function leaveOut(LeaveOutRequest $request, Intake $intake, Revision $revision, Summary $summary): JsonResponse
    {
        $this->mustBeReady($intake);
        $data = $request->validated();
        $revision->leaveOut($intake, $data['code'], $data['field'], $request->user()?->id);

        return response()->json($summary->of($intake->refresh()));
    }

    /** Takes back the latest decision of a kind. */
    #[Answers(self::class, 'TakenBack')]
    public function takeBack(TakeBackRequest $request, Intake $intake, Revision $revision, Summary $summary): JsonResponse
    {
        $this->mustBeReady($intake);
        $kind = $request->validated('kind');
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
