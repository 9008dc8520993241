<?php

declare(strict_types=1);

namespace App\Supporters\Http\Requests;

use App\Records\Http\Requests\EditsRecords;
use App\Supporters\SupporterSearch;
use Illuminate\Validation\Rule;
use PineSieve\Core\Searches\Searched;

final class SavedSearchRequest extends EditsRecords
{
    /** What lists of what supporters have can be asked for, beside conditions. */
    private const KEYS = [
        'gifts' => ['from', 'to', 'least', 'most', 'fund', 'campaign', 'appeal', 'kind', 'status', 'currency', 'batch', 'intake', 'rule'],
        'promises' => ['status', 'kind', 'fund', 'campaign', 'appeal', 'intake'],
        'addresses' => ['standing', 'condition'],
    ];

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $keys = $this->list() === Searched::Supporters ? SupporterSearch::KEYS : ['where', ...self::KEYS[$this->list()->many()] ?? []];

        return [
            'name' => ['required', 'string', 'max:120'],
            'list' => ['nullable', Rule::in(array_map(static fn(Searched $one): string => $one->many(), Searched::cases()))],
            'query' => ['required', 'array:' . implode(',', $keys), 'min:1'],
            'query.*' => ['string', 'max:20000'],
        ];
    }

    public function list(): Searched
    {
        return Searched::list($this->string('list')->value()) ?? Searched::Supporters;
    }
}
