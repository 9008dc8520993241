<?php

declare(strict_types=1);

namespace App\Exports\Http;

use App\Accounts\Audit;
use App\Exports\ExportAsked;
use App\Exports\Exporting;
use App\Exports\ExportOf;
use App\Exports\Http\Requests\SaveExportRequest;
use App\Exports\Saved\SavedExport;
use App\Records\Supporter;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;

/**
 * Exports under a name: made again by hand, or by themselves.
 *
 * @phpstan-type ExportSaved array{id: int}
 * @phpstan-type ExportBegun array{export: int}
 */
final class SavedExportController extends Controller
{
    #[Answers(self::class, 'ExportSaved')]
    public function store(SaveExportRequest $request, Exporting $exporting): JsonResponse
    {
        $saved = SavedExport::query()->create([...self::kept($request, $exporting), 'user_id' => $request->user()?->id]);
        self::note('Saved', $saved);

        return response()->json(['id' => $saved->id], 201);
    }

    /** Another way to make it, from the next file on; that one has all again if it is not of the same rows. */
    #[Answers(self::class, 'ExportSaved')]
    public function update(SaveExportRequest $request, Exporting $exporting, SavedExport $savedExport): JsonResponse
    {
        abort_unless($savedExport->user_id === $request->user()?->id, 404, 'This export is not there.');
        $kept = self::kept($request, $exporting);
        if ($kept['secret'] === null && $kept['target'] === $savedExport->target) {
            // A key is never shown, so that it stays unless another is given; to another address it is not sent.
            unset($kept['secret']);
        }
        // Not for the order in which the database has them.
        $isOther = $kept['asked'] != $savedExport->asked || $kept['format'] !== $savedExport->format;
        $savedExport->update([...$kept, ...$isOther ? ['mark' => null] : []]);
        self::note('Changed', $savedExport);

        return response()->json(['id' => $savedExport->id]);
    }

    /** @return array<string, mixed> columns of a SavedExport */
    private static function kept(SaveExportRequest $request, Exporting $exporting): array
    {
        $kept = $request->kept();
        if (!$request->isEverything()) {
            $exporting->columns(ExportAsked::of($request->asked()));
        }
        // What leaves the house by itself is for those who answer for the standards.
        abort_unless(
            $kept['brought_to'] === 'here' || $request->user()?->maySetStandards() === true,
            403,
            'Only a data steward may have files brought elsewhere.',
        );
        $knows = in_array('since', ExportOf::tryFrom($request->asked()['of'])?->narrowedBy() ?? [], true);
        abort_if($kept['only_changed'] && !$knows, 422, 'What changed since the last time can\'t be told of these rows.');

        return $kept;
    }

    private static function note(string $did, SavedExport $saved): void
    {
        Audit::note(
            Audit::EXPORT,
            "{$did} the export \"{$saved->name}\"" .
                ($saved->target === '' ? '' : ", brought to {$saved->target}") .
                ($saved->every === '' ? '' : " every {$saved->every}"),
        );
    }

    /** Makes the file now. */
    #[Answers(self::class, 'ExportBegun')]
    public function run(Request $request, SavedExport $savedExport): JsonResponse
    {
        $this->authorize('viewAny', Supporter::class);
        abort_unless($savedExport->user_id === $request->user()?->id, 404, 'This export is not there.');

        return response()->json(['export' => $savedExport->run()->id], 202);
    }

    #[Answers(ExportController::class, 'ExportGone')]
    public function destroy(Request $request, SavedExport $savedExport): JsonResponse
    {
        $this->authorize('viewAny', Supporter::class);
        abort_unless($savedExport->user_id === $request->user()?->id || Gate::allows('administer'), 404, 'This export is not there.');
        Audit::note(Audit::EXPORT, "Deleted the saved export \"{$savedExport->name}\"");
        $savedExport->delete();

        return response()->json(['gone' => true]);
    }
}
