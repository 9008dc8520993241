<?php

declare(strict_types=1);

namespace App\Intakes\Http\Requests;

use App\Standards\FieldAccess;
use Closure;
use Illuminate\Contracts\Validation\ValidationRule;
use Illuminate\Validation\Rule;
use PineSieve\Core\Standards\FieldCatalog;
use PineSieve\Core\Standards\Target;

/** The columns of a grid: fields that whoever types may write. */
final readonly class GridColumns implements ValidationRule
{
    /** @return array{columns: list<mixed>, 'columns.*': list<mixed>} */
    public static function rules(): array
    {
        return [
            'columns' => ['required', 'array', 'min:1', 'max:60'],
            'columns.*' => ['string', 'distinct', Rule::notIn(['group', 'id.other']), new self()],
        ];
    }

    public function validate(string $attribute, mixed $value, Closure $fail): void
    {
        $catalog = app(FieldCatalog::class);
        $base = is_string($value) && $catalog->has($value) ? Target::tryParse($value)?->field : null;
        if ($base === null || $catalog->field($value)->isRetired || !FieldAccess::ofUser()->edits($base)) {
            $fail('There is no such field that you may write.');
        }
    }
}
