<?php

declare(strict_types=1);

namespace App\Installation;

use App\Support\Lists;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/**
 * Which tables a database has, told by the names of its migrations, and bringing them up to date.
 * Tables that were made step by step, before the steps became one set, are taken for that set if they are at the last step.
 */
final readonly class TableVersion
{
    private const LAST_STEP = '2026_11_28_000007_decide_clusters_by_why';

    /** What the steps together come to. */
    private const SET = '2026_12_01_';

    /** @throws CannotRestore if they are of a version that is not known; nothing is touched then */
    public function bringUpToDate(): void
    {
        $names = Schema::hasTable('migrations') ? Lists::texts(DB::table('migrations')->pluck('migration')) : [];
        $fault = $this->fault($names);
        if ($fault !== null) {
            throw new CannotRestore("{$fault} Nothing was changed.");
        }
        if (in_array(self::LAST_STEP, $names, true)) {
            DB::transaction(static function (): void {
                DB::table('migrations')->delete();
                $set = array_filter(self::known(), static fn(string $name): bool => str_starts_with($name, self::SET));
                DB::table('migrations')->insert(
                    array_map(static fn(string $name): array => ['migration' => $name, 'batch' => 1], array_values($set)),
                );
            });
        }
        Artisan::call('migrate', ['--force' => true]);
    }

    /**
     * @param  list<string>  $names  of the migrations that a database or a dump has
     * @return ?string why it is not one of ours; null if it is
     */
    public function fault(array $names): ?string
    {
        $strange = array_diff($names, self::known());
        $last = $strange === [] ? '' : max($strange);
        $isOfSteps = $last === self::LAST_STEP && count($strange) === count($names);

        return match (true) {
            $strange === [] || $isOfSteps => null,
            $last < self::SET => 'The tables are of an earlier version, from before ' .
                substr(self::LAST_STEP, 0, 10) .
                '. Start the version of that day once with this data folder, then this one.',
            default => 'The tables are of a later version of Pine Sieve, or of another program. Start the version that they are of.',
        };
    }

    /** @return list<string> */
    private static function known(): array
    {
        return array_map(static fn(string $file): string => basename($file, '.php'), glob(database_path('migrations/*.php')) ?: []);
    }
}
