<?php

declare(strict_types=1);

namespace App\Intakes\Http;

use App\Accounts\Audit;
use App\Intakes\Decisions\Decision;
use App\Intakes\Decisions\Revision;
use App\Intakes\Decisions\RowView;
use App\Intakes\Decisions\UnsureGroups;
use App\Intakes\Intake;
use App\Intakes\IntakeState;
use App\Intakes\Sifting\Results;
use App\Intakes\Sifting\RowMoney;
use App\Intakes\Sifting\UnitNumber;
use App\Intakes\Summary;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Support\Http\JsonMap;
use App\Support\Lists;
use App\Supporters\ChangeWords;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Validation\Rule;
use PineSieve\Core\Changes\Outcome;
use PineSieve\Core\Matching\Verdict;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\Target;
use PineSieve\Core\Standards\Unreadable;

/**
 * The rows of an intake stage by stage: their problems, matches, addresses and planned changes, and what people decide about them.
 *
 * @phpstan-import-type IntakeSummary from Summary
 * @phpstan-import-type Amounts from Summary
 * @phpstan-import-type PassedRow from LoadController
 * @phpstan-import-type ShownChange from ChangeWords
 * @phpstan-import-type OtherParty from RowView
 * @phpstan-type RowName array{number: int, display: string}
 * @phpstan-type ProblemKind array{code: string, field: string, column: ?int, example: string, remedy: string, rows: int, values_count: int, label: string, header: ?string, base: string, choice: ?('hold'|'without')}
 * @phpstan-type RuledOut array{reason: string, rows: int}
 * @phpstan-type Checks array{kinds: list<ProblemKind>, warnings: list<ProblemKind>, passed: list<PassedRow>, by_person: array{hold: list<RowName>, out: list<RowName>}, by_rule: list<RuledOut>}
 * @phpstan-type ProblemValue array{value: string, column: ?int, reason: string, remedy: string, rows: list<RowName>}
 * @phpstan-type ProblemValues array{values: list<ProblemValue>}
 * @phpstan-type MatchRow array{number: int, part: int, role: string, display: string, verdict: value-of<Verdict>, outcome: value-of<Outcome>, supporter_id: ?int, same_as_row: ?int, namesakes: int, reason: string}
 * @phpstan-type MatchPage array{rows: list<MatchRow>, more: bool, decided: int}
 * @phpstan-type UnsureGroupList array{groups: list<UnsureGroup>}
 * @phpstan-type UnsureGroup array{why: string, rows: int, single: int, sample: list<RowName>}
 * @phpstan-type DecidedGroup array{decided: int, left: int, intake: IntakeSummary}
 * @phpstan-type AddressChange array{part: string, before: string, after: string, reason: string}
 * @phpstan-type AddressRow array{number: int, display: string, state: string, from: JsonMap<string>, to: JsonMap<string>, changes: list<AddressChange>}
 * @phpstan-type AddressPage array{rows: list<AddressRow>, more: bool}
 * @phpstan-type PreviewRow array{number: int, display: string, supporter_id: ?int, same_as_row: ?int, changes: list<ShownChange>, others: list<OtherParty>, gifts_new: int, there: Amounts, reasons: list<string>}
 * @phpstan-type PreviewPage array{rows: list<PreviewRow>, more: bool}
 * @phpstan-type TakenBack array{number: ?int, intake: IntakeSummary}
 */
final class RowController extends Controller
{
    private const PAGE = 200;

    #[Answers(RowView::class, 'RowDetail')]
    public function show(Intake $intake, int $number, RowView $rows): JsonResponse
    {
        $this->authorize('viewRows', [Intake::class, $intake]);

        return response()->json($rows->of($intake, $number) ?? abort(404));
    }

