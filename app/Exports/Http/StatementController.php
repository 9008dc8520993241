<?php

declare(strict_types=1);

namespace App\Exports\Http;

use App\Exports\Export;
use App\Exports\Http\Requests\StatementsRequest;
use App\Exports\RunExport;
use App\Exports\Statements\Statements;
use App\Exports\Statements\StatementsAsked;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use App\Support\Http\JsonMap;
use Illuminate\Http\JsonResponse;

/**
 * Giving statements of a year: counted and summed before, made in the queue, taken from the list of files.
 *
 * @phpstan-import-type Amounts from JsonMap
 * @phpstan-type StatementsPreview array{statements: int, amounts: Amounts, text: string}
 * @phpstan-type StatementsBegun array{export: int}
 */
final class StatementController extends Controller
{
    #[Answers(self::class, 'StatementsPreview')]
    public function preview(StatementsRequest $request, Statements $statements): JsonResponse
    {
        $asked = StatementsAsked::of($request->asked());
        $preview = $statements->preview($asked);

        return response()->json([...$preview, 'amounts' => new JsonMap($preview['amounts']->toArray()), 'text' => $asked->text]);
    }

    #[Answers(self::class, 'StatementsBegun')]
    public function store(StatementsRequest $request, Statements $statements): JsonResponse
    {
        $asked = $request->asked();
        $statements->preview(StatementsAsked::of($asked));
        $export = Export::query()->create([
            'user_id' => $request->user()?->id,
            'name' => mb_substr(
                "Giving statements {$asked['year']}" . (($asked['search'] ?? '') === '' ? '' : ", {$asked['search']}"),
                0,
                190,
            ),
            'asked' => $asked,
            'format' => $request->fileFormat(),
            'state' => 'waiting',
        ]);
        RunExport::dispatch($export->id);

        return response()->json(['export' => $export->id], 201);
    }
}
