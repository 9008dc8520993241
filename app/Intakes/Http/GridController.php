<?php

declare(strict_types=1);

namespace App\Intakes\Http;

use App\Intakes\Http\Requests\GridChangesRequest;
use App\Intakes\Http\Requests\GridRequest;
use App\Intakes\Http\Requests\GridRowsRequest;
use App\Intakes\Http\Requests\LayoutRequest;
use App\Intakes\Intake;
use App\Intakes\IntakeState;
use App\Intakes\Sources\Grid;
use App\Intakes\Sources\GridLayout;
use App\Intakes\Sources\StagedRows;
use App\Intakes\Summary;
use App\Standards\FieldAccess;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Support\Http\JsonMap;
use Illuminate\Http\JsonResponse;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\Problem;

/**
 * The entry grid: rows typed or pasted as in a spreadsheet, and the layouts of its columns.
 *
 * @phpstan-import-type FoundProblem from Problem
 * @phpstan-type MadeGrid array{id: int}
 * @phpstan-type GridData array{
 *     id: int, name: string, columns: list<string>, rows: JsonMap<list<string>>, problems: JsonMap<list<FoundProblem>>,
 * }
 * @phpstan-type GridProblems array{problems: JsonMap<list<FoundProblem>>}
 * @phpstan-type SavedLayout array{id: int, name: string, columns: list<string>}
 * @phpstan-type GridLayouts array{layouts: list<SavedLayout>}
 */
final class GridController extends Controller
{
    public function __construct(private readonly Grid $grid, private readonly FieldCatalog $catalog) {}

    #[Answers(self::class, 'MadeGrid')]
    public function store(GridRequest $request): JsonResponse
    {
        $data = $request->validated();
        $intake = $this->grid->open(trim($data['name']), array_values($data['columns']), $request->user()?->id);

        return response()->json(['id' => $intake->id], 201);
    }

    #[Answers(self::class, 'GridData')]
    public function show(Intake $intake, StagedRows $staged): JsonResponse
    {
        $this->authorize('update', $intake);
        abort_unless($intake->state === IntakeState::Typing, 409, 'This grid was finished. It goes on as an intake.');
        $rows = $staged->rows($intake->id, 0, Grid::MOST);

        return response()->json([
            'id' => $intake->id,
            'name' => $intake->name,
            'columns' => $intake->grid ?? [],
            'rows' => (object) $rows,
            'problems' => (object) $this->grid->problems($intake->grid ?? [], $rows),
        ]);
    }

    /** Keeps rows and says what is wrong with them. */
    #[Answers(self::class, 'GridProblems')]
    public function rows(GridRowsRequest $request, Intake $intake): JsonResponse
    {
        abort_unless(
            $intake->state === IntakeState::Typing,
            409,
            'This grid was finished, so nothing can be typed into it. What you typed last is still on the screen.',
        );
        $data = $request->validated();
        $rows = [];
        foreach ($data['rows'] as $number => $cells) {
            abort_unless(
                is_int($number) && $number >= Grid::firstRow() && $number < Grid::firstRow() + Grid::MOST,
                422,
                'A grid can have ' . Grid::MOST . ' rows. More come better from a file.',
            );
            $rows[$number] = array_map(strval(...), array_values($cells));
        }
        $this->grid->keep(
            $intake,
            $rows,
            array_map(static fn(array $cells): array => array_map(strval(...), array_values($cells)), $data['were'] ?? []),
        );

        return response()->json([
            'problems' => (object) array_map(
                static fn(array $of): array => $of,
                array_replace(array_fill_keys(array_keys($rows), []), $this->grid->problems($intake->grid ?? [], $rows)),
            ),
        ]);
    }

    /** Other columns, or another name; what was typed stays with its column. */
    #[Answers(self::class, 'GridData')]
    public function update(GridChangesRequest $request, Intake $intake, StagedRows $staged): JsonResponse
    {
        abort_unless($intake->state === IntakeState::Typing, 409, 'This grid was finished.');
        $data = $request->validated();
        $intake->name = trim($data['name'] ?? $intake->name);
        if (isset($data['columns'])) {
            $before = $intake->grid ?? [];
            $after = array_values($data['columns']);
            $rows = $staged->rows($intake->id, 0, Grid::MOST);
            foreach (array_diff($before, $after) as $place => $gone) {
                abort_if(
                    array_filter($rows, static fn(array $cells): bool => ($cells[$place] ?? '') !== '') !== [],
                    409,
                    "There is text in the column {$this->catalog->field($gone)->label}. Empty it before you remove it.",
                );
            }
            $intake->grid = $after;
            $intake->save();
            $this->grid->keep(
                $intake,
                array_map(
                    static fn(array $cells): array => array_map(
                        static fn(string $key): string => (string) ($cells[
                            array_search($key, $before, true) === false ? -1 : (int) array_search($key, $before, true)
                        ] ?? ''),
                        $after,
                    ),
                    $rows,
                ),
            );
        }
        $intake->save();

        return $this->show($intake, $staged);
    }

    #[Answers(Summary::class, 'IntakeSummary')]
    public function finish(Intake $intake, Summary $summary): JsonResponse
    {
        $this->authorize('update', $intake);
        abort_unless($intake->state === IntakeState::Typing, 409, 'This grid was finished.');
        $this->grid->finish($intake);

        return response()->json($summary->of($intake->refresh()));
    }

    #[Answers(self::class, 'GridLayouts')]
    public function layouts(): JsonResponse
    {
        $this->authorize('edit-records');
        $sight = FieldAccess::ofUser();

        return response()->json([
            'layouts' => GridLayout::query()->orderBy('name')->get()->map(
                fn(GridLayout $layout): array => [
                    'id' => $layout->id,
                    'name' => $layout->name,
                    'columns' => array_values(
                        array_filter($layout->columns, fn(string $key): bool => $this->catalog->has($key) && $sight->edits($key)),
                    ),
                ],
            ),
        ]);
    }

    #[Answers(self::class, 'GridLayouts')]
    public function storeLayout(LayoutRequest $request): JsonResponse
    {
        $data = $request->validated();
        GridLayout::query()->updateOrCreate(
            ['name' => trim($data['name'])],
            ['columns' => array_values($data['columns']), 'user_id' => $request->user()?->id],
        );

        return $this->layouts();
    }

    #[Answers(self::class, 'GridLayouts')]
    public function destroyLayout(GridLayout $layout): JsonResponse
    {
        $this->authorize('edit-records');
        $layout->delete();

        return $this->layouts();
    }
}
