<?php

declare(strict_types=1);

namespace App\Exports\Http;

use App\Accounts\Audit;
use App\Exports\Export;
use App\Exports\ExportAsked;
use App\Exports\ExportFields;
use App\Exports\Exporting;
use App\Exports\Http\Requests\ExportRequest;
use App\Exports\RunExport;
use App\Exports\Saved\SavedExport;
use App\Gifts\Funds;
use App\Gifts\Purpose;
use App\Records\Supporter;
use App\Standards\FieldAccess;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Support\Http\JsonMap;
use App\Support\Lists;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/**
 * Files with records: asked for, made in the queue, kept for some days, taken.
 *
 * @phpstan-import-type Amounts from JsonMap
 * @phpstan-import-type ExportChoice from ExportFields
 * @phpstan-type ExportRow array{
 *     id: int, name: string, format: string, state: 'waiting'|'done'|'failed', rows: ?int, amounts: ?Amounts, error: ?string,
 *     created_at: string, by: ?string, is_own: bool, delivered: ?string,
 * }
 * @phpstan-type SavedExportRow array{
 *     id: int, name: string, of: string, format: string, every: string, hour: int, on_day: int, brought_to: string, target: string,
 *     only_changed: bool, last_at: ?string, by: ?string, is_own: bool, has_key: bool, asked: JsonMap<string>,
 * }
 * @phpstan-type ExportList array{
 *     saved: list<SavedExportRow>, folder: string, exports: list<ExportRow>, choices: list<ExportChoice>, kept_days: int,
 *     funds: list<string>, campaigns: list<string>,
 * }
 * @phpstan-type ExportPreview array{rows: int, amounts: Amounts, columns: list<string>}
 * @phpstan-type ExportGone array{gone: bool}
 */
final class ExportController extends Controller
{
    private const SHOWN = 50;

    /** Everyone's for an administrator, one's own for all others. */
    #[Answers(self::class, 'ExportList')]
    public function index(Request $request, Exporting $exporting, Funds $funds): JsonResponse
    {
        $this->authorize('viewAny', Supporter::class);
        $exports = Export::query()
            ->with('user')
            ->when(!Gate::allows('administer'), static fn($own) => $own->where('user_id', $request->user()?->id))
            ->latest('id')
            ->limit(self::SHOWN)
            ->get();

        return response()->json([
            'saved' => self::saved($request),
            'folder' => (string) config('sieve.export_folder'),
            'exports' => $exports->map(fn(Export $export): array => self::row($export, $request)),
            'choices' => $exporting->choices(),
            'kept_days' => Export::KEPT_DAYS,
            'funds' => self::names($funds, Purpose::Fund),
            'campaigns' => self::names($funds, Purpose::Campaign),
        ]);
    }

    /** @return list<string> */
    private static function names(Funds $funds, Purpose $purpose): array
    {
        $sight = FieldAccess::ofUser();

        return $sight->sees($purpose->field()) ? array_column($funds->of($purpose, $sight), 'name') : [];
    }

    /** @return list<SavedExportRow> everyone's for an administrator, one's own for all others */
    private static function saved(Request $request): array
    {
        return Lists::of(
            SavedExport::query()
                ->with('user')
                ->when(!Gate::allows('administer'), static fn($own) => $own->where('user_id', $request->user()?->id))
                ->orderBy('name')
                ->get()
                ->map(
                    static fn(SavedExport $saved): array => [
                        ...$saved->only(['id', 'name', 'format', 'every', 'hour', 'on_day', 'brought_to', 'target', 'only_changed']),
                        'of' => $saved->asked['of'],
                        'asked' => new JsonMap($saved->asked),
                        'has_key' => $saved->secret !== null,
                        'last_at' => $saved->last_at?->toIso8601String(),
                        'by' => $saved->user?->name,
                        'is_own' => $saved->user_id === $request->user()?->id,
                    ],
                ),
        );
    }

    /** How many rows, and what they come to, before the file is made. */
    #[Answers(self::class, 'ExportPreview')]
    public function preview(ExportRequest $request, Exporting $exporting): JsonResponse
    {
        abort_if($request->isEverything(), 422, 'Everything is counted as it is written.');
        $preview = $exporting->preview(ExportAsked::of($request->asked()));

        return response()->json([...$preview, 'amounts' => new JsonMap($preview['amounts'])]);
    }

    #[Answers(self::class, 'ExportRow')]
    public function store(ExportRequest $request, Exporting $exporting): JsonResponse
    {
        $asked = $request->asked();
        if (!$request->isEverything()) {
            // What can't be used is said at once.
            $exporting->columns(ExportAsked::of($asked));
        }
        $export = Export::query()->create([
            'user_id' => $request->user()?->id,
            'name' => mb_substr(ucfirst($asked['of']) . (isset($asked['search']) ? ", {$asked['search']}" : ''), 0, 190),
            'asked' => $asked,
            'format' => $request->fileFormat(),
            'state' => 'waiting',
        ]);
        RunExport::dispatch($export->id);

        return response()->json(self::row($export->refresh(), $request), 201);
    }

    /** How far one is. */
    #[Answers(self::class, 'ExportRow')]
    public function show(Request $request, Export $export): JsonResponse
    {
        $this->authorize('viewAny', Supporter::class);
        self::mustBeOwn($request, $export);

        return response()->json(self::row($export, $request));
    }

    public function download(Request $request, Export $export): BinaryFileResponse
    {
        self::mustBeOwn($request, $export);
        abort_unless($export->state === 'done' && is_file($export->path()), 404, 'This file is not there, or not there any more.');
        Audit::note(Audit::EXPORT, "Took the export \"{$export->name}\"");

        return response()->download($export->path(), $export->fileName());
    }

    /** What is in a file, to hold against what arrived. */
    public function control(Request $request, Export $export): BinaryFileResponse
    {
        $this->authorize('viewAny', Supporter::class);
        self::mustBeOwn($request, $export);
        $path = $export->path() . Exporting::CONTROL;
        abort_unless($export->state === 'done' && is_file($path), 404, 'This file is not there, or not there any more.');

        return response()->download($path, $export->fileName() . Exporting::CONTROL);
    }

    #[Answers(self::class, 'ExportGone')]
    public function destroy(Request $request, Export $export): JsonResponse
    {
        self::mustBeOwn($request, $export);
        @unlink($export->path());
        @unlink($export->path() . Exporting::CONTROL);
        $export->delete();

        return response()->json(['gone' => true]);
    }

    /** A file has what its owner may see: nobody else gets it. */
    private static function mustBeOwn(Request $request, Export $export): void
    {
        abort_unless($export->user_id === $request->user()?->id, 404, 'This file is not there, or not there any more.');
    }

    /** @return ExportRow */
    private static function row(Export $export, Request $request): array
    {
        return [
            'id' => $export->id,
            'name' => $export->name,
            'format' => $export->format,
            'state' => match ($export->state) {
                'done' => 'done',
                'failed' => 'failed',
                default => 'waiting',
            },
            'rows' => $export->rows,
            'amounts' => $export->amounts === null ? null : new JsonMap($export->amounts),
            'error' => $export->error,
            'created_at' => $export->created_at->toIso8601String(),
            'by' => $export->user?->name,
            'delivered' => $export->delivered,
            'is_own' => $export->user_id === $request->user()?->id,
        ];
    }
}
