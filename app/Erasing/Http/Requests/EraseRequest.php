<?php

declare(strict_types=1);

namespace App\Erasing\Http\Requests;

use App\Erasing\Erasure;
use App\Support\Http\GuardedRequest;
use Illuminate\Validation\Rule;

/** Who asked for it, why, and the number of whom it is about once more: there is no way back. */
final class EraseRequest extends GuardedRequest
{
    protected function needs(): array
    {
        return ['administer'];
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'asked_by' => ['required', Rule::in(Erasure::ASKED_BY)],
            'reason' => ['required', 'string', 'max:500'],
            'number' => ['required', 'integer'],
        ];
    }

    /** @return array{asked_by: string, reason: string} */
    public function written(): array
    {
        return ['asked_by' => (string) $this->validated('asked_by'), 'reason' => trim((string) $this->validated('reason'))];
    }

    public function number(): int
    {
        return (int) $this->validated('number');
    }
}
