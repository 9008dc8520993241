<?php

declare(strict_types=1);

namespace App\Accounts\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

final class SignInRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['email' => ['required', 'string'], 'password' => ['required', 'string']];
    }
}
