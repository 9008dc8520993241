<?php

declare(strict_types=1);

namespace App\Http\Controllers\Records;

use App\Account\Audit;
use App\Duplicates\DuplicateList;
use App\Duplicates\Duplicates;
use App\Http\Controllers\Controller;
use App\Jobs\FindDuplicates;
use App\Jobs\MergeCertain;
use App\Merging\Merges;
use App\Models\DuplicateSearch;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;

/** Supporters that may be one: looked for, looked at, and said not to be. */
final class DuplicateController extends Controller
{
    private const DECISIONS = 200;

    private const SAMPLE = 12;

    public function __construct(
        private readonly Duplicates $duplicates,
        private readonly DuplicateList $list,
    ) {
    }

    public function index(Request $request): JsonResponse
    {
        $this->authorize('merge');
        $data = $request->validate(['certainty' => ['nullable', Rule::in(['certain', 'review'])], 'page' => ['nullable', 'integer', 'min:1']]);

        return response()->json([...$this->list->page(($data['certainty'] ?? '') === '' ? null : $data['certainty'], (int) ($data['page'] ?? 1)), 'counts' => $this->list->counts(), 'search' => DuplicateSearch::real()->first()]);
    }

    public function search(Request $request): JsonResponse
    {
        $this->authorize('merge');
        abort_if(DuplicateSearch::underWay() !== null, 409, 'A search is under way already.');
        $search = DuplicateSearch::query()->create(['state' => 'waiting', 'user_id' => $request->user()?->id])->refresh();
        FindDuplicates::dispatch($search->id);

        return response()->json($search, 202);
    }

    /** Some of the certain ones by chance, to be looked at before all of them are merged. */
    public function sample(): JsonResponse
    {
        $this->authorize('merge');

        return response()->json($this->list->sample(self::SAMPLE));
    }

    public function mergeCertain(Request $request): JsonResponse
    {
        $this->authorize('merge');
        $data = $request->validate(['total' => ['required', 'integer', 'min:1']]);
        $total = $this->list->sample(0)['total'];
        abort_if($total !== (int) $data['total'], 409, "There are {$total} by now. Look at some of them again.");
        Audit::note(Audit::MERGE, "Began to merge {$total} certain duplicates");
        MergeCertain::dispatch((int) $request->user()?->id);

        return response()->json(['begun' => $total], 202);
    }

    public function notTheSame(Request $request): JsonResponse
    {
        $this->authorize('merge');
        $data = $request->validate(['supporters' => ['required', 'array', 'min:2', 'max:'.Merges::MOST], 'supporters.*' => ['integer', 'distinct', 'exists:supporters,id']]);
        $this->duplicates->notTheSame(array_map(intval(...), array_values($data['supporters'])), $request->user()?->id);
        Audit::note(Audit::MERGE, 'Said that supporters '.implode(', ', $data['supporters']).' are not the same');

        return response()->json(['counts' => $this->list->counts()]);
    }

    public function decisions(): JsonResponse
    {
        $this->authorize('merge');

        return response()->json(['decisions' => $this->duplicates->decisions(self::DECISIONS)]);
    }

    public function withdraw(int $one, int $other): JsonResponse
    {
        $this->authorize('merge');
        abort_unless($this->duplicates->withdraw($one, $other), 404, 'Nothing was said of these two.');

        return response()->json(['withdrawn' => true]);
    }
}
