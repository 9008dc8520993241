<?php

declare(strict_types=1);

namespace App\Records;

use App\Accounts\User;
use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use PineSieve\Core\Changes\Change;

/**
 * Supporters that became one.
 *
 * @property int $id
 * @property int $survivor_id
 * @property list<array{id: int, name: string}> $gone
 * @property ?list<array<string, mixed>> $records  all of them as they were: App\Records\Snapshot
 * @property int $act_id
 * @property Carbon $created_at
 * @property ?Carbon $undone_at
 * @property-read Act $act
 */
final class Merge extends Model
{
    public const UPDATED_AT = null;

    protected $guarded = [];

    protected function casts(): array
    {
        return ['gone' => 'array', 'records' => 'array', 'created_at' => 'immutable_datetime', 'undone_at' => 'immutable_datetime'];
    }

    /** @return BelongsTo<User, $this> */
    public function user(): BelongsTo
    {
        return $this->belongsTo(User::class);
    }

    /** @return BelongsTo<Act, $this> */
    public function act(): BelongsTo
    {
        return $this->belongsTo(Act::class);
    }

    /** Number of the last journal entry that it wrote. */
    public function lastEntry(): int
    {
        return (int) JournalEntry::query()->where('act_id', $this->act_id)->max('id');
    }

    /** @return Collection<int, self> merges into a supporter that were not taken apart, the latest first */
    public static function standing(int $survivorId): Collection
    {
        return self::query()->with('user')->where('survivor_id', $survivorId)->whereNull('undone_at')->orderByDesc('id')->get();
    }

    /** The merge that took a supporter away, if one did. */
    public static function ofGone(int $id): ?self
    {
        return self::query()
            ->whereNull('undone_at')
            ->whereJsonContains('gone', ['id' => $id])
            ->orderByDesc('id')
            ->first();
    }

    /**
     * @param  list<int>  $gone
     * @return array<int, int> those of them that became part of another, to whom they are a part of now
     */
    public static function survivors(array $gone): array
    {
        $survivors = array_combine($gone, $gone);
        // A merge may be followed by another: one query for each step, not for each supporter.
        for ($open = $gone; $open !== []; ) {
            $next = DB::table(DB::raw("merges m join json_table(m.gone, '$[*]' columns (id bigint path '$.id')) g"))
                ->whereNull('m.undone_at')
                ->whereIn('g.id', array_unique($open))
                ->pluck('m.survivor_id', 'g.id')
                ->all();
            $open = [];
            foreach ($survivors as $id => $at) {
                if (isset($next[$at])) {
                    $survivors[$id] = $open[] = $next[$at];
                }
            }
        }
        $survivors = array_filter($survivors, static fn(int $at, int $id): bool => $at !== $id, ARRAY_FILTER_USE_BOTH);

        return $survivors;
    }

    /** @return list<int> */
    public function goneIds(): array
    {
        return array_column($this->gone, 'id');
    }

    /** @return array<int, list<Change>> what it did, by supporter */
    public function done(): array
    {
        $done = [];
        foreach (JournalEntry::query()->where('act_id', $this->act_id)->orderBy('id')->get() as $entry) {
            $done[$entry->owner_id] = [...$done[$entry->owner_id] ?? [], ...$entry->changeList()];
        }

        return $done;
    }
}