    /** Kinds of problem, each with the number of rows that have it. */
    #[Answers(self::class, 'Checks')]
    public function checks(Intake $intake, FieldCatalog $catalog): JsonResponse
    {
        $this->authorize('viewRows', [Intake::class, $intake]);

        return response()->json([
            'kinds' => $this->kinds($intake, $catalog, true),
            'warnings' => $this->kinds($intake, $catalog, false),
            'passed' => DB::table('intake_edits as e')
                ->leftJoin('users as u', 'u.id', '=', 'e.user_id')
                ->where('e.intake_id', $intake->id)
                ->where('e.kind', 'pass')
                ->orderBy('e.number')
                ->get(['e.number', 'e.to as reason', 'u.name as by']),
            'by_person' => [
                'hold' => $this->byPerson($intake, 'held', 'person'),
                'out' => $this->byPerson($intake, 'left_out', null),
            ],
            'by_rule' => DB::table('intake_results')
                ->where('intake_id', $intake->id)
                ->where('outcome', 'left_out')
                ->whereNotNull('reason')
                ->groupBy('reason')
                ->orderByRaw('count(*) desc')
                ->get([DB::raw('reason'), DB::raw('count(*) as `rows`')]),
        ]);
    }

    /**
     * @param  bool  $blocking  whether of what holds rows, or of what rows come in without
     * @return list<ProblemKind>
     */
    private function kinds(Intake $intake, FieldCatalog $catalog, bool $blocking): array
    {
        $headers = $intake->columnPlan()->headers();
        $kinds = DB::select(
            'select p.code, p.field, p.column, min(p.reason) as example, min(p.remedy) as remedy, count(distinct p.number) as `rows`, count(distinct p.value) as values_count
            from intake_problems p join intake_results r on r.intake_id = p.intake_id and r.number = p.number and r.outcome <> "' .
                Results::WITH .
                '" and (r.outcome = "held") = ?
            where p.blocks = ? and p.intake_id = ? group by p.code, p.field, p.column order by `rows` desc, p.code',
            [$blocking, $blocking, $intake->id],
        );

        return Lists::of(
            array_map(
                static fn(\stdClass $kind): array => [
                    'code' => $kind->code,
                    'field' => $kind->field,
                    'column' => $kind->column,
                    'example' => $kind->example,
                    'remedy' => $kind->remedy,
                    'rows' => $kind->rows,
                    'values_count' => $kind->values_count,
                    'label' => $catalog->label($kind->field),
                    'header' => $kind->column === null ? null : $headers[$kind->column] ?? null,
                    'base' => Target::tryParse($kind->field)->field ?? $kind->field,
                    'choice' => self::choice($kind->code, $kind->field, $blocking),
                ],
                $kinds,
            ),
        );
    }

    /** @return ?('hold'|'without') what else can become of the rows of a kind; null where nothing can be chosen */
    private static function choice(string $code, string $field, bool $blocking): ?string
    {
        $base = Target::tryParse($field)?->field;
        $isOfReading =
            preg_match('/\.(?:form|bounds|ambiguous|order|unknown|retired|length|pattern|zeros|currency|state)$|^step$/D', $code) === 1 &&
            $code !== 'party.unknown';

        return $base !== null && $isOfReading && Unreadable::isForChoice($base)
            ? ($blocking
                ? Unreadable::Without->value
                : Unreadable::Hold->value)
            : null;
    }

