<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\Role;
use App\Models\User;
use App\Models\Webhook;
use Database\Seeders\DemoSeeder;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;

/** Fills a new database: the demo, or one administrator. Does nothing to one that is filled. */
final class PrepareCommand extends Command
{
    private const STAND_IN = 'Stand-in receiver';

    protected $signature = 'sieve:prepare {--empty : one administrator and no records}';

    protected $description = 'Makes the first accounts and, unless --empty, the demo data';

    public function handle(): int
    {
        if (User::query()->exists()) {
            $this->standIn();

            return self::SUCCESS;
        }
        DB::transaction(function (): void {
            if ($this->option('empty')) {
                User::query()->create(['name' => 'Administrator', 'email' => 'admin@example.org', 'password' => DemoSeeder::PASSWORD, 'role' => Role::Administrator]);
            } else {
                app(DemoSeeder::class)->run();
            }
        });
        $this->standIn();

        return self::SUCCESS;
    }

    /** The stand-in that receives notices is told to the application like any other system; its port may differ at each start. */
    private function standIn(): void
    {
        ['url' => $url, 'folder' => $folder] = config('sieve.stand_ins');
        if ($url === '' || $folder === '') {
            return;
        }
        $hook = Webhook::query()->firstOrNew(['name' => self::STAND_IN], ['secret' => base64_encode(random_bytes(32))]);
        $hook->fill(['url' => "{$url}/notices"])->save();
        file_put_contents("{$folder}/secret", $hook->secret);
    }
}
