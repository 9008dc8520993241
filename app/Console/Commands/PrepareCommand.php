<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\Role;
use App\Models\User;
use Database\Seeders\DemoSeeder;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;

/** Fills a new database: the demo, or one administrator. Does nothing to one that is filled. */
final class PrepareCommand extends Command
{
    protected $signature = 'sieve:prepare {--empty : one administrator and no records}';

    protected $description = 'Makes the first accounts and, unless --empty, the demo data';

    public function handle(): int
    {
        if (User::query()->exists()) {
            return self::SUCCESS;
        }
        DB::transaction(function (): void {
            if ($this->option('empty')) {
                User::query()->create(['name' => 'Administrator', 'email' => 'admin@example.org', 'password' => DemoSeeder::PASSWORD, 'role' => Role::Administrator]);
            } else {
                app(DemoSeeder::class)->run();
            }
        });

        return self::SUCCESS;
    }
}
