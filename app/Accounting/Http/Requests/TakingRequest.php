<?php

declare(strict_types=1);

namespace App\Accounting\Http\Requests;

use App\Support\Http\GuardedRequest;

/** The days whose gifts are taken. */
final class TakingRequest extends GuardedRequest
{
    protected function needs(): array
    {
        return ['book-gifts'];
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'from' => ['required', 'date_format:Y-m-d'],
            'until' => ['required', 'date_format:Y-m-d', 'after_or_equal:from'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['until.after_or_equal' => 'The days end before they begin.'];
    }

    public function from(): string
    {
        return (string) $this->validated('from');
    }

    public function until(): string
    {
        return (string) $this->validated('until');
    }
}
