<?php

declare(strict_types=1);

namespace App\Batches\Http\Requests;

use App\Support\Http\GuardedRequest;

/** A batch is posted. */
final class PostRequest extends GuardedRequest
{
    protected function needs(): array
    {
        return ['post-batches'];
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['reason' => ['sometimes', 'nullable', 'string', 'max:500']];
    }
}
