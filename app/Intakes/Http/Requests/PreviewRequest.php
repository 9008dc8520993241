<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

use Illuminate\Validation\Rule;
use PineSieve\Core\Changes\Outcome;

final class PreviewRequest extends ViewsIntake
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['outcome' => ['required', Rule::enum(Outcome::class)]];
    }
}
