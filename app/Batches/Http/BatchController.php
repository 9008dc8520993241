<?php

declare(strict_types=1);

namespace App\Batches\Http;

use App\Accounts\Audit;
use App\Accounts\Organization;
use App\Batches\Batch;
use App\Batches\BatchColumns;
use App\Batches\Batches;
use App\Batches\BatchReport;
use App\Batches\BatchSettings;
use App\Batches\BatchView;
use App\Batches\CannotPost;
use App\Batches\Http\Requests\BatchRequest;
use App\Batches\Http\Requests\BatchSettingsRequest;
use App\Batches\Http\Requests\PostRequest;
use App\Lists\ListSort;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Support\Lists;
use Closure;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Str;
use PineSieve\Core\Gifts\BatchState;

/**
 * Gifts that came in together, from the first that is typed until they are posted.
 *
 * @phpstan-import-type BatchShown from BatchView
 * @phpstan-import-type BatchPageData from BatchView
 * @phpstan-type BatchList array{batches: list<BatchShown>, total: int, page: int, pages: int, settings: BatchSettingsKept, may_post: bool}
 * @phpstan-type BatchDropped array{dropped: string}
 * @phpstan-type BatchSettingsKept array{by_another: bool, required: list<'bank_reference'|'expected'>}
 */
final class BatchController extends Controller
{
    private const PAGE = 50;

    public function __construct(private readonly Batches $batches, private readonly BatchView $view) {}

    #[Answers(self::class, 'BatchList')]
    public function index(Request $request): JsonResponse
    {
        $this->authorize('see-batches');
        $state = BatchState::tryFrom((string) $request->query('state', ''));
        $words = trim((string) $request->query('q', ''));
        $found = Batch::query()
            ->when($state !== null, static fn($query) => $query->where('state', $state))
            ->when(
                $words !== '',
                static fn($query) => $query->whereAny(['name', 'bank_reference', 'reason'], 'like', Lists::within($words)),
            );
        $page = max(1, (int) $request->query('page', '1'));
        $total = (clone $found)->count();
        if (!BatchColumns::list()->sort($found, ListSort::asked($request))) {
            $found->orderByRaw("field(state, 'open', 'ready', 'posted'), received_on desc, id desc");
        }
        $rows = $found
            ->with(['opener', 'readier', 'poster'])
            ->offset(($page - 1) * self::PAGE)
            ->limit(self::PAGE)
            ->get();

        return response()->json([
            'batches' => $this->view->many(array_values($rows->all())),
            'total' => $total,
            'page' => $page,
            'pages' => (int) ceil($total / self::PAGE),
            'settings' => self::kept(),
            'may_post' => $request->user()?->can('post-batches') ?? false,
        ]);
    }

    #[Answers(BatchView::class, 'BatchPageData')]
    public function store(BatchRequest $request): JsonResponse
    {
        $about = ['currency' => Organization::read()->currency, ...$request->about()];
        $name = $about['name'] ?? '';
        unset($about['name']);
        $batch = $this->batches->open($request->boolean('numbered') ? Batches::freeName($name) : $name, $about, $request->user()?->id);

        return response()->json($this->view->page($batch), 201);
    }

    #[Answers(BatchView::class, 'BatchPageData')]
    public function show(Batch $batch): JsonResponse
    {
        $this->authorize('see-batches');

        return response()->json($this->view->page($batch));
    }

    /** The batch as a PDF. */
    public function report(Batch $batch, BatchReport $report): Response
    {
        $this->authorize('see-batches');
        $name = Str::slug($batch->name) . '.pdf';

        return response($report->pdf($batch), 200, [
            'Content-Type' => 'application/pdf',
            'Content-Disposition' => "attachment; filename=\"{$name}\"",
        ]);
    }

    #[Answers(BatchView::class, 'BatchPageData')]
    public function update(BatchRequest $request, Batch $batch): JsonResponse
    {
        return $this->done($batch, fn() => $this->batches->change($batch, $request->about()));
    }

    #[Answers(self::class, 'BatchDropped')]
    public function destroy(Batch $batch): JsonResponse
    {
        $this->authorize('edit-records');
        try {
            $this->batches->drop($batch);
        } catch (CannotPost $error) {
            abort(409, $error->getMessage());
        }

        return response()->json(['dropped' => $batch->name]);
    }

    #[Answers(BatchView::class, 'BatchPageData')]
    public function ready(Request $request, Batch $batch): JsonResponse
    {
        $this->authorize('edit-records');

        return $this->done($batch, fn() => $this->batches->makeReady($batch, $request->user()));
    }

    #[Answers(BatchView::class, 'BatchPageData')]
    public function reopen(Request $request, Batch $batch): JsonResponse
    {
        $this->authorize('edit-records');

        return $this->done($batch, fn() => $this->batches->reopen($batch, $request->user()));
    }

    #[Answers(BatchView::class, 'BatchPageData')]
    public function post(PostRequest $request, Batch $batch): JsonResponse
    {
        return $this->done($batch, fn() => $this->batches->post($batch, trim($request->string('reason')->value()), $request->user()));
    }

    #[Answers(BatchView::class, 'BatchPageData')]
    public function takeBack(Request $request, Batch $batch): JsonResponse
    {
        $this->authorize('post-batches');

        return $this->done($batch, fn() => $this->batches->takeBack($batch, $request->user()));
    }

    #[Answers(self::class, 'BatchSettingsKept')]
    public function settings(BatchSettingsRequest $request): JsonResponse
    {
        BatchSettings::keep($request->boolean('by_another'), $request->required());
        Audit::note(Audit::POST, 'Changed what is asked of batches: ' . (implode(', ', $request->required()) ?: 'nothing is required'));

        return response()->json(self::kept());
    }

    /** @return array{by_another: bool, required: list<string>} */
    private static function kept(): array
    {
        return ['by_another' => BatchSettings::byAnother(), 'required' => BatchSettings::required()];
    }

    /** @param  Closure(): void  $does */
    private function done(Batch $batch, Closure $does): JsonResponse
    {
        try {
            $does();
        } catch (CannotPost $error) {
            abort($error->isDifference ? 422 : 409, $error->getMessage());
        }

        return response()->json($this->view->page($batch->refresh()));
    }
}
