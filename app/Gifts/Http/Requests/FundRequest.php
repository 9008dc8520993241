<?php

declare(strict_types=1);

namespace App\Gifts\Http\Requests;

use App\Standards\Http\Requests\StandardsRequest;
use PineSieve\Core\Gifts\Amount;

/** What is known of a fund, a campaign or an appeal. */
final class FundRequest extends StandardsRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:120', 'not_regex:/\|/'],
            'starts_on' => ['nullable', 'date_format:Y-m-d'],
            'ends_on' => ['nullable', 'date_format:Y-m-d', ...$this->filled('starts_on') ? ['after_or_equal:starts_on'] : []],
            'goal' => [
                'nullable',
                'string',
                'max:40',
                static function (string $attribute, mixed $value, \Closure $fail): void {
                    $goal = Amount::parse((string) $value);
                    if ($goal === null || !Amount::isBelow('0.00', $goal)) {
                        $fail('The goal is not an amount above zero, such as 5000.00.');
                    }
                },
            ],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.not_regex' => 'A name can\'t have "|" in it.',
            'ends_on.after_or_equal' => 'It ends before it begins.',
            '*.date_format' => 'This is not a day, such as 2026-12-31.',
        ];
    }

    /** @return array{string, array{starts_on: ?string, ends_on: ?string, goal: ?string}} its name, and what is known of it */
    public function about(): array
    {
        $data = $this->validated();

        return [
            trim($data['name']),
            [
                'starts_on' => $data['starts_on'] ?? null,
                'ends_on' => $data['ends_on'] ?? null,
                'goal' => isset($data['goal']) ? Amount::parse($data['goal']) : null,
            ],
        ];
    }
}
