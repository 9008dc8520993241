<?php

declare(strict_types=1);

namespace App\BulkChanges\Http\Requests;

use App\BulkChanges\BulkChange;
use App\Records\Http\Requests\EditsRecords;
use App\Supporters\SupporterSearch;
use Illuminate\Validation\Rule;
use PineSieve\Core\Bulk\BulkKind;

/**
 * What someone wants done, and to whom: those that are ticked, or all that are found but some.
 *
 * @phpstan-import-type StepData from BulkChange
 */
final class BulkChangeRequest extends EditsRecords
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'ids' => ['required_without:query', 'array', 'min:1', 'max:20000'],
            'ids.*' => ['integer', 'min:1'],
            'query' => ['required_without:ids', 'array:' . implode(',', SupporterSearch::KEYS)],
            'query.*' => ['nullable', 'string', 'max:20000'],
            'except' => ['array', 'max:20000'],
            'except.*' => ['integer', 'min:1'],
            'steps' => ['required', 'array', 'min:1', 'max:6'],
            'steps.*.kind' => ['required', Rule::enum(BulkKind::class)],
            'steps.*.field' => ['nullable', 'string', 'max:120'],
            'steps.*.value' => ['nullable', 'string', 'max:2000'],
            'steps.*.from' => ['nullable', 'string', 'max:2000'],
            'steps.*.over_refusals' => ['nullable', 'boolean'],
        ];
    }

    /** @return array{query?: array<string, string>, except?: list<int>, ids?: list<int>} */
    public function scope(): array
    {
        $data = $this->validated();
        $ints = static fn(array $values): array => array_values(array_map(intval(...), $values));

        return isset($data['ids'])
            ? ['ids' => $ints($data['ids'])]
            : [
                'query' => array_map(strval(...), array_filter($data['query'], static fn(mixed $value): bool => $value !== null)),
                'except' => $ints($data['except'] ?? []),
            ];
    }

    /** @return non-empty-list<StepData> */
    public function steps(): array
    {
        /** @var non-empty-list<StepData> $steps as the rules ask for */
        $steps = array_values($this->validated('steps'));

        return array_map(static fn(array $step): array => [...$step, 'over_refusals' => (bool) ($step['over_refusals'] ?? false)], $steps);
    }
}
