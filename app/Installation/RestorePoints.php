<?php

declare(strict_types=1);

namespace App\Installation;

use App\Accounts\Audit;
use App\Support\Lists;
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

    /** Says which restore is under way, from the first statement to the last; left behind by one that was cut off. */
    private const UNDER_WAY = 'under-way';

    private const BUSY = 'Another restore point is being taken or restored at this moment. Nothing was changed.';

    /** Seconds that taking one waits for another to be done. */
    private const PATIENCE = 120;

    /** Seconds for whoever only looks whether something is under way, and has the lock while it does. */
    private const MOMENT = 3;

    private const LAST_LINE = '-- Dump completed';

    public function __construct(private TableVersion $tables, private Settling $settling) {}

    /**
     * @param  string  $reason  why it is taken, such as "before \"Spring gala\" was loaded"
     *
     * @throws CannotRestore if the dump fails; nothing is left of it then
     */
    public function take(string $reason, ?string $by = null): RestorePoint
    {
        $lock = $this->lock(self::PATIENCE) ?? throw new CannotRestore(self::BUSY);
        try {
            return $this->dump($reason, $by);
        } finally {
            fclose($lock);
        }
    }

    private function dump(string $reason, ?string $by): RestorePoint
    {
        $name = now()->format('Y-m-d-His-v') . '-' . Str::lower(Str::random(3));
        $folder = $this->folder();
        $part = "{$folder}/{$name}.part";
        $stream = gzopen($part, 'wb6');
        if ($stream === false) {
            throw new CannotRestore("The folder {$folder} can't be written. Nothing was changed.");
        }
        $tables = $this->counts();
        $end = '';
        $process = $this->client('mariadb-dump', [
            '--single-transaction',
            '--quick',
            '--skip-lock-tables',
            '--hex-blob',
            '--no-tablespaces',
            '--default-character-set=utf8mb4',
            ...array_map(fn(string $table): string => "--ignore-table={$this->database()}.{$table}", self::NOT_DUMPED),
            $this->database(),
        ]);
        $process->run(static function (string $type, string $data) use ($stream, &$end): void {
            if ($type === Process::OUT) {
                gzwrite($stream, $data);
                $end = substr($end . $data, -400);
            }
        });
        gzclose($stream);
        if (!$process->isSuccessful() || !str_contains($end, self::LAST_LINE)) {
            @unlink($part);
            throw new CannotRestore(
                'The restore point could not be taken: ' . mb_substr(trim($process->getErrorOutput()), 0, 300) . ' Nothing was changed.',
            );
        }
        rename($part, "{$folder}/{$name}.sql.gz");
        $point = new RestorePoint(
            $name,
            now()->toIso8601String(),
            $reason,
            $by,
            (int) filesize("{$folder}/{$name}.sql.gz"),
            (string) hash_file('sha256', "{$folder}/{$name}.sql.gz"),
            $tables,
        );
        file_put_contents(
            "{$folder}/{$name}.json",
            json_encode($point->toArray(), JSON_PRETTY_PRINT | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR),
        );

        return $point;
    }

    /** @return list<RestorePoint> the latest first */
    public function all(): array
    {
        $points = [];
        foreach (glob("{$this->folder()}/*.json") ?: [] as $file) {
            $data = json_decode((string) file_get_contents($file), true);
            if (is_array($data) && is_file(substr($file, 0, -5) . '.sql.gz')) {
                $points[] = RestorePoint::fromArray($data);
            }
        }
        usort($points, static fn(RestorePoint $a, RestorePoint $b): int => $b->name <=> $a->name);

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
        $steps = null;
        $missing = $point->tables;
        while (!gzeof($stream)) {
            $line = gzgets($stream, 1 << 20);
            if ($line === false) {
                break;
            }
            if (preg_match('/^CREATE TABLE `(\w+)`/', $line, $found) === 1) {
                unset($missing[$found[1]]);
            }
            $isOfSteps = str_starts_with($line, 'INSERT INTO `migrations`') || ($isOfSteps ?? false);
            if ($isOfSteps) {
                preg_match_all("/\\(\\d+,\\s*'(\\w+)'/", $line, $names);
                $steps = [...$steps ?? [], ...$names[1]];
                $isOfSteps = !str_ends_with(rtrim($line), ';');
            }
            $end = substr($end . $line, -400);
        }
        gzclose($stream);

        return match (true) {
            !str_contains($end, self::LAST_LINE) => 'The dump breaks off before its end.',
            $missing !== [] => 'The dump lacks the tables ' . implode(', ', array_keys($missing)) . '.',
            default => $this->tables->fault($steps ?? []),
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
        $lock = $this->lock(self::MOMENT) ?? throw new CannotRestore(self::BUSY);
        try {
            $busy = $this->settling->underWay();
            if ($busy !== null) {
                throw new CannotRestore("{$busy} Stop it or wait until it is done; nothing was changed.");
            }
            $before = $this->dump("before {$point->name} was restored", $by);
            $this->put($point, $before);
        } finally {
            fclose($lock);
        }
        Audit::note(Audit::RESTORE, "Restored {$point->name}; what was there before is {$before->name}");

        return $before;
    }

    /** The restore that was cut off, whose records are not whole; null if there is none. */
    public function cutOff(): ?CutOff
    {
        $said = $this->isBusy() ? null : json_decode((string) @file_get_contents($this->underWay()), true);

        return is_array($said) && is_string($said['point'] ?? null) && is_string($said['before'] ?? null)
            ? new CutOff($said['point'], $said['before'])
            : null;
    }

    /** Whether a restore is being worked on at this moment. */
    public function isUnderWay(): bool
    {
        return is_file($this->underWay()) && $this->isBusy();
    }

    /**
     * Finishes a restore that was cut off or, if its file is not sound, goes back to what was there before it. Half-written dumps
     * of whatever was cut off go.
     *
     * @return ?string what was done, as a sentence; null if nothing had to be
     *
     * @throws CannotRestore if neither can be done
     */
    public function finish(): ?string
    {
        $cutOff = $this->cutOff();
        $lock = $this->lock(self::MOMENT);
        if ($lock === null) {
            return null;
        }
        try {
            array_map(unlink(...), glob("{$this->folder()}/*.part") ?: []);
            if ($cutOff === null) {
                return null;
            }
            foreach ([$cutOff->point, $cutOff->before] as $name) {
                $point = $this->find($name);
                if ($this->fault($point) === null) {
                    $this->put($point, $this->find($cutOff->before));
                    $said =
                        $name === $cutOff->point
                            ? "The restore of {$name} had been cut off and is finished now; what was there before is {$cutOff->before}."
                            : "The restore of {$cutOff->point} had been cut off and its file is not sound: everything is as it was before, {$name}.";
                    Audit::note(Audit::RESTORE, $said);

                    return $said;
                }
            }
        } finally {
            fclose($lock);
        }
        throw new CannotRestore("The restore of {$cutOff->point} was cut off, and neither it nor {$cutOff->before} is sound.");
    }

    /** Nobody gets at the records meanwhile. */
    private function put(RestorePoint $point, RestorePoint $before): void
    {
        file_put_contents($this->underWay(), json_encode(['point' => $point->name, 'before' => $before->name], JSON_THROW_ON_ERROR));
        app()
            ->maintenanceMode()
            ->activate(['status' => 503, 'retry' => 5]);
        try {
            $this->play($point);
        } catch (CannotRestore $error) {
            // Half of it may be there: what was before is whole.
            $this->play($before);
            $this->reopen();
            throw $error;
        }
        $this->dropLater($point);
        $this->tables->bringUpToDate();
        $this->settling->settle();
        $this->reopen();
    }

    /** Tables that came after an earlier version's dump are no part of it. */
    private function dropLater(RestorePoint $point): void
    {
        $tables = Lists::texts(
            DB::table('information_schema.tables')
                ->where('table_schema', $this->database())
                ->where('table_type', 'BASE TABLE')
                ->pluck('table_name'),
        );
        foreach (array_diff($tables, array_keys($point->tables), self::NOT_DUMPED) as $table) {
            DB::statement("drop table `{$table}`");
        }
    }

    private function reopen(): void
    {
        @unlink($this->underWay());
        app()->maintenanceMode()->deactivate();
    }

    public function forget(RestorePoint $point): void
    {
        unlink($this->path($point));
        unlink("{$this->folder()}/{$point->name}.json");
    }

    /** Takes one if the schedule asks for it, and forgets scheduled ones that are too many. */
    public function onSchedule(Schedule $schedule): ?RestorePoint
    {
        $scheduled = array_values(array_filter($this->all(), static fn(RestorePoint $point): bool => $point->reason === self::SCHEDULED));
        if (!$schedule->isDue(now(), $scheduled === [] ? null : $scheduled[0]->at)) {
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
        $process->setInput(
            (static function () use ($stream): \Generator {
                while ($stream !== false && !gzeof($stream)) {
                    yield (string) gzread($stream, 1 << 16);
                }
            })(),
        );
        $process->run();
        if (!$process->isSuccessful()) {
            throw new CannotRestore(
                'The database refused the dump: ' .
                    mb_substr(trim($process->getErrorOutput()), 0, 300) .
                    ' Everything is as it was before.',
            );
        }
        DB::purge();
    }

    /** @param  list<string>  $arguments */
    private function client(string $program, array $arguments): Process
    {
        $config = (array) config('database.connections.' . config('database.default'));
        // The password is told by the environment: nobody reads it in the list of processes.
        $process = new Process(
            [
                $program,
                '--no-defaults',
                '--protocol=tcp',
                "--host={$config['host']}",
                "--port={$config['port']}",
                "--user={$config['username']}",
                ...$arguments,
            ],
            null,
            ['MYSQL_PWD' => (string) $config['password']],
        );

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
        foreach (
            DB::select(
                "select table_name as name, table_rows as n from information_schema.tables where table_schema = ? and table_type = 'BASE TABLE' order by table_name",
                [$this->database()],
            )
            as $row
        ) {
            if (!in_array($row->name, self::NOT_DUMPED, true)) {
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

    /**
     * One at a time works here, and one that was killed lets go.
     *
     * @return ?resource null if another one has it for longer than some seconds
     */
    private function lock(int $seconds = 0)
    {
        $lock = fopen("{$this->folder()}/lock", 'c');
        for ($until = time() + $seconds; $lock !== false; usleep(200_000)) {
            if (flock($lock, LOCK_EX | LOCK_NB)) {
                return $lock;
            }
            if (time() >= $until) {
                break;
            }
        }

        return null;
    }

    private function isBusy(): bool
    {
        $lock = $this->lock();
        if ($lock === null) {
            return true;
        }
        fclose($lock);

        return false;
    }

    private function underWay(): string
    {
        return $this->folder() . '/' . self::UNDER_WAY;
    }
}
