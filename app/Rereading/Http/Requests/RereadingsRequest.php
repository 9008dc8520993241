<?php

declare(strict_types=1);

namespace App\Rereading\Http\Requests;

use App\Records\Http\Requests\EditsRecords;
use Illuminate\Validation\Rule;
use PineSieve\Core\Rereading\RereadKind;

final class RereadingsRequest extends EditsRecords
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['kind' => ['nullable', Rule::enum(RereadKind::class)], 'after' => ['nullable', 'integer', 'min:0']];
    }
}
