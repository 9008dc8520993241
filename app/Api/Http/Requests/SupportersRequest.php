<?php

declare(strict_types=1);

namespace App\Api\Http\Requests;

use App\Records\Supporter;
use App\Support\Http\GuardedRequest;
use App\Supporters\SavedSearch;

/** Which supporters a program wants. */
final class SupportersRequest extends GuardedRequest
{
    protected function needs(): array
    {
        return ['viewAny', Supporter::class];
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            // Words that begin a name, an email, a phone or an old id.
            'q' => ['nullable', 'string', 'max:200'],
            // Name of a saved search.
            'search' => ['nullable', 'string', 'max:120'],
            // A search as JSON: {"of":[{"of":"email","test":"is filled"}]}.
            'where' => ['nullable', 'string', 'max:20000'],
        ];
    }

    /** @return array<string, string> as supporters are searched for */
    public function asked(): array
    {
        $data = array_filter($this->validated(), static fn(mixed $value): bool => is_string($value) && $value !== '');
        $name = $data['search'] ?? null;
        if ($name === null) {
            return array_map(strval(...), $data);
        }
        abort_if(isset($data['q']) || isset($data['where']), 422, 'Ask by a saved search, or by words and conditions, not by both.');

        return SavedSearch::ofSupporters()->where('name', $name)->first()->query ??
            abort(422, "There is no search \"{$name}\" that was saved.");
    }
}
