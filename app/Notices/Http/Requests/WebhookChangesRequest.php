<?php

declare(strict_types=1);

namespace App\Notices\Http\Requests;

use App\Accounts\Http\Requests\AdministratorRequest;

final class WebhookChangesRequest extends AdministratorRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'name' => ['sometimes', 'string', 'max:120'],
            'url' => ['sometimes', 'url:http,https', 'max:500'],
            'is_active' => ['sometimes', 'boolean'],
        ];
    }
}
