<?php

declare(strict_types=1);

namespace App\Accounts;

use Illuminate\Support\Facades\DB;

/** What the application tells one person: on the screen, and by mail. */
final class Message
{
    private const LONGEST = 500;

    private function __construct() {}

    /**
     * @param  ?int  $userId  nobody is told if there is no such person, or not any more
     * @param  string  $kind  "done", "needs you", "stopped" or "given"
     */
    public static function to(?int $userId, string $kind, string $text, ?int $intakeId = null): void
    {
        $user = $userId === null ? null : User::query()->find($userId);
        if ($user === null || $user->disabled_at !== null) {
            return;
        }
        $text = mb_substr($text, 0, self::LONGEST);
        DB::table('messages')->insert([
            'user_id' => $user->id,
            'intake_id' => $intakeId,
            'kind' => $kind,
            'text' => $text,
            'at' => now()->format('Y-m-d H:i:s.v'),
        ]);
        SendMail::dispatch($user->email, $user->name, $text);
    }
}
