<?php

declare(strict_types=1);

namespace App\Intakes\Http;

use App\Intakes\CarryOn;
use App\Intakes\Decisions\FixedRows;
use App\Intakes\Http\Requests\IntakeSettingsRequest;
use App\Intakes\Intake;
use App\Intakes\IntakeColumns;
use App\Intakes\IntakeSettings;
use App\Intakes\IntakeState;
use App\Intakes\Loading\LoadQueue;
use App\Intakes\Sources\Opening;
use App\Intakes\Summary;
use App\Lists\ListSort;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Support\Lists;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use PineSieve\Core\Standards\Unreadable;

/**
 * Intakes as a whole: opened on a file, listed, named, set, worked out, discarded.
 *
 * @phpstan-type Discarded array{discarded: bool}
 */
final class IntakeController extends Controller
{
    private const PAGE = 30;

    public function __construct(private readonly Summary $summary) {}

    #[Answers(Summary::class, 'IntakeList')]
    public function index(Request $request): JsonResponse
    {
        $this->authorize('viewAny', Intake::class);
        $words = trim((string) $request->query('q', ''));
        $found = Intake::query()
            ->where('purpose', '<>', Intake::LIST)
            ->when($words !== '', static fn($query) => $query->whereAny(['name', 'file_name'], 'like', Lists::within($words)));
        $total = (clone $found)->count();
        $page = max(1, (int) $request->query('page', '1'));
        if (!IntakeColumns::list()->sort($found, ListSort::asked($request))) {
            $found->latest('id');
        }
        $rows = $found
            ->with(['user', 'loader'])
            ->offset(($page - 1) * self::PAGE)
            ->limit(self::PAGE)
            ->get();
        $queue = Intake::query()
            ->where('state', IntakeState::Waiting)
            ->orderBy('queue_place')
            ->with(['user', 'loader'])
            ->get();

        return response()->json([
            'intakes' => $rows->map($this->summary->of(...)),
            'total' => $total,
            'page' => $page,
            'pages' => (int) ceil($total / self::PAGE),
            'any_loaded' => Intake::query()->whereNotNull('loaded_at')->exists(),
            'running' => Intake::query()
                ->whereIn('state', [IntakeState::Loading, IntakeState::Undoing])
                ->value('name'),
            'queue' => $queue->map($this->summary->of(...)),
        ]);
    }

    #[Answers(Summary::class, 'IntakeSummary')]
    public function show(Intake $intake): JsonResponse
    {
        $this->authorize('view', $intake);

        return response()->json($this->summary->of($intake));
    }

    #[Answers(Summary::class, 'Opened')]
    public function store(Request $request, Opening $opening): JsonResponse
    {
        $this->authorize('create', Intake::class);
        $pasted = $request->input('text');
        if ($request->has('text')) {
            return $this->paste($request, $opening, is_string($pasted) ? $pasted : '');
        }
        $file = $request->file('file');
        if ($file === null || is_array($file) || !$file->isValid()) {
            $limit = number_format(
                min(config('sieve.upload_limit'), $file === null || is_array($file) ? PHP_INT_MAX : $file->getMaxFilesize()) / 1e6,
            );

            return response()->json(
                [
                    'message' =>
                        $file === null
                            ? 'No file arrived. Choose one and try again.'
                            : "The file did not arrive whole. Up to {$limit} MB are allowed. Nothing was kept of it.",
                ],
                422,
            );
        }
        $fixed = app(FixedRows::class);
        $rows = $fixed->read($file->getPathname());
        if ($rows !== null) {
            return response()->json(['settled' => $fixed->settle($rows, $request->user()?->id)]);
        }
        $intake = $opening->open($file->getPathname(), $file->getClientOriginalName(), $request->user()?->id);
        CarryOn::dispatch($intake->id);

        return response()->json($this->summary->of($intake), 201);
    }

    /** Cells copied from a spreadsheet are text with tabs between them. */
    private function paste(Request $request, Opening $opening, string $text): JsonResponse
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'paste');
        try {
            file_put_contents($path, $text);
            $intake = $opening->open($path, 'Pasted cells.txt', $request->user()?->id);
        } finally {
            @unlink($path);
        }
        CarryOn::dispatch($intake->id);

        return response()->json($this->summary->of($intake), 201);
    }

    #[Answers(Summary::class, 'IntakeSummary')]
    public function update(IntakeSettingsRequest $request, Intake $intake): JsonResponse
    {
        $data = $request->validated();
        foreach (['system', 'description', 'agreed'] as $key) {
            if (isset($data[$key])) {
                $data[$key] = trim($data[$key]);
            }
        }
        if (array_key_exists('agreed', $data)) {
            $data['agreed_by'] = trim((string) $data['agreed']) === '' ? '' : $request->user()?->name . ', ' . now()->toDateString();
        }
        if (isset($data['name'])) {
            $intake->name = trim($data['name']);
            unset($data['name']);
        }
        if (isset($data['unreadable'])) {
            // One kind is switched at a time; the others stay.
            $data['unreadable'] = [
                ...array_map(static fn(Unreadable $choice): string => $choice->value, $intake->settings->unreadable),
                ...$data['unreadable'],
            ];
        }
        $about = array_intersect_key($data, array_flip(IntakeSettings::ABOUT));
        $data = array_diff_key($data, $about);
        if ($data !== []) {
            $intake->mustBeOpen();
            $intake->is_sifted = false;
        }
        if ($data !== [] || $about !== []) {
            $intake->settings = $intake->settings->with([...$data, ...$about]);
        }
        $intake->save();
        if ($data !== [] && $intake->state === IntakeState::Ready) {
            CarryOn::from($intake, IntakeState::Sifting);
        }

        return response()->json($this->summary->of($intake));
    }

    #[Answers(Summary::class, 'IntakeSummary')]
    public function sift(Intake $intake): JsonResponse
    {
        $this->authorize('update', $intake);
        $intake->mustBeOpen();
        abort_unless($intake->columnPlan()->isSettled(), 422, 'Some columns are neither given a field nor left behind. Settle them first.');
        CarryOn::from($intake, IntakeState::Sifting);

        return response()->json($this->summary->of($intake));
    }

    /** Takes up work that stopped because something went wrong. */
    #[Answers(Summary::class, 'IntakeSummary')]
    public function carryOn(Intake $intake, LoadQueue $queue): JsonResponse
    {
        $this->authorize('update', $intake);
        abort_unless($intake->state->isWorking() || $intake->state === IntakeState::Stopped, 422, 'There is nothing to continue.');
        if ($intake->state === IntakeState::Stopped) {
            $queue->enter($intake);

            return response()->json($this->summary->of($intake->refresh()));
        }
        $intake->fill(['error' => null, 'began_at' => now(), 'ended_at' => null])->save();
        CarryOn::dispatch($intake->id);

        return response()->json($this->summary->of($intake));
    }

    #[Answers(self::class, 'Discarded')]
    public function destroy(Intake $intake, Opening $opening): JsonResponse
    {
        $this->authorize('update', $intake);
        abort_unless(
            ($intake->state->isOpen() || in_array($intake->state, [IntakeState::Failed, IntakeState::Typing], true)) &&
                $intake->trial === null,
            422,
            'An intake that was loaded can be undone, not discarded.',
        );
        $opening->discard($intake);

        return response()->json(['discarded' => true]);
    }
}