    /** The values that have one kind of problem, each with its rows. */
    #[Answers(self::class, 'ProblemValues')]
    public function problems(Request $request, Intake $intake): JsonResponse
    {
        $this->authorize('viewRows', [Intake::class, $intake]);
        $data = $request->validate([
            'code' => ['required', 'string'],
            'field' => ['required', 'string'],
            'column' => ['nullable', 'integer'],
            'warned' => ['nullable', Rule::in(['1'])],
        ]);
        $blocking = !isset($data['warned']);
        $groups = [];
        $problems = DB::table('intake_problems as p')
            ->join('intake_results as r', static fn($join) => $join->on('r.intake_id', 'p.intake_id')->on('r.number', 'p.number'))
            ->where('p.blocks', $blocking)
            ->where('p.intake_id', $intake->id)
            ->where('p.code', $data['code'])
            ->where('p.field', $data['field'])
            ->where('r.outcome', $blocking ? '=' : '<>', 'held')
            ->where('r.outcome', '<>', Results::WITH)
            ->when(isset($data['column']), static fn($query) => $query->where('p.column', $data['column']))
            ->orderBy('p.number')
            ->limit(5000)
            ->get(['p.number', 'p.column', 'p.value', 'p.reason', 'p.remedy', 'r.display']);
        foreach ($problems as $problem) {
            $groups[$problem->value] ??= [
                'value' => $problem->value,
                'column' => $problem->column,
                'reason' => $problem->reason,
                'remedy' => $problem->remedy,
                'rows' => [],
            ];
            $groups[$problem->value]['rows'][] = ['number' => $problem->number, 'display' => $problem->display];
        }
        uasort($groups, static fn(array $a, array $b): int => count($b['rows']) <=> count($a['rows']));

        return response()->json(['values' => array_slice(array_values($groups), 0, 500)]);
    }

    #[Answers(self::class, 'MatchPage')]
    public function matches(Request $request, Intake $intake): JsonResponse
    {
        $this->authorize('viewRows', [Intake::class, $intake]);
        $show =
            $request->validate(['show' => ['nullable', Rule::in(['unsure', 'known', 'new', 'namesakes', 'decided'])]])['show'] ?? 'unsure';
        $after = (int) $request->query('after', '0');
        $rows = DB::table('intake_results')
            ->where('intake_id', $intake->id)
            ->where('number', '>', $after)
            ->where('outcome', '<>', Results::WITH)
            ->when($show === 'unsure', static fn($query) => $query->where('held_by', 'unsure'))
            ->when($show === 'known', static fn($query) => $query->where('verdict', 'known')->whereIn('outcome', ['updated', 'unchanged']))
            ->when($show === 'new', static fn($query) => $query->where('outcome', 'new'))
            ->when($show === 'namesakes', static fn($query) => $query->where('outcome', 'new')->where('namesakes', '>', 0))
            ->when(
                $show === 'decided',
                static fn($query) => $query->whereIn(
                    'number',
                    DB::table('intake_edits')->select('number')->where('intake_id', $intake->id)->where('kind', 'match'),
                ),
            )
            ->orderBy('number')
            ->limit(self::PAGE)
            ->get(['number', 'unit', 'role', 'display', 'verdict', 'supporter_id', 'leader', 'findings', 'namesakes', 'outcome']);

        return response()->json([
            'rows' => $rows->map(
                static fn($row): array => [
                    'number' => $row->number,
                    'part' => json_decode((string) $row->findings, true)[0]['part'] ?? 0,
                    'role' => $row->role,
                    'display' => $row->display,
                    'verdict' => $row->verdict,
                    'outcome' => $row->outcome,
                    'supporter_id' => $row->supporter_id,
                    'same_as_row' => self::sameAs($row),
                    'namesakes' => $row->outcome === 'new' ? $row->namesakes : 0,
                    'reason' => json_decode((string) $row->findings, true)[0]['for'][0] ?? '',
                ],
            ),
            'more' => $rows->count() === self::PAGE,
            'decided' => DB::table('intake_edits')->where('intake_id', $intake->id)->where('kind', 'match')->distinct()->count('number'),
        ]);
    }

    /** Unsure rows, by why they are. */
    #[Answers(self::class, 'UnsureGroupList')]
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

