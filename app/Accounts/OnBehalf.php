<?php

declare(strict_types=1);

namespace App\Accounts;

use Illuminate\Support\Facades\Auth;

/** Work in the queue is done as the person who asked for it: with what that person may see. */
final class OnBehalf
{
    private function __construct() {}

    /**
     * @template T
     *
     * @param  ?User  $user  null for nobody
     * @param  callable(): T  $work
     * @return T
     */
    public static function of(?User $user, callable $work): mixed
    {
        $isAlone = Auth::user() === null;
        try {
            if ($isAlone && $user !== null) {
                Auth::setUser($user);
            }

            return $work();
        } finally {
            $isAlone && Auth::hasUser() ? Auth::forgetUser() : null;
        }
    }
}
