<?php

declare(strict_types=1);

namespace App\Mailings\Http\Requests;

use App\Records\Http\Requests\EditsRecords;
use App\Supporters\SupporterSearch;
use Illuminate\Validation\Rule;
use PineSieve\Core\Mailings\Per;

/** Whom mail is to go to. */
final class MailingRequest extends EditsRecords
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:120'],
            'query' => ['present', 'array:' . implode(',', SupporterSearch::KEYS)],
            'query.*' => ['nullable', 'string', 'max:20000'],
            'per' => ['required', Rule::enum(Per::class)],
            'must_agree' => ['required', 'boolean'],
        ];
    }

    /** @return array<string, string> */
    public function asked(): array
    {
        return array_map(strval(...), array_filter($this->validated('query'), static fn(mixed $value): bool => $value !== null));
    }
}
