<?php

declare(strict_types=1);

namespace App\Batches\Http\Requests;

use App\Batches\Batch;
use App\Records\Http\Requests\EditsRecords;
use App\Standards\FieldAccess;
use Illuminate\Validation\Rule;
use PineSieve\Core\Gifts\Amount;
use PineSieve\Core\Gifts\Currency;
use PineSieve\Core\Standards\FieldPlace;

/** What is said of a batch: a new one, or what changes of one. */
final class BatchRequest extends EditsRecords
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $batch = $this->route('batch');

        return [
            'name' => [
                $batch === null ? 'required' : 'sometimes',
                'string',
                'max:190',
                ...$batch === null && $this->boolean('numbered') ? [] : [Rule::unique('batches', 'name')->ignore($batch)],
            ],
            // Whether the next name that is free will do.
            'numbered' => ['sometimes', 'boolean'],
            'received_on' => ['sometimes', 'date_format:Y-m-d', 'after:1900-01-01'],
            'bank_reference' => ['sometimes', 'nullable', 'string', 'max:120'],
            'currency' => ['sometimes', Rule::in(Currency::codes())],
            'expected_gifts' => ['sometimes', 'integer', 'min:0', 'max:1000000'],
            'expected_amount' => [
                'sometimes',
                'string',
                'max:40',
                static fn(string $attribute, mixed $value, \Closure $fail) => Amount::parse((string) $value) === null
                    ? $fail('The total is not an amount, such as 1234.50.')
                    : null,
            ],
            'defaults' => ['sometimes', 'array', 'max:40'],
            'defaults.*' => ['nullable', 'string', 'max:500'],
        ];
    }

    /** @return array{name?: string, received_on?: string, bank_reference?: string, currency?: string, expected_gifts?: int, expected_amount?: string, defaults?: array<string, string>} */
    public function about(): array
    {
        $data = $this->validated();
        $about = array_intersect_key($data, ['received_on' => 1, 'currency' => 1]);
        foreach (['name', 'bank_reference'] as $key) {
            if (array_key_exists($key, $data)) {
                $about[$key] = trim((string) $data[$key]);
            }
        }
        if (isset($data['expected_gifts'])) {
            $about['expected_gifts'] = (int) $data['expected_gifts'];
        }
        if (isset($data['expected_amount'])) {
            $about['expected_amount'] = (string) Amount::parse($data['expected_amount']);
        }
        if (isset($data['defaults'])) {
            $sight = FieldAccess::ofUser();
            $batch = $this->route('batch');
            $hidden = array_filter(
                $batch instanceof Batch ? $batch->defaults : [],
                static fn(string $field): bool => !$sight->sees($field),
                ARRAY_FILTER_USE_KEY,
            );
            // What someone may not see stays as it is.
            $about['defaults'] = [
                ...array_filter(
                    array_map(strval(...), array_intersect_key($data['defaults'], FieldPlace::columns('gift'))),
                    static fn(string $value, string $field): bool => trim($value) !== '' && $sight->sees($field),
                    ARRAY_FILTER_USE_BOTH,
                ),
                ...$hidden,
            ];
        }

        return $about;
    }
}
