<?php

declare(strict_types=1);

namespace App\Batches\Http\Requests;

use App\Accounts\Http\Requests\AdministratorRequest;
use App\Batches\BatchSettings;
use App\Support\Lists;
use Illuminate\Validation\Rule;

/** What the organization asks of its batches. */
final class BatchSettingsRequest extends AdministratorRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'by_another' => ['required', 'boolean'],
            'required' => ['sometimes', 'array'],
            'required.*' => ['string', Rule::in(array_keys(BatchSettings::REQUIRABLE))],
        ];
    }

    /** @return list<string> keys of BatchSettings::REQUIRABLE; those that are required now if nothing is said */
    public function required(): array
    {
        $required = $this->validated('required');

        return is_array($required) ? Lists::texts($required) : BatchSettings::required();
    }
}
