<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

use App\Standards\Http\KnownField;

final class PlanSettingsRequest extends ChangesIntake
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'constants' => ['sometimes', 'array', 'max:100'],
            'constants.*.target' => ['required', 'string', new KnownField()],
            'constants.*.value' => ['required', 'string', 'max:500'],
            'constants.*.only_blank' => ['sometimes', 'boolean'],
            'link_organizations' => ['sometimes', 'boolean'],
            'rows' => ['sometimes', 'array'],
        ];
    }
}
