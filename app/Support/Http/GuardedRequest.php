<?php

declare(strict_types=1);

namespace App\Support\Http;

use Illuminate\Auth\Access\Response;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Gate;

/** A request that is looked at only if whoever asks may do what it is about. */
abstract class GuardedRequest extends FormRequest
{
    public function authorize(): Response
    {
        return Gate::inspect(...$this->needs());
    }

    /** @return array{string, 1?: mixed} the ability, and what it is wanted on */
    abstract protected function needs(): array;
}
