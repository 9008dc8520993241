<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

use App\Records\Http\Requests\EditsRecords;

final class GridRequest extends EditsRecords
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['name' => ['required', 'string', 'max:190'], ...GridColumns::rules()];
    }
}
