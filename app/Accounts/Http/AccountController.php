<?php

declare(strict_types=1);

namespace App\Accounts\Http;

use App\Accounts\Audit;
use App\Accounts\Http\Requests\PasswordRequest;
use App\Accounts\Sessions;
use App\Accounts\User;
use App\Support\Http\Answers;
use App\Support\Http\Controller;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Hash;

/**
 * A person's own account: the password, and the messages that wait.
 *
 * @phpstan-type PasswordChanged array{changed: bool}
 * @phpstan-type Message array{id: int, intake_id: ?int, kind: string, text: string, at: string, read_at: ?string}
 * @phpstan-type Messages array{unread: int, messages: list<Message>}
 */
final class AccountController extends Controller
{
    /** Changing the password ends every other session of the person. */
    #[Answers(self::class, 'PasswordChanged')]
    public function password(PasswordRequest $request, Sessions $sessions): JsonResponse
    {
        $user = $request->user();
        abort_unless($user instanceof User, 403);
        $data = $request->validated();
        if (!Hash::check($data['current'], $user->password)) {
            Audit::note(Audit::REFUSED, 'Gave a wrong current password');
            abort(422, 'The current password is not right.');
        }
        $fault = $user->faultOf($data['password']);
        abort_if($fault !== null, 422, (string) $fault);
        $user->forceFill(['password' => $data['password'], 'password_changed_at' => now(), 'must_change' => false])->save();
        $sessions->endAllOf($user, $request->session()->getId());
        Audit::note(Audit::PEOPLE, 'Changed their own password');

        return response()->json(['changed' => true]);
    }

    #[Answers(self::class, 'Messages')]
    public function messages(Request $request): JsonResponse
    {
        $messages = DB::table('messages')->where('user_id', $request->user()?->id);

        return response()->json([
            'unread' => (clone $messages)->whereNull('read_at')->count(),
            'messages' => $messages
                ->orderByDesc('id')
                ->limit(60)
                ->get(['id', 'intake_id', 'kind', 'text', 'at', 'read_at']),
        ]);
    }

    #[Answers(self::class, 'Messages')]
    public function read(Request $request): JsonResponse
    {
        DB::table('messages')
            ->where('user_id', $request->user()?->id)
            ->whereNull('read_at')
            ->update(['read_at' => now()]);

        return $this->messages($request);
    }
}
