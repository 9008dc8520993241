<?php

declare(strict_types=1);

namespace App\Intakes\Http;

use App\Intakes\Http\Requests\ColumnPreviewRequest;
use App\Intakes\Http\Requests\ColumnRequest;
use App\Intakes\Http\Requests\PlanSettingsRequest;
use App\Intakes\Intake;
use App\Intakes\Plans\ColumnView;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use Illuminate\Http\JsonResponse;
use PineSieve\Core\Columns\ColumnChoice;
use PineSieve\Core\Columns\ColumnPlan;
use PineSieve\Core\Columns\ColumnProfile;
use PineSieve\Core\Columns\ColumnState;
use PineSieve\Core\Columns\Constant;
use PineSieve\Core\Columns\Feed;
use PineSieve\Core\Columns\Proposals\Proposer;
use PineSieve\Core\Columns\RowRules;
use PineSieve\Core\Columns\Steps\BadStep;
use PineSieve\Core\Columns\Steps\Steps;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\Formats\DateOrder;
use PineSieve\Core\Standards\Formats\Formats;

/** The columns of a source and the fields that they become. */
final class ColumnController extends Controller
{
    public function __construct(private readonly FieldCatalog $catalog, private readonly ColumnView $view) {}

    #[Answers(ColumnView::class, 'ColumnsView')]
    public function index(Intake $intake): JsonResponse
    {
        $this->authorize('viewRows', [Intake::class, $intake]);

        return response()->json($this->view->of($intake));
    }

    /** What each value of a column becomes. */
    #[Answers(ColumnView::class, 'ColumnValues')]
    public function show(Intake $intake, int $column): JsonResponse
    {
        $this->authorize('viewRows', [Intake::class, $intake]);
        abort_unless(isset($intake->columnProfiles()[$column]), 404);

        return response()->json($this->view->values($intake, $intake->columnPlan(), $column));
    }

    /** What each value would become with other fields and steps than those that are kept. */
    #[Answers(ColumnView::class, 'ColumnValues')]
    public function preview(ColumnPreviewRequest $request, Intake $intake, int $column): JsonResponse
    {
        $profile = $intake->columnProfiles()[$column] ?? abort(404);
        $plan = $intake->columnPlan();

        return response()->json(
            $this->view->values(
                $intake,
                $plan->withChoices(
                    array_values(array_replace($plan->choices, [$column => $this->choice($request, $plan->choices[$column], $profile)])),
                ),
                $column,
            ),
        );
    }

    #[Answers(ColumnView::class, 'ColumnsView')]
    public function update(ColumnRequest $request, Intake $intake, int $column): JsonResponse
    {
        $intake->mustBeOpen();
        $profile = $intake->columnProfiles()[$column] ?? abort(404);
        $intake->changePlan(
            fn(ColumnPlan $plan): ColumnPlan => $plan->with(
                $column,
                $this->choice($request, $plan->choices[$column], $profile),
                $this->catalog,
            ),
        );

        return $this->index($intake);
    }

    /** What holds for the whole source: constants and defaults, organizations of people, which rows come in. */
    #[Answers(ColumnView::class, 'ColumnsView')]
    public function settings(PlanSettingsRequest $request, Intake $intake, Formats $formats): JsonResponse
    {
        $intake->mustBeOpen();
        $data = $request->validated();
        $intake->changePlan(function (ColumnPlan $plan) use ($data, $formats): ColumnPlan {
            if (isset($data['constants'])) {
                $plan = $plan->withConstants(
                    array_map(
                        fn(array $constant): Constant => $this->constant(
                            [
                                'target' => (string) $constant['target'],
                                'value' => (string) $constant['value'],
                                'only_blank' => (bool) ($constant['only_blank'] ?? false),
                            ],
                            $formats,
                        ),
                        array_values($data['constants']),
                    ),
                );
            }
            $plan = isset($data['link_organizations']) ? $plan->withLinkedOrganizations((bool) $data['link_organizations']) : $plan;

            return isset($data['rows']) ? $plan->withRows(RowRules::fromArray($data['rows'])) : $plan;
        });

        return $this->index($intake);
    }

