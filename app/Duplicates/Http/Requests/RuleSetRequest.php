<?php

declare(strict_types=1);

namespace App\Duplicates\Http\Requests;

use App\Standards\Http\Requests\StandardsRequest;

/** A set of match rules, as its file has it. */
class RuleSetRequest extends StandardsRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['content' => ['required', 'string', 'max:500000']];
    }

    /** @return mixed what the JSON says; null if it is none */
    public function set(): mixed
    {
        return json_decode($this->string('content')->value(), true, 32);
    }
}
