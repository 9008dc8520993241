<?php

declare(strict_types=1);

namespace App\Accounts\Http;

use App\Accounts\Audit;
use App\Accounts\Organization;
use App\Accounts\User;
use App\Support\Http\Controller;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;

/** Signing in and out. */
final class SessionController extends Controller
{
    public function show(Request $request): JsonResponse
    {
        $user = $request->user();

        return response()->json([
            'user' => $user instanceof User ? self::user($user) : null,
            'organization' => config('sieve.organization'),
            'currency' => Organization::read()->currency,
        ]);
    }

    public function store(Request $request): JsonResponse
    {
        $credentials = $request->validate(['email' => ['required', 'string'], 'password' => ['required', 'string']]);
        $email = User::emailKey($credentials['email']);
        if (!Auth::attempt(['email' => $email, 'password' => $credentials['password'], 'disabled_at' => null])) {
            Audit::note(Audit::REFUSED, 'Email ' . mb_substr($email, 0, 120));

            return response()->json(['message' => 'Email and password do not match.'], 422);
        }
        $request->session()->regenerate();
        Audit::note(Audit::SIGN_IN, 'Signed in');
        $user = $request->user();

        return response()->json([
            'user' => $user instanceof User ? self::user($user) : null,
            'organization' => config('sieve.organization'),
            'currency' => Organization::read()->currency,
        ]);
    }

    public function destroy(Request $request): JsonResponse
    {
        Auth::guard('web')->logout();
        $request->session()->invalidate();
        $request->session()->regenerateToken();

        return response()->json(['user' => null]);
    }

    /** @return array<string, mixed> */
    private static function user(User $user): array
    {
        return [
            'id' => $user->id,
            'name' => $user->name,
            'email' => $user->email,
            'role' => $user->role->value,
            'must_change' => $user->must_change,
            'may_load' => $user->mayLoad(),
            'may_edit' => $user->mayEdit(),
            'may_set_standards' => $user->maySetStandards(),
            'may_administer' => $user->mayAdminister(),
        ];
    }
}
