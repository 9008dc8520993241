<?php

declare(strict_types=1);

namespace App\Api\Http;

use App\Accounts\User;
use Closure;
use Illuminate\Database\UniqueConstraintViolationException;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Laravel\Sanctum\PersonalAccessToken;
use Symfony\Component\HttpFoundation\Response;
use Throwable;

/** The same request sent again, by its header Idempotency-Key, does nothing again and gets the same answer, for a day. */
final class SaidAgain
{
    public const HEADER = 'Idempotency-Key';

    private const KEPT_HOURS = 24;

    public function handle(Request $request, Closure $next): Response
    {
        $key = trim((string) $request->header(self::HEADER));
        if ($key === '' || !$request->isMethod('POST')) {
            return $next($request);
        }
        abort_if(mb_strlen($key) > 120, 422, 'The Idempotency-Key is longer than 120 signs.');
        $user = $request->user();
        $token = $user instanceof User ? $user->currentAccessToken() : null;
        $of = ['token_id' => $token instanceof PersonalAccessToken ? $token->getKey() : 0, 'key' => $key];
        $asked = self::hash($request);
        DB::table('api_answers')->where('at', '<', now()->subHours(self::KEPT_HOURS))->delete();
        try {
            DB::table('api_answers')->insert([...$of, 'request' => $asked, 'at' => now()]);
        } catch (UniqueConstraintViolationException) {
            return self::before($of, $asked);
        }
        try {
            $response = $next($request);
        } catch (Throwable $error) {
            DB::table('api_answers')->where($of)->delete();
            throw $error;
        }
        if ($response->isServerError() || $response->getStatusCode() === 429) {
            // It can be tried again.
            DB::table('api_answers')->where($of)->delete();
        } else {
            DB::table('api_answers')
                ->where($of)
                ->update(['status' => $response->getStatusCode(), 'body' => (string) $response->getContent()]);
        }

        return $response;
    }

    /** @param  array{token_id: mixed, key: string}  $of */
    private static function before(array $of, string $asked): Response
    {
        $kept = DB::table('api_answers')->where($of)->first();
        abort_if($kept === null || $kept->status === null, 409, 'The same request is being worked on.');
        abort_if($kept->request !== $asked, 422, 'This Idempotency-Key was used for another request.');

        return response($kept->body, $kept->status, ['Content-Type' => 'application/json', 'Idempotency-Replayed' => 'true']);
    }

    private static function hash(Request $request): string
    {
        $files = array_map(
            static fn(mixed $file): string => $file instanceof UploadedFile ? (string) hash_file('sha256', $file->getPathname()) : '',
            $request->allFiles(),
        );

        return hash(
            'sha256',
            json_encode([$request->path(), $request->isJson() ? $request->getContent() : $request->post(), $files], JSON_THROW_ON_ERROR),
        );
    }
}
