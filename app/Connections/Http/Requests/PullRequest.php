<?php

declare(strict_types=1);

namespace App\Connections\Http\Requests;

use App\Intakes\Intake;
use App\Support\Http\GuardedRequest;

/** Which days are fetched, and where the gifts go. */
final class PullRequest extends GuardedRequest
{
    protected function needs(): array
    {
        return ['create', Intake::class];
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'since' => ['nullable', 'date_format:Y-m-d'],
            'until' => ['nullable', 'date_format:Y-m-d', 'after_or_equal:since'],
            'batch' => ['nullable', 'string', 'max:180'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['until.after_or_equal' => 'The days end before they begin.'];
    }

    /** @return ?string name of the batch in which its gifts wait; null if they are given at once */
    public function batch(): ?string
    {
        $name = $this->string('batch')->trim()->value();

        return $name === '' ? null : $name;
    }

    public function day(string $key): ?string
    {
        $day = $this->validated($key);

        return is_string($day) && $day !== '' ? $day : null;
    }
}
