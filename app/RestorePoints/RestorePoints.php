<?php

declare(strict_types=1);

namespace App\RestorePoints;

use App\Account\Audit;
use App\Models\Intake;
use App\Models\IntakeState;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;
use Symfony\Component\Process\Process;

/**
 * Dumps of the database in files, taken before something risky, and put back when it went wrong.
 * Each is a gzipped SQL dump with a description beside it, so that it can be restored by hand too.
 */
final readonly class RestorePoints
{
    /** Asked for before a load, not taken yet. */
    public const WANTED = 'wanted';

    public const BY_HAND = 'by hand';

    public const SCHEDULED = 'scheduled';

    /** What has no worth tomorrow, or must outlive a restore. */
    private const NOT_DUMPED = ['sessions', 'cache', 'cache_locks', 'jobs', 'worker_signs'];

    private const LAST_LINE = '-- Dump completed';

    /**
     * @param  string  $reason  why it is taken, such as "before \"Spring gala\" was loaded"
     *
     * @throws CannotRestore if the dump fails; nothing is left of it then
     */
    public function take(string $reason, ?string $by = null): RestorePoint
    {
        $name = now()->format('Y-m-d-His-v').'-'.Str::lower(Str::random(3));
        $folder = $this->folder();
        $part = "{$folder}/{$name}.part";
        $stream = gzopen($part, 'wb6');
        if ($stream === false) {
            throw new CannotRestore("The folder {$folder} can't be written. Nothing was changed.");
        }
        $tables = $this->counts();
        $end = '';
        $process = $this->client('mariadb-dump', ['--single-transaction', '--quick', '--skip-lock-tables', '--hex-blob', '--no-tablespaces', '--default-character-set=utf8mb4', ...array_map(fn (string $table): string => "--ignore-table={$this->database()}.{$table}", self::NOT_DUMPED), $this->database()]);
        $process->run(static function (string $type, string $data) use ($stream, &$end): void {
            if ($type === Process::OUT) {
                gzwrite($stream, $data);
                $end = substr($end.$data, -400);
            }
        });
        gzclose($stream);
        if (! $process->isSuccessful() || ! str_contains($end, self::LAST_LINE)) {
            @unlink($part);
            throw new CannotRestore('The restore point could not be taken: '.mb_substr(trim($process->getErrorOutput()), 0, 300).' Nothing was changed.');
        }
        rename($part, "{$folder}/{$name}.sql.gz");
        $point = new RestorePoint($name, now()->toIso8601String(), $reason, $by, (int) filesize("{$folder}/{$name}.sql.gz"), (string) hash_file('sha256', "{$folder}/{$name}.sql.gz"), $tables);
        file_put_contents("{$folder}/{$name}.json", json_encode($point->toArray(), JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR));

        return $point;
    }

    /** @return list<RestorePoint> the latest first */
    public function all(): array
    {
        $points = [];
        foreach (glob("{$this->folder()}/*.json") ?: [] as $file) {
            $data = json_decode((string) file_get_contents($file), true);
            if (is_array($data) && is_file(substr($file, 0, -5).'.sql.gz')) {
                $points[] = RestorePoint::fromArray($data);
            }
        }
        usort($points, static fn (RestorePoint $a, RestorePoint $b): int => $b->name <=> $a->name);

        return $points;
    }

    /** @throws CannotRestore if there is no such one */
    public function find(string $name): RestorePoint
    {
        foreach ($this->all() as $point) {
            if ($point->name === $name) {
                return $point;
            }
        }
        throw new CannotRestore("There is no restore point \"{$name}\".");
    }

    /** @return ?string what is wrong with the file; null if it can be restored */
    public function fault(RestorePoint $point): ?string
    {
        $path = $this->path($point);
        if (hash_file('sha256', $path) !== $point->checksum) {
            return 'The file is not the one that was written: its checksum differs.';
        }
        $stream = gzopen($path, 'rb');
        if ($stream === false) {
            return 'The file can\'t be opened.';
        }
        $end = '';
        $missing = $point->tables;
        while (! gzeof($stream)) {
            $line = gzgets($stream, 1 << 20);
            if ($line === false) {
                break;
            }
            if (preg_match('/^CREATE TABLE `(\w+)`/', $line, $found) === 1) {
                unset($missing[$found[1]]);
            }
            $end = substr($end.$line, -400);
        }
        gzclose($stream);

        return match (true) {
            ! str_contains($end, self::LAST_LINE) => 'The dump breaks off before its end.',
            $missing !== [] => 'The dump lacks the tables '.implode(', ', array_keys($missing)).'.',
            default => null,
        };
    }

    /**
     * Puts the whole database back. What it is now is kept as another restore point before.
     *
     * @return RestorePoint what it was before
     *
     * @throws CannotRestore if the file is not sound, something is under way, or the database refuses it
     */
    public function restore(RestorePoint $point, ?string $by = null): RestorePoint
    {
        $fault = $this->fault($point);
        if ($fault !== null) {
            throw new CannotRestore("{$fault} Nothing was changed.");
        }
        $busy = Intake::query()->whereIn('state', [IntakeState::Reading, IntakeState::Sifting, IntakeState::Loading, IntakeState::Undoing])->whereNull('error')->first();
        if ($busy !== null) {
            throw new CannotRestore("\"{$busy->name}\" is being worked on. Stop it or wait until it is done; nothing was changed.");
        }
        $before = $this->take("before {$point->name} was restored", $by);
        app()->maintenanceMode()->activate(['status' => 503, 'retry' => 5]);
        try {
            $this->play($point);
            // A dump of an earlier version lacks what came later.
            Artisan::call('migrate', ['--force' => true]);
        } finally {
            app()->maintenanceMode()->deactivate();
        }
        Audit::note(Audit::RESTORE, "Restored {$point->name}; what was there before is {$before->name}");

        return $before;
    }

    public function forget(RestorePoint $point): void
    {
        unlink($this->path($point));
        unlink("{$this->folder()}/{$point->name}.json");
    }

    /** Takes one if the schedule asks for it, and forgets scheduled ones that are too many. */
    public function onSchedule(Schedule $schedule): ?RestorePoint
    {
        $scheduled = array_values(array_filter($this->all(), static fn (RestorePoint $point): bool => $point->reason === self::SCHEDULED));
        if (! $schedule->isDue(now(), $scheduled === [] ? null : $scheduled[0]->at)) {
            return null;
        }
        $point = $this->take(self::SCHEDULED);
        foreach (array_slice($scheduled, max(0, $schedule->keep - 1)) as $old) {
            $this->forget($old);
        }

        return $point;
    }

    /** @return resource */
    public function open(RestorePoint $point)
    {
        $stream = fopen($this->path($point), 'rb');

        return $stream === false ? throw new CannotRestore('The file can\'t be opened.') : $stream;
    }

    private function play(RestorePoint $point): void
    {
        $stream = gzopen($this->path($point), 'rb');
        $process = $this->client('mariadb', ['--default-character-set=utf8mb4', $this->database()]);
        $process->setInput((static function () use ($stream): \Generator {
            while ($stream !== false && ! gzeof($stream)) {
                yield (string) gzread($stream, 1 << 16);
            }
        })());
        $process->run();
        if (! $process->isSuccessful()) {
            throw new CannotRestore('The database refused the dump: '.mb_substr(trim($process->getErrorOutput()), 0, 300).' Restore the point that was taken just before to go back.');
        }
        DB::purge();
    }

    /** @param  list<string>  $arguments */
    private function client(string $program, array $arguments): Process
    {
        $config = (array) config('database.connections.'.config('database.default'));
        // The password is told by the environment: nobody reads it in the list of processes.
        $process = new Process([$program, '--no-defaults', '--protocol=tcp', "--host={$config['host']}", "--port={$config['port']}", "--user={$config['username']}", ...$arguments], null, ['MYSQL_PWD' => (string) $config['password']]);

        return $process->setTimeout(null);
    }

    private function database(): string
    {
        return DB::connection()->getDatabaseName();
    }

    /** @return array<string, int> table to its rows, roughly */
    private function counts(): array
    {
        $tables = [];
        foreach (DB::select("select table_name as name, table_rows as n from information_schema.tables where table_schema = ? and table_type = 'BASE TABLE' order by table_name", [$this->database()]) as $row) {
            if (! in_array($row->name, self::NOT_DUMPED, true)) {
                $tables[$row->name] = (int) $row->n;
            }
        }
        foreach (['supporters', 'gifts'] as $exact) {
            $tables[$exact] = DB::table($exact)->count();
        }

        return $tables;
    }

    private function path(RestorePoint $point): string
    {
        return "{$this->folder()}/{$point->name}.sql.gz";
    }

    private function folder(): string
    {
        Storage::disk('local')->makeDirectory('restore-points');

        return Storage::disk('local')->path('restore-points');
    }
}
