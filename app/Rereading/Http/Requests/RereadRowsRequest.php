<?php

declare(strict_types=1);

namespace App\Rereading\Http\Requests;

use App\Records\Http\Requests\EditsRecords;
use App\Rereading\Rereadings;
use App\Standards\FieldAccess;
use App\Support\Lists;
use Illuminate\Validation\Rule;
use PineSieve\Core\Rereading\RereadKind;

/** Values of one kind that are read otherwise: all of them, or those that are named. */
final class RereadRowsRequest extends EditsRecords
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'kind' => ['required', Rule::enum(RereadKind::class)],
            'ids' => ['nullable', 'array', 'min:1', 'max:1000'],
            'ids.*' => ['integer', 'min:1'],
        ];
    }

    public function kind(): RereadKind
    {
        $kind = RereadKind::from($this->validated('kind'));
        abort_unless(in_array($kind, Rereadings::visible(FieldAccess::ofUser()), true), 403, 'You may not see these fields.');

        return $kind;
    }

    /** @return ?list<int> null for all */
    public function ids(): ?array
    {
        $ids = $this->validated('ids');

        return is_array($ids) ? Lists::ints($ids) : null;
    }
}
