<?php

declare(strict_types=1);

namespace App\Accounts\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

final class PasswordRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'current' => ['required', 'string', 'max:200'],
            'password' => ['required', 'string', 'max:200', 'different:current'],
        ];
    }
}
