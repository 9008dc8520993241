<?php

declare(strict_types=1);

namespace App\Accounts\Http;

use App\Accounts\Audit;
use App\Accounts\Http\Requests\AuditRequest;
use App\Accounts\Http\Requests\PersonRequest;
use App\Accounts\Role;
use App\Accounts\Sessions;
use App\Accounts\User;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/**
 * The people who may sign in, what each may do, and where they are signed in.
 *
 * @phpstan-type Person array{
 *     id: int, name: string, email: string, role: value-of<Role>, may_load: ?bool, may_edit: ?bool, may_post: ?bool, loads: bool, edits: bool, posts: bool,
 *     disabled: bool, password_changed_at: ?string, sessions: int, seen_at: ?string,
 * }
 * @phpstan-type RoleRights array{role: value-of<Role>, loads: bool, edits: bool, posts: bool}
 * @phpstan-type People array{people: list<Person>, roles: list<RoleRights>}
 * @phpstan-type PeopleChanged array{people: list<Person>, roles: list<RoleRights>, password?: string}
 * @phpstan-type PersonMade array{id: int, password: string}
 * @phpstan-import-type SessionRow from Sessions
 * @phpstan-type SessionRows array{sessions: list<SessionRow>}
 * @phpstan-import-type AuditEntry from Audit
 * @phpstan-type AuditList array{entries: list<AuditEntry>, more: bool, kinds: list<string>}
 */
final class PeopleController extends Controller
{
    public function __construct(private readonly Sessions $sessions) {}

    #[Answers(self::class, 'People')]
    public function index(): JsonResponse
    {
        $this->authorize('administer');
        $sessions = $this->sessions->counts();

        return response()->json([
            'people' => User::query()->orderBy('name')->get()->map(
                static fn(User $user): array => [
                    'id' => $user->id,
                    'name' => $user->name,
                    'email' => $user->email,
                    'role' => $user->role->value,
                    'may_load' => $user->may_load,
                    'may_edit' => $user->may_edit,
                    'may_post' => $user->may_post,
                    'loads' => $user->mayLoad(),
                    'edits' => $user->mayEdit(),
                    'posts' => $user->mayPost(),
                    'disabled' => $user->disabled_at !== null,
                    'password_changed_at' => $user->password_changed_at?->toIso8601String(),
                    'sessions' => $sessions[$user->id]->n ?? 0,
                    'seen_at' => isset($sessions[$user->id]) ? date(DATE_ATOM, $sessions[$user->id]->seen) : null,
                ],
            ),
            'roles' => array_map(
                static fn(Role $role): array => [
                    'role' => $role->value,
                    'loads' => $role->mayLoad(),
                    'edits' => $role->mayEdit(),
                    'posts' => $role->mayPost(),
                ],
                Role::cases(),
            ),
        ]);
    }

    /** The first password is made here and told once; the person has to choose another one. */
    #[Answers(self::class, 'PersonMade')]
    public function store(PersonRequest $request): JsonResponse
    {
        $data = $request->validated();
        $password = self::password();
        $user = new User([...array_intersect_key($data, ['name' => 1, 'email' => 1, 'role' => 1]), 'password' => $password]);
        $user
            ->forceFill([...array_intersect_key($data, ['may_load' => 1, 'may_edit' => 1, 'may_post' => 1]), 'must_change' => true])
            ->save();
        Audit::note(Audit::PEOPLE, "Added {$user->name}, {$user->role->value}");

        return response()->json(['id' => $user->id, 'password' => $password], 201);
    }

    #[Answers(self::class, 'PeopleChanged')]
    public function update(PersonRequest $request, User $user): JsonResponse
    {
        $data = $request->validated();
        $password = null;
        DB::transaction(function () use ($user, $data, &$password): void {
            // Two administrators who take away each other's role at the same time must leave one.
            User::query()->where('role', Role::Administrator)->lockForUpdate()->get();
            $user->forceFill(
                array_intersect_key($data, ['name' => 1, 'email' => 1, 'role' => 1, 'may_load' => 1, 'may_edit' => 1, 'may_post' => 1]),
            );
            if (isset($data['disabled'])) {
                $user->disabled_at = $data['disabled'] ? now() : null;
            }
            if ($data['new_password'] ?? false) {
                $password = self::password();
                $user->forceFill(['password' => $password, 'password_changed_at' => null, 'must_change' => true]);
            }
            $user->save();
            abort_unless(
                User::query()->where('role', Role::Administrator)->whereNull('disabled_at')->exists(),
                422,
                'At least one person must stay an administrator.',
            );
            if ($user->disabled_at !== null || $password !== null) {
                $this->sessions->endAllOf($user);
            }
        });
        Audit::note(
            Audit::PEOPLE,
            ($password !== null ? 'Gave a new password to' : ($data['disabled'] ?? false ? 'Blocked the sign-in of' : 'Changed')) .
                " {$user->name}",
        );

        return response()->json([...(array) $this->index()->getData(true), ...$password === null ? [] : ['password' => $password]]);
    }

    /** Where everyone is signed in. */
    #[Answers(self::class, 'SessionRows')]
    public function sessions(Request $request): JsonResponse
    {
        $user = $request->user();
        abort_unless($user instanceof User, 403);

        return response()->json(['sessions' => $this->sessions->visible($user, $request->session()->getId())]);
    }

    #[Answers(self::class, 'SessionRows')]
    public function endSession(Request $request, string $key): JsonResponse
    {
        $user = $request->user();
        abort_unless($user instanceof User, 403);
        $session = $this->sessions->find($key) ?? abort(404, 'This session has ended already.');
        abort_unless($session['user_id'] === $user->id || $user->mayAdminister(), 403);
        $this->sessions->end($session['id']);
        Audit::note(Audit::PEOPLE, 'Ended a session of ' . User::query()->whereKey($session['user_id'])->value('name'));

        return $this->sessions($request);
    }

    /** The audit list, the latest first. */
    #[Answers(self::class, 'AuditList')]
    public function audit(AuditRequest $request): JsonResponse
    {
        $rows = Audit::latest($request->validated('kind'), $request->validated('before'));

        return response()->json(['entries' => $rows, 'more' => count($rows) === Audit::PAGE, 'kinds' => Audit::KINDS]);
    }

    private static function password(): string
    {
        return Str::password(16, symbols: false);
    }
}
