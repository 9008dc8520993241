<?php

declare(strict_types=1);

namespace App\Api\Http;

use App\Accounts\Audit;
use App\Accounts\User;
use App\Api\Ability;
use App\Api\Http\Requests\TokenRequest;
use App\Records\Supporter;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Laravel\Sanctum\PersonalAccessToken;

/**
 * One's own tokens: each lets a program act as oneself. What a token is, is told once.
 *
 * @phpstan-type TokenRow array{
 *     id: int, name: string, abilities: list<value-of<Ability>>, created_at: string, last_used_at: ?string, expires_at: ?string, is_over: bool,
 * }
 * @phpstan-type TokenList array{tokens: list<TokenRow>, abilities: list<value-of<Ability>>}
 * @phpstan-type TokenMade array{token: string, row: TokenRow}
 */
final class TokenController extends Controller
{
    #[Answers(self::class, 'TokenList')]
    public function index(Request $request): JsonResponse
    {
        $this->authorize('viewAny', Supporter::class);
        $user = self::user($request);

        return response()->json([
            'tokens' => $user->tokens()->latest('id')->get()->map(self::row(...)),
            'abilities' => array_values(
                array_map(
                    static fn(Ability $ability): string => $ability->value,
                    array_filter(Ability::cases(), static fn(Ability $ability): bool => $ability->isOf($user)),
                ),
            ),
        ]);
    }

    #[Answers(self::class, 'TokenMade')]
    public function store(TokenRequest $request): JsonResponse
    {
        $user = self::user($request);
        $data = $request->validated();
        foreach ($data['abilities'] as $ability) {
            abort_unless(Ability::from($ability)->isOf($user), 403, 'You may not bring records in, so no program may for you.');
        }
        $made = $user->createToken(trim($data['name']), $data['abilities'], now()->addDays((int) $data['days']));
        Audit::note(Audit::PEOPLE, "Made the token \"{$data['name']}\" for: " . implode(', ', $data['abilities']));

        return response()->json(['token' => $made->plainTextToken, 'row' => self::row($made->accessToken->refresh())], 201);
    }

    #[Answers(self::class, 'TokenList')]
    public function destroy(Request $request, int $token): JsonResponse
    {
        $this->authorize('viewAny', Supporter::class);
        $found = self::user($request)->tokens()->whereKey($token)->first() ?? abort(404, 'This token is not there.');
        Audit::note(Audit::PEOPLE, "Ended the token \"{$found->name}\"");
        $found->delete();

        return $this->index($request);
    }

    /** @return TokenRow */
    private static function row(PersonalAccessToken $token): array
    {
        return [
            'id' => (int) $token->getKey(),
            'name' => (string) $token->name,
            'abilities' => array_values(
                array_filter(array_map(static fn(string $one): ?string => Ability::tryFrom($one)?->value, $token->abilities ?? [])),
            ),
            'created_at' => (string) $token->created_at?->toIso8601String(),
            'last_used_at' => $token->last_used_at?->toIso8601String(),
            'expires_at' => $token->expires_at?->toIso8601String(),
            'is_over' => $token->expires_at?->isPast() === true,
        ];
    }

    private static function user(Request $request): User
    {
        $user = $request->user();

        return $user instanceof User ? $user : abort(401);
    }
}
