<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

use Illuminate\Validation\Rule;
use PineSieve\Core\Findings\FindingKind;

final class RemedyRequest extends ChangesIntake
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['kind' => ['nullable', Rule::enum(FindingKind::class)], 'on' => ['required', 'boolean']];
    }
}
