<?php

declare(strict_types=1);

namespace App\Accounts\Http;

use App\Accounts\Audit;
use App\Accounts\Role;
use App\Accounts\User;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Illuminate\Validation\Rule;

/**
 * The people who may sign in, what each may do, and where they are signed in.
 *
 * @phpstan-type Person array{
 *     id: int, name: string, email: string, role: value-of<Role>, may_load: ?bool, may_edit: ?bool, loads: bool, edits: bool,
 *     disabled: bool, password_changed_at: ?string, sessions: int, seen_at: ?string,
 * }
 * @phpstan-type RoleRights array{role: value-of<Role>, loads: bool, edits: bool}
 * @phpstan-type People array{people: list<Person>, roles: list<RoleRights>}
 * @phpstan-type PeopleChanged array{people: list<Person>, roles: list<RoleRights>, password?: string}
 * @phpstan-type PersonMade array{id: int, password: string}
 * @phpstan-type SessionRow array{key: string, name: string, mine: bool, here: bool, address: ?string, with: string, seen_at: string}
 * @phpstan-type SessionRows array{sessions: list<SessionRow>}
 * @phpstan-type AuditEntry array{
 *     id: int, at: string, name: ?string, kind: string, what: string, intake_id: ?int, intake: ?string, ip_address: ?string,
 *     act_id: ?int, undone_at: ?string,
 * }
 * @phpstan-type AuditList array{entries: list<AuditEntry>, more: bool, kinds: list<string>}
 */
final class PeopleController extends Controller
{
    #[Answers(self::class, 'People')]
    public function index(): JsonResponse
    {
        $this->authorize('administer');
        $sessions = DB::table('sessions')
            ->whereNotNull('user_id')
            ->groupBy('user_id')
            ->selectRaw('user_id, count(*) as n, max(last_activity) as seen')
            ->get()
            ->keyBy('user_id');

        return response()->json([
            'people' => User::query()->orderBy('name')->get()->map(
                static fn(User $user): array => [
                    'id' => $user->id,
                    'name' => $user->name,
                    'email' => $user->email,
                    'role' => $user->role->value,
                    'may_load' => $user->may_load,
                    'may_edit' => $user->may_edit,
                    'loads' => $user->mayLoad(),
                    'edits' => $user->mayEdit(),
                    'disabled' => $user->disabled_at !== null,
                    'password_changed_at' => $user->password_changed_at?->toIso8601String(),
                    'sessions' => $sessions[$user->id]->n ?? 0,
                    'seen_at' => isset($sessions[$user->id]) ? date(DATE_ATOM, $sessions[$user->id]->seen) : null,
                ],
            ),
            'roles' => array_map(
                static fn(Role $role): array => ['role' => $role->value, 'loads' => $role->mayLoad(), 'edits' => $role->mayEdit()],
                Role::cases(),
            ),
        ]);
    }

    /** The first password is made here and told once; the person has to choose another one. */
    #[Answers(self::class, 'PersonMade')]
    public function store(Request $request): JsonResponse
    {
        $this->authorize('administer');
        $data = $this->validated($request, $this->rules(null));
        $password = self::password();
        $user = new User([...array_intersect_key($data, ['name' => 1, 'email' => 1, 'role' => 1]), 'password' => $password]);
        $user->forceFill([...array_intersect_key($data, ['may_load' => 1, 'may_edit' => 1]), 'must_change' => true])->save();
        Audit::note(Audit::PEOPLE, "Added {$user->name}, {$user->role->value}");

        return response()->json(['id' => $user->id, 'password' => $password], 201);
    }

