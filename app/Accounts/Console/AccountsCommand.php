<?php

declare(strict_types=1);

namespace App\Accounts\Console;

use App\Accounts\User;
use Database\Seeders\DemoSeeder;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\Hash;

/** Lists the sign-ins whose password still is the one that they were made with. */
final class AccountsCommand extends Command
{
    protected $signature = 'sieve:accounts';

    protected $description = 'Lists the sign-ins that the first start made';

    public function handle(): int
    {
        foreach (User::query()->whereIn('email', array_column(DemoSeeder::PEOPLE, 1))->get() as $user) {
            if (Hash::check(DemoSeeder::PASSWORD, (string) $user->password)) {
                $this->line(sprintf('  %-28s %-16s %s', $user->email, DemoSeeder::PASSWORD, $user->role->value));
            }
        }

        return self::SUCCESS;
    }
}
