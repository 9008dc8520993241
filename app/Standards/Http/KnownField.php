<?php

declare(strict_types=1);

namespace App\Standards\Http;

use Closure;
use Illuminate\Contracts\Validation\ValidationRule;
use PineSieve\Core\Standards\FieldCatalog;

/** The key of a field of the catalog. */
final readonly class KnownField implements ValidationRule
{
    public function validate(string $attribute, mixed $value, Closure $fail): void
    {
        if (!is_string($value) || !app(FieldCatalog::class)->has($value)) {
            $fail('There is no such field in the catalog.');
        }
    }
}