    #[Answers(self::class, 'AddressPage')]
    public function addresses(Request $request, Intake $intake): JsonResponse
    {
        $this->authorize('viewRows', [Intake::class, $intake]);
        $show = $request->validate(['show' => ['nullable', Rule::in(['ask', 'accepted', 'kept', 'same'])]])['show'] ?? 'ask';
        $rows = DB::table('intake_results')
            ->where('intake_id', $intake->id)
            ->whereIn('outcome', ['new', 'updated', 'unchanged'])
            ->where('address', $show)
            ->where('number', '>', (int) $request->query('after', '0'))
            ->orderBy('number')
            ->limit(self::PAGE)
            ->get(['number', 'display', 'address', 'address_changes']);

        return response()->json([
            'rows' => $rows->map(
                static fn($row): array => [
                    'number' => $row->number,
                    'display' => $row->display,
                    'state' => $row->address,
                    ...json_decode((string) $row->address_changes, true) ?? ['from' => [], 'to' => [], 'changes' => []],
                ],
            ),
            'more' => $rows->count() === self::PAGE,
        ]);
    }

    /** The planned changes: what loading would write, row by row. */
    #[Answers(self::class, 'PreviewPage')]
    public function preview(Request $request, Intake $intake, RowView $rows): JsonResponse
    {
        $this->authorize('viewRows', [Intake::class, $intake]);
        $outcome = $request->validate(['outcome' => ['required', Rule::in(['new', 'updated', 'unchanged', 'held', 'left_out'])]])[
            'outcome'
        ];
        $results = DB::table('intake_results')
            ->where('intake_id', $intake->id)
            ->where('outcome', $outcome)
            ->where('number', '>', (int) $request->query('after', '0'))
            ->orderBy('number')
            ->limit(100)
            ->get([
                'number',
                'unit',
                'display',
                'reason',
                'held_by',
                'supporter_id',
                'leader',
                'changes',
                'gifts_new',
                'money',
                'money_there',
                'money_promised',
                'other_money',
            ]);
        $others = $rows->others($intake, Lists::ints($results->pluck('number')));
        $reasons = DB::table('intake_problems')
            ->where('intake_id', $intake->id)
            ->where('blocks', true)
            ->whereIn('number', $results->pluck('number'))
            ->orderBy('place')
            ->get(['number', 'reason'])
            ->groupBy('number');

        return response()->json([
            'rows' => $results->map(
                static fn($row): array => [
                    'number' => $row->number,
                    'display' => $row->display,
                    'supporter_id' => $row->supporter_id,
                    'same_as_row' => self::sameAs($row),
                    'changes' => $rows->changes($row->changes, $intake->id),
                    'others' => $others[$row->number] ?? [],
                    'gifts_new' => $row->gifts_new,
                    'there' => (object) RowMoney::fromColumns($row, $intake->currency)->there->toArray(),
                    'reasons' => match ($row->held_by) {
                        'problem' => $reasons[$row->number]?->pluck('reason')->all() ?? [],
                        'unsure' => ['Nobody has said yet whether it is someone we know'],
                        'person' => ['Held by a person'],
                        'waits' => ['Waits for a row further down'],
                        default => $row->reason === null ? [] : [$row->reason],
                    },
                ],
            ),
            'more' => $results->count() === 100,
        ]);
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

    private static function sameAs(\stdClass $row): ?int
    {
        return $row->leader !== null && $row->leader !== $row->unit ? UnitNumber::row($row->leader) : null;
    }

    private function mustBeReady(Intake $intake): void
    {
        abort_unless(
            $intake->state === IntakeState::Ready,
            409,
            'This intake is being worked on or was loaded already, so nothing can be decided in it now.',
        );
    }

    /** @return list<array{number: int, display: string}> */
    private function byPerson(Intake $intake, string $outcome, ?string $by): array
    {
        $rows = DB::table('intake_results')
            ->where('intake_id', $intake->id)
            ->where('outcome', $outcome)
            ->when($by !== null, static fn($query) => $query->where('held_by', $by), static fn($query) => $query->whereNull('reason'))
            ->orderBy('number')
            ->limit(500)
            ->get(['number', 'display']);

        return Lists::of(
            $rows->map(static fn(\stdClass $row): array => ['number' => (int) $row->number, 'display' => (string) $row->display]),
        );
    }
}