    #[Answers(self::class, 'PeopleChanged')]
    public function update(Request $request, User $user): JsonResponse
    {
        $this->authorize('administer');
        $data = $this->validated($request, [
            ...array_map(static fn(array $rules): array => ['sometimes', ...$rules], $this->rules($user)),
            'disabled' => ['sometimes', 'boolean'],
            'new_password' => ['sometimes', 'boolean'],
        ]);
        $password = null;
        DB::transaction(function () use ($user, $data, &$password): void {
            // Two administrators who take away each other's role at the same time must leave one.
            User::query()->where('role', Role::Administrator)->lockForUpdate()->get();
            $user->forceFill(array_intersect_key($data, ['name' => 1, 'email' => 1, 'role' => 1, 'may_load' => 1, 'may_edit' => 1]));
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
                DB::table('sessions')->where('user_id', $user->id)->delete();
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

        return response()->json([
            'sessions' => DB::table('sessions as s')
                ->join('users as u', 'u.id', '=', 's.user_id')
                ->when(!$user->mayAdminister(), static fn($query) => $query->where('s.user_id', $user->id))
                ->orderByDesc('s.last_activity')
                ->limit(500)
                ->get(['s.id', 'u.name', 's.user_id', 's.ip_address', 's.user_agent', 's.last_activity'])
                // The id of a session is the key to it: it never leaves the server.
                ->map(
                    static fn($session): array => [
                        'key' => hash('sha256', $session->id),
                        'name' => $session->name,
                        'mine' => $session->user_id === $user->id,
                        'here' => $session->id === $request->session()->getId(),
                        'address' => $session->ip_address,
                        'with' => mb_substr((string) $session->user_agent, 0, 120),
                        'seen_at' => date(DATE_ATOM, $session->last_activity),
                    ],
                ),
        ]);
    }

    #[Answers(self::class, 'SessionRows')]
    public function endSession(Request $request, string $key): JsonResponse
    {
        $user = $request->user();
        abort_unless($user instanceof User, 403);
        $session =
            DB::table('sessions')
                ->whereNotNull('user_id')
                ->whereRaw('sha2(id, 256) = ?', [$key])
                ->first() ?? abort(404, 'This session has ended already.');
        abort_unless($session->user_id === $user->id || $user->mayAdminister(), 403);
        DB::table('sessions')->where('id', $session->id)->delete();
        Audit::note(Audit::PEOPLE, 'Ended a session of ' . User::query()->whereKey($session->user_id)->value('name'));

        return $this->sessions($request);
    }

    /** The audit list, the latest first. */
    #[Answers(self::class, 'AuditList')]
    public function audit(Request $request): JsonResponse
    {
        $this->authorize('administer');
        $data = $request->validate(['kind' => ['nullable', Rule::in(Audit::KINDS)], 'before' => ['nullable', 'integer']]);
        $rows = DB::table('audit as a')
            ->leftJoin('users as u', 'u.id', '=', 'a.user_id')
            ->leftJoin('intakes as i', 'i.id', '=', 'a.intake_id')
            ->leftJoin('acts as x', 'x.id', '=', 'a.act_id')
            ->when(isset($data['kind']), static fn($query) => $query->where('a.kind', $data['kind']))
            ->when(isset($data['before']), static fn($query) => $query->where('a.id', '<', $data['before']))
            ->orderByDesc('a.id')
            ->limit(100)
            ->get([
                'a.id',
                'a.at',
                'u.name',
                'a.kind',
                'a.what',
                'a.intake_id',
                'i.name as intake',
                'a.ip_address',
                'a.act_id',
                'x.undone_at',
            ]);

        return response()->json(['entries' => $rows, 'more' => $rows->count() === 100, 'kinds' => Audit::KINDS]);
    }

    /**
     * @param  array<string, list<mixed>>  $rules
     * @return array<string, mixed>
     */
    private function validated(Request $request, array $rules): array
    {
        $email = $request->input('email');

        return $request->merge(is_string($email) ? ['email' => User::emailKey($email)] : [])->validate($rules);
    }

    /** @return array<string, list<mixed>> */
    private function rules(?User $user): array
    {
        return [
            'name' => ['required', 'string', 'max:120'],
            'email' => ['required', 'email:rfc', 'max:190', Rule::unique('users', 'email')->ignore($user?->id)],
            'role' => ['required', Rule::enum(Role::class)],
            'may_load' => ['nullable', 'boolean'],
            'may_edit' => ['nullable', 'boolean'],
        ];
    }

    private static function password(): string
    {
        return Str::password(16, symbols: false);
    }
}
