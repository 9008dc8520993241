<?php

declare(strict_types=1);

namespace App\Today\Console;

use App\Accounts\Role;
use App\Accounts\User;
use App\Addresses\Directory\DirectorySettings;
use App\Connections\Connection;
use App\Intakes\Plans\PlanFile;
use App\Notices\Webhook;
use App\Support\UnusableOption;
use Database\Seeders\DemoSeeder;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use PineSieve\Core\Connections\ConnectionForm;

/** Fills a new database: the demo, or one administrator. Does nothing to one that is filled. */
final class PrepareCommand extends Command
{
    private const STAND_IN = 'Stand-in receiver';

    private const LOOPBACK = 'http://127.0.0.1:';

    /** That the stand-in for the postal directory asks for. */
    private const DIRECTORY_KEY = 'made-up-towns';

    /** That the stand-in for a giving platform was connected once. */
    private const PLATFORM = 'stand-in platform';

    private const PLATFORM_KEY = 'skerry-made-up-key';

    private const PLATFORM_NOTICES_KEY = 'skerry-made-up-notices';

    protected $signature = 'sieve:prepare {--empty : one administrator and no records}';

    protected $description = 'Makes the first accounts and, unless --empty, the demo data';

    public function handle(): int
    {
        if (User::query()->exists()) {
            $this->standIn();

            return self::SUCCESS;
        }
        try {
            DB::transaction(fn() => $this->option('empty') ? $this->administrator() : app(DemoSeeder::class)->run());
        } catch (UnusableOption $error) {
            fwrite(STDERR, $error->getMessage() . PHP_EOL);

            return 2;
        }
        $this->standIn();

        return self::SUCCESS;
    }

    /** With the password that the environment gives, or with a random one that is told once and has to be replaced. */
    private function administrator(): void
    {
        $given = (string) getenv('ADMIN_PASSWORD');
        $user = new User(['name' => 'Administrator', 'email' => 'admin@example.org', 'role' => Role::Administrator]);
        $fault = $given === '' ? null : $user->faultOf($given);
        if ($fault !== null) {
            throw new UnusableOption("ADMIN_PASSWORD is not taken. {$fault}");
        }
        $password = $given === '' ? Str::password(20, symbols: false) : $given;
        $user->forceFill(['password' => $password, 'must_change' => $given === ''])->save();
        $this->line(
            $given === ''
                ? "The first sign-in is {$user->email} with the password {$password}. It is shown only once, here."
                : "The first sign-in is {$user->email} with the password of ADMIN_PASSWORD.",
        );
    }

    /** Stand-ins are told to the application like any other system; their port may differ at each start. */
    private function standIn(): void
    {
        ['url' => $url, 'folder' => $folder] = config('sieve.stand_ins');
        if ($url === '' || $folder === '') {
            return;
        }
        $hook = Webhook::query()->firstOrNew(['name' => self::STAND_IN], ['secret' => base64_encode(random_bytes(32))]);
        $hook->fill(['url' => "{$url}/notices"])->save();
        file_put_contents("{$folder}/secret", $hook->secret);
        $directory = DirectorySettings::read();
        // Whoever has named another one keeps it.
        if (!$directory->isSet() || str_starts_with($directory->url, self::LOOPBACK)) {
            $directory->at("{$url}/directory", self::DIRECTORY_KEY)->keep();
        }
        $this->givingPlatform($url, $folder);
    }

    /** The platform is told where notices are taken, as somebody would write it on its page. */
    private static function notified(string $file, string $address): void
    {
        $kept = (array) json_decode((string) @file_get_contents($file), true);
        $notices = ['address' => $address, 'key' => self::PLATFORM_NOTICES_KEY];
        file_put_contents($file, json_encode([...$kept, 'notices' => $notices], JSON_UNESCAPED_UNICODE), LOCK_EX);
    }

    /** The stand-in for a giving platform, connected as it is carried in demo/skerry-giving.json; one that was ended stays so. */
    private function givingPlatform(string $url, string $folder): void
    {
        $carried = (array) json_decode((string) file_get_contents(base_path('demo/skerry-giving.json')), true, 64, JSON_THROW_ON_ERROR);
        $connection = Connection::query()->where('name', $carried['name'])->first();
        $isNew = !DB::table('settings')->where('name', self::PLATFORM)->exists();
        if ($connection === null && !$isNew) {
            return;
        }
        $form = $connection === null ? $carried['form'] : $connection->form;
        if (!str_starts_with((string) $form['address'], self::LOOPBACK)) {
            return;
        }
        $connection ??= new Connection([
            'name' => $carried['name'],
            'key' => self::PLATFORM_KEY,
            'inbox' => bin2hex(random_bytes(16)),
            'inbox_key' => self::PLATFORM_NOTICES_KEY,
        ]);
        $connection->fill(['form' => ConnectionForm::of([...$form, 'address' => "{$url}/giving/v1/charges"])->toArray()])->save();
        if ($isNew) {
            DB::table('settings')->insert(['name' => self::PLATFORM, 'value' => json_encode(true)]);
            $plan = json_encode($carried['plan'], JSON_THROW_ON_ERROR);
            $connection->takePlan(app(PlanFile::class)->read($plan, null), null);
        }
        if ($connection->inbox !== null) {
            self::notified("{$folder}/giving.json", url("api/inbox/{$connection->inbox}"));
        }
    }
}
