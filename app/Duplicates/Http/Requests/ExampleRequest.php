<?php

declare(strict_types=1);

namespace App\Duplicates\Http\Requests;

use App\Standards\Http\Requests\StandardsRequest;
use Illuminate\Validation\Rule;
use PineSieve\Core\Names\SupporterKind;

final class ExampleRequest extends StandardsRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['kind' => ['required', Rule::enum(SupporterKind::class)], 'comparison' => ['required', 'array']];
    }
}
