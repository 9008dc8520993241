<?php

declare(strict_types=1);

namespace App\Installation\Http\Requests;

use App\Accounts\Http\Requests\AdministratorRequest;
use App\Installation\Schedule;
use Illuminate\Validation\Rule;

final class RestoreScheduleRequest extends AdministratorRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'every' => ['required', Rule::in(array_keys(Schedule::EVERY))],
            'hour' => ['required', 'integer', 'min:0', 'max:23'],
            'keep' => ['required', 'integer', 'min:1', 'max:365'],
        ];
    }
}
