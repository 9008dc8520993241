<?php

declare(strict_types=1);

namespace App\Accounts\Http;

use App\Accounts\User;
use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Whoever has a password that someone else knows may do nothing but replace it, or sign out. */
final class OwnPassword
{
    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        $user = $request->user();
        if ($user instanceof User && $user->must_change && !$request->is('api/password', 'api/session')) {
            return response()->json(['message' => 'Choose a password of your own first: the one you have was given to you.'], 403);
        }

        return $next($request);
    }
}
