<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

use Illuminate\Validation\Rule;
use PineSieve\Core\Columns\Template;

final class TemplateRequest extends BringsIn
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'format' => ['required', Rule::in(['xlsx', 'csv'])],
            'fields' => ['required', 'array', 'min:1', 'max:200'],
            'fields.*' => ['string', 'distinct'],
            'repeat' => ['sometimes', 'array'],
            'repeat.*' => ['integer', 'min:1', 'max:' . Template::MOST],
        ];
    }
}
