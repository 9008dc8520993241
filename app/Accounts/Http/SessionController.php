<?php

declare(strict_types=1);

namespace App\Accounts\Http;

use App\Accounts\Audit;
use App\Accounts\Http\Requests\SignInRequest;
use App\Accounts\Organization;
use App\Accounts\Role;
use App\Accounts\User as Account;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;

/**
 * Signing in and out.
 *
 * @phpstan-type User array{
 *     id: int, name: string, email: string, role: value-of<Role>, must_change: bool, may_load: bool, may_edit: bool, may_post: bool,
 *     may_set_standards: bool, may_administer: bool,
 * }
 * @phpstan-type Session array{user: ?User, organization: string, currency: string}
 * @phpstan-type SignedOut array{user: null}
 */
final class SessionController extends Controller
{
    #[Answers(self::class, 'Session')]
    public function show(Request $request): JsonResponse
    {
        return response()->json(self::session($request));
    }

    #[Answers(self::class, 'Session')]
    public function store(SignInRequest $request): JsonResponse
    {
        $credentials = $request->validated();
        $email = Account::emailKey($credentials['email']);
        if (!Auth::attempt(['email' => $email, 'password' => $credentials['password'], 'disabled_at' => null])) {
            Audit::note(Audit::REFUSED, 'Email ' . mb_substr($email, 0, 120));

            return response()->json(['message' => 'Email and password do not match.'], 422);
        }
        $request->session()->regenerate();
        Audit::note(Audit::SIGN_IN, 'Signed in');

        return response()->json(self::session($request));
    }

    #[Answers(self::class, 'SignedOut')]
    public function destroy(Request $request): JsonResponse
    {
        Auth::guard('web')->logout();
        $request->session()->invalidate();
        $request->session()->regenerateToken();

        return response()->json(['user' => null]);
    }

    /** @return Session */
    private static function session(Request $request): array
    {
        $user = $request->user();

        return [
            'user' => $user instanceof Account ? self::user($user) : null,
            'organization' => (string) config('sieve.organization'),
            'currency' => Organization::read()->currency,
        ];
    }

    /** @return User */
    private static function user(Account $user): array
    {
        return [
            'id' => $user->id,
            'name' => $user->name,
            'email' => $user->email,
            'role' => $user->role->value,
            'must_change' => $user->must_change,
            'may_load' => $user->mayLoad(),
            'may_edit' => $user->mayEdit(),
            'may_post' => $user->mayPost(),
            'may_set_standards' => $user->maySetStandards(),
            'may_administer' => $user->mayAdminister(),
        ];
    }
}
