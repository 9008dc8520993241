<?php

declare(strict_types=1);

namespace App\Gifts\Http\Requests;

use App\Gifts\GiftStatus;
use App\Records\Gift;
use App\Support\Http\GuardedRequest;
use Illuminate\Validation\Rule;
use PineSieve\Core\Gifts\Amount;
use PineSieve\Core\Gifts\Currency;
use PineSieve\Core\Gifts\GiftKind;

/** Which gifts someone wants to see. */
final class GiftListRequest extends GuardedRequest
{
    protected function needs(): array
    {
        return ['viewAny', Gift::class];
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $amount = static fn(string $attribute, mixed $value, \Closure $fail) => is_string($value) && Amount::parse($value) !== null
            ? null
            : $fail('This is not an amount, such as 1234.50.');

        return [
            'q' => ['nullable', 'string', 'max:200'],
            'where' => ['nullable', 'string', 'max:20000'],
            'page' => ['nullable', 'integer', 'min:1', 'max:1000000'],
            'intake' => ['nullable', 'integer'],
            'batch' => ['nullable', 'integer'],
            'promise' => ['nullable', 'integer'],
            'rule' => ['nullable', 'integer'],
            'month' => ['nullable', 'date_format:Y-m'],
            'from' => ['nullable', 'date_format:Y-m-d'],
            'to' => ['nullable', 'date_format:Y-m-d'],
            'least' => ['nullable', $amount],
            'most' => ['nullable', $amount],
            ...array_fill_keys(['fund', 'campaign', 'appeal'], ['nullable', 'string', 'max:190', 'regex:/^[^\x00]*$/uD']),
            'kind' => ['nullable', Rule::enum(GiftKind::class)],
            'status' => ['nullable', Rule::enum(GiftStatus::class)],
            'currency' => ['nullable', Rule::in(Currency::codes())],
        ];
    }

    /** @return array<string, string> what is asked for, amounts as they are kept */
    public function asked(): array
    {
        $asked = array_map(strval(...), array_filter($this->validated(), static fn(mixed $value): bool => $value !== null));
        foreach (['least', 'most'] as $key) {
            if (isset($asked[$key])) {
                $asked[$key] = (string) Amount::parse($asked[$key]);
            }
        }

        return $asked;
    }
}