    /** Takes every proposal that needs no further choice. */
    #[Answers(ColumnView::class, 'ColumnsView')]
    public function accept(Intake $intake): JsonResponse
    {
        $this->authorize('update', $intake);
        $intake->mustBeOpen();
        $profiles = $intake->columnProfiles();
        $needsNone = fn(ColumnChoice $choice, int $column): bool => !$this->view->needsDateOrder($choice, $profiles[$column]);
        $intake->changePlan(static fn(ColumnPlan $plan): ColumnPlan => $plan->withAccepted($needsNone));

        return $this->index($intake);
    }

    /** Leaves every column behind that nothing is proposed for. */
    #[Answers(ColumnView::class, 'ColumnsView')]
    public function leave(Intake $intake): JsonResponse
    {
        $this->authorize('update', $intake);
        $intake->mustBeOpen();
        $intake->changePlan(static fn(ColumnPlan $plan): ColumnPlan => $plan->withOpenLeftBehind());

        return $this->index($intake);
    }

    /** The distinct values of a column with what a table could make of them. */
    #[Answers(ColumnView::class, 'ColumnTable')]
    public function table(Intake $intake, int $column): JsonResponse
    {
        $this->authorize('viewRows', [Intake::class, $intake]);
        abort_unless(isset($intake->columnProfiles()[$column]), 404);

        return response()->json($this->view->table($intake, $column));
    }

    private function choice(ColumnRequest|ColumnPreviewRequest $request, ColumnChoice $before, ColumnProfile $profile): ColumnChoice
    {
        $data = $request->validated();
        abort_unless($request->has('feeds') || $request->has('target') || isset($data['steps']), 422, 'Say what the column becomes.');
        if (!$request->has('feeds') && !$request->has('target')) {
            $data['feeds'] = array_map(static fn(Feed $feed): array => $feed->toArray(), $before->feeds);
        }
        $feeds = isset($data['feeds'])
            ? array_map($this->feed(...), array_values($data['feeds']))
            : (isset($data['target'])
                ? [new Feed($data['target'], $before->target() === $data['target'] ? $before->feeds[0]->name : '')]
                : []);
        $choice = $this->chosen($before, $profile, $feeds);
        if (isset($data['steps'])) {
            $choice = $choice->withSteps(Steps::fromArray($data['steps']));
        }
        if (isset($data['date_order'])) {
            $choice = $choice->withDateOrder(DateOrder::from($data['date_order']), (int) now()->format('y'));
        }

        return $choice->state === ColumnState::Sure && $this->view->needsDateOrder($choice, $profile)
            ? $choice->becoming(ColumnState::Look, $choice->feeds, $choice->evidence)
            : $choice;
    }

    /** @param  list<Feed>  $feeds */
    private function chosen(ColumnChoice $before, ColumnProfile $profile, array $feeds): ColumnChoice
    {
        if ($feeds === []) {
            return $before->becoming(ColumnState::LeftBehind, [], 'Left behind on purpose. It stays readable in each row.');
        }
        $proposer = new Proposer($this->catalog, now()->toDateString());

        return $before->target() === $feeds[0]->target
            ? $before->becoming(ColumnState::Sure, $feeds, $before->evidence)
            : $proposer->chosen($profile, $before, $feeds);
    }

    /** @param  array{target: string, name?: ?string, steps?: array<mixed>}  $data */
    private function feed(array $data): Feed
    {
        $field = $this->catalog->field($data['target']);
        $name = trim((string) ($data['name'] ?? ''));
        if ($field->named && $name === '') {
            throw new BadStep($field->key === 'group' ? 'Say which group.' : 'Say which system the ids are from.');
        }

        return new Feed($data['target'], $field->named ? $name : '', Steps::fromArray($data['steps'] ?? []));
    }

    /** @param  array{target: string, value: string, only_blank?: bool}  $data */
    private function constant(array $data, Formats $formats): Constant
    {
        $field = $this->catalog->field($data['target']);
        $understood = $field->key === 'group' ? null : $formats->of($field)->read(trim($data['value']));
        if ($understood?->fault !== null) {
            throw new BadStep("{$field->label}: {$understood->fault->reason}. {$understood->fault->remedy}.");
        }

        return new Constant($data['target'], $understood->value ?? trim($data['value']), $data['only_blank'] ?? true);
    }
}
