<?php

declare(strict_types=1);

namespace App\Support\Http;

use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Parameters of an address are text; a list or a map in their place is refused before anything reads it as text. */
final class PlainQuery
{
    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        foreach ($request->query->all() as $name => $value) {
            abort_unless(is_string($value), 422, "The parameter {$name} of the address has to be text.");
        }

        return $next($request);
    }
}
