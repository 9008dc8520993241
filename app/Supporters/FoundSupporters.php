<?php

declare(strict_types=1);

namespace App\Supporters;

use App\Records\Supporter;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;

/** Who is found by a search, counted and ready to be put in order: what takes long is asked once. */
final readonly class FoundSupporters
{
    /** Bytes that the numbers of those who are found may take in memory: some millions. */
    private const MOST_BYTES = 512 * 1024 * 1024;

    /**
     * @param  Builder<Supporter>  $supporters
     * @param  bool  $isGathered  whether their numbers lie beside each other, so that each is looked up at once
     */
    private function __construct(public Builder $supporters, public int $total, public bool $isGathered) {}

    /** @param  array<string, mixed>  $asked  as SupporterSearch knows it */
    public static function of(array $asked): self
    {
        $found = SupporterSearch::of($asked);
        if (!is_string($asked['where'] ?? null) || $asked['where'] === '') {
            return new self($found, (clone $found)->count(), false);
        }
        $total = self::gather('found_supporters', $found->select('supporters.id'));
        $supporters = Supporter::query()->join('found_supporters', 'found_supporters.id', '=', 'supporters.id');

        return new self($supporters, $total, true);
    }

    /**
     * Puts the numbers of those who are found beside each other in memory.
     *
     * @param  string  $table  name of a table of this session
     * @param  Builder<Supporter>  $found  their ids
     * @return int how many they are
     */
    public static function gather(string $table, Builder $found): int
    {
        DB::statement('set session max_heap_table_size = ' . self::MOST_BYTES);
        DB::statement("create or replace temporary table {$table} (id bigint unsigned not null primary key) engine=memory");
        if (DB::transactionLevel() === 0) {
            // Looking must not keep others from writing: else each row that is read would be locked on the way.
            DB::statement('set transaction isolation level read committed');
        }
        $query = $found->toBase();

        return DB::affectingStatement("insert into {$table} {$query->toSql()}", $query->getBindings());
    }
}
