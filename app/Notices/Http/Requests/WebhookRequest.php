<?php

declare(strict_types=1);

namespace App\Notices\Http\Requests;

use App\Accounts\Http\Requests\AdministratorRequest;

final class WebhookRequest extends AdministratorRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['name' => ['required', 'string', 'max:120'], 'url' => ['required', 'url:http,https', 'max:500']];
    }
}
