<?php

declare(strict_types=1);

namespace App\Api\Http\V1;

use App\Exports\Export;
use App\Exports\Exporting;
use App\Exports\Http\ExportController as Exports;
use App\Exports\Http\Requests\ExportRequest;
use App\Records\Supporter;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/**
 * Files with records: asked for, made in the queue, taken.
 *
 * @phpstan-import-type ExportRow from Exports
 */
final class ExportController extends Controller
{
    /** Asks for a file. It is made in the queue; ask for its state. */
    #[Answers(Exports::class, 'ExportRow')]
    public function store(ExportRequest $request, Exports $exports, Exporting $exporting): JsonResponse
    {
        return $exports->store($request, $exporting);
    }

    /** Whether the file is ready. */
    #[Answers(Exports::class, 'ExportRow')]
    public function show(Request $request, Export $export, Exports $exports): JsonResponse
    {
        $this->authorize('viewAny', Supporter::class);

        return $exports->show($request, $export);
    }

    /** The file itself. */
    public function file(Request $request, Export $export, Exports $exports): BinaryFileResponse
    {
        $this->authorize('viewAny', Supporter::class);

        return $exports->download($request, $export);
    }
}
