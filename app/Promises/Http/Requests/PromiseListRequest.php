<?php

declare(strict_types=1);

namespace App\Promises\Http\Requests;

use App\Records\Gift;
use App\Support\Http\GuardedRequest;
use Illuminate\Validation\Rule;
use PineSieve\Core\Promises\PromiseKind;
use PineSieve\Core\Promises\PromiseStatus;

/** Which promises someone wants to see. */
final class PromiseListRequest extends GuardedRequest
{
    protected function needs(): array
    {
        return ['viewAny', Gift::class];
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'q' => ['nullable', 'string', 'max:200'],
            'where' => ['nullable', 'string', 'max:20000'],
            'page' => ['nullable', 'integer', 'min:1', 'max:1000000'],
            'intake' => ['nullable', 'integer'],
            'supporter' => ['nullable', 'integer'],
            ...array_fill_keys(['fund', 'campaign', 'appeal'], ['nullable', 'string', 'max:190', 'regex:/^[^\x00]*$/uD']),
            'kind' => ['nullable', Rule::enum(PromiseKind::class)],
            'status' => ['nullable', Rule::enum(PromiseStatus::class)],
        ];
    }

    /** @return array<string, string> what is asked for; what is blank is not */
    public function asked(): array
    {
        $asked = array_map(strval(...), array_filter($this->safe()->except('page'), static fn(mixed $value): bool => $value !== null));

        return array_filter($asked, static fn(string $value): bool => $value !== '');
    }
}
